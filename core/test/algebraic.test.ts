import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { ballValue } from "../src/expression/ball-value.ts";
import { findAll } from "../src/expression/expression.ts";
import { text } from "../src/notation/text.ts";
import * as complex from "../src/number/complex-ball.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";
import * as algebraic from "../src/polynomial/algebraic-number.ts";
import { minimalPolynomial } from "../src/rewrite/roots/minimal-polynomial.ts";
import { recognise } from "../src/rewrite/roots/recognise.ts";
import { read } from "./read.ts";
import "./seed.ts";

describe("algebraic numbers", () => {
  const number = fc
    .tuple(fc.array(fc.bigInt({ min: -9n, max: 9n }), { minLength: 2, maxLength: 3 }), fc.bigInt({ min: 1n, max: 9n }), fc.nat(5))
    .map(([low, lead, pick]) => {
      const roots = algebraic.rootsOf([...low, lead]);
      return roots[pick % roots.length] ?? algebraic.fromRational(rational.ONE);
    });

  it("add, multiply and invert as their balls do, and obey the laws of a field exactly", () => {
    fc.assert(
      fc.property(number, number, (a, b) => {
        const [sum, product] = [algebraic.add(a, b), algebraic.multiply(a, b)];
        const [x, y] = [algebraic.ballOf(a, 120), algebraic.ballOf(b, 120)];
        expect(complex.containsZero(complex.subtract(algebraic.ballOf(sum, 120), complex.add(x, y, 120), 120))).toBe(true);
        expect(complex.containsZero(complex.subtract(algebraic.ballOf(product, 120), complex.multiply(x, y, 120), 120))).toBe(true);
        expect(algebraic.equal(algebraic.add(sum, algebraic.negate(b)), a)).toBe(true);
        if (!algebraic.isZero(a)) expect(algebraic.equal(algebraic.multiply(product, algebraic.invert(a)), b)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it("are ordered as their values, and a square root squares back", () => {
    const [minus, plus] = algebraic.rootsOf([-2n, 0n, 1n]);
    const three = algebraic.rootsOf([-3n, 0n, 1n])[1];
    if (!minus || !plus || !three) throw new Error("no roots");
    expect([algebraic.compare(minus, plus), algebraic.compare(three, plus), algebraic.sign(minus)]).toEqual([-1, 1, -1]);
    expect(algebraic.add(plus, three).minimal).toEqual([1n, 0n, -10n, 0n, 1n]);
    const root = algebraic.root(plus, 2);
    expect(algebraic.equal(algebraic.multiply(root, root), plus)).toBe(true);
    expect(() => algebraic.invert(algebraic.fromRational(rational.ZERO))).toThrow(RangeError);
  });

  test.each([
    ["sqrt(2) + sqrt(3)", [1n, 0n, -10n, 0n, 1n]],
    ["cbrt(2) + 1", [-3n, 3n, -3n, 1n]],
    ["(1 + i)/sqrt(2)", [1n, 0n, 0n, 0n, 1n]],
    ["cbrt(2 + sqrt(5)) + cbrt(2 - sqrt(5))", [-1n, 1n]],
    ["sqrt(5 + 2sqrt(6)) - sqrt(2)", [-3n, 0n, 1n]],
    ["pi", undefined],
  ])("%s has its minimal polynomial", (source, polynomial) => expect(minimalPolynomial(read(source))).toEqual(polynomial));
});

describe("exact angles", () => {
  it("are written in radicals at every multiple of π/60 and π/8, with the right value", () => {
    for (let k = 0; k < 120; k += 1) {
      for (const [f, value] of [
        ["sin", Math.sin],
        ["cos", Math.cos],
      ] as const) {
        const e = read(`${f}(${k} pi/60)`);
        expect(findAll(e, (part) => part.kind === "call")).toEqual([]);
        expect(real.toNumber(ballValue(e, 80).re)).toBeCloseTo(value((k * Math.PI) / 60), 13);
      }
    }
    expect(text(read("cos(pi/8)"))).toBe("sqrt(2 + sqrt(2))/2");
    expect(text(read("tan(pi/5)"))).toBe("sqrt(5 - 2 sqrt(5))");
    expect(text(read("cos(pi/7)"))).toBe("cos(pi/7)");
  });
});

describe("recognition", () => {
  test.each([
    ["0.333333333", "1/3"],
    ["1.41421356237", "sqrt(2)"],
    ["2.35619449019", "3pi/4"],
    ["1.61803398875", "(1 + sqrt(5))/2"],
    ["0.6931471805599", "ln(2)"],
    ["4.73205080756888", "3 + sqrt(3)"],
    ["0.1234567", undefined],
    ["7.0000001", undefined],
  ])("takes %s for %s", (decimal, value) => {
    // To half a unit of its last digit.
    const bits = (decimal.length - 2) * Math.log2(10);
    const [best] = recognise(real.widen(real.fromRational(rational.parseDecimal(decimal), Math.ceil(bits) + 40), -Math.floor(bits) - 1));
    expect(best && text(best.value)).toBe(value);
  });

  it("finds what a ball was made of", () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 40 }), fc.integer({ min: 1, max: 12 }), fc.integer({ min: 2, max: 60 }), (a, b, c) => {
        const e = read(`(${a} + sqrt(${c}))/${b}`);
        const [best] = recognise(ballValue(e, 220).re);
        expect(best && text(best.value)).toBe(text(e));
      }),
      { numRuns: 150 },
    );
  });
});
