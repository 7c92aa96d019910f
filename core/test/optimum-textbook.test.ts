import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { isSumOfSquares } from "../src/check/steps/sum-of-squares.ts";
import { logic } from "../src/expression/construct.ts";
import { answered, bestValue, solutionsOf } from "./oracle.ts";
import { read } from "./read.ts";

describe("optima of a first course with letters", () => {
  test.each<[readonly string[], string]>([
    [["given V > 0", "minimise 2 pi r^2 + 2 pi r h subject to pi r^2 h = V and r > 0 and h > 0 over r, h"], "3V/cbrt(V/(2pi))"],
    [["given R > 0", "maximise pi r^2 h subject to r^2 + h^2/4 = R^2 and r > 0 and h > 0 over r, h"], "4 sqrt(3) pi R^3/9"],
    [["given R > 0", "maximise pi r^2 h/3 subject to r^2 + (h - R)^2 = R^2 and r > 0 and h > 0 over r, h"], "32pi R^3/81"],
    [["given P > 0", "maximise x y + pi x^2/8 subject to x + 2y + pi x/2 = P and x > 0 and y > 0 over x, y"], "P^2/(2 (4 + pi))"],
    [["given V > 0", "given r > 0", "maximise V^2 R/(R + r)^2 over R in [0, infinity)"], "V^2/(4r)"],
    [["given A > 0", "given B > 0", "minimise A/r^12 - B/r^6 over r in (0, infinity)"], "-B^2/(4A)"],
    [["given R > 0", "given S > 0", "given I > 0", "minimise R x^2 + S y^2 subject to x + y = I over x, y"], "I^2 R S/(R + S)"],
    [["given D > 0", "maximise b h^3 subject to b^2 + h^2 = D^2 and b > 0 and h > 0 over b, h"], "3 sqrt(3) D^4/16"],
    [["given q > 0", "given a > 0", "maximise q x/(x^2 + a^2)^(3/2) over x"], "2 sqrt(3) q/(9a^2)"],
    [["given b > 0", "maximise (b - 2x + x cos(t)) x sin(t) subject to x >= 0 and x <= b/2 and t >= 0 and t <= pi over x, t"], "sqrt(3) b^2/12"],
    [["minimise x^2 + y^2 + z^2 subject to x y z = 8 over x, y, z"], "12"],
    [["maximise x over x, y, z subject to x^2 + y^2 + z^2 = 6 and x + y + z = 0"], "2"],
    [["maximise (x + y) e^(-x^2 - y^2)"], "1/sqrt(e)"],
    [["given n > 0", "maximise x^n e^(-x) over x in (0, infinity)"], "n^n e^(-n)"],
    [["maximise x y z e^(-x^2 - y^2 - z^2) over x, y, z"], "sqrt(2)/(4 e^(3/2))"],
  ])("%j is %s", (lines, expected) => {
    const report = answered(...lines);
    expect(report.error).toBeUndefined();
    expect([bestValue(report), report.verdict]).toEqual([expected, "nailed"]);
  });

  test.each<[readonly string[], readonly string[]]>([
    [
      ["given k > 0", "stationary points of x^3 - 3 k x y + y^3 over x, y"],
      ["saddle 0, 0", "minimum k, k"],
    ],
    [["stationary points of (x^2 + y^2)^2 over x, y"], ["minimum 0, 0"]],
    [["stationary points of (x^2 + 2 y^2)^2 - 2 x^2 over x, y"], ["saddle 0, 0", "minimum 1, 0", "minimum -1, 0"]],
  ])("%j are %j", (lines, expected) => {
    const { answer, verdict } = answered(...lines);
    const points = answer?.kind === "optimum" ? answer.points : [];
    expect(
      points.map(
        ({ nature, values }) =>
          `${nature} ${Object.values(values)
            .map(({ text }) => text)
            .join(", ")}`,
      ),
    ).toEqual(expected);
    expect(verdict).toBe("nailed");
  });
});

describe("ways through a system", () => {
  test.each<[readonly string[], readonly string[]]>([
    [
      ["given b > 0", "solve b (b - y)(b - z) = 0 and b (b - x)(b - z) = 0 and b (b - x)(b - y) = 0 for x, y, z"],
      ["b, b, z", "b, y, b", "x, b, b"],
    ],
    [["solve m (x - 1)(y - 1) = 0 and x + y = 3 for x, y"], ["1, 2 if m != 0", "2, 1 if m != 0"]],
    [["solve x (x^2 + y^2) = 0 and y (x^2 + y^2) = 0 for x, y"], ["0, 0"]],
    // A part that could have been named stays free: the way without names is taken.
    [["solve x = 0 and x (x^2 + y^2 - 3) = 0 for x, y"], ["0, y"]],
    [["solve x^2 - 1 = 0 and (x^2 - 1)(2 - 2x - y)(x y - 1) = 0 for x, y"], ["1, y", "-1, y"]],
    [["solve (x^2 - 1) x (x^2 - 3) = 0 and x^2 y = 0 for x, y"], ["0, y", "1, 0", "-1, 0", "sqrt(3), 0", "-sqrt(3), 0"]],
    [["solve sin(x) sin(y) = 0 and cos(x) cos(y) = 1 for x, y"], ["2pi n, 2pi k", "pi + 2pi n, pi + 2pi k"]],
    [["solve cos(t) = 0 and x^2 + sin(t) x = 6 for x, t"], ["-2, 3pi/2 + 2pi n", "-3, pi/2 + 2pi n", "2, pi/2 + 2pi n", "3, 3pi/2 + 2pi n"]],
    [["solve sin(y) sin(2x + y) = 0 and sin(x) sin(x + 2y) = 0 for x, y"], ["-2pi k/3 + pi n, pi k/3"]],
    [
      ["given R > 0", "solve 2 R h - 2 h^2 + r^2 = 0 and (h - R)^2 + r^2 = R^2 for r, h"],
      ["-2 sqrt(2) R/3, 4R/3", "0, 0", "2 sqrt(2) R/3, 4R/3"],
    ],
    [
      ["given k > 0", "solve x^2 = k y and y^2 = k x for x, y"],
      ["0, 0", "k, k"],
    ],
  ])("%j has %j", (lines, expected) => {
    const report = answered(...lines);
    const found = solutionsOf(report).solutions.map(
      ({ values, conditions }) =>
        `${Object.values(values)
          .map(({ text }) => text)
          .join(", ")}${conditions ? ` if ${conditions.join(" and ")}` : ""}`,
    );
    expect([...found].sort()).toEqual([...expected].sort());
    expect(report.verdict).toBe("nailed");
  });

  it("that takes a sum of squares apart is judged by the signs of its terms", () => {
    const claim = (before: string, ...after: readonly string[]) =>
      isSumOfSquares(
        {
          kind: "sum of squares",
          before: read(before),
          after: logic(
            "and",
            after.map((one) => read(one)),
          ),
        },
        [],
      );
    expect(claim("x^2 + 3 y^4 = 0", "x^2 = 0", "3 y^4 = 0")).toBe(true);
    expect(claim("x^2 - y^2 = 0", "x^2 = 0", "-y^2 = 0")).toBe(false);
    expect(claim("x^2 + y^2 + z^2 = 0", "x^2 = 0", "y^2 = 0")).toBe(false);
    expect(claim("x^2 + x = 0", "x^2 = 0", "x = 0")).toBe(false);
  });

  it("lose no solution of products of linear factors with letters, against the points that were put in", () => {
    const small = fc.integer({ min: -3, max: 3 });
    let nailed = 0;
    fc.assert(
      fc.property(small, small, small, small, (a, b, c, d) => {
        fc.pre(a !== c || b !== d);
        const less = (value: number): string => (value < 0 ? `+ ${-value}` : `- ${value}`);
        const line = `solve k (x ${less(a)})(y ${less(b)}) = 0 and k (x ${less(c)})(y ${less(d)}) = 0 for x, y`;
        const { solutions } = solutionsOf(answered("given k > 0", line));
        const texts = solutions.map(({ values }) => [values["x"]?.text, values["y"]?.text]);
        const covers = (x: number, y: number): boolean => texts.some(([u, v]) => (u === `${x}` || u === "x") && (v === `${y}` || v === "y"));
        expect(covers(a, d)).toBe(true);
        expect(covers(c, b)).toBe(true);
        if (a === c) expect(covers(a, 17)).toBe(true);
        if (b === d) expect(covers(17, b)).toBe(true);
        if (answered("given k > 0", line).verdict === "nailed") nailed += 1;
      }),
      { numRuns: 40 },
    );
    expect(nailed).toBeGreaterThan(35);
  });
});

describe("quadratics in letters", () => {
  it("have the sign that their discriminant says, and none where it says nothing", () => {
    const coefficient = fc.integer({ min: -4, max: 4 });
    fc.assert(
      fc.property(coefficient, coefficient, coefficient, (a, b, c) => {
        fc.pre(a !== 0 && b !== 0 && c !== 0);
        const { answer } = answered("given k > 0", "given x in reals", `show ${a} x^2 + ${b} k x + ${c} k^2 ${a > 0 ? ">" : "<"} 0`);
        const holds = answer?.kind === "truth" ? answer.holds : undefined;
        if (b * b < 4 * a * c) expect(holds).toBe(true);
        else expect(holds).not.toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});
