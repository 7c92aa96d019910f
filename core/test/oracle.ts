import { expect } from "vitest";
import { rootOf } from "../src/calculus/system-root.ts";
import type { Block } from "../src/document/block.ts";
import { compile } from "../src/expression/double-value.ts";
import type { Expression } from "../src/expression/expression.ts";
import type { AnswerReport, LineReport } from "../src/instruction/line-report.ts";
import { lineReport } from "../src/instruction/report.ts";
import { runWorking } from "../src/instruction/working.ts";
import { elaborate, NO_MEANINGS } from "../src/notation/elaborate.ts";
import { parse } from "../src/notation/parse.ts";
import { bisected } from "./soundness/complex-doubles.ts";

/** The last line of a working, run. */
export function answered(...lines: readonly string[]): LineReport {
  const last = runWorking(lines).lines.at(-1);
  if (!last) throw new Error("there is no line");
  return lineReport(last);
}

/** The nailed value of the last line as it is written, with its numbers and the words of its steps. */
export function nailedValue(...lines: readonly string[]) {
  const report = answered(...lines);
  expect(report.verdict, `${lines.join("; ")} ${report.error?.message ?? ""}`).toBe("nailed");
  if (report.answer?.kind !== "expression") throw new Error(`${report.source}: no value`);
  const { value } = report.answer;
  return { text: value.text, re: Number(value.re), im: Number(value.im ?? 0), steps: report.steps.map((one) => one.text) };
}

/** The solutions of a line that must have them. */
export function solutionsOf(report: LineReport): AnswerReport & { readonly kind: "solutions" } {
  if (report.answer?.kind !== "solutions") throw new Error(`${report.source}: ${report.error?.message ?? "no solutions"}`);
  return report.answer;
}

/** The optimum of a line that must have one. */
export function optimumOf(report: LineReport): AnswerReport & { readonly kind: "optimum" } {
  if (report.answer?.kind !== "optimum") throw new Error(`${report.source}: ${report.error?.message ?? "no optimum"}`);
  return report.answer;
}

/** The block of a kind in what a line came to, which must have one. */
export function blockOf<Kind extends Block["kind"]>(report: LineReport, kind: Kind): Block & { readonly kind: Kind } {
  const found = report.blocks.find((block): block is Block & { readonly kind: Kind } => block.kind === kind);
  if (!found) throw new Error(`${report.source}: ${report.error?.message ?? `no ${kind}`}`);
  return found;
}

/** The greatest or least value of a line with an optimum, as text; undefined where none is claimed of the whole domain. */
export function bestValue(report: LineReport): string | undefined {
  return optimumOf(report).points.find(({ global }) => global)?.value.text;
}

export function meant(source: string): Expression {
  return elaborate(parse(source), { ...NO_MEANINGS, rootOf });
}

/** The real numbers among solutions for x between two bounds, members of families written out. */
export function numbersBetween(answer: AnswerReport & { readonly kind: "solutions" }, low: number, high: number): readonly number[] {
  return answer.solutions.flatMap(({ values, parameters }) => {
    const value = values["x"];
    if (!value) return [];
    if (!parameters) return [Number(value.re)];
    const member = compile(meant(value.text), ["n"]);
    const members = Array.from({ length: 121 }, (_, k) => member(k - 60));
    return members.filter((x) => x >= low - 1e-9 && x <= high + 1e-9);
  });
}

const LOOKS = 12_000;

/**
 * Holds solutions against plain double arithmetic, which knows nothing of the solver: each must make both sides nearly equal, and
 * between neighbouring looks at the difference no change of sign may be without a solution, poles apart.
 */
export function expectAllRoots(equation: string, found: readonly number[], low: number, high: number): void {
  const [left = "0", right = "0"] = equation.split(" = ");
  const f = compile(meant(`(${left}) - (${right})`), ["x"]);
  for (const x of found) {
    const h = 1e-7 * (1 + Math.abs(x));
    const slope = Math.max(1, Math.abs(f(x + h) - f(x - h)) / (2 * h) || 1);
    const size = Math.min(...[f(x), f(x + 1e-12), f(x - 1e-12)].filter(Number.isFinite).map(Math.abs));
    expect(size, `${equation} at ${x}`).toBeLessThan(1e-6 * slope);
  }
  let [before, last] = [low, f(low)];
  for (let k = 1; k <= LOOKS; k += 1) {
    // Uneven looks meet a zero exactly only by accident.
    const x = Math.min(high, low + ((high - low) * (k + 0.137 * Math.sin(k))) / LOOKS);
    const value = f(x);
    if (last * value < 0) {
      const root = bisected(f, before, x);
      const isZero = Math.abs(f(root)) < 1e-5 * Math.max(1, Math.abs(last) + Math.abs(value));
      if (isZero)
        expect(
          found.some((one) => Math.abs(one - root) < 1e-6 * (1 + Math.abs(root))),
          `${equation} has a root near ${root}`,
        ).toBe(true);
    }
    [before, last] = [x, value];
  }
}
