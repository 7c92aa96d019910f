import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { ballValue } from "../src/expression/ball-value.ts";
import { legendreRule } from "../src/number/legendre.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";
import { BallUndefined } from "../src/number/real-ball.ts";
import { answered } from "./oracle.ts";
import { read } from "./read.ts";

const PRECISION = 96;
const value = (source: string): real.RealBall => ballValue(read(source), PRECISION).re;

describe("integrals in balls", () => {
  it("hold the exact integral of every polynomial", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: -3, max: 2 }),
        fc.integer({ min: 1, max: 4 }),
        (coefficients, from, width) => {
          const to = from + width;
          const body = coefficients.map((c, k) => `(${c}) x^${k}`).join(" + ");
          const exact = coefficients.reduce(
            (total, c, k) => rational.add(total, rational.rational(c * (to ** (k + 1) - from ** (k + 1)), k + 1)),
            rational.rational(0),
          );
          const found = value(`int_(${from})^(${to}) (${body}) dx`);
          const off = real.subtract(found, real.fromRational(exact, 2 * PRECISION), 2 * PRECISION);
          expect(real.containsZero(off)).toBe(true);
          expect(real.radiusBits(off)).toBeLessThan(-66);
        },
      ),
      { numRuns: 20 },
    );
  });

  test.each<[string, string]>([
    ["int_0^pi sin(x) dx", "2"],
    ["int_0^1 e^x dx", "e - 1"],
    ["int_1^2 1/x dx", "ln(2)"],
    ["int_0^1 1/(1 + x^2) dx", "pi/4"],
    ["int_1^4 sqrt(x) dx", "14/3"],
    ["int_0^(2pi) sin(3x)^2 dx", "pi"],
    ["int_2^0 x dx", "-2"],
    ["int_1^3 |x - 5| dx", "6"],
  ])("%s is %s", (integral, exact) => {
    const off = real.subtract(value(integral), ballValue(read(exact), 160).re, 160);
    expect(real.containsZero(off)).toBe(true);
    expect(real.radiusBits(off)).toBeLessThan(-60);
  });

  test.each(["int_(-1)^1 1/x dx", "int_0^1 1/x dx", "int_0^3 floor(x) dx", "int_(-1)^1 1/x^2 dx", "int_0^4 tan(x) dx"])("%s is not given a value", (integral) =>
    expect(() => value(integral)).toThrow(BallUndefined),
  );

  it("have rules whose weights add up to 2", () => {
    for (const n of [1, 2, 5, 20, 61]) {
      const total = legendreRule(n, 80).reduce((sum, { weight }) => real.add(sum, weight, 120), real.ZERO);
      expect(real.containsZero(real.subtract(total, real.fromInteger(2), 120))).toBe(true);
      expect(real.radiusBits(total)).toBeLessThan(-60);
    }
  });
});

describe("tangents", () => {
  test.each<[string, string]>([
    ["tangent to x^2 at x = 3", "y = 6x - 9"],
    ["tangent to y = sqrt(x) at x = 4", "y = x/4 + 1"],
    ["tangent to e^t at t = 0", "y = t + 1"],
  ])("%s: %s", (line, expected) => {
    const report = answered(line);
    expect(report.answer).toMatchObject({ value: { text: expected } });
    expect(report.verdict).toBe("nailed");
  });

  test.each(["tangent to |x| at x = 0", "tangent to 1/x at x = 0"])("%s is refused", (line) => expect(answered(line).error?.message).toMatch(/has no tangent/));
});
