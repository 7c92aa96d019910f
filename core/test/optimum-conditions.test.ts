import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { isPlainlyBounded } from "../src/calculus/plain-bounds.ts";
import { isWithoutBars } from "../src/check/inequality/bars.ts";
import { logic } from "../src/expression/construct.ts";
import { answered, bestValue } from "./oracle.ts";
import { read } from "./read.ts";

const POINTS = 4001;
const REACH = 8;

/** The best value on a grid of the points at which a condition holds, by plain doubles. */
function bestOnGrid(f: (x: number) => number, holds: (x: number) => boolean, wanted: "maximise" | "minimise"): number {
  const grid = Array.from({ length: POINTS }, (_, k) => -REACH + (2 * REACH * k) / (POINTS - 1)).filter(holds);
  const values = grid.map(f);
  return wanted === "maximise" ? Math.max(...values) : Math.min(...values);
}

describe("an optimum keeps to its conditions", () => {
  test.each<[readonly string[], string]>([
    [["maximise x subject to x^2 <= 4"], "2"],
    [["minimise (x - 1/2)^2 subject to x^2 >= 1"], "1/4"],
    [["given x^2 <= 4", "maximise x^3 over x"], "8"],
    [["maximise x subject to 2x - 1 <= 5"], "3"],
    [["maximise x (4 - x) subject to 0 <= 2x <= 1"], "7/4"],
    [["given a > 0", "maximise x^2 over x in [0, a]"], "a^2"],
    [["given a > 0", "maximise x^2 subject to |x| <= a over x"], "a^2"],
    [["minimise x^2 subject to |x| >= 1"], "1"],
    [["maximise x^2 subject to |x - 1| <= 2"], "9"],
    [["maximise x subject to |x^2 - 1| <= 3"], "2"],
    [["maximise 3x + y subject to |x| + |y - 1| <= 2 over x, y"], "7"],
    [["maximise x y subject to |x| <= 2 and |y| <= 3 over x, y"], "6"],
    [["minimise x + y + z subject to x y z >= 8 and x > 0 and y > 0 and z > 0 over x, y, z"], "6"],
    [["minimise x + 2y subject to x^2 y >= 8 and x >= 0 and y >= 0 over x, y"], "3 cbrt(4)"],
    [["minimise 2x + 3y subject to x + y >= 4 and x >= 0 and y >= 0 over x, y"], "8"],
    [["minimise e^(x y) subject to x^2 + y^2 <= 2 over x, y"], "1/e"],
    [["given a > 0", "maximise x^2 subject to x + a <= 2a and x >= 0 over x"], "a^2"],
  ])("%j is %s", (lines, expected) => {
    const report = answered(...lines);
    expect([report.verdict, bestValue(report)]).toEqual(["nailed", expected]);
  });

  test.each<[readonly string[], readonly string[]]>([
    [["given x^2 <= 1/4", "stationary points of x^3 - x over x"], []],
    [
      ["given x^2 <= 4", "stationary points of x^3 - x over x"],
      ["-sqrt(3)/3", "sqrt(3)/3"],
    ],
    [["given e^x <= 2", "stationary points of x^3 - 3x over x"], ["-1"]],
  ])("%j are at %j", (lines, expected) => {
    const { answer, verdict } = answered(...lines);
    expect(verdict).toBe("nailed");
    expect(answer?.kind === "optimum" ? answer.points.map(({ values }) => values["x"]?.text) : undefined).toEqual(expected);
  });

  // Each of these was once taken for a function on the whole line.
  test.each([
    ["maximise x subject to e^x <= 5", "ln(5)"],
    ["maximise x subject to x^3 <= 8", "2"],
    ["maximise x (1 - x) subject to sqrt(x) <= 1/2", "3/16"],
    ["minimise x + 1/x subject to x^2 >= 4 and x > 0", "5/2"],
    ["maximise -x^2 subject to 1/x >= 1", undefined],
    ["minimise x + 1/x subject to x^2 > 1 and x > 0", undefined],
  ])("%s has its conditions solved for the interval that they leave: %s", (line, expected) => {
    const report = answered(line);
    expect([report.verdict, bestValue(report)]).toEqual(["nailed", expected]);
    expect(report.steps?.some(({ text }) => text.startsWith("So the conditions hold for"))).toBe(true);
  });

  it("is refused where the conditions leave several intervals, and not read as if they were not there", () => {
    const { answer, error } = answered("maximise x subject to sin x >= 0 and x <= 8");
    expect(error?.message ?? "").toMatch(/do not bound x by values alone/);
    expect(answer).toBeUndefined();
  });

  it("of sums over a product of given size is the mean of both, and none is claimed where the domain lets it grow", () => {
    const size = fc.integer({ min: 1, max: 9 });
    fc.assert(
      fc.property(size, size, size, (a, b, c) => {
        const domain = `subject to x y >= ${c} and x > 0 and y > 0 over x, y`;
        const { answer, verdict } = answered(`minimise ${a} x + ${b} y ${domain}`);
        expect(verdict).toBe("nailed");
        const best = answer?.kind === "optimum" ? answer.points.find(({ global }) => global)?.value.re : undefined;
        expect(Number(best)).toBeCloseTo(2 * Math.sqrt(a * b * c), 9);
        const other = answered(`maximise ${a} x + ${b} y ${domain}`).answer;
        expect(other?.kind === "optimum" ? other.points.filter(({ global }) => global) : undefined).toEqual([]);
      }),
      { numRuns: 12 },
    );
  });

  it("for quadratic functions and conditions, against a grid", () => {
    let nailed = 0;
    const coefficient = fc.integer({ min: -4, max: 4 });
    const wanted = fc.constantFrom<"maximise" | "minimise">("maximise", "minimise");
    fc.assert(
      fc.property(coefficient, coefficient, fc.integer({ min: 1, max: 9 }), fc.integer({ min: -2, max: 2 }), wanted, (a, b, c, d, word) => {
        fc.pre(a !== 0 || b !== 0);
        const { answer, verdict } = answered(`${word} ${a} x^2 + ${b} x subject to (x - ${d})^2 <= ${c}`);
        if (verdict !== "nailed" || answer?.kind !== "optimum") return;
        nailed += 1;
        const best = Number(answer.points.find(({ global }) => global)?.value.re);
        const onGrid = bestOnGrid(
          (x) => a * x * x + b * x,
          (x) => (x - d) ** 2 <= c,
          word,
        );
        expect(word === "maximise" ? best - onGrid : onGrid - best).toBeGreaterThan(-1e-9);
        expect(Math.abs(best - onGrid)).toBeLessThan(0.2);
      }),
      { numRuns: 60 },
    );
    expect(nailed).toBeGreaterThan(45);
  });

  it("for corners of a square on its tip, against a grid", () => {
    let nailed = 0;
    const coefficient = fc.integer({ min: -3, max: 3 });
    fc.assert(
      fc.property(coefficient, coefficient, coefficient, fc.integer({ min: 1, max: 3 }), (a, b, c, r) => {
        fc.pre(a !== 0 || b !== 0);
        const { answer, verdict } = answered(`maximise ${a} x + ${b} y + ${c} x y subject to |x| + |y| <= ${r} over x, y`);
        if (verdict !== "nailed" || answer?.kind !== "optimum") return;
        nailed += 1;
        const best = Number(answer.points.find(({ global }) => global)?.value.re);
        const places = Array.from({ length: 61 }, (_, k) => (r * (k - 30)) / 30);
        const values = places.flatMap((x) => places.filter((y) => Math.abs(x) + Math.abs(y) <= r + 1e-12).map((y) => a * x + b * y + c * x * y));
        expect(best).toBeGreaterThan(Math.max(...values) - 1e-9);
        expect(best).toBeLessThan(Math.max(...values) + 0.1);
      }),
      { numRuns: 25 },
    );
    expect(nailed).toBeGreaterThan(17);
  });

  const bars = (before: string, ...after: readonly string[]) => {
    const parts = after.map(read);
    return isWithoutBars({ kind: "without bars", before: read(before), after: parts.length === 1 ? (parts[0] ?? read("0")) : logic("and", parts) }, []);
  };
  test.each<[string, readonly string[], boolean]>([
    ["|x| <= 2", ["x <= 2", "-x <= 2"], true],
    ["|x| <= 2", ["x <= 2"], false],
    ["|x| <= 2", ["x < 2", "-x < 2"], false],
    ["|x| >= 2", ["x >= 2", "-x >= 2"], false],
    ["|x| >= 2", ["x^2 >= 4"], true],
    ["|x| >= -2", ["x^2 >= 4"], false],
    ["|x| + |y| <= 1", ["x + y <= 1", "x - y <= 1", "-x + y <= 1", "-x - y <= 1"], true],
    ["|x| + |y| <= 1", ["x + y <= 1", "x - y <= 1", "-x + y <= 1"], false],
    ["|x| - |y| <= 1", ["x + y <= 1", "x - y <= 1", "-x + y <= 1", "-x - y <= 1"], false],
  ])("%s without bars is %j: %s", (before, after, expected) => expect(bars(before, ...after)).toBe(expected));

  test.each<[string, boolean]>([
    ["x >= 1", true],
    ["0 <= x <= 2", true],
    ["2x - 1 <= 5", true],
    ["x != 3", true],
    ["y >= x^2", false],
    ["x^2 <= 4", false],
    ["1/x >= 1", false],
    ["y >= 2", true],
  ])("%s bounds x by values alone: %s", (condition, expected) => expect(isPlainlyBounded([read(condition)], "x")).toBe(expected));
});
