import { describe, expect, test } from "vitest";
import { resultOf } from "../src/derivation/step.ts";
import { stepText } from "../src/derivation/words.ts";
import { runWorking } from "../src/instruction/working.ts";
import { text } from "../src/notation/text.ts";
import { answered } from "./oracle.ts";

/** The words of all steps of the last line, with what stands below them. */
function way(...lines: readonly string[]): readonly string[] {
  const outcome = runWorking(lines).lines.at(-1)?.outcome;
  expect(outcome?.verdict).toBe("nailed");
  return (outcome?.steps ?? []).map((own) => `${stepText(own)}: ${text(resultOf(own.claim))}`);
}

describe("the way to an antiderivative", () => {
  test.each<[string, readonly string[]]>([
    [
      "integrate e^x cos x over x",
      [
        "Integrate by parts: differentiate $cos(x)$, integrate $e^x$ to $e^x$: (int e^x cos(x) dx) = e^x cos(x) + (int e^x sin(x) dx)",
        "Integrate by parts: differentiate $sin(x)$, integrate $e^x$ to $e^x$: (int e^x sin(x) dx) = e^x sin(x) - (int e^x cos(x) dx)",
        "Integrating by parts twice, the same integral comes back: solve for it: (int e^x cos(x) dx) = e^x (sin(x) + cos(x))/2",
      ],
    ],
    [
      "integrate x/(x^2 + 2x + 5) over x",
      [
        "Write the numerator as a multiple of the derivative $2x + 2$ of the quadratic below, and a rest: (int x/(x^2 + 2x + 5) dx) = (int (2x + 2)/(x^2 + 2x + 5) dx)/2 - (int 1/(x^2 + 2x + 5) dx)",
        "The numerator is the derivative of $x^2 + 2x + 5$, which gives a logarithm, or a power: (int (2x + 2)/(x^2 + 2x + 5) dx) = ln(x^2 + 2x + 5)",
        "Complete the square, $x^2 + 2x + 5 = (x + 1)^2 + 4$, which has no real zero: an arctangent: (int 1/(x^2 + 2x + 5) dx) = arctan((x + 1)/2)/2",
      ],
    ],
    [
      "integrate 1/(x^2 - 4) over x",
      [
        "Factor the denominator: 1/((x - 2) (x + 2))",
        "Write it as a sum of fractions with unknown numerators $A, B$: 1/((x - 2) (x + 2)) = 1/(4 (x - 2)) - 1/(4 (x + 2))",
      ],
    ],
    [
      "integrate 1/(x^2 - 3) over x",
      ["Below stands $x^2 - 3$, which has real zeros: a logarithm: (int 1/(x^2 - 3) dx) = sqrt(3) ln(|(x - sqrt(3))/(x + sqrt(3))|)/6"],
    ],
    [
      "integrate sqrt(4 - x^2) over x",
      [
        "Try a polynomial times the root, and a multiple of the integral of 1 over the root: comparing coefficients after differentiating gives the numbers: (int sqrt(4 - x^2) dx) = x sqrt(4 - x^2)/2 + 2 ((int 1/sqrt(4 - x^2) dx))",
      ],
    ],
    [
      "integrate ln(3x + 2) over x",
      ["Integrate by parts: differentiate $ln(3x + 2)$, integrate the factor 1 to $(3x + 2)/3$: (int ln(3x + 2) dx) = (3x + 2) ln(3x + 2)/3 - (int 1 dx)"],
    ],
  ])("%s", (line, expected) => expect(way(line).slice(0, expected.length)).toEqual(expected));
});

describe("a calculation with vectors and matrices", () => {
  const latexOf = (...lines: readonly string[]): readonly string[] => answered(...lines).steps.map(({ latex }) => latex.replaceAll(/\\left|\\right|\\!/g, ""));
  test.each<[readonly string[], readonly string[]]>([
    [["evaluate det(((1, -2), (3, 4)))"], ["1 \\cdot 4-(-2) \\cdot 3 = 10"]],
    [
      ["evaluate det(((1, 2, 3), (0, 1, 4), (5, 6, 0)))"],
      ["1 \\cdot (1 \\cdot 0-4 \\cdot 6)-2 \\cdot (0 \\cdot 0-4 \\cdot 5)+3 \\cdot (0 \\cdot 6-1 \\cdot 5) = 1"],
    ],
    [["evaluate cross((1, 2, 3), (4, 5, 6))"], ["(2 \\cdot 6-3 \\cdot 5, 3 \\cdot 4-1 \\cdot 6, 1 \\cdot 5-2 \\cdot 4) = (-3, 6, -3)"]],
    [
      ["let u = (1, 2, 2)", "let v = (2, 0, 1)", "evaluate angle between u and v"],
      ["\\sqrt{{1}^{2}+{2}^{2}+{2}^{2}} = 3", "= \\sqrt{5}", "1 \\cdot 2+2 \\cdot 0+2 \\cdot 1 = 4", "\\arccos(\\frac{4 \\sqrt{5}}{15})"],
    ],
    [["evaluate (1, 2) + (3, 4)"], ["(1, 2)+(3, 4) = (4, 6)"]],
  ])("%j is written out", (lines, expected) => {
    const steps = latexOf(...lines);
    expect(steps).toHaveLength(expected.length);
    steps.forEach((own, k) => {
      expect(own).toContain(expected[k]);
    });
  });

  test("an inverse begins with the identity beside the matrix and ends with what stands there", () => {
    const steps = way("evaluate ((2, 1), (1, 3))^(-1)");
    expect(steps[0]).toMatch(/^Write the identity beside the matrix/);
    expect(steps.at(-1)).toBe("The identity stands on the left, so the inverse stands on the right: ((3/5, -1/5), (-1/5, 2/5))");
  });
});
