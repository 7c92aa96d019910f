import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { expectReadsAs, Tally } from "./claims.ts";
import { type Complex, complexOf, isDefined, isNear, size, type Values, valueAt, type World } from "./complex-doubles.ts";
import { pick, whole } from "./made-up.ts";

const LEAVES = fc.oneof(
  whole(-6, 9).map((n) => (n < 0 ? `(${n})` : `${n}`)),
  fc.tuple(whole(1, 9), whole(2, 9)).map(([p, q]) => `(${p}/${q})`),
  pick("pi", "e", "sqrt(2)", "sqrt(3)", "1.5", "0.2", "pi/6", "(3pi/4)", "(2pi/3)", "sqrt(5)"),
);

function tree(depth: number, leaves: fc.Arbitrary<string>, functions: readonly string[]): fc.Arbitrary<string> {
  if (depth === 0) return leaves;
  const inner = tree(depth - 1, leaves, functions);
  return fc.oneof(
    leaves,
    fc.tuple(inner, pick(" + ", " - ", " * "), inner).map(([a, sign, b]) => `(${a}${sign}(${b}))`),
    fc.tuple(inner, inner).map(([a, b]) => `((${a})/(${b}))`),
    fc.tuple(inner, pick("2", "3", "(-1)", "(1/2)", "(-2)", "0")).map(([a, k]) => `(${a})^${k}`),
    fc.tuple(pick(...functions), inner).map(([f, a]) => `${f}(${a})`),
  );
}

const REAL_FUNCTIONS = [
  "sqrt",
  "ln",
  "exp",
  "sin",
  "cos",
  "tan",
  "arctan",
  "arcsin",
  "arccos",
  "abs",
  "floor",
  "ceil",
  "cbrt",
  "sgn",
  "sinh",
  "cosh",
  "tanh",
  "sec",
] as const;
const COMPLEX_FUNCTIONS = ["sqrt", "ln", "exp", "sin", "cos", "abs", "Re", "Im", "conj", "arg", "sinh", "cosh"] as const;

/** Far from what doubles lose: neither huge, nor a difference that only rounding tells from 0, nor next to a step. */
const isSafe = (value: Complex): boolean => isDefined(value) && size(value) < 1e7 && (size(value) > 1e-6 || size(value) === 0);

/** Whether a value changes little when every number in it is moved a little: not on a cut, a step or a pole. */
function isSteady(source: string, values: Values, world: World): boolean {
  const at = valueAt(source, values, world);
  const moved = [1e-9, -1e-9].map((h) =>
    valueAt(
      source.replaceAll(/\d+(?:\.\d+)?/g, (number) => `(${number} + ${h.toFixed(12)})`),
      values,
      "complex",
    ),
  );
  return moved.every((other) => isDefined(other) && size(other) > 0 && isNear(at, other, 1e-4));
}

/** Holds an evaluated line against the oracle: its decimal, and the exact form read again. */
function expectValue(lines: readonly string[], expected: Complex, tally: Tally): void {
  const report = answered(...lines);
  const where = lines.join("; ");
  const { answer } = report;
  expect(report.verdict, where).not.toBe("bent");
  tally.count(answer?.kind === "expression" && report.verdict === "nailed");
  if (answer?.kind !== "expression") return;
  const { re, im } = answer.value;
  if (re !== undefined)
    expect(isNear(complexOf(Number(re), Number(im ?? 0)), expected, 1e-6), `${where} is ${re} + ${im} i, not ${expected.re} + ${expected.im} i`).toBe(true);
  expectReadsAs(answer.value, where);
}

describe("numbers", () => {
  it.each<[World, fc.Arbitrary<string>, number]>([
    ["real", tree(3, LEAVES, REAL_FUNCTIONS), 0.9],
    ["complex", tree(2, fc.oneof(LEAVES, pick("i", "(1 + i)", "(2 - 3i)", "(-i)", "(-1 + 2i)")), COMPLEX_FUNCTIONS), 0.85],
  ])("of the %s world have the value that is written, exactly and as a decimal", (world, sources, share) => {
    const tally = new Tally();
    fc.assert(
      fc.property(sources, pick("evaluate", "simplify"), (source, verb) => {
        const expected = valueAt(source, {}, world);
        fc.pre(isSafe(expected) && isSteady(source, {}, world));
        expectValue([`${verb} ${source}`], expected, tally);
      }),
      cases(150),
    );
    tally.demand(share);
  });

  it("are put in for names, simultaneously, and declared functions are taken at them", () => {
    const tally = new Tally();
    const formula = pick("m v^2/2", "2 pi sqrt(m/v)", "m g + v^2", "v sin(m)", "|v - m| + g", "(m + v)/(m - v)", "m^v", "sqrt(m^2 + v^2)", "e^(-m) cos(v)");
    fc.assert(
      fc.property(formula, whole(1, 5), whole(1, 7), pick("with", "given", "function"), (source, m, q, way) => {
        const v = `${q}/2`;
        fc.pre(2 * m !== q);
        const values = { m: complexOf(m), v: complexOf(q / 2), g: complexOf(9.8) };
        const lines = {
          with: [`evaluate ${source} with m = ${m}, v = ${v}, g = 9.8`],
          given: [`given m = ${m}, v = ${v}, g = 9.8`, `evaluate ${source}`],
          function: ["given g = 9.8", `let f(m, v) = ${source}`, `evaluate f(${m}, ${v})`],
        };
        expectValue(lines[way], valueAt(source, values, "real"), tally);
      }),
      cases(60),
    );
    tally.demand(0.95);
  });

  it("are rounded to the figures and decimals that were asked for", () => {
    fc.assert(
      fc.property(fc.tuple(whole(1, 400), whole(1, 90)), pick("sqrt(N)", "ln(N + 1)", "N", "N pi", "1/N"), whole(1, 12), ([p, q], form, figures) => {
        const source = form.replace("N", `(${p}/${q})`);
        const report = answered(`evaluate ${source} to ${figures} figures`);
        const decimal = report.answer?.kind === "expression" ? report.answer.decimal : undefined;
        const value = valueAt(source, {}).re;
        if (decimal === undefined || value === 0) return;
        const shown = Number(decimal.replace("−", "-"));
        // Half of the last place that is shown, and what doubles lose.
        const place = 10 ** (Math.floor(Math.log10(Math.abs(value))) + 1 - figures);
        expect(Math.abs(shown - value), `${source} to ${figures} figures is ${decimal}`).toBeLessThanOrEqual(place * 0.5000001 + 1e-14 * Math.abs(value));
      }),
      cases(60),
    );
  });
});
