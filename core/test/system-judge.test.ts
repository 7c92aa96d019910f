import { describe, expect, it, test } from "vitest";
import type { ClaimedPoint } from "../src/check/system/claimed.ts";
import { systemCount } from "../src/check/system/count.ts";
import { name } from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import { substitute } from "../src/expression/substitute.ts";
import { answered } from "./oracle.ts";
import { read } from "./read.ts";

/** Equations in x and y, with solutions as texts in which n and k stand for whole numbers. */
function outcomeOf(equations: readonly string[], solutions: readonly (readonly [string, string, ...string[]])[]): string {
  const whole = new Map(["n", "k"].map((letter) => [letter, name(letter, "integer")]));
  const value = (source: string): Expression => substitute(read(source), whole);
  const points = solutions.map(
    ([x, y, ...free]): ClaimedPoint => ({
      values: new Map([
        ["x", value(x)],
        ["y", value(y)],
      ]),
      free,
      integers: ["n", "k"].filter((letter) => [x, y].some((source) => source.includes(letter))),
      conditions: [],
    }),
  );
  const relations = equations.map(read).flatMap((one) => (one.kind === "relation" ? [one] : []));
  return systemCount({ equations: relations, unknowns: ["x", "y"], solutions: points, apart: [], rejected: [], domain: "real", assumptions: [], within: [] })
    .outcome;
}

describe("the count of a system", () => {
  test.each<[readonly string[], readonly (readonly [string, string, ...string[]])[]]>([
    [
      ["x y = 0", "x (y - 1) (x - 2) = 0"],
      [
        ["0", "y", "y"],
        ["2", "0"],
      ],
    ],
    [
      ["x^2 y (x - 1) = 0", "x (y - 3 + x) = 0"],
      [
        ["0", "y", "y"],
        ["3", "0"],
        ["1", "2"],
      ],
    ],
    [
      ["y (x + y) = 0", "y^2 (x + y) (x - 1) = 0"],
      [
        ["x", "0", "x"],
        ["-y", "y", "y"],
      ],
    ],
    [
      ["cos x + cos(x + y) = 0", "cos y + cos(x + y) = 0"],
      [
        ["pi/3 + 2pi n", "pi/3 + 2pi k"],
        ["pi + 2pi n", "pi + 2pi k"],
        ["-pi/3 + 2pi n", "-pi/3 + 2pi k"],
      ],
    ],
    [["sin(x + y) = 1", "sin(x - y) = 0"], [["pi/4 + 2pi n - pi k/2", "pi/4 + pi k/2"]]],
  ])("of %j takes all of %j, and none of them can be left out", (equations, solutions) => {
    expect(outcomeOf(equations, solutions)).toBe("nailed");
    for (const one of solutions)
      expect(
        outcomeOf(
          equations,
          solutions.filter((other) => other !== one),
        ),
        one.join(),
      ).not.toBe("nailed");
  });

  it("does not take single angles for their families", () => {
    expect(
      outcomeOf(
        ["sin x + sin y = 1", "cos x + cos y = 1"],
        [
          ["0", "pi/2"],
          ["pi/2", "0"],
        ],
      ),
    ).not.toBe("nailed");
  });
});

describe("equations divided by a letter", () => {
  test.each([
    ["a x e^x = a e^x", "1"],
    ["y e^(-x) (1 - x) = 0", "1"],
    ["a 2^x = a 3^x", "0"],
    ["a sin x = a cos x", "pi/4 + pi n"],
  ])("%s is solved where the letter is not 0", (equation, value) => {
    const { answer, verdict } = answered(`solve ${equation} for x`);
    expect(verdict).toBe("nailed");
    expect(answer?.kind === "solutions" && answer.solutions.map(({ values, conditions }) => [values["x"]?.text, conditions])[0]).toEqual([
      value,
      [expect.stringContaining("!= 0")],
    ]);
  });

  test.each([
    ["cos x = cos y", ["y + 2pi n", "-y + 2pi n"]],
    ["sin x = sin y", ["y + 2pi n", "pi - y + 2pi n"]],
    ["cos x = -cos y", ["pi - y + 2pi n", "y - pi + 2pi n"]],
  ])("%s has its angles by those of the letter", (equation, values) => {
    const { answer, verdict } = answered(`solve ${equation} for x`);
    expect(verdict).toBe("nailed");
    expect(answer?.kind === "solutions" && answer.solutions.map((one) => one.values["x"]?.text)).toEqual(values);
  });
});
