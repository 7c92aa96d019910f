import fc from "fast-check";
import { expect, it } from "vitest";
import { number, power, product } from "../src/expression/construct.ts";
import { compile } from "../src/expression/double-value.ts";
import { equal } from "../src/expression/expression.ts";
import { rational } from "../src/number/rational.ts";

const root = fc
  .tuple(fc.constantFrom(2, 3, 4, 6, 8, 9, 12, 18, 24), fc.integer({ min: 1, max: 7 }), fc.constantFrom(2, 3, 4, 6, 8))
  .map(([radicand, num, degree]) => power(number(radicand), number(rational(num, degree))));

it("products of roots have the value of their factors, and are one tree in any order", () => {
  fc.assert(
    fc.property(fc.array(root, { minLength: 2, maxLength: 5 }), fc.integer({ min: 0, max: 4 }), (factors, turn) => {
      const value = factors.reduce((total, factor) => total * compile(factor, [])(), 1);
      const whole = product(...factors);
      expect(compile(whole, [])() / value).toBeCloseTo(1, 12);
      const turned = [...factors.slice(turn % factors.length), ...factors.slice(0, turn % factors.length)];
      const nested = turned.reduce((total, factor) => product(total, factor), number(1));
      expect(compile(nested, [])() / value).toBeCloseTo(1, 12);
      expect(equal(product(...turned), whole)).toBe(true);
    }),
    { numRuns: 400 },
  );
});
