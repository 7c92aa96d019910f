import { describe, expect, it, test } from "vitest";
import { answered } from "./oracle.ts";

/** What a working comes to: the values of the last line, one after the other. */
function comesTo(...lines: readonly string[]): { readonly values: readonly string[]; readonly verdict: string | undefined } {
  const { answer, verdict, error } = answered(...lines);
  if (answer?.kind === "solutions") return { values: answer.solutions.flatMap(({ values }) => Object.values(values).map(({ text }) => text)), verdict };
  if (answer?.kind !== "expression") return { values: [error?.message ?? ""], verdict };
  return { values: answer.value.entries?.map(({ text }) => text) ?? [answer.value.text], verdict };
}

const QUADRATIC = "solve a x^2 + b x + c = 0 for x";

describe("a line with several solutions", () => {
  test.each<readonly [lines: readonly string[], values: readonly string[]]>([
    [
      ["solve x^2 = 2 for x", "evaluate (1) to 4 figures"],
      ["sqrt(2)", "-sqrt(2)"],
    ],
    [
      [QUADRATIC, "substitute a = 2, b = 3, c = -9 into (1)"],
      ["3/2", "-3"],
    ],
    [
      [QUADRATIC, "evaluate (1) with a = 2, b = 3, c = -9"],
      ["3/2", "-3"],
    ],
    [
      ["solve sin x = 1/2 for x", "evaluate (1)"],
      ["pi/6 + 2pi n", "5pi/6 + 2pi n"],
    ],
    [
      ["solve x^2 = 4 for x", "evaluate x + y with (1), y = 1"],
      ["3", "-1"],
    ],
    [
      ["solve x + y = 5 and x y = 6 for x, y", "evaluate x^2 - y with (1)"],
      ["7", "1"],
    ],
    [["solve a x^2 = c for x", "substitute a = 0 into (1)"], ["for these values none of the solutions is left"]],
    [["solve x^2 = 4 for x", "evaluate (1)^2"], ["line 1 has 2 solutions: choose one with “keep … from (1)”"]],
  ])("%j gives one answer for each: %j", (lines, values) => {
    const found = comesTo(...lines);
    expect(found.values).toEqual(values);
    if (values.length > 1) expect(found.verdict).toBe("nailed");
  });

  it("is shown to the digits that are asked for, zeros kept", () => {
    const { answer } = answered("solve x^2 = 25/4 for x", "evaluate (1) to 4 figures");
    const rounded = answer?.kind === "solutions" ? answer.solutions.map(({ values }) => values["x"]?.rounded) : [];
    expect(rounded).toEqual(["2.500", "-2.500"]);
  });
});

describe("a declared function by its name alone", () => {
  test.each([
    [["let F(q, Q, r) = k q Q/r^2", "evaluate F with q = 2, Q = 5, r = 0.3, k = 9"], "1000"],
    [["let F(q, Q, r) = k q Q/r^2", "substitute q = 2 into F"], "2k Q/r^2"],
    [["let f(x) = x^3", "differentiate f by x"], "3x^2"],
    [["let f(x) = (x^2 - 4)/(x - 2)", "limit of f as x -> 2"], "4"],
    [["let f(x) = x^3", "series of f at x = 1 to order 1"], "1 + 3 (x - 1)"],
  ])("%j is %s", (lines, value) => {
    expect(comesTo(...lines)).toEqual({ values: [value], verdict: "nailed" });
  });
});

describe("a limit and the lines after it", () => {
  test.each([
    [["limit of 1/x as x -> 0", "expect does not exist"], "nailed"],
    [["limit of 1/x as x -> 0", "expect no limit"], "nailed"],
    [["limit of x as x -> 2", "expect no limit"], "bent"],
    [["limit of 1/x^2 as x -> 0", "expect infinity"], "nailed"],
    [["limit of 1/x^2 as x -> 0", "expect -infinity"], "bent"],
    [["limit of x as x -> 2", "expect infinity"], "bent"],
    // What stands further up is not taken for the limit that does not exist.
    [["evaluate 2 + 3", "limit of 1/x as x -> 0", "expect 5"], "bent"],
    [["limit of (e^(3x) - 1)/(5x) as x -> 0", "= 3/5"], "nailed"],
    [["let f(x) = sin(x)/x", "limit of f(x) as x -> 0", "substitute x = 0 into cases(f(x) if x != 0, 1 otherwise)", "expect 1"], "nailed"],
  ])("%j is %s", (lines, verdict) => {
    expect(answered(...lines).verdict).toBe(verdict);
  });

  it("is not equal to anything where it does not exist", () => {
    expect(answered("evaluate 2 + 3", "limit of 1/x as x -> 0", "= 5").error?.message).toMatch(/has no limit/);
  });
});
