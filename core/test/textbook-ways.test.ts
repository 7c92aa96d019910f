import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import type { LineReport } from "../src/instruction/line-report.ts";
import { answered, expectAllRoots, meant, numbersBetween, solutionsOf } from "./oracle.ts";

const whole = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max });

/** An answer with every step proven. */
function nailed(...lines: readonly string[]): LineReport {
  const report = answered(...lines);
  expect({ line: lines.at(-1), verdict: report.verdict, error: report.error?.message }).toEqual({ line: lines.at(-1), verdict: "nailed", error: undefined });
  expect(report.steps.map(({ verdict }) => verdict)).toEqual(report.steps.map(() => "nailed"));
  return report;
}

const ruled = (report: LineReport, rule: string): boolean => report.steps.some((one) => one.rule === rule);

/** |x − 1| + |x + 2| = 3 and its like, which whole intervals solve. */
const INTERVALS: [Bar[], number, number][] = [
  [[bar("+", 1, 1), bar("+", 1, -2)], 3, 0],
  [[bar("+", 1, 4), bar("-", 1, 0)], 4, 0],
];

interface Bar {
  readonly sign: "+" | "-";
  readonly slope: number;
  readonly place: number;
}

function bar(sign: "+" | "-", slope: number, place: number): Bar {
  return { sign, slope, place };
}

describe("bars by intervals", () => {
  it("give all solutions of sums of bars, whole intervals among them, and no others", () => {
    let [byIntervals, filledOnes] = [0, 0];
    const some: fc.Arbitrary<Bar> = fc.record({ sign: fc.constantFrom("+", "-"), slope: whole(1, 3), place: whole(-4, 4) });
    fc.assert(
      fc.property(fc.array(some, { minLength: 2, maxLength: 3 }), whole(-3, 9), whole(-1, 1), (bars, right, slope) => {
        const left = bars.map(({ sign, slope: a, place }) => `${sign} |${a} x - (${place})|`).join(" ");
        const equation = `0 ${left} = ${slope} x + (${right})`;
        const report = nailed(`solve ${equation}`);
        const answer = solutionsOf(report);
        if (report.steps.some(({ text }) => text.startsWith("The bars change their sign"))) byIntervals += 1;
        const single = answer.solutions.filter(({ values }) => values["x"]?.text !== "x");
        const filled = answer.solutions.filter(({ values }) => values["x"]?.text === "x");
        const f = compile(meant(`(0 ${left}) - (${slope} x + (${right}))`), ["x"]);
        if (filled.length > 0) filledOnes += 1;
        else
          expectAllRoots(
            equation,
            single.map(({ values }) => Number(values["x"]?.re)),
            -20,
            20,
          );
        // Where a whole interval solves the equation, and nowhere else, the difference is 0 on both sides of a place.
        const flat = Array.from({ length: 201 }, (_, k) => -20 + k / 5 + 0.013).filter((x) => Math.abs(f(x)) + Math.abs(f(x + 0.001)) < 1e-9);
        expect({ equation, isFilled: filled.length > 0 }).toEqual({ equation, isFilled: flat.length > 0 });
      }),
      { numRuns: 60, examples: INTERVALS },
    );
    expect(byIntervals).toBeGreaterThan(30);
    expect(filledOnes).toBeGreaterThan(1);
  });
});

describe("sums of waves as products", () => {
  it("have all zeros in a turn, and none besides", () => {
    let asProduct = 0;
    fc.assert(
      fc.property(fc.constantFrom("sin", "cos"), whole(1, 5), whole(1, 5), fc.constantFrom("+", "-"), (f, a, b, sign) => {
        fc.pre(a !== b);
        const equation = `${f}(${a} x) ${sign} ${f}(${b} x) = 0`;
        const report = nailed(`solve ${equation} in [0, 2pi]`);
        if (/sum of|difference of/.test(report.steps.map(({ rule }) => rule).join())) asProduct += 1;
        expectAllRoots(equation, numbersBetween(solutionsOf(report), 0, 2 * Math.PI), 0, 2 * Math.PI);
      }),
      { numRuns: 40 },
    );
    expect(asProduct).toBeGreaterThan(15);
  });
});

describe("fractions that are cleared", () => {
  it("are multiplied term by term, and no root is lost or kept where a denominator is 0", () => {
    let multiplied = 0;
    fc.assert(
      fc.property(whole(1, 6), whole(1, 6), whole(-3, 3), whole(-3, 3), whole(-4, 4), (a, b, p, q, c) => {
        fc.pre(p !== q);
        const equation = `${a}/(x - (${p})) + ${b}/(x - (${q})) = ${c}`;
        const report = nailed(`solve ${equation}`);
        const found = solutionsOf(report).solutions.map(({ values }) => Number(values["x"]?.re));
        if (ruled(report, "multiply out")) multiplied += 1;
        expectAllRoots(equation, found, -12, 12);
        expect(found.every((x) => Math.abs(x - p) > 1e-9 && Math.abs(x - q) > 1e-9)).toBe(true);
      }),
      { numRuns: 40 },
    );
    expect(multiplied).toBeGreaterThan(20);
  });
});

describe("literal systems by elimination", () => {
  it("come to what Cramer's rule says in doubles, for any numbers in the places of the letters", () => {
    const nonZero = fc.constantFrom(-3, -2, -1, 1, 2, 3, 4);
    const report = nailed(
      "given R_1 > 0, R_2 > 0, R_3 > 0, R_4 > 0",
      "solve (R_1 + R_2) x + R_2 y = U and R_2 x + (R_2 + R_3) y + R_3 z = V and R_3 y + (R_3 + R_4) z = W for x, y, z",
    );
    const [only, ...more] = solutionsOf(report).solutions;
    expect(more).toEqual([]);
    const letters = ["R_1", "R_2", "R_3", "R_4", "U", "V", "W"];
    const values = ["x", "y", "z"].map((unknown) => compile(meant(only?.values[unknown]?.text ?? "0"), letters));
    fc.assert(
      fc.property(fc.tuple(whole(1, 9), whole(1, 9), whole(1, 9), whole(1, 9), nonZero, nonZero, nonZero), (numbers) => {
        const [a, b, c, d, u, v, w] = numbers;
        const rows = [
          [a + b, b, 0],
          [b, b + c, c],
          [0, c, c + d],
        ];
        const right = [u, v, w];
        const whole = determinant(rows);
        const expected = [0, 1, 2].map((k) => determinant(rows.map((row, i) => row.map((entry, j) => (j === k ? (right[i] ?? 0) : entry)))) / whole);
        values.forEach((value, k) => {
          expect(value(...numbers)).toBeCloseTo(expected[k] ?? Number.NaN, 9);
        });
      }),
    );
    expect(ruled(report, "subtract multiples") || report.steps.some(({ text }) => text.includes("drops out"))).toBe(true);
  });
});

function determinant([[a = 0, b = 0, c = 0] = [], [d = 0, e = 0, f = 0] = [], [g = 0, h = 0, i = 0] = []]: readonly (readonly number[])[]): number {
  return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
}
