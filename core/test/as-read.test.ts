import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { answered } from "./oracle.ts";

/** The reasons of a line and what stands beside them, as text. */
function rows(line: string): readonly string[] {
  return answered(line).steps.map(({ text, latex }) => `${text}: ${latex}`);
}

describe("what reading does to an expression", () => {
  test.each<[string, readonly string[]]>([
    ["simplify 2x + 3x", ["Collect like terms: 5 x"]],
    ["simplify x x^2 y", ["Powers of the same base: the exponents add up: {x}^{3} y"]],
    ["simplify sqrt(12) + sqrt(27)", ["Take square factors out of the roots: 2 \\sqrt{3}+3 \\sqrt{3}", "Work out the value: 5 \\sqrt{3}"]],
    ["simplify sqrt(8) x + sqrt(2) x", ["Take square factors out of the roots: 2 \\sqrt{2} x+\\sqrt{2} x", "Collect like terms: 3 \\sqrt{2} x"]],
    ["evaluate sin(pi/6) cos(pi/3)", ["Put in the values of the functions: \\frac{1}{2} \\cdot \\frac{1}{2}", "Work out the value: \\frac{1}{4}"]],
    ["expand 3 (4 + 5)", ["Work out the value: 27"]],
  ])("%s is shown as %j", (line, expected) => {
    expect(rows(line)).toEqual(expected);
  });

  test.each(["simplify y + x", "simplify x", "factor 12 x", "simplify (x) + 2*y"])("%s stands in its form whatever its order and brackets", (line) => {
    expect(answered(line).steps.map(({ text }) => text)).toEqual(["It already has this form"]);
  });

  it("ends at the sum of any multiples of roots, by a row of roots without square factors where there were any", () => {
    const term = fc.record({ factor: fc.integer({ min: 1, max: 9 }), under: fc.integer({ min: 2, max: 200 }) });
    fc.assert(
      fc.property(fc.array(term, { minLength: 2, maxLength: 4 }), (terms) => {
        const report = answered(`evaluate ${terms.map(({ factor, under }) => `${factor} sqrt(${under})`).join(" + ")}`);
        const value = report.answer?.kind === "expression" ? Number(report.answer.value.re) : Number.NaN;
        expect(value).toBeCloseTo(
          terms.reduce((total, { factor, under }) => total + factor * Math.sqrt(under), 0),
          8,
        );
        const hasSquare = terms.some(({ under }) => [4, 9, 25, 49, 121, 169].some((square) => under % square === 0));
        expect(report.steps.some(({ rule }) => rule === "square factors out of roots")).toBe(hasSquare);
        expect(report.steps.map(({ verdict }) => verdict)).toEqual(report.steps.map(() => "nailed"));
      }),
      { numRuns: 60 },
    );
  });
});
