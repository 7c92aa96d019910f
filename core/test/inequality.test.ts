import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import type { SolutionReport } from "../src/instruction/line-report.ts";
import { runWorking } from "../src/instruction/working.ts";
import { answered, meant, solutionsOf } from "./oracle.ts";
import { cases } from "./seed.ts";

const MARKS = ["<", "<=", ">", ">="] as const;

/** Whether a number belongs to one of the solutions, by plain doubles; repeated ones are looked at for n from −9 to 9. */
function belongs({ values, conditions = [], parameters = {} }: SolutionReport, x: number): boolean {
  const letter = Object.keys(parameters).find((name) => parameters[name] === "integer");
  const members = letter === undefined ? [0] : Array.from({ length: 19 }, (_, k) => k - 9);
  const at = (source: string, n: number): number => compile(meant(source), ["x", letter ?? "n"])(x, n);
  return members.some((n) => {
    if (parameters["x"] !== "free") return Math.abs(at(values["x"]?.text ?? "0", n) - x) < 1e-9;
    return conditions.every((condition) => {
      const parts = condition.split(/ (<=?|>=?) /);
      return parts.every((sign, k) => {
        if (k % 2 === 0) return true;
        const [left, right] = [at(parts[k - 1] ?? "0", n), at(parts[k + 1] ?? "0", n)];
        return { "<": left < right, "<=": left <= right, ">": left > right, ">=": left >= right }[sign as "<"];
      });
    });
  });
}

/** Holds an answer against doubles between −6 and 6, away from the places where the sides are nearly equal. */
function holdAgainst(left: string, mark: string, right: string): boolean {
  const report = answered(`solve ${left} ${mark} ${right} for x`);
  if (report.verdict !== "nailed") return false;
  const { solutions } = solutionsOf(report);
  const [f, g] = [compile(meant(left), ["x"]), compile(meant(right), ["x"])];
  for (let k = 0; k < 60; k += 1) {
    const x = -6 + 0.2 * k + 0.0137;
    const difference = f(x) - g(x);
    if (Number.isFinite(difference) && Math.abs(difference) < 1e-6) continue;
    const holds = Number.isNaN(difference) ? false : mark.startsWith("<") ? difference < 0 : difference > 0;
    expect(
      solutions.some((one) => belongs(one, x)),
      `${left} ${mark} ${right} at ${x}`,
    ).toBe(holds);
  }
  return true;
}

const factor = fc
  .tuple(fc.constantFrom("(x - A)", "(x + A)", "(x^2 + A)", "(A - x)"), fc.integer({ min: 0, max: 4 }))
  .map(([form, a]) => form.replace("A", String(a)));

describe("inequalities", () => {
  it("between products of factors have the signs of their factors", () => {
    let proven = 0;
    const count = cases(60);
    fc.assert(
      fc.property(fc.array(factor, { minLength: 1, maxLength: 3 }), fc.array(factor, { maxLength: 2 }), fc.constantFrom(...MARKS), (above, below, mark) => {
        const left = below.length > 0 ? `${above.join(" ")}/(${below.join(" ")})` : above.join(" ");
        if (holdAgainst(left, mark, "0")) proven += 1;
      }),
      count,
    );
    expect(proven).toBeGreaterThan(0.9 * count.numRuns);
  });

  test.each([
    ["|x - 3|", "2"],
    ["|x| + |x - 1|", "3"],
    ["sqrt(x + 2)", "x"],
    ["sqrt(x)", "x - 2"],
    ["ln(x + 1)", "1"],
    ["e^x", "3"],
    ["1/x", "x"],
    ["x + 1/x", "2"],
    ["sin x", "1/2"],
    ["cos(2x)", "cos x"],
    ["tan x", "1"],
    ["sin(x)^2", "3/4"],
    ["|x^2 - 4|", "3"],
    ["arctan x", "pi/4"],
    ["x/(x^2 + 1)", "2/5"],
  ])("%s is compared with %s in each way", (left, right) => {
    for (const mark of MARKS) expect(holdAgainst(left, mark, right), `${left} ${mark} ${right}`).toBe(true);
  });

  test.each<[string, readonly string[]]>([
    ["solve x^2 <= 0", ["x = 0"]],
    ["solve x^2 > 0", ["x < 0", "x > 0"]],
    ["solve x^2 != 4", ["x < -2", "-2 < x < 2", "x > 2"]],
    ["solve x^2 < 4 or x > 5", ["-2 < x < 2", "x > 5"]],
    ["solve x^2 < 4 and x > 0", ["0 < x < 2"]],
    ["solve x^2 + 1 < 0", []],
    ["solve sqrt(x) < 3", ["0 <= x < 9"]],
  ])("%s", (line, wanted) => {
    const { solutions } = solutionsOf(answered(line));
    expect(solutions.map(({ values, conditions }) => conditions?.join() ?? `x = ${values["x"]?.text}`)).toEqual(wanted);
  });

  test.each<[string, string, boolean]>([
    ["solve x^2 < 4", "so -2 < x < 2", true],
    ["solve x^2 < 4", "so -2 < x < 3", false],
    ["solve x^2 > 4", "expect x < -2 or x > 2", true],
    ["solve x^2 > 4", "expect x > 2", false],
    ["solve x^2 <= 0", "so x = 0", true],
    ["x^2 - 5x + 6 < 0", "so 2 < x < 3", true],
    ["solve x^2 < 4", "keep x > 0", true],
  ])("%s, then %s: %s", (line, next, right) => {
    const { answer, verdict } = answered(line, next);
    expect([answer?.kind === "truth" ? answer.holds : true, verdict]).toEqual([right, right ? "nailed" : "bent"]);
  });

  it("with letters or jumps are refused in words", () => {
    for (const line of ["solve a x < b for x", "solve floor(x) > 2"]) expect(runWorking([line]).lines[0]?.error?.message).toMatch(/is not solved/);
  });
});
