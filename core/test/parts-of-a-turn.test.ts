import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { vanishesInCyclotomicField } from "../src/canonical/cyclotomic-field.ts";
import { call, number, PI, product, subtract, sum } from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import * as rational from "../src/number/rational.ts";
import { equalityTest } from "../src/truth/index.ts";
import { answered, nailedValue } from "./oracle.ts";
import { outline } from "./outline.ts";
import { read } from "./read.ts";
import { cases } from "./seed.ts";

const turn = fc.tuple(fc.integer({ min: -30, max: 30 }), fc.constantFrom(5, 7, 9, 11, 12, 15, 18, 20)).map(([num, den]) => rational.rational(num, den));
const at = (name: string, angle: rational.Rational): Expression => call(name, product(number(angle), PI));

describe("the cyclotomic field of a number", () => {
  it("proves the product formulas at parts of a turn, and refutes them with a number changed", () => {
    fc.assert(
      fc.property(turn, turn, fc.constantFrom("sin", "cos"), (a, b, name) => {
        const sign = name === "cos" ? 1 : -1;
        const sums = sum(at("cos", rational.subtract(a, b)), product(number(sign), at("cos", rational.add(a, b))));
        const difference = subtract(product(number(2), at(name, a), at(name, b)), sums);
        expect(vanishesInCyclotomicField(difference)).not.toBe(false);
        expect(vanishesInCyclotomicField(sum(difference, number(rational.rational(1, 1_000_000))))).not.toBe(true);
      }),
      cases(60),
    );
  });

  it("agrees with doubles about sums with roots and tangents", () => {
    let decided = 0;
    fc.assert(
      fc.property(turn, turn, fc.constantFrom(2, 3, 5, 6, 7, 15), (a, b, n) => {
        const [x, y] = [rational.toNumber(a) * Math.PI, rational.toNumber(b) * Math.PI];
        if (Math.abs(Math.cos(x)) < 1e-9) return;
        const e = sum(at("tan", a), product(number(3), at("cos", b)), product(number(-1), read(`sqrt(${n})`)));
        const found = vanishesInCyclotomicField(e);
        if (found === undefined) return;
        decided += 1;
        expect(found).toBe(Math.abs(Math.tan(x) + 3 * Math.cos(y) - Math.sqrt(n)) < 1e-12);
      }),
      cases(60),
    );
    expect(decided).toBeGreaterThan(30);
  });

  test.each([
    "tan(3pi/11) + 4 sin(2pi/11) - sqrt(11)",
    "sin(pi/7) sin(2pi/7) sin(3pi/7) - sqrt(7)/8",
    "cos(pi/17) - cos(16pi/17) - 2 cos(pi/17)",
    "1/sin(pi/18) - sqrt(3)/cos(pi/18) - 4",
    "i (tan(pi/9) - cot(7pi/18))",
  ])("shows that %s is 0", (text) => expect(vanishesInCyclotomicField(read(text))).toBe(true));

  test.each(["sin(1)", "sqrt(1 + sqrt(2)) - cos(pi/7)", "cbrt(2) - cos(pi/9)", "e - tan(pi/7)", "1/(cos(pi/9) - sin(7pi/18))"])("has no say about %s", (text) =>
    expect(vanishesInCyclotomicField(read(text))).toBeUndefined(),
  );
});

describe("values at parts of a turn", () => {
  test.each<[string, string]>([
    ["cos(20°) cos(40°) cos(80°)", "1/8"],
    ["sin(10°) sin(50°) sin(70°)", "1/8"],
    ["tan(20°) tan(40°) tan(80°)", "sqrt(3)"],
    ["tan(10°) tan(50°) tan(70°)", "sqrt(3)/3"],
    ["sin(pi/7) sin(2pi/7) sin(3pi/7)", "sqrt(7)/8"],
    ["cos(pi/7) + cos(3pi/7) + cos(5pi/7)", "1/2"],
    ["1/sin(10°) - sqrt(3)/cos(10°)", "4"],
    ["sin(80°)/cos(10°)", "1"],
    ["cos(70°) - sin(20°)", "0"],
    ["cos(1°)^2 + sin(1°)^2", "1"],
    ["sin(47°) + sin(61°) - sin(11°) - sin(25°) - cos(7°)", "0"],
    ["tan(3pi/11) + 4 sin(2pi/11)", "sqrt(11)"],
    ["cos(pi/24)", "sqrt(8 + 2 sqrt(2) + 2 sqrt(6))/4"],
    ["sin(pi/16)", "sqrt(2 - sqrt(2 + sqrt(2)))/2"],
    ["sin(10°)", "sin(pi/18)"],
  ])("%s is %s", (asked, value) => {
    expect(nailedValue(`evaluate ${asked}`).text).toBe(value);
    expect(equalityTest(read(asked), read(value)).kind).toBe("zero");
  });

  test("quotients are worked out above and below, in the degrees that were typed", () => {
    expect(outline(answered("evaluate tan(20°) tan(40°) tan(80°)").way).map((row) => row.replaceAll(" · ", "·"))).toEqual([
      "tan(20°) tan(40°) tan(80°) = sin(20°) sin(40°) sin(80°)/(cos(20°) cos(40°) cos(80°)) [Write all circular functions by sine and cosine]",
      "sin(20°) sin(40°) sin(80°) = (cos(20°)/2 − 1/4) sin(80°) = √3/8 [Write products and powers of sines and cosines as sums]",
      "cos(20°) cos(40°) cos(80°) = (cos(20°)/2 + 1/4) cos(80°) = 1/8 [Write products and powers of sines and cosines as sums]",
      "sin(π/9) sin(2π/9) sin(4π/9)/(cos(π/9) cos(2π/9) cos(4π/9)) = √3 ≈ 1.73205 [Divide the one value by the other]",
    ]);
  });
});
