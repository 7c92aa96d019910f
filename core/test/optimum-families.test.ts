import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { isOfNature } from "../src/check/optimum/nature.ts";
import { systemCount } from "../src/check/system/count.ts";
import { ZERO } from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import { solution } from "../src/solve/solution.ts";
import { isWithinFamily } from "../src/solve/systems/family-lattice.ts";
import { answered, bestValue, optimumOf } from "./oracle.ts";
import { read } from "./read.ts";

function relationOf(source: string): Expression & { readonly kind: "relation" } {
  const one = read(source);
  if (one.kind !== "relation") throw new Error(`${source} is no relation`);
  return one;
}

const said = ({ points }: ReturnType<typeof optimumOf>): readonly string[] =>
  points
    .map(
      ({ values, nature }) =>
        `${nature} ${Object.values(values)
          .map((value) => value.text)
          .join(", ")}`,
    )
    .sort((a, b) => a.localeCompare(b));

describe("whole lines of stationary points", () => {
  test.each<[readonly string[], readonly string[]]>([
    [["stationary points of x y z over x, y, z"], ["saddle 0, 0, z", "saddle 0, y, 0", "saddle x, 0, 0"]],
    // A product whose content is a letter once lost two of the three lines.
    [
      ["given P > 0", "stationary points of (P/2)(P/2 - x)(P/2 - y)(P/2 - z) over x, y, z"],
      ["saddle P/2, P/2, z", "saddle P/2, y, P/2", "saddle x, P/2, P/2"],
    ],
    [
      ["given a > 0", "given b > 0", "given c > 0", "stationary points of x y z (1 - x/a - y/b - z/c) over x, y, z"],
      [
        "maximum a/4, b/4, c/4",
        "saddle 0, 0, z",
        "saddle 0, b (c - z)/c, z",
        "saddle 0, y, 0",
        "saddle a (b - y)/b, y, 0",
        "saddle a (c - z)/c, 0, z",
        "saddle x, 0, 0",
      ],
    ],
    [
      ["given s > 0", "stationary points of s (s - x)(s - y)(x + y - s) over x, y"],
      ["maximum 2s/3, 2s/3", "saddle 0, s", "saddle s, 0", "saddle s, s"],
    ],
    [
      ["stationary points of sin(x) sin(y) sin(x + y) over x, y"],
      ["maximum pi/3 + pi n, pi/3 + pi k", "minimum 2pi/3 + pi n, 2pi/3 + pi k", "saddle pi n, pi k"],
    ],
  ])("%j are %j", (lines, expected) => {
    const report = answered(...lines);
    expect(said(optimumOf(report))).toEqual(expected);
    expect(report.verdict).toBe("nailed");
  });

  it("are no saddles for the judge where the function keeps its sign on a part of them", () => {
    const claim = (objective: string, nature: "saddle" | "minimum") => ({
      objective: read(objective),
      variables: ["x", "y"],
      values: new Map([
        ["x", ZERO],
        ["y", read("y")],
      ]),
      value: ZERO,
      nature,
    });
    // x² (y + 1) is a minimum along the part of the line above y = −1.
    expect(isOfNature(claim("x^2 (y + 1)", "saddle"), [])).toBe(false);
    expect(isOfNature(claim("x^3 + x^2 y", "saddle"), [])).toBe(false);
    expect(isOfNature(claim("x y", "saddle"), [])).toBe(true);
  });
});

describe("three free positions in a figure", () => {
  const triangle = "r^2/2 (sin(v - u) + sin(w - v) + sin(u - w))";
  it("are equally far apart in the greatest triangle on a circle, and in one that has collapsed they are one", () => {
    const report = answered("given r > 0", `maximise ${triangle} over u, v, w`);
    expect(report.verdict).toBe("nailed");
    expect(optimumOf(report).points.map(({ nature, global, value }) => `${nature}${global ? " of all" : ""} ${value.text}`)).toEqual([
      "maximum of all 3 sqrt(3) r^2/4",
      "saddle 0",
      "minimum -3 sqrt(3) r^2/4",
    ]);
    expect(report.steps?.some(({ text }) => text.includes("vanishes there"))).toBe(true);
  });

  it("are put back into the figure with its good point, and choose it with keep", () => {
    const stated = ["given a > 0", "given b > 0", "given c > 0"];
    const box = "x y z (1 - x/a - y/b - z/c) over x, y, z";
    const value = (...lines: readonly string[]): string | undefined => {
      const { answer } = answered(...stated, ...lines);
      return answer?.kind === "expression" ? answer.value.text : undefined;
    };
    expect(value(`maximise ${box}`, "evaluate arctan(y/x) with (4)")).toBe("arctan(b/a)");
    expect(value(`stationary points of ${box}`, "keep x y z > 0", "evaluate arctan(y/x) with (5)")).toBe("arctan(b/a)");
    expect(answered("stationary points of x^3 - 3x", "keep x > 7").error?.message).toMatch(/at none of the points of line 1/);
  });

  it("are not taken for all where the system is moved along a line on which it changes", () => {
    const system = {
      equations: ["sin(u - w) = 0", "sin(v - w) = 0"].map(relationOf),
      unknowns: ["u", "v", "w"],
      apart: [],
      rejected: [],
      domain: "real" as const,
      assumptions: [],
      within: [],
    };
    const line = (u: string, v: string) => ({
      values: new Map([
        ["u", read(u)],
        ["v", read(v)],
        ["w", read("w")],
      ]),
      free: ["w"],
      integers: ["n", "k"],
      conditions: [],
    });
    const outcome = (...lines: readonly ReturnType<typeof line>[]): string => systemCount({ ...system, solutions: lines }).outcome;
    expect(outcome(line("w + pi n", "w + pi k"))).toBe("nailed");
    expect(outcome(line("w + 2pi n", "w + pi k"))).toBe("loose");
    expect(outcome(line("2w + pi n", "w + pi k"))).toBe("loose");
  });
});

describe("functions that repeat in every variable", () => {
  test.each([
    ["maximise sin(x) sin(y) sin(x + y) over x, y", "3 sqrt(3)/8"],
    ["minimise cos(x) cos(y) cos(x + y) over x, y", "-1/8"],
    ["maximise sin(x) + sin(y) + sin(x + y) over x, y", "3 sqrt(3)/2"],
    ["minimise sin(x) + cos(2y) over x, y", "-2"],
  ])("%s is %s", (line, expected) => {
    const report = answered(line);
    expect([bestValue(report), report.verdict]).toEqual([expected, "nailed"]);
  });
});

describe("families within families", () => {
  const family = (x: string, y: string) => ({
    ...solution("x", read(x)),
    values: new Map([
      ["x", read(x)],
      ["y", read(y)],
    ]),
    integers: ["n", "k"],
  });
  test.each<[readonly [string, string], readonly [string, string], boolean]>([
    [["pi k", "pi n"], ["pi n", "pi k"], true],
    [["pi n", "pi k"], ["pi n - 2pi k/3", "pi k/3"], true],
    [["pi n - 2pi k/3", "pi k/3"], ["pi n", "pi k"], false],
    [["pi/2 + pi n", "pi k"], ["pi n/2", "pi k"], true],
    [["pi/3 + pi n", "pi k"], ["pi n/2", "pi k"], false],
    [["2pi n", "2pi n"], ["pi n", "pi n"], true],
    [["2pi n", "2pi k"], ["pi n", "pi n"], false],
  ])("%j within %j: %s", (special, general, expected) => {
    expect(isWithinFamily(family(...special), family(...general))).toBe(expected);
  });
});

const POINTS = 161;

describe("objectives with bars in two variables", () => {
  const small = fc.integer({ min: -2, max: 2 });
  it("are beaten by no point of a grid, with a triangle or a disc for domain", () => {
    let [nailed, all] = [0, 0];
    fc.assert(
      fc.property(small, small, small, small, fc.constantFrom(1, -1), fc.boolean(), (a, b, c, d, sign, isDisc) => {
        const line = `maximise ${sign} |x - ${a}| + ${b} |y - (${c})| + ${d} x subject to ${isDisc ? "x^2 + y^2 <= 4" : "x >= 0 and y >= 0 and x + y <= 2"} over x, y`;
        const f = (x: number, y: number): number => sign * Math.abs(x - a) + b * Math.abs(y - c) + d * x;
        const report = answered(line);
        const { points } = optimumOf(report);
        all += 1;
        if (report.verdict !== "nailed") return;
        nailed += 1;
        const best = Number(points.find(({ global }) => global)?.value.re);
        const grid = Array.from({ length: POINTS }, (_, k) => -2 + (4 * k) / (POINTS - 1));
        const values = grid.flatMap((x) => grid.filter((y) => (isDisc ? x * x + y * y <= 4 : x >= 0 && y >= 0 && x + y <= 2)).map((y) => f(x, y)));
        const top = Math.max(...values);
        expect(best).toBeGreaterThanOrEqual(top - 1e-9);
        expect(best).toBeLessThanOrEqual(top + 0.2);
      }),
      { numRuns: 25 },
    );
    expect(nailed).toBeGreaterThanOrEqual(0.9 * all);
  });

  test.each([
    ["minimise |x - y| + x^2 + y^2 over x, y", "0"],
    ["minimise |x^2 - 1| + y^2 over x, y", "0"],
    ["minimise |x - 1| + |x - 4| + |y| over x, y", "3"],
    ["maximise |x y| subject to x^2 + 2y^2 <= 4 over x, y", "sqrt(2)"],
  ])("%s is %s", (line, expected) => {
    const report = answered(line);
    expect([bestValue(report), report.verdict]).toEqual([expected, "nailed"]);
  });

  it("hold on a family only where its conditions say so", () => {
    const { points } = optimumOf(answered("minimise |x| + |y| subject to x + y = 2 over x, y"));
    const line = points.find(({ values }) => values["y"]?.text === "y");
    expect([...(line?.conditions ?? [])].sort()).toEqual(["y <= 2", "y >= 0"]);
  });
});
