import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { text } from "../src/notation/text.ts";
import { rational } from "../src/number/rational.ts";
import { isRegular, solveByLifting } from "../src/polynomial/rational-system.ts";
import { reduceRows } from "../src/polynomial/row-reduction.ts";
import { answered, meant, solutionsOf } from "./oracle.ts";

/** What a working's last line says: its verdict and its sentence or solutions. */
function said(...lines: readonly string[]): string {
  const report = answered(...lines);
  const { answer, error, verdict } = report;
  if (answer?.kind === "truth") return `${verdict}: ${answer.sentence}`;
  if (answer?.kind === "solutions") return `${verdict}: ${answer.solutions.map(({ values }) => Object.values(values)[0]?.text).join(", ")}`;
  if (answer?.kind === "expression") return `${verdict}: ${answer.value.text}`;
  return error?.message ?? "nothing";
}

describe("lines that hang together", () => {
  test.each<[readonly string[], string]>([
    [["solve sin x = 1/2", "expect x = pi/6 + 2 pi k or x = -7pi/6 + 2 pi k"], "nailed: agrees exactly with line 1"],
    [["solve cos(2x) = 0", "expect x = pi/4 + pi n/2"], "nailed: agrees exactly with line 1"],
    [["solve sin x = 1/2", "keep 0 < x < 2pi from (1)"], "nailed: pi/6, 5pi/6"],
    [["solve x^2 = 2x", "so x = 2"], "bent: x = 0 solves line 1 but not this: a solution is lost, since it was divided by x, which can be 0"],
    [
      ["solve sqrt(x + 3) = x - 3", "so x + 3 = (x - 3)^2"],
      "nailed: no solution of line 1 is lost; x = 1 came in, since squaring makes no difference between a number and its opposite: put back, it is to be set aside",
    ],
    [
      ["solve sqrt(x + 3) = x - 3", "so x + 3 = (x - 3)^2", "so x = 6 or x = 1"],
      "bent: x = 1 is here, but no solution of line 1: both sides were squared, which can add solutions",
    ],
    [["solve sqrt(x + 3) = x - 3", "so x + 3 = (x - 3)^2", "so x = 6"], "nailed: the same solutions as line 1"],
    [["solve e^(2x) - 3e^x + 2 = 0", "so e^x = 1 or e^x = 2"], "nailed: the same solutions as line 1"],
    [["solve sin(2x) = cos x", "so cos x = 0 or sin x = 1/2"], "nailed: the same solutions as line 1"],
    [
      ["solve sin(2x) = cos x", "so 2 sin x = 1"],
      "bent: x = π/2 and x = 3π/2 solve line 1 but not this: solutions are lost, since it was divided by cos(x), which can be 0",
    ],
    [["solve x^5 - x - 1 = 0", "evaluate (1)^5 - (1)"], "nailed: 1"],
    [["solve x^3 - 7x + 7 = 0", "keep x < 0 from (1)", "evaluate (2)^3 - 7 (2)"], "nailed: -7"],
    [["given k > 0", "solve x^2 = k", "keep x > 0 from (2)"], "nailed: sqrt(k)"],
    [["solve cos x = x", "expect x = 0.739085"], "tacked: agrees with line 1 when rounded to the digits typed"],
  ])("%j says %s", (lines, expected) => expect(said(...lines)).toBe(expected));

  test.each<[string, RegExp]>([
    ["solve k x = 3 for x", /if k = 0, no real x solves it/],
    ["solve (k - 1) x = k^2 - 1 for x", /if k = 1, every x solves it/],
    ["solve a x^2 + b x + c = 0 for x", /if a = 0, x = −c\/b \(where b ≠ 0\)/],
    ["solve x sin x = 1", /further out there may be others/],
    ["solve cos x = x", /exactly one zero on the whole line/],
  ])("%s is answered with the reason %s", (line, reason) => expect(solutionsOf(answered(line)).reason).toMatch(reason));
});

describe("families without an end in an interval", () => {
  test.each<[string, string, readonly string[]]>([
    ["solve sin(1/x) = 0 for x in [-1, 1]", "1/(pi n)", ["n != 0"]],
    ["solve cos(1/x) = 1 for x in (0, 1)", "1/(2pi n)", ["n >= 1"]],
  ])("%s keeps the whole family", (line, value, conditions) => {
    const { solutions, complete } = solutionsOf(answered(line));
    expect(complete).toBe(true);
    expect(solutions).toMatchObject([{ values: { x: { text: value } }, parameters: { n: "integer" }, conditions }]);
  });
});

describe("angles in degrees", () => {
  const inDegrees = (...lines: readonly string[]): readonly (string | undefined)[] => {
    const { answer } = answered(...lines);
    if (answer?.kind === "optimum") return answer.points.map(({ values }) => Object.values(values)[0]?.degrees);
    return answer?.kind === "solutions" ? answer.solutions.flatMap(({ values }) => Object.values(values).map(({ degrees }) => degrees)) : [];
  };

  test.each<[readonly string[], readonly (string | undefined)[]]>([
    [["solve sin x = 1/2 in [0°, 360°]"], ["30°", "150°"]],
    [["solve sin x = 1/2 in [0, 2 pi]"], [undefined, undefined]],
    [["solve cos(2 x + 30°) = 0 for x"], ["30° + 90° n"]],
    [["let alpha = 35°", "solve sin(alpha) = 1.33 sin(beta) for beta in [0°, 90°]"], ["≈ 25.5476°"]],
    [["solve sin x = 1/2", "keep 90 deg < x < 360 deg from (1)"], ["150°"]],
    [["solve F cos(60°) = 5"], [undefined]],
    [["maximise sin(2 theta) over theta in (0°, 90°)"], ["45°"]],
  ])("%j gives %j", (lines, expected) => expect(inDegrees(...lines)).toEqual(expected));
});

describe("named roots", () => {
  test.each(["root 2 of x^3 - 7x + 7", "root of x - cos(x) in [0.7, 0.8]", "1 + 2 (root 1 of x^5 - x - 1)"])("%s is printed as it is read", (source) =>
    expect(text(meant(source))).toBe(source),
  );

  test.each<[string, string]>([
    ["evaluate root 4 of x^3 - 2", "this polynomial has only 3 roots"],
    ["evaluate root 1 of x^2 - 1", "“root k of …” needs a polynomial that does not factor"],
    ["evaluate root of x^2 + 1 in [0, 1]", "the sides do not change places between these bounds"],
    ["evaluate root(-2, 3)", "the degree of a root is a whole number from 2"],
    ["evaluate 1 + log_1(5)", "the base of a logarithm is neither 0 nor 1"],
    ["evaluate root of a x in [0, 1]", "what a root is taken of holds exactly one name"],
  ])("%s is refused: %s", (line, message) => expect(answered(line).error?.message).toBe(message));
});

describe("named roots by radicals", () => {
  const coefficient = fc.integer({ min: -9, max: 9 });

  it("are the root, for every cubic and quartic and every number of a root", () => {
    fc.assert(
      fc.property(fc.array(coefficient, { minLength: 3, maxLength: 4 }), fc.integer({ min: 1, max: 3 }), fc.nat({ max: 3 }), (lower, lead, index) => {
        const body = [...lower, lead].map((c, k) => `(${c}) x^${k}`).join(" + ");
        const root = answered(`evaluate root ${index + 1} of ${body}`);
        if (root.answer?.kind !== "expression") return;
        const radicals = answered(`rewrite root ${index + 1} of ${body} with radicals`);
        expect(radicals.answer?.kind === "expression" && radicals.answer.value.text).not.toContain("root ");
        expect(radicals.answer).toMatchObject({ value: { re: root.answer.value.re } });
        expect(["nailed", "tacked"]).toContain(radicals.verdict);
      }),
      { numRuns: 20 },
    );
  });

  test.each<[string, string]>([
    ["rewrite root 1 of x^3 + x - 1 with radicals", "cbrt((9 + sqrt(93))/18) - cbrt((sqrt(93) - 9)/18)"],
    ["rewrite root 3 of x^3 - 3x + 1 with radicals", "2 cos(2pi/9)"],
    ["rewrite root 1 of x^3 - 4x + 2 with radicals", "4 sqrt(3) cos((4pi - arccos(-3 sqrt(3)/8))/3)/3"],
  ])("%s gives %s", (line, value) => expect(answered(line).answer).toMatchObject({ value: { text: value } }));

  test("are refused where there is no formula", () =>
    expect(answered("rewrite root 1 of x^5 - x - 1 with radicals").error?.message).toContain("third and fourth degree"));
});

describe("systems over the rational numbers by lifting", () => {
  it("have the solution that elimination finds, and are regular", () => {
    const entry = fc.tuple(fc.integer({ min: -999_999, max: 999_999 }), fc.integer({ min: 1, max: 999 })).map(([num, den]) => rational(num, den));
    const square = fc
      .integer({ min: 1, max: 7 })
      .chain((n) => fc.array(fc.array(entry, { minLength: n + 1, maxLength: n + 1 }), { minLength: n, maxLength: n }));
    fc.assert(
      fc.property(square, (rows) => {
        const { rows: reduced, pivots } = reduceRows(rows);
        const regular = pivots.length === rows.length && !pivots.includes(rows.length);
        expect(isRegular(rows)).toBe(regular);
        if (regular) expect(solveByLifting(rows)).toEqual(reduced.map((row) => row[rows.length]));
      }),
      { numRuns: 80 },
    );
  });
});
