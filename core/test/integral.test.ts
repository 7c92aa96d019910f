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

function holds(integral: string, exact: rational.Rational): void {
  const off = real.subtract(value(integral), real.fromRational(exact, 2 * PRECISION), 2 * PRECISION);
  expect(real.containsZero(off)).toBe(true);
  expect(real.radiusBits(off)).toBeLessThan(-60);
}

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
          holds(`int_(${from})^(${to}) (${body}) dx`, exact);
        },
      ),
      { numRuns: 20 },
    );
  });

  it("hold x^p (ln x)^k up to 1 and x^n e^(−a x) up to infinity where they converge, and no other", () => {
    const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1));
    fc.assert(
      fc.property(fc.integer({ min: -9, max: 9 }), fc.integer({ min: 1, max: 4 }), fc.nat(3), fc.integer({ min: -2, max: 4 }), (num, den, k, a) => {
        const near = `int_0^1 x^((${num})/${den}) ln(x)^${k} dx`;
        if (num + den <= 0) expect(() => value(near)).toThrow(BallUndefined);
        else holds(near, rational.rational((-1) ** k * factorial(k) * den ** (k + 1), (num + den) ** (k + 1)));
        const far = `int_0^infinity x^${k} e^(-(${a}) x) dx`;
        if (a <= 0) expect(() => value(far)).toThrow(BallUndefined);
        else holds(far, rational.rational(factorial(k), a ** (k + 1)));
      }),
      { numRuns: 25 },
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
    ["int_0^1 ln(x) dx", "-1"],
    ["int_0^4 1/sqrt(x) dx", "4"],
    ["int_(-1)^1 1/sqrt(1 - x^2) dx", "pi"],
    ["int_0^1 ln(x)^2/sqrt(x) dx", "16"],
    ["int_0^(pi/2) ln(sin(x)) dx", "-pi ln(2)/2"],
    ["int_(infinity)^0 e^(-2x) dx", "-1/2"],
    ["int_(-infinity)^infinity e^(-x^2) dx", "sqrt(pi)"],
    ["int_(-infinity)^infinity 1/(1 + x^2)^2 dx", "pi/2"],
    ["int_0^infinity sqrt(x) e^(-x) dx", "sqrt(pi)/2"],
    ["int_0^infinity x^3/(e^x - 1) dx", "pi^4/15"],
    ["int_0^infinity x/(e^x + 1) dx", "pi^2/12"],
    ["int_0^infinity x/sinh(x) dx", "pi^2/4"],
    ["int_(-infinity)^infinity 1/cosh(x)^2 dx", "2"],
    ["int_0^infinity e^(-x) sin(3x) dx", "3/10"],
    ["int_0^1 ln(x)/(1 + x) dx", "-pi^2/12"],
    ["int_0^1 0 dx", "0"],
    ["int_(-infinity)^infinity e^(-|x|) cos(x) dx", "1"],
    // −∑ (−n)^(−n) and its derivative, as far as they reach (John Bernoulli 1697).
    ["int_0^1 (x^x + x^x ln(x)) dx", "0"],
  ])("%s is %s", (integral, exact) => {
    const off = real.subtract(value(integral), ballValue(read(exact), 160).re, 160);
    expect(real.containsZero(off)).toBe(true);
    expect(real.radiusBits(off)).toBeLessThan(-60);
  });

  test.each([
    "int_(-1)^1 1/x dx",
    "int_0^1 1/x dx",
    "int_0^3 floor(x) dx",
    "int_(-1)^1 1/x^2 dx",
    "int_0^4 tan(x) dx",
    "int_1^infinity 1/x dx",
    "int_0^infinity sin(x) dx",
    "int_0^infinity e^x dx",
    "int_0^1 1/(x ln(x)^2) dx",
    "int_0^1 e^(1/x) dx",
    "int_(infinity)^infinity e^(-x^2) dx",
    "int_0^infinity 1/x^2 dx",
  ])("%s is not given a value", (integral) => expect(() => value(integral)).toThrow(BallUndefined));

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
