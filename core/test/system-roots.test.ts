import * as fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { allCommonZeros } from "../src/check/system/isolation.ts";
import { compile } from "../src/expression/double-value.ts";
import { text } from "../src/notation/text.ts";
import { answered, meant, solutionsOf } from "./oracle.ts";

/** Zeros that Newton's method in doubles, with slopes by differences, reaches from many starts in a square. */
function newtonZeros(equations: readonly string[], reach: number): readonly (readonly [number, number])[] {
  const [f, g] = equations.map((one) => {
    const [left = "0", right = "0"] = one.split(" = ");
    return compile(meant(`(${left}) - (${right})`), ["x", "y"]);
  });
  if (!f || !g) throw new Error("two equations were expected");
  const found: (readonly [number, number])[] = [];
  for (let k = 0; k < 1600; k += 1) {
    let [x, y] = [reach * (((k % 40) + 0.37) / 20 - 1), reach * ((Math.floor(k / 40) + 0.61) / 20 - 1)];
    for (let round = 0; round < 40; round += 1) {
      const h = 1e-6;
      const [fx, fy] = [(f(x + h, y) - f(x - h, y)) / (2 * h), (f(x, y + h) - f(x, y - h)) / (2 * h)];
      const [gx, gy] = [(g(x + h, y) - g(x - h, y)) / (2 * h), (g(x, y + h) - g(x, y - h)) / (2 * h)];
      const determinant = fx * gy - fy * gx;
      x -= (f(x, y) * gy - g(x, y) * fy) / determinant;
      y -= (g(x, y) * fx - f(x, y) * gx) / determinant;
    }
    const isZero = Math.abs(f(x, y)) + Math.abs(g(x, y)) < 1e-9 && Math.max(Math.abs(x), Math.abs(y)) < reach;
    if (isZero && !found.some(([a, b]) => Math.abs(a - x) + Math.abs(b - y) < 1e-6)) found.push([x, y]);
  }
  return found;
}

describe("systems that cannot be taken apart", () => {
  test.each<[readonly string[], number, boolean]>([
    [["sin(x + y) = x", "cos(x - y) = y"], 10, true],
    [["x^2 + y^2 = 9", "sin(x + y) = x y/5"], 10, true],
    [["x^3 + y^3 = 4 x y", "x sin(y) + y cos(x) = 1"], 10, false],
    [["x + y + sin(x y) = 2", "x y + e^(x + y) = 5"], 10, false],
    [["sqrt(x + y) + x y = 2", "x^2 - y + sin(y) = 1"], 10, false],
    [["x^2 + y^2 + cos(x y) = 1/2", "x + y + sin(x y) = 7"], 10, true],
  ])("%j: every zero that Newton’s method finds is listed", (equations, reach, complete) => {
    const answer = solutionsOf(answered(`solve ${equations.join(" and ")}`));
    const listed = answer.solutions.map(({ values }) => [Number(values["x"]?.re), Number(values["y"]?.re)] as const);
    expect(answer.complete).toBe(complete);
    const expected = newtonZeros(equations, reach);
    expect(listed).toHaveLength(expected.length);
    for (const [x, y] of expected) expect(listed.some(([a, b]) => Math.abs(a - x) + Math.abs(b - y) < 1e-7)).toBe(true);
  });

  it("find the short exact solution that they were made from", () => {
    const small = fc.integer({ min: -6, max: 6 });
    fc.assert(
      fc.property(small, small, fc.integer({ min: 1, max: 3 }), (a, b, k) => {
        const line = `solve 5x + sin(x + ${k} y) = ${5 * a} + sin(${a + k * b}) and 7y + cos(x - y) = ${7 * b} + cos(${a - b})`;
        const report = answered(line);
        expect(solutionsOf(report).solutions.map(({ values }) => [values["x"]?.text, values["y"]?.text])).toEqual([[`${a}`, `${b}`]]);
        expect(report.verdict).toBe("nailed");
      }),
      { numRuns: 15 },
    );
  });

  it("are not said to be complete where a solution is missing", () => {
    const equations = ["x^2 + y^2 = 9", "sin(x + y) = x y/5"];
    const points = newtonZeros(equations, 10).map(([x, y]) => new Map([["x", meant(`${x}`)] as const, ["y", meant(`${y}`)] as const]));
    const read = equations.map(meant);
    expect(allCommonZeros(read, points, ["x", "y"], [])).toBe(true);
    for (const [k] of points.entries()) expect(allCommonZeros(read, points.toSpliced(k, 1), ["x", "y"], [])).toBe(false);
    const right = [meant("x > 0"), meant("x < 4"), meant("y < 4"), meant("y > -4")];
    const inside = points.filter((point) => Number(text(point.get("x") ?? meant("0"))) > 0);
    expect(allCommonZeros(read, inside, ["x", "y"], right)).toBe(true);
  });

  test("keep to the box that is given, and can be used in later lines", () => {
    const given = ["given x in (0, 3)", "given y in (0, 3)", "solve sin(x y) + x = 2 and x + y + cos(x y) = 3"];
    const answer = solutionsOf(answered(...given));
    expect(answer.solutions.map(({ values }) => values["x"]?.text)).toEqual([
      "root x of (x - 2 + sin(x y), x + y - 3 + cos(x y)) in [2.42, 2.43] × [1.47, 1.48]",
    ]);
    expect(answer.rejected?.map(({ reason }) => reason)).toEqual(["0 < y < 3 does not hold; this is given"]);
    const value = answered(...given, "evaluate x + y with (3) to 6 figures");
    expect(value.answer).toMatchObject({ kind: "expression", value: { re: "3.9038791765778982698" } });
  });
});

describe("a coordinate of a common root", () => {
  test("is printed as it is read", () => {
    const source = "root y of (-x + sin(x + y), -y + cos(x - y)) in [0.93, 0.94] × [0.99, 1]";
    expect(text(meant(source))).toBe(source);
  });

  test.each<[string, string]>([
    ["evaluate root z of (x + y - 3, x - y^3) in [0, 1] × [0, 1]", "z does not stand in these equations"],
    ["evaluate root x of (x + y - 3, x - y^3) in [0, 1]", "one interval for each of x, y was expected, in this order"],
    ["evaluate root x of (x + y - 3, x - y^3, x y) in [0, 1] × [0, 1]", "as many equations as names were expected, but 3 and 2 were found"],
    ["evaluate root x of (x + y - 3, x - y^3) in [0, 1] × [0, 1]", "it could not be proven that exactly one common root lies in these bounds"],
    ["evaluate root x of x + y in [0, 1] × [0, 1]", "functions in brackets were expected after “root x of”, as many as there are names"],
  ])("%s is refused: %s", (line, message) => expect(answered(line).error?.message).toBe(message));
});
