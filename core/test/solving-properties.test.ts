import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { allZeros } from "../src/check/completeness/isolation.ts";
import { coversPeriod } from "../src/check/completeness/periodic.ts";
import { coversSystem } from "../src/check/system/cover.ts";
import { ballValue } from "../src/expression/ball-value.ts";
import { compileInterval, NoIntervals } from "../src/expression/interval-value.ts";
import * as complex from "../src/number/complex-ball.ts";
import { ballOfDouble, interval } from "../src/number/interval.ts";
import { BallUndefined, toNumber } from "../src/number/real-ball.ts";
import { answered, expectAllRoots, numbersBetween, meant as read, solutionsOf } from "./oracle.ts";
import { cases } from "./seed.ts";
import { Tally } from "./soundness/claims.ts";

const whole = (low: number, high: number) => fc.integer({ min: low, max: high });
const slope = fc.constantFrom(-3, -2, -1, 1, 2, 3);
const linear = fc.tuple(slope, whole(-4, 4)).map(([a, b]) => `(${a}x + ${b})`);
const quadratic = fc.tuple(fc.constantFrom(-2, -1, 1, 2), whole(-4, 4), whole(-5, 5)).map(([a, b, c]) => `(${a}x^2 + ${b}x + ${c})`);

/** Equations of every kind, with small numbers. */
const anyEquation: fc.Arbitrary<string> = fc
  .oneof(
    fc.tuple(linear, linear).map(([a, b]) => `sqrt(${a}) = ${b}`),
    fc.tuple(linear, linear, whole(1, 5)).map(([a, b, c]) => `sqrt(${a}) + sqrt(${b}) = ${c}`),
    fc.tuple(linear, linear, whole(1, 8)).map(([a, b, c]) => `|${a}| + |${b}| = ${c}`),
    fc.tuple(quadratic, linear).map(([a, b]) => `|${a}| = ${b}`),
    fc.tuple(linear, linear, linear, whole(-3, 3)).map(([a, b, c, d]) => `${a}/${b} + 2/${c} = ${d}`),
    fc.tuple(whole(1, 3), whole(-6, 6), whole(-6, 6)).map(([a, b, c]) => `${a} e^(2x) + ${b} e^x + ${c} = 0`),
    fc.tuple(linear, linear, whole(1, 9)).map(([a, b, c]) => `ln(${a}) + ln(${b}) = ln(${c})`),
    fc.tuple(whole(1, 3), whole(-3, 3), whole(-2, 2)).map(([a, b, c]) => `${a} sin^2 x + ${b} sin x + ${c} = 0`),
    fc.tuple(slope, slope, whole(-3, 3)).map(([a, b, c]) => `${a} sin x + ${b} cos x = ${c}`),
    fc.tuple(slope, slope, whole(-2, 2)).map(([a, b, c]) => `${a} cos(2x) + ${b} sin x = ${c}`),
    fc.tuple(whole(1, 3), whole(1, 3)).map(([a, b]) => `sin(${a}x) = cos(${b}x)`),
    fc.tuple(slope, whole(-4, 4), whole(-4, 4), whole(-4, 4)).map(([a, b, c, d]) => `${a}x^3 + ${b}x^2 + ${c}x + ${d} = 0`),
    fc.tuple(quadratic, linear).map(([a, b]) => `${a} ${b} e^x = 0`),
    fc.tuple(fc.constantFrom("ln x", "sqrt(x)", "arctan x", "cos x", "sin x", "e^x"), linear).map(([f, b]) => `${f} = ${b}`),
    fc.tuple(whole(2, 5), whole(2, 5), linear).map(([a, b, c]) => `${a}^x = ${b}^${c}`),
    fc.tuple(linear, linear).map(([a, b]) => `cbrt(${a}) = ${b}`),
    fc.tuple(linear, linear, whole(-3, 3)).map(([a, b, c]) => `max(${a}, ${b}) = ${c}`),
    fc.tuple(whole(1, 3), whole(1, 5)).map(([a, b]) => `sinh x + ${a} cosh x = ${b}`),
    fc.tuple(whole(-2, 2), whole(-2, 2), whole(-1, 1)).map(([a, b, c]) => `sin^2 x + ${a} sin x cos x + ${b} cos^2 x = ${c}`),
  )
  .map((source) => source.replaceAll("+ -", "- "));

describe("equations of every kind", () => {
  it("lose no root and make none up, by an oracle in doubles", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(anyEquation, (equation) => {
        const report = answered(`solve ${equation} for x`);
        expect(report.verdict, equation).not.toBe("bent");
        const answer = solutionsOf(report);
        const isProven = answer.complete && report.verdict === "nailed";
        tally.count(isProven);
        if (!answer.complete || answer.solutions.some(({ parameters }) => parameters && Object.values(parameters).includes("free"))) return;
        expectAllRoots(equation, numbersBetween(answer, -12, 12), -12, 12);
      }),
      cases(170),
    );
    tally.demand(0.8);
  });

  it("show only steps that are proven by themselves, or say so", () => {
    fc.assert(
      fc.property(anyEquation, (equation) => {
        const report = answered(`solve ${equation} for x`);
        expect(report.steps.filter(({ verdict }) => verdict === "bent")).toEqual([]);
      }),
      cases(120),
    );
  });
});

describe("systems built from their solutions", () => {
  it("have them, and the judge finds no others", () => {
    fc.assert(
      fc.property(whole(-4, 4), whole(-4, 4), fc.constantFrom(1, 2, 3), (x, y, k) => {
        // Two conics through (x, y).
        const sources = [`x^2 + ${k} y^2 = ${x * x + k * y * y}`, `x y + x = ${x * y + x}`];
        const report = answered(`solve ${sources.join(" and ")} for x, y`);
        const answer = solutionsOf(report);
        expect(report.verdict).toBe("nailed");
        const met = answer.solutions.some(({ values }) => Number(values["x"]?.re) === x && (values["y"]?.text === "y" || Number(values["y"]?.re) === y));
        expect(met, sources.join(" and ")).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe("interval evaluation", () => {
  it("holds the value at every point of the interval", () => {
    const body = fc.constantFrom(
      ...["x^3 - 2x + 1", "sin(3x) - x/2", "e^(-x^2) x", "ln(x^2 + 1/3)", "tan(x/2)", "sqrt(|x|) - cos x", "arctan(x - 1)/x", "cosh x - sinh(2x)"],
      ...["x^x", "floor(2x) + x", "max(x, 1 - x)", "arcsin(x/9)", "1/(x^2 - 2)", "cot x + sec(x/3)", "artanh(x/10)", "root(3, x - 1)"],
    );
    fc.assert(
      fc.property(
        body,
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (source, low, width, t) => {
          const e = read(source);
          const box = compileInterval(e, "x")(interval(low, low + width));
          const x = low + t * width;
          // As curves: the single points of powers of negative numbers are on no interval.
          if (source === "x^x" && x <= 0) return;
          // Below this a plain double of the result may be 0.
          if (x !== 0 && Math.abs(x) < 1e-200) return;
          try {
            const value = ballValue(e, 128, new Map([["x", complex.fromReal(ballOfDouble(x))]]));
            if (!complex.isReal(value)) return;
            const y = toNumber(value.re);
            expect(box).toBeDefined();
            if (box) expect(y >= box.low && y <= box.high, `${source} at ${x}: ${y} in [${box.low}, ${box.high}]`).toBe(true);
          } catch (error) {
            if (!(error instanceof BallUndefined || error instanceof NoIntervals)) throw error;
          }
        },
      ),
      { numRuns: 3000 },
    );
  });
});

describe("the judge of completeness", () => {
  const values = (...sources: readonly string[]) => sources.map(read);

  it("is not content with a list that lacks a zero", () => {
    const equation = read("e^x = 3x^2");
    const roots = values("root of e^x - 3x^2 in [-0.46, -0.45]", "root of e^x - 3x^2 in [0.9, 1]", "root of e^x - 3x^2 in [3.7, 3.8]");
    expect(allZeros(equation, roots, "x", [])).toBe(true);
    for (const [k] of roots.entries()) expect(allZeros(equation, roots.toSpliced(k, 1), "x", [])).toBe(false);
    expect(allZeros(read("sin x = x/20"), values("0"), "x", values("-3 <= x", "x <= 3"))).toBe(false);
    expect(allZeros(read("1 - cos x = 0"), values("0"), "x", values("-1 <= x", "x <= 1"))).toBe(true);
  });

  it("is not content with families that leave out a part of the period", () => {
    const all = values("pi/6 + 2 pi n", "5pi/6 + 2 pi n");
    expect(coversPeriod(read("sin x = 1/2"), all, "x", "n")).toBe(true);
    expect(coversPeriod(read("sin x = 1/2"), all.slice(1), "x", "n")).toBe(false);
    expect(coversPeriod(read("sin(2x) = 0"), values("pi n"), "x", "n")).toBe(false);
  });

  it("counts the points of a system", () => {
    const equations = values("x^2 + y^2 = 5", "x y = 2");
    const point = (x: string, y: string) => ({ values: new Map([["x", read(x)] as const, ["y", read(y)] as const]), free: [], integers: [], conditions: [] });
    const points = [point("1", "2"), point("2", "1"), point("-1", "-2"), point("-2", "-1")];
    const open = { equations, unknowns: ["x", "y"], points, dead: [], domain: "real", assumptions: [], granted: [], depth: 0 } as const;
    expect(coversSystem(open)).toBe(true);
    expect(coversSystem({ ...open, points: points.slice(1) })).toBe(false);
  });
});
