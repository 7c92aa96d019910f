import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { ONE, relation, subtract, sum } from "../../src/expression/construct.ts";
import type { Expression } from "../../src/expression/expression.ts";
import { withRanges } from "../../src/expression/substitute.ts";
import { judgeSolutions } from "../../src/instruction/judging/judge-solutions.ts";
import { solveEquation } from "../../src/solve/equation.ts";
import type { Solved } from "../../src/solve/solution.ts";
import { wholeMembers } from "../../src/truth/index.ts";
import { meant } from "../oracle.ts";
import { cases } from "../seed.ts";
import { Tally } from "./claims.ts";
import { complexOf, valueAt } from "./complex-doubles.ts";
import { pick, whole } from "./made-up.ts";

type Relation = Expression & { readonly kind: "relation" };

function equationOf(source: string): Relation {
  const read = meant(source);
  if (read.kind !== "relation") throw new Error(`${source} is no relation`);
  return read;
}

function judged(equation: Relation, { set, steps }: Solved): string {
  return judgeSolutions(equation, set, steps, [], []).verdict;
}

/** A condition that holds for less than an inequality with a number or a name on its right: a > 1 for a > 0, n ≥ 1 for n ≥ 0. */
function narrowed(condition: Expression): Expression {
  const [left, right] = condition.kind === "relation" && condition.comparisons.length === 1 ? condition.operands : [];
  const [comparison = "="] = condition.kind === "relation" ? condition.comparisons : [];
  if (!left || !right || comparison === "=" || comparison === "!=") return condition;
  return relation(left, comparison, comparison.startsWith(">") ? sum(right, ONE) : subtract(right, ONE));
}

describe("a solution set whose conditions leave a solution out", () => {
  test.each([
    "sin(x) |x| = x",
    "cases(cos x if x < 1, 2 otherwise) = 0",
    "sgn(x) + x = b",
    "|x - a| + x = b",
    "sqrt(x + a) = x",
    "sqrt(x - a) = sqrt(b - x)",
    "max(x, a) = 2",
    "cos(x^2) = 1",
    "|x| = b",
    "e^x = a",
  ])("is never nailed: %s", (source) => {
    const equation = equationOf(source);
    const solved = solveEquation({ equation, unknown: "x", domain: "real", assumptions: [] });
    const narrow = solved.set.solutions.map((one) => (one.free.length > 0 ? one : { ...one, conditions: one.conditions.map(narrowed) }));
    const changed = narrow.some((one, k) => one.conditions.some((condition, j) => condition !== solved.set.solutions[k]?.conditions[j]));
    expect(judged(equation, solved)).toBe("nailed");
    expect(changed).toBe(true);
    expect(judged(equation, { ...solved, set: { ...solved.set, solutions: narrow } })).toBe("bent");
  });
});

describe("whole members of families", () => {
  const n = (source: string): Expression => withRanges(meant(source), new Map([["n", "integer"]]));
  const isWhole = (x: number): boolean => Math.abs(x - Math.round(x)) < 1e-9;

  it("are those that doubles show, and no others", () => {
    const tally = new Tally();
    const start = fc.oneof(
      fc.tuple(whole(-9, 9), whole(1, 6)).map(([p, q]) => `${p}/${q}`),
      pick("0", "pi/3", "2 - 3pi", "sqrt(2)", "arctan(2)", "1 - arcsin(1/3)", "ln(2)"),
    );
    const period = fc.oneof(
      fc.tuple(whole(1, 9), whole(1, 6)).map(([p, q]) => `${p}/${q}`),
      pick("pi", "2pi", "pi/3", "sqrt(2) pi"),
    );
    const around = pick("u", "u", "2 - u", "cbrt(u)", "|u|");
    fc.assert(
      fc.property(start, period, around, (a, p, f) => {
        const source = f.replace("u", `(${a} + ${p} n)`);
        const found = wholeMembers(n(source), "n");
        tally.count(found !== undefined);
        if (!found) return;
        const numbers = Array.from({ length: 41 }, (_, k) => k - 20);
        const listed = new Set(found.flatMap((at) => Array.from({ length: 81 }, (_, k) => Math.round(numberAt(at, k - 40)))));
        for (const k of numbers) expect(listed.has(k), `${source} at n = ${k}`).toBe(isWhole(valueAt(source, { n: complexOf(k) }, "real").re));
      }),
      cases(150),
    );
    tally.demand(0.65);
  });

  /** A number, or a + b n. */
  function numberAt(e: Expression, at: number): number {
    if (e.kind === "number") return Number(e.value.num) / Number(e.value.den);
    if (e.kind === "name") return at;
    const parts = e.kind === "sum" ? e.terms : e.kind === "product" ? e.factors : [];
    const values = parts.map((part) => numberAt(part, at));
    return e.kind === "sum" ? values.reduce((a, b) => a + b, 0) : values.reduce((a, b) => a * b, 1);
  }
});
