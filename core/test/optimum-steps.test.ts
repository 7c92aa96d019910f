import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { isEndOfNature } from "../src/check/optimum/constrained-nature.ts";
import { judgeStep } from "../src/check/step.ts";
import { resultOf, step } from "../src/derivation/step.ts";
import { stepText } from "../src/derivation/words.ts";
import { number, subtract, tuple } from "../src/expression/construct.ts";
import { runWorking } from "../src/instruction/working.ts";
import { text } from "../src/notation/text.ts";
import { answered } from "./oracle.ts";
import { read } from "./read.ts";

/** The words of the last steps, with what stands below them. */
function ending(count: number, ...lines: readonly string[]): readonly string[] {
  const outcome = runWorking(lines).lines.at(-1)?.outcome;
  expect(outcome?.verdict).toBe("nailed");
  return (outcome?.steps ?? []).slice(-count).map((own) => `${stepText(own)}: ${text(resultOf(own.claim))}`);
}

describe("the way to an optimum ends", () => {
  test.each<[readonly string[], readonly string[]]>([
    [
      ["minimise x^3 - x over x in [0, 2]"],
      [
        "At $x = sqrt(3)/3$ the second derivative is positive: a local minimum: 2 sqrt(3) > 0",
        "The value at $x = sqrt(3)/3$: -2 sqrt(3)/9",
        "The value at $x = 0$: 0",
        "The value at $x = 2$: 6",
        "The least of these values: -2 sqrt(3)/9 < 0 and -2 sqrt(3)/9 < 6",
      ],
    ],
    [
      ["maximise x^3 - 3x"],
      [
        "At $x = -1$ the second derivative is negative: a local maximum: -6 < 0",
        "At $x = 1$ the second derivative is positive: a local minimum: 6 > 0",
        "As $x$ approaches $-infinity$, the values approach: -infinity",
        "As $x$ approaches $infinity$, the values approach: infinity",
      ],
    ],
    [["stationary points of x^5"], ["At $x = 0$ the fifth derivative is positive: neither a minimum nor a maximum: 120 != 0"]],
    [
      ["stationary points of x^3 + y^3 - 3x y"],
      [
        "At $(x, y) = (0, 0)$ the second derivatives form this matrix, with the determinant $-9$: a saddle point: ((0, -3), (-3, 0))",
        "At $(x, y) = (1, 1)$ the second derivatives form this matrix, with the determinant $27$ and the first entry $6$: a local minimum: ((6, -3), (-3, 6))",
      ],
    ],
    [
      ["maximise x y subject to x^2 + y^2 <= 8 over x, y"],
      [
        "The value at $(x, y) = (2, 2), (x, y) = (-2, -2)$: 4",
        "The value at $(x, y) = (0, 0)$: 0",
        "The value at $(x, y) = (2, -2), (x, y) = (-2, 2)$: -4",
        "The greatest of these values: 4 > 0 and 4 > -4",
      ],
    ],
    [
      ["given a > 0", "maximise x y subject to x + y = a"],
      ["There is no other place where the slope changes its sign: at $y = a/2$ is the greatest value of all: a^2/4", "Put back y = a/2: x = a/2"],
    ],
    // A corner has no second derivative.
    [
      ["minimise |x - 1| + x^2/8"],
      [
        "At $x = 1$ there is no derivative, so the value there is looked at, too: 1/8",
        "There is no other place where the slope changes its sign: at $x = 1$ is the least value of all: 1/8",
      ],
    ],
  ])("%j", (lines, expected) => expect(ending(expected.length, ...lines)).toEqual(expected));

  it("with every value compared, for cubic functions on intervals", () => {
    let compared = 0;
    const coefficient = fc.integer({ min: -6, max: 6 });
    fc.assert(
      fc.property(coefficient, coefficient, coefficient, fc.integer({ min: 1, max: 4 }), (a, b, c, width) => {
        fc.pre(a !== 0 || b !== 0);
        const f = (x: number): number => a * x ** 3 + b * x ** 2 + c * x;
        const { answer, steps, verdict } = answered(`maximise ${a} x^3 + ${b} x^2 + ${c} x over x in [-1, ${width}]`);
        expect(verdict).toBe("nailed");
        const best = answer?.kind === "optimum" ? answer.points.find(({ global }) => global) : undefined;
        const grid = Array.from({ length: 401 }, (_, k) => f(-1 + ((width + 1) * k) / 400));
        expect(Number(best?.value.re)).toBeGreaterThan(Math.max(...grid) - 1e-9);
        compared +=
          steps.at(-1)?.text === "The greatest of these values" && steps.filter(({ text: words }) => words.startsWith("The value at")).length > 1 ? 1 : 0;
      }),
      { numRuns: 40 },
    );
    expect(compared).toBeGreaterThan(30);
  });
});

describe("the judge of what a point is", () => {
  const nature = (of: string, at: string, said: "minimum" | "maximum" | "saddle" | "inflection", order: number, after: string) => {
    const variables = of.includes("y") ? ["x", "y"] : ["x"];
    const values = new Map(variables.map((variable, k) => [variable, read(at.split(";")[k] ?? "0")]));
    const shown = variables.length === 1 ? read(after) : matrix(after);
    return judgeStep(step("nature by matrix", ["", said], { kind: "nature", of: read(of), variables, at: values, nature: said, order, after: shown }), [])
      .verdict;
  };
  const matrix = (entries: string) => {
    const [a = "0", b = "0", c = "0", d = "0"] = entries.split(";");
    return tuple([tuple([read(a), read(b)]), tuple([read(c), read(d)])]);
  };
  test.each<[string, string, "minimum" | "maximum" | "saddle" | "inflection", number, string, string]>([
    ["x^3 - 3x", "1", "minimum", 2, "6", "nailed"],
    ["x^3 - 3x", "1", "maximum", 2, "6", "loose"],
    ["x^3 - 3x", "2", "minimum", 2, "12", "bent"],
    ["x^3 - 3x", "1", "minimum", 2, "5", "bent"],
    ["x^3", "0", "inflection", 3, "6", "nailed"],
    ["x^3", "0", "minimum", 3, "6", "loose"],
    ["-x^4", "0", "maximum", 4, "-24", "nailed"],
    ["x |x|", "0", "minimum", 2, "2", "loose"],
    ["x^2 - y^2", "0;0", "saddle", 2, "2;0;0;-2", "nailed"],
    ["x^2 - y^2", "0;0", "minimum", 2, "2;0;0;-2", "loose"],
    ["x y", "0;0", "saddle", 2, "0;1;1;0", "nailed"],
    ["x^2 + x y + y^2", "0;0", "minimum", 2, "2;1;1;2", "nailed"],
    ["x^2 + x y + y^2", "0;0", "minimum", 2, "2;1;1;3", "bent"],
  ])("%s at %s: %s by order %i, %s is %s", (of, at, said, order, after, expected) => expect(nature(of, at, said, order, after)).toBe(expected));

  test.each<[string, string, string, string, "minimum" | "maximum", boolean]>([
    ["x^2 + 2y^2", "x + y - 3", "x >= 0", "0;3", "maximum", true],
    ["x^2 + 2y^2", "x + y - 3", "x >= 0", "0;3", "minimum", false],
    ["x y", "x^2 + y^2 - 4", "x >= 0", "0;2", "minimum", true],
    ["x y", "x^2 + y^2 - 4", "x >= 0", "0;-2", "maximum", true],
    // Inside the curve, there is no end.
    ["x y", "x^2 + y^2 - 4", "x >= 0", "2;0", "maximum", false],
    // Along the border the objective has no slope: this says nothing.
    ["y^2", "x - y", "x >= 0", "0;0", "minimum", false],
  ])("the end of a curve: %s on %s = 0 with %s at %s is a %s: %s", (objective, side, fact, at, said, expected) => {
    const [x = "", y = ""] = at.split(";");
    const values = new Map([
      ["x", read(x)],
      ["y", read(y)],
    ]);
    const claim = { objective: read(objective), variables: ["x", "y"], values, value: number(0), nature: said };
    expect(isEndOfNature(claim, [subtract(read(side), number(0))], [read(fact)], [])).toBe(expected);
  });
});
