import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { Tally } from "./claims.ts";
import { complexOf, isDefined, valueAt } from "./complex-doubles.ts";
import { pick, whole } from "./made-up.ts";

const at = (f: string, x: number, y = 0): number => {
  const value = valueAt(f, { x: complexOf(x), y: complexOf(y) }, "real");
  return isDefined(value) ? value.re : Number.NaN;
};

/** Holds an optimum against the best of many values: nothing is better than the points marked global, and all that are as good are marked. */
function expectBest(line: string, sense: 1 | -1, values: readonly number[], attained: boolean, tally: Tally): void {
  const report = answered(line);
  const { answer } = report;
  expect(report.verdict, line).not.toBe("bent");
  tally.count(answer?.kind === "optimum" && report.verdict === "nailed");
  if (answer?.kind !== "optimum") return;
  const best = Math.max(...values.filter(Number.isFinite).map((value) => sense * value));
  const marked = answer.points.filter(({ global }) => global);
  for (const { value } of marked) expect(sense * Number(value.re), line).toBeGreaterThan(best - 1e-3 * (1 + Math.abs(best)));
  // An optimum that is attained is found.
  if (attained && report.verdict === "nailed") expect(marked.length, `${line}: ${sense * best}`).toBeGreaterThan(0);
  const top = Math.max(...marked.map(({ value }) => sense * Number(value.re)));
  if (marked.length > 0) expect(Math.abs(top - best), line).toBeLessThan(0.02 * (1 + Math.abs(best)));
  for (const { value, global } of answer.points)
    if (marked.length > 0 && Math.abs(sense * Number(value.re) - top) < 1e-9) expect(global, `${line}: ${value.text} is as good`).toBe(true);
}

const verb = pick<readonly ["maximise" | "minimise", 1 | -1]>(["maximise", 1], ["minimise", -1]);

describe("optima", () => {
  it("on intervals with their ends are the best of all values", () => {
    const tally = new Tally();
    const f = fc.oneof(
      fc.tuple(whole(-3, 3), whole(-3, 3), pick(1, -1)).map(([b, c, s]) => `${s} x^3 + (${b}) x^2 + (${c}) x`),
      fc.tuple(whole(-3, 3), pick(1, -1, 2)).map(([b, a]) => `${a} x^2 + (${b}) x`),
      fc.tuple(whole(-2, 2), whole(-2, 2)).map(([a, b]) => `|x - (${a})| + |x - (${b})|`),
      pick("sin x", "cos(2x)", "x e^(-x)", "x^4 - 2x^2", "|x|", "x/(x^2 + 1)", "|x^2 - 1|", "sqrt(4 + x)", "sin x + cos x", "max(x, -x)", "x - 2 sin x"),
    );
    fc.assert(
      fc.property(verb, f, whole(-3, 1), whole(1, 4), ([word, sense], g, low, width) => {
        const values = Array.from({ length: 4001 }, (_, k) => at(g, low + (width * k) / 4000));
        expectBest(`${word} ${g} over x in [${low}, ${low + width}]`, sense, values, true, tally);
      }),
      cases(60),
    );
    tally.demand(0.75);
  });

  it("on circles and segments are global where they are marked, and all of them are", () => {
    const tally = new Tally();
    const f = pick("|x| + |y|", "x + y", "x y", "x^2 - y^2", "x^2 + x y + y^2", "|x| - |y|", "x^2 y", "2x + 3y", "|x y|", "x^2 + 2x", "|x - y|", "max(x, y)");
    fc.assert(
      fc.property(verb, f, pick(1, 2, 4), ([word, sense], g, square) => {
        const values = Array.from({ length: 5040 }, (_, k) =>
          at(g, Math.sqrt(square) * Math.cos((k * Math.PI) / 2520), Math.sqrt(square) * Math.sin((k * Math.PI) / 2520)),
        );
        expectBest(`${word} ${g} subject to x^2 + y^2 = ${square}`, sense, values, true, tally);
      }),
      cases(14),
    );
    tally.demand(0.35);
  });

  it("on discs and triangles are the best of all values, corners of the objective inside among them", () => {
    const tally = new Tally();
    const f = pick(
      "|x - 1| + |y|",
      "5 - |x - 1| - |y|",
      "x^2 - |x|",
      "|x - y| - x",
      "x y",
      "sqrt(x^2 + 1) - |y|",
      "|x| y",
      "x^2 + y^2 - x",
      "sqrt(x + 3) + y",
      "cbrt(x - 1) + y",
    );
    const regions = [
      { text: "x^2 + y^2 <= 4", holds: (x: number, y: number) => x * x + y * y <= 4 },
      { text: "x >= 0 and y >= 0 and x + y <= 2", holds: (x: number, y: number) => x >= 0 && y >= 0 && x + y <= 2 },
    ];
    const steps = Array.from({ length: 161 }, (_, k) => (k - 80) / 40);
    const border = Array.from({ length: 720 }, (_, k) => [2 * Math.cos((k * Math.PI) / 360), 2 * Math.sin((k * Math.PI) / 360)] as const);
    fc.assert(
      fc.property(verb, f, pick(...regions), ([word, sense], g, region) => {
        const places = [...steps.flatMap((x) => steps.map((y) => [x, y] as const)), ...border].filter(([x, y]) => region.holds(x, y));
        const values = places.map(([x, y]) => at(g, x, y));
        expectBest(`${word} ${g} subject to ${region.text} over x, y`, sense, values, true, tally);
      }),
      cases(14),
    );
    tally.demand(0.4);
  });
});
