import { name as nameNode, ONE, relation, subtract, ZERO } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { sideDifference } from "../expression/statement.ts";
import { substitute } from "../expression/substitute.ts";
import { text } from "../notation/text.ts";
import type { Rational } from "../number/rational.ts";
import { solveSquare } from "../polynomial/linear-system.ts";
import * as poly from "../polynomial/multivariate.ts";
import { isRegular } from "../polynomial/rational-system.ts";
import { reduceRows } from "../polynomial/row-reduction.ts";
import { Kernels, NotAnalysable, normalForm, polynomialExpression } from "../rewrite/normal-form.ts";
import { decide } from "../rewrite/sign.ts";
import { simplify } from "../rewrite/simplify.ts";
import { equalityTest } from "../rewrite/zero-test.ts";
import { comparisonNote, integerTest } from "./answer.ts";
import { compareSides } from "./compare.ts";
import { coversPolar } from "./components.ts";
import { zeroCount } from "./elimination.ts";
import { applyEqualities, equalitiesAmong } from "./equalities.ts";
import { neverZero } from "./never-zero.ts";
import { coveredBySteps, type ProvenStep } from "./system-chain.ts";
import { coversSystem } from "./system-cover.ts";
import { allCommonZeros } from "./system-isolation.ts";
import { type Check, type EvidenceLine, type Verdict, weakest } from "./verdict.ts";

/** A system with the solutions claimed for it, as the judge sees them. */
export interface ClaimedSystem {
  readonly equations: readonly (Expression & { readonly kind: "relation" })[];
  readonly unknowns: readonly string[];
  readonly solutions: readonly {
    readonly values: ReadonlyMap<string, Expression>;
    readonly free: readonly string[];
    readonly integers: readonly string[];
    readonly conditions: readonly Expression[];
  }[];
  /** Solutions apart from the reals. */
  readonly apart: ClaimedSystem["solutions"];
  /** Values of unknowns that were set aside. */
  readonly rejected: readonly ReadonlyMap<string, Expression>[];
  readonly domain: "real" | "complex";
  readonly assumptions: readonly Expression[];
  /** What solutions must satisfy to be asked for. */
  readonly within: readonly Expression[];
}

/** Puts every solution into every equation: exactly, and as decimals. */
export function systemPutBack({ equations, solutions, apart, assumptions }: ClaimedSystem): readonly Check[] {
  const exact: { outcome: Verdict; line: EvidenceLine }[] = [];
  const numeric: { outcome: Verdict; line: EvidenceLine }[] = [];
  for (const solution of [...solutions, ...apart]) {
    const known = [...assumptions, ...solution.conditions];
    for (const one of equations) {
      const bound = equalitiesAmong(solution.conditions);
      const [left, right] = [one.operands[0] ?? ZERO, one.operands[1] ?? ZERO].map((side) => applyEqualities(substitute(side, solution.values), bound));
      if (!left || !right) continue;
      const test = solution.integers.length > 0 ? integerTest(subtract(left, right), solution.integers, known) : equalityTest(left, right, known);
      const shown = { subject: one, left: simplify(left).expression, right: simplify(right).expression, leftBefore: left, rightBefore: right };
      exact.push({
        outcome: test.kind === "zero" ? "nailed" : test.kind === "nonzero" ? "bent" : "loose",
        line: {
          ...shown,
          note: test.kind === "zero" ? `both sides are equal; ${test.method}` : test.kind === "nonzero" ? "the sides differ" : "no exact proof",
        },
      });
      const member = new Map(solution.integers.map((letter) => [letter, ONE]));
      const compared = compareSides(
        substitute(left, member),
        substitute(right, member),
        // What letters are bound to was put in.
        known.filter((fact) => !bound.includes(fact)).map((fact) => substitute(fact, member)),
      );
      numeric.push({
        outcome: compared.kind === "agree" ? "tacked" : compared.kind === "differ" ? "bent" : "loose",
        line: { subject: one, note: comparisonNote(compared) },
      });
    }
  }
  const check = (kind: "substitution" | "comparison", found: typeof exact, nothing: Verdict): Check => ({
    kind,
    outcome: found.length > 0 ? weakest(found.map(({ outcome }) => outcome)) : nothing,
    detail:
      found.length > 0 ? found.map(({ line }) => `${line.subject ? text(line.subject) : ""}: ${line.note}`).join("; ") : "there is no solution to put back",
    lines: found.map(({ line }) => line),
  });
  return [check("substitution", exact, "nailed"), check("comparison", numeric, "tacked")];
}

/**
 * Counts the solutions of a linear system by its rank (Rouché and Capelli): none where the rank grows with the right sides,
 * else as many free names as the rank is below the number of unknowns; with letters by a determinant that is not 0.
 */
export function systemCount(claimed: ClaimedSystem, steps: readonly ProvenStep[] = []): Check {
  const { equations, unknowns, solutions, rejected, domain, assumptions, within } = claimed;
  const check = (outcome: Verdict, detail: string): Check => ({ kind: "completeness", outcome, detail, lines: [{ note: detail }] });
  const rows = rowsOf(equations, unknowns);
  const isSquare = rows && (rows.entries.length === unknowns.length || rows.entries.flat().every((entry) => poly.constantValue(entry) !== undefined));
  if (!rows || !isSquare || solutions.some(({ free, conditions }) => free.length > 0 && equalitiesAmong(conditions).length > 0)) {
    const points = solutions.length > 0 || domain === "complex" ? solutions : [];
    const open = { equations, unknowns, points, dead: rejected, domain, assumptions, granted: [], depth: 0 };
    const count = zeroCount(equations, unknowns);
    if (!coversSystem(open) && domain === "real" && allCommonZeros(equations, [...solutions.map(({ values }) => values), ...rejected], unknowns, within))
      return check("nailed", "interval arithmetic proves, box by box, that the equations have no other common solution where it was asked");
    if (!coversSystem(open) && coversPolar(claimed, (inner) => systemCount(inner).outcome === "nailed"))
      return check("nailed", "the components have no other solution, and each point is named by every length and angle that is asked for");
    if (!coversSystem(open) && steps.length > 0 && coveredBySteps(claimed, steps))
      return check("nailed", "every step keeps all solutions of its case, and the cases end with the values found, so there are no others");
    if (!coversSystem(open)) return check("loose", "it was not proven that there are no other solutions");
    const counted = count && (domain === "real" ? count.real : count.complex);
    return check(
      "nailed",
      counted === solutions.length
        ? `the trace form of the system counts ${counted} ${domain} solution${counted === 1 ? "" : "s"}, and these are as many`
        : "taken apart again case by case, the system leaves room for no other solution",
    );
  }
  const numbers = rows.entries.map((row) => row.map(poly.constantValue));
  const n = unknowns.length;
  const [only] = solutions;
  if (numbers.every((row) => row.every((value) => value !== undefined))) {
    const plain = numbers as readonly (readonly Rational[])[];
    const regular = plain.length === n && isRegular(plain);
    const pivots = regular ? Array.from({ length: n }, (_, k) => k) : reduceRows(plain).pivots;
    const contradictory = pivots.includes(n);
    if (contradictory !== (solutions.length === 0) || solutions.length > 1) return check("bent", "the rank of the system says otherwise");
    if (!only) return check("nailed", "the rank grows when the right sides are added, so the equations contradict each other");
    const free = n - pivots.length;
    if (only.free.length !== free) return check("bent", `the system leaves ${free} unknowns free, which is not what is claimed`);
    return check(
      "nailed",
      free === 0
        ? `the rank is ${n}, the number of unknowns, so there is exactly one solution`
        : `the rank is ${pivots.length}, so ${free} of ${n} unknowns are free`,
    );
  }
  const solved = rows.entries.length === n ? solveSquare(rows.entries) : undefined;
  if (!solved || !only || solutions.length > 1) return check("loose", "the solutions were not counted");
  const determinant = polynomialExpression(solved.denominator, rows.kernels);
  const notZero =
    decide(relation(simplify(determinant).expression, "!=", ZERO), [...assumptions, ...only.conditions]) === true ||
    neverZero(determinant, only.conditions, assumptions);
  return notZero
    ? check("nailed", "the determinant of the system is not 0, so there is exactly one solution")
    : check("loose", `it was not decided that the determinant ${text(determinant)} is not 0`);
}

/** Coefficients of the unknowns and the right side, read off independently: by putting in 0 and 1. */
function rowsOf(equations: ClaimedSystem["equations"], unknowns: readonly string[]) {
  try {
    const kernels = new Kernels();
    const indices = unknowns.map((unknown) => kernels.index(nameNode(unknown)));
    const entries = equations.map((one) => {
      const { numerator, denominator } = normalForm(sideDifference(one), kernels);
      const degree = (term: poly.Term): number => indices.reduce((total, index) => total + (term.exponents[index] ?? 0), 0);
      const below = denominator.some((term) => degree(term) > 0);
      const hidden = numerator.some((term) =>
        term.exponents.some((exponent, k) => exponent > 0 && !indices.includes(k) && unknowns.some((u) => freeNames(kernels.kernel(k)).has(u))),
      );
      if (below || hidden || numerator.some((term) => degree(term) > 1)) return undefined;
      const atZero = indices.reduce<poly.Polynomial>((p, index) => poly.substituteIn(p, index, poly.ZERO), numerator);
      const slopes = indices.map((own) => {
        const rest = indices.reduce<poly.Polynomial>((p, other) => poly.substituteIn(p, other, other === own ? poly.ONE : poly.ZERO), numerator);
        return poly.subtract(rest, atZero);
      });
      return [...slopes, poly.negate(atZero)];
    });
    return entries.every((row) => row !== undefined) ? { entries, kernels } : undefined;
  } catch (error) {
    if (error instanceof NotAnalysable) return undefined;
    throw error;
  }
}
