import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { pi } from "../../src/number/constants.ts";
import { arctan, exp, ln, realRoot, sinCos } from "../../src/number/elementary.ts";
import type { RealBall } from "../../src/number/real-ball.ts";
import * as real from "../../src/number/real-ball.ts";
import { cases } from "../seed.ts";

/**
 * An oracle for the kernel: whole numbers over a power of 10, with series and Newton’s method written out anew. A value is right to
 * 10^(SPARE) units of its last digit.
 */
const SPARE = 20n;

class Decimals {
  readonly one: bigint;

  constructor(digits: number) {
    this.one = 10n ** (BigInt(digits) + 2n * SPARE);
  }

  of(num: bigint, den: bigint): bigint {
    return (num * this.one) / den;
  }

  times(a: bigint, b: bigint): bigint {
    return (a * b) / this.one;
  }

  /** Σ x^k/k!, with the argument halved until it is small and the sum squared back. */
  exp(x: bigint): bigint {
    const small = x / 2n ** 24n;
    let [sum, term] = [0n, this.one];
    for (let k = 1n; term !== 0n; k += 1n) {
      sum += term;
      term = this.times(term, small) / k;
    }
    for (let k = 0; k < 24; k += 1) sum = this.times(sum, sum);
    return sum;
  }

  /** 2 artanh((x − 1)/(x + 1)), after roots have brought x near 1. */
  ln(x: bigint): bigint {
    let near = x;
    for (let k = 0; k < 12; k += 1) near = this.root(near, 2n);
    const t = ((near - this.one) * this.one) / (near + this.one);
    return 2n ** 13n * this.oddSeries(t, 1n);
  }

  /** Σ x^(2k+1)/(2k+1) with signs. */
  private oddSeries(x: bigint, sign: 1n | -1n): bigint {
    const square = sign * this.times(x, x);
    let [sum, power] = [0n, x];
    for (let k = 1n; power !== 0n; k += 2n) {
      sum += power / k;
      power = this.times(power, square);
    }
    return sum;
  }

  sin(x: bigint): bigint {
    let [sum, term] = [0n, x];
    for (let k = 2n; term !== 0n; k += 2n) {
      sum += term;
      term = -this.times(this.times(term, x), x) / (k * (k + 1n));
    }
    return sum;
  }

  /** By halving the angle: arctan x = 2 arctan(x/(1 + √(1 + x²))). */
  arctan(x: bigint): bigint {
    let small = x;
    for (let k = 0; k < 8; k += 1) small = (small * this.one) / (this.one + this.root(this.one + this.times(small, small), 2n));
    return 2n ** 8n * this.oddSeries(small, -1n);
  }

  /** Newton’s method for whole numbers. */
  root(x: bigint, n: bigint): bigint {
    const whole = x * this.one ** (n - 1n);
    let guess = 2n ** (BigInt(whole.toString(2).length) / n + 1n);
    for (;;) {
      const next = ((n - 1n) * guess + whole / guess ** (n - 1n)) / n;
      if (next >= guess) return guess;
      guess = next;
    }
  }

  /** Machin: 4 arctan(1/5) − arctan(1/239) is π/4. */
  pi(): bigint {
    return 4n * (4n * this.oddSeries(this.one / 5n, -1n) - this.oddSeries(this.one / 239n, -1n));
  }
}

/** Whether a ball holds the decimals, as far as these are right. */
function holds({ mid, rad, exp: power }: RealBall, value: bigint, { one }: Decimals): boolean {
  const scale = 2n ** BigInt(Math.abs(power));
  const scaled = (m: bigint): bigint => (power >= 0 ? m * scale * one : (m * one) / scale);
  const [distance, radius] = [scaled(mid) - value, scaled(rad)];
  return (distance < 0n ? -distance : distance) <= radius + 10n ** SPARE;
}

/** How far out a ball goes, in units of its middle, as bits. */
const relativeBits = ({ mid, rad }: RealBall): number => (rad === 0n ? Number.POSITIVE_INFINITY : mid.toString(2).length - rad.toString(2).length);

const digits = fc.integer({ min: 20, max: 900 });
const positive = fc.tuple(fc.bigInt({ min: 1n, max: 9999n }), fc.bigInt({ min: 1n, max: 999n }));
/** Near 0 and up to a few turns. */
const modest = fc.tuple(fc.bigInt({ min: -9999n, max: 9999n }), fc.bigInt({ min: 700n, max: 9999n }));

describe("balls at 20 to 900 digits", () => {
  test.each<[string, (x: RealBall, bits: number) => RealBall, (x: bigint, by: Decimals) => bigint, typeof positive]>([
    ["e^x", exp, (x, by) => by.exp(x), modest],
    ["ln x", ln, (x, by) => by.ln(x), positive],
    ["sin x", (x, bits) => sinCos(x, bits).sin, (x, by) => by.sin(x), modest],
    ["cos x", (x, bits) => sinCos(x, bits).cos, (x, by) => by.sin(by.pi() / 2n - x), modest],
    ["arctan x", arctan, (x, by) => by.arctan(x), modest],
    ["√x", (x, bits) => realRoot(x, 2, bits), (x, by) => by.root(x, 2n), positive],
    ["the cube root", (x, bits) => realRoot(x, 3, bits), (x, by) => by.root(x, 3n), positive],
    ["x^7", (x, bits) => real.integerPower(x, 7, bits), (x, by) => [1, 2, 3, 4, 5, 6].reduce((value) => by.times(value, x), x), modest],
  ])("of %s hold the value, and are hardly wider than was asked for", (_, ball, oracle, argument) => {
    fc.assert(
      fc.property(digits, argument, (count, [num, den]) => {
        const by = new Decimals(count);
        const bits = Math.ceil(count * Math.log2(10));
        const x = real.divide(real.fromInteger(num), real.fromInteger(den), bits + 40);
        const value = ball(x, bits);
        expect(holds(value, oracle(by.of(num, den), by), by), `${num}/${den} to ${count} digits`).toBe(true);
        // A value near 0 keeps its digits after the point, not its figures.
        const size = real.magnitudeBits(value);
        if (value.mid !== 0n) expect(relativeBits(value), `${num}/${den} to ${count} digits`).toBeGreaterThan(bits - 40 + Math.min(0, size));
      }),
      cases(40),
    );
  });

  test("of π and of sums, products and quotients hold theirs", () => {
    fc.assert(
      fc.property(digits, modest, positive, (count, [a, b], [c, d]) => {
        const by = new Decimals(count);
        const bits = Math.ceil(count * Math.log2(10));
        expect(holds(pi(bits), by.pi(), by)).toBe(true);
        const [x, y] = [real.divide(real.fromInteger(a), real.fromInteger(b), bits), real.divide(real.fromInteger(c), real.fromInteger(d), bits)];
        expect(holds(real.add(x, y, bits), by.of(a * d + c * b, b * d), by)).toBe(true);
        expect(holds(real.multiply(x, y, bits), by.of(a * c, b * d), by)).toBe(true);
        expect(holds(real.divide(x, y, bits), by.of(a * d, b * c), by)).toBe(true);
        expect(holds(real.subtract(x, real.multiply(x, y, bits), bits), by.of(a * d - a * c, b * d), by)).toBe(true);
      }),
      cases(60),
    );
  });
});
