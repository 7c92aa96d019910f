import { describe, expect, test } from "vitest";
import type { LineReport } from "../../src/instruction/report.ts";
import { answered, solutionsOf } from "../oracle.ts";

/** Values by the names solved for, with what is asked of the letters. */
function listed(report: LineReport): readonly string[] {
  return solutionsOf(report).solutions.map(({ values, conditions = [] }) =>
    [
      Object.values(values)
        .map(({ text }) => text)
        .join(", "),
      ...conditions,
    ].join(" | "),
  );
}

describe("equations of a first year", () => {
  test.each<[readonly string[], readonly string[]]>([
    [["solve f = f_0 sqrt((1 + beta)/(1 - beta)) for beta"], ["(f^2 - f_0^2)/(f^2 + f_0^2) | f/f_0 >= 0 | f_0 != 0"]],
    [["solve A e^(-2k) = 12 and A e^(-5k) = 3 for A, k"], ["24 cbrt(2), 2 ln(2)/3"]],
    [["given V > 0", "solve V^n = 5 for V"], ["5^(1/n) | n != 0"]],
    [["solve cbrt(x) = x"], ["0", "1", "-1"]],
    [["solve ln((x+3)/(x-3)) = ln 8"], ["27/7"]],
    [["solve 4^x + 6^x = 2*9^x"], ["0"]],
    [["solve floor(x) = 2"], ["x | x >= 2 | x < 3"]],
    [["solve n! = 6"], ["3"]],
    [["solve arccos(cos x) = x"], ["x | x >= 0 | x <= pi"]],
    [["solve z^3 - (2 + 3i) z^2 - (1 - 5 i) z + 2 - 2 i = 0 for z over complex"], ["1", "1 + i", "2i"]],
    [["solve z + 2 conj(z) = 3i for z over complex"], ["-3i"]],
    [["solve |z| = 1 for z over complex"], ["e^(i phi)"]],
    [["solve x cos y = 3 and x sin y = 3 for x, y"], ["3 sqrt(2), pi/4 + 2pi n", "-3 sqrt(2), 5pi/4 + 2pi n"]],
    [["solve sin(2x)/cos(x) = 0"], ["pi n"]],
    [["solve sin(2x)/(sin x) = 1"], ["pi/3 + 2pi n", "-pi/3 + 2pi n"]],
    [["solve sin(a x) = 0 for x"], ["pi n/a | a != 0", "x | a = 0"]],
  ])("%j are nailed: %j", (lines, expected) => {
    const report = answered(...lines);
    expect(listed(report)).toEqual(expected);
    expect(report.verdict).toBe("nailed");
  });

  test("with a letter in the exponent say that negative bases are not looked at", () => {
    const report = answered("solve V^n = 5 for V");
    expect(solutionsOf(report)).toMatchObject({ complete: false, reason: expect.stringContaining("V > 0") });
    expect(report.verdict).toBe("tacked");
  });

  test("list a repeated root once, with how often it counts", () =>
    expect(solutionsOf(answered("solve (x - 1)^1000 = 0")).solutions).toMatchObject([{ values: { x: { text: "1" } }, multiplicity: 1000 }]));
});
