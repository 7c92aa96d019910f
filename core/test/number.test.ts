import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { ballValue } from "../src/expression/ball-value.ts";
import type { Expression } from "../src/expression/expression.ts";
import * as complex from "../src/number/complex-ball.ts";
import { pi } from "../src/number/constants.ts";
import { formatBall, formatRational, terminatingDecimal } from "../src/number/decimal.ts";
import { arctan, exp, ln, realRoot, sinCos } from "../src/number/elementary.ts";
import * as integer from "../src/number/integer.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";
import { BallUndefined, type RealBall } from "../src/number/real-ball.ts";
import { expression } from "./arbitrary.ts";
import { meant } from "./oracle.ts";

/** Integers around the edge of the fast path as well as small and huge ones. */
const anyInteger = fc.oneof(
  fc.integer({ min: -20, max: 20 }),
  fc.integer(),
  fc.bigInt({ min: 2n ** 52n, max: 2n ** 54n }),
  fc.bigInt({ min: -(2n ** 140n), max: 2n ** 140n }),
);
const normal = (value: number | bigint): integer.Integer => integer.fromBigInt(BigInt(value));

describe("integers", () => {
  it("agree with BigInt in every operation and keep one representation", () => {
    fc.assert(
      fc.property(anyInteger, anyInteger, (x, y) => {
        const [a, b] = [normal(x), normal(y)];
        const same = (mine: integer.Integer, theirs: bigint) => expect(mine).toBe(integer.fromBigInt(theirs));
        same(integer.add(a, b), BigInt(a) + BigInt(b));
        same(integer.subtract(a, b), BigInt(a) - BigInt(b));
        same(integer.multiply(a, b), BigInt(a) * BigInt(b));
        if (b !== 0) {
          same(integer.quotient(a, b), BigInt(a) / BigInt(b));
          same(integer.remainder(a, b), BigInt(a) % BigInt(b));
        }
        const divisor = integer.gcd(a, b);
        if (divisor !== 0) expect([integer.remainder(a, divisor), integer.remainder(b, divisor)]).toEqual([0, 0]);
      }),
      { numRuns: 2000 },
    );
  });

  it("take out perfect powers without changing the value", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10 ** 9 }), fc.integer({ min: 2, max: 5 }), (a, n) => {
        const { outside, inside } = integer.extractPower(a, n);
        expect(integer.multiply(integer.power(outside, n), inside)).toBe(a);
      }),
    );
    expect(integer.extractPower(2 * 1000003 * 1000003, 2)).toEqual({ outside: 1000003, inside: 2 });
  });
});

const anyRational = fc.tuple(anyInteger, anyInteger).map(([num, den]) => rational.rational(normal(num), den === 0 || den === 0n ? 7 : normal(den)));

describe("rationals", () => {
  it("obey the laws of a field", () => {
    fc.assert(
      fc.property(anyRational, anyRational, anyRational, (a, b, c) => {
        const { add, multiply, subtract, divide } = rational;
        expect(multiply(a, add(b, c))).toEqual(add(multiply(a, b), multiply(a, c)));
        expect(add(subtract(a, b), b)).toEqual(a);
        if (b.num !== 0) expect(multiply(divide(a, b), b)).toEqual(a);
        expect(rational.compare(a, b)).toBe(rational.sign(subtract(a, b)));
      }),
    );
  });

  it("are exact for doubles and near them in the other direction", () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
        expect(rational.toNumber(rational.fromNumber(value))).toBe(value === 0 ? 0 : value);
      }),
    );
  });

  test.each([
    ["9.8", 49, 5],
    ["6.02e3", 6020, 1],
    [".5", 1, 2],
    ["2e-3", 1, 500],
  ])("reads %s exactly", (text, num, den) => expect(rational.parseDecimal(text)).toEqual({ num, den }));
});

describe("decimals", () => {
  test.each([
    [1, 3, 6, "0.333333"],
    [2, 3, 6, "0.666667"],
    [-1, 8, 2, "-0.13"],
    [999999, 10, 3, "100000"],
    [1, 7 * 10 ** 9, 3, "1.43e-10"],
    [123456789, 1, 3, "123000000"],
    [0, 1, 6, "0"],
  ])("%i/%i to %i figures is %s", (num, den, figures, text) => expect(formatRational(rational.rational(num, den), figures)).toBe(text));

  it("of a ball are given only when every number in it rounds to them", () => {
    const third = real.fromRational(rational.rational(1, 3), 60);
    expect(formatBall(third, 10)).toBe("0.3333333333");
    expect(formatBall(third, 40)).toBeUndefined();
  });

  it("of astronomical numbers are refused rather than waited for", () => {
    expect(formatBall({ mid: 3n, rad: 0n, exp: -90_000 }, 3)).toBe("5.99e-27093");
    expect(formatBall({ mid: 3n, rad: 1n, exp: 10 ** 9 }, 3)).toBeUndefined();
  });

  it("end where the denominator divides a power of ten", () => {
    expect(terminatingDecimal(rational.rational(49, 10))).toBe("4.9");
    expect(terminatingDecimal(rational.rational(1, 3))).toBeUndefined();
  });
});

const anyBall: fc.Arbitrary<RealBall> = fc
  .tuple(fc.bigInt({ min: -(2n ** 60n), max: 2n ** 60n }), fc.bigInt({ min: 0n, max: 9n }), fc.integer({ min: -70, max: -10 }))
  .map(([mid, rad, at]) => ({ mid, rad, exp: at }));
/** A point of the ball, exactly. */
const pointOf = (a: RealBall, part: bigint): RealBall => ({ mid: a.mid + ((part % (2n * a.rad + 1n)) - a.rad), rad: 0n, exp: a.exp });
const holds = (wide: RealBall, sharp: RealBall): boolean => real.containsZero(real.subtract(wide, sharp, 1000));

const radiusBall = (rad: number): RealBall => ({ mid: 0n, rad: BigInt(Math.ceil(rad * 2 ** 40)), exp: -40 });
/** Whether a double stands at the edge of a ball, but for its own rounding. */
const near = ({ mid, rad, exp: at }: RealBall, x: number): boolean => Math.abs(x - Number(mid) * 2 ** at) <= Number(rad) * 2 ** at + 1e-12 * (1 + Math.abs(x));

describe("balls", () => {
  it("hold the result of every operation for every pair of points", () => {
    fc.assert(
      fc.property(anyBall, anyBall, fc.bigInt({ min: 0n, max: 99n }), (a, b, part) => {
        const [x, y] = [pointOf(a, part), pointOf(b, part / 7n)];
        expect(holds(real.add(a, b, 50), real.add(x, y, 400))).toBe(true);
        expect(holds(real.multiply(a, b, 50), real.multiply(x, y, 400))).toBe(true);
        expect(holds(real.integerPower(a, 3, 50), real.integerPower(x, 3, 600))).toBe(true);
        if (!real.containsZero(b)) expect(holds(real.divide(a, b, 50), real.divide(x, y, 400))).toBe(true);
        if (x.mid >= 0n) expect(holds(real.root(a, 3, 50), real.root(x, 3, 400))).toBe(true);
      }),
      { numRuns: 2000 },
    );
  });

  test.each<[string, (a: RealBall, precision: number) => RealBall, (a: RealBall) => boolean]>([
    ["exp", exp, (a) => real.magnitudeBits(a) < 30],
    ["ln", ln, (a) => a.mid > a.rad],
    ["sin", (a, precision) => sinCos(a, precision).sin, () => true],
    ["cos", (a, precision) => sinCos(a, precision).cos, () => true],
    ["arctan", arctan, () => true],
  ])("of %s hold the value at four times the precision", (_name, f, allowed) => {
    fc.assert(
      fc.property(anyBall, fc.bigInt({ min: 0n, max: 99n }), (a, part) => {
        fc.pre(allowed(a));
        const value = f(a, 60);
        expect(holds(value, f(pointOf(a, part), 240))).toBe(true);
      }),
      { numRuns: 1000 },
    );
  });

  it("that are wide hold the exponentials, waves and quotients of all their points, and not much more", () => {
    const wide = fc.tuple(fc.double({ min: -6, max: 6, noNaN: true }), fc.double({ min: 1e-3, max: 0.7, noNaN: true }));
    const inside = fc.double({ min: -1, max: 1, noNaN: true });
    const ballOf = ([mid, rad]: readonly [number, number]): RealBall => real.add(real.fromRational(rational.fromNumber(mid), 80), radiusBall(rad), 80);
    const holds = (ball: RealBall, x: number): void => expect(near(ball, x)).toBe(true);
    fc.assert(
      fc.property(wide, wide, inside, inside, ([a, r], [b, q], s, t) => {
        const z = { re: ballOf([a, r]), im: ballOf([b, q]) };
        const [x, y] = [a + s * r, b + t * q];
        const power = complex.exp(z, 80);
        holds(power.re, Math.exp(x) * Math.cos(y));
        holds(power.im, Math.exp(x) * Math.sin(y));
        expect(Number(exp(z.re, 80).rad) * 2 ** exp(z.re, 80).exp).toBeLessThan(1.01 * Math.exp(a) * Math.sinh(r) + 1e-9);
        const size = x * x + y * y;
        if (Math.abs(a) < r + 0.1 && Math.abs(b) < q + 0.1) return;
        const inverse = complex.divide(complex.ONE, z, 80);
        holds(inverse.re, x / size);
        holds(inverse.im, -y / size);
      }),
    );
  });

  it("agree with plain doubles, also far out and near zeros", () => {
    const at = (value: number) => real.fromRational(rational.fromNumber(value), 200);
    for (const value of [1e-9, 0.1, 1, 2.5, 50.3, 700, 1e22]) {
      expect(real.toNumber(sinCos(at(value), 80).sin)).toBeCloseTo(Math.sin(value), 14);
      expect(real.toNumber(ln(at(value), 80))).toBeCloseTo(Math.log(value), 12);
      expect(real.toNumber(arctan(at(value), 80))).toBeCloseTo(Math.atan(value), 14);
    }
    expect(real.toNumber(realRoot(at(2.5), 100_003, 80))).toBeCloseTo(2.5 ** (1 / 100_003), 14);
    expect(ln({ mid: 4n, rad: 0n, exp: -2 }, 80)).toEqual(real.ZERO);
    expect(real.toNumber(sinCos(at(1e22), 80).sin)).toBe(-0.8522008497671888);
    expect(formatBall(pi(400), 100)).toBe("3.141592653589793238462643383279502884197169399375105820974944592307816406286208998628034825342117068");
  });

  it("contain the value of random expressions at double the precision", () => {
    const valueAt = (e: Expression, precision: number) => {
      const names = ["x", "y", "a", "v_0", "theta"];
      const environment = new Map(names.map((name, k) => [name, complex.fromRational(rational.rational(7 * k + 3, 5), precision)]));
      try {
        return ballValue(e, precision, environment);
      } catch (error) {
        if (error instanceof BallUndefined) return undefined;
        throw error;
      }
    };
    fc.assert(
      fc.property(expression, (e) => {
        const [coarse, fine] = [valueAt(e, 64), valueAt(e, 192)];
        if (!coarse || !fine) return;
        expect(complex.containsZero(complex.subtract(coarse, fine, 400))).toBe(true);
      }),
      { numRuns: 20_000, interruptAfterTimeLimit: 25_000 },
    );
  });

  it("decide a sign only when every number in them has it", () => {
    expect(real.certifiedSign({ mid: 3n, rad: 3n, exp: 0 })).toBeUndefined();
    expect(real.certifiedSign({ mid: -4n, rad: 3n, exp: 5 })).toBe(-1);
    expect(real.certifiedSign(real.ZERO)).toBe(0);
    expect(() => real.divide(real.ONE, { mid: 0n, rad: 1n, exp: -200 }, 64)).toThrow(BallUndefined);
  });

  it("stay near 0 and 1 at arguments that are smaller than any number that is written out", () => {
    for (const [e, near] of [
      ["e^(e^(-10^32))", 1],
      ["cos(e^(-10^16))", 1],
      ["2^(e^(-10^20))", 1],
      ["tan(e^(-10^16))", 0],
      ["sinh(e^(-10^16))", 0],
    ] as const)
      expect(real.toNumber(ballValue(meant(e), 256).re), e).toBe(near);
  });
});
