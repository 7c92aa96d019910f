import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { MINUS_ONE, name as nameNode, number, product, relation, sum, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import type { Rational } from "../../number/rational.ts";
import { solveSquare } from "../../polynomial/linear-system.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { isRegular } from "../../polynomial/rational-system.ts";
import { reduceRows } from "../../polynomial/row-reduction.ts";
import { decide, showsByUnitAngles, simplify, zeroTest } from "../../truth/index.ts";
import { neverZero } from "../completeness/never-zero.ts";
import type { Verdict } from "../verdict.ts";
import type { ClaimedPoint, ClaimedSystem } from "./claimed.ts";
import { isRuledOut } from "./put-back.ts";

/** A verdict on how many solutions there are, with its reason. */
export interface Count {
  readonly outcome: Verdict;
  readonly detail: string;
}

/** The coefficients of the unknowns with the right side, a row for each equation. */
export interface LinearRows {
  readonly entries: readonly (readonly poly.Polynomial[])[];
  readonly kernels: Kernels;
}

/** Coefficients of the unknowns and the right side, read off independently: by putting in 0 and 1. */
export function rowsOf({ equations, unknowns }: ClaimedSystem): LinearRows | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const indices = unknowns.map((unknown) => kernels.index(nameNode(unknown)));
    const entries = equations.map((one) => rowOf(sideDifference(one), unknowns, indices, kernels));
    return entries.every((row) => row !== undefined) ? { entries, kernels } : undefined;
  }, undefined);
}

function rowOf(difference: Expression, unknowns: readonly string[], indices: readonly number[], kernels: Kernels): readonly poly.Polynomial[] | undefined {
  const { numerator, denominator } = normalForm(difference, kernels);
  const degree = (term: poly.Term): number => indices.reduce((total, index) => total + (term.exponents[index] ?? 0), 0);
  const holdsUnknown = (index: number): boolean => !indices.includes(index) && unknowns.some((u) => freeNames(kernels.kernel(index)).has(u));
  const isHidden = numerator.some((term) => term.exponents.some((exponent, k) => exponent > 0 && holdsUnknown(k)));
  if (isHidden || denominator.some((term) => degree(term) > 0) || numerator.some((term) => degree(term) > 1)) return undefined;
  const atZero = indices.reduce<poly.Polynomial>((p, index) => poly.substituteIn(p, index, poly.ZERO), numerator);
  const slopes = indices.map((own) => {
    const rest = indices.reduce<poly.Polynomial>((p, other) => poly.substituteIn(p, other, other === own ? poly.ONE : poly.ZERO), numerator);
    return poly.subtract(rest, atZero);
  });
  return [...slopes, poly.negate(atZero)];
}

/** By the rank of a matrix of numbers: none where it grows with the right sides, else as many free names as it is below the number of unknowns. */
export function countByRank(system: ClaimedSystem, rows: LinearRows): Count | undefined {
  const { unknowns, solutions } = system;
  const numbers = rows.entries.map((row) =>
    row.flatMap((entry): readonly Rational[] => {
      const value = poly.constantValue(entry);
      return value ? [value] : [];
    }),
  );
  const n = unknowns.length;
  if (numbers.some((row) => row.length !== n + 1)) return undefined;
  const regular = numbers.length === n && isRegular(numbers);
  const pivots = regular ? Array.from({ length: n }, (_, k) => k) : reduceRows(numbers).pivots;
  const [only = setAside(system, numbers), ...more] = solutions;
  const isContradiction = pivots.includes(n);
  if (isContradiction !== (only === undefined) || more.length > 0) return { outcome: "bent", detail: "the rank of the system says otherwise" };
  if (!only) return { outcome: "nailed", detail: "the rank grows when the right sides are added, so the equations contradict each other" };
  const free = n - pivots.length;
  if (only.free.length !== free) return { outcome: "bent", detail: `the system leaves ${free} unknowns free, which is not what is claimed` };
  const detail =
    free === 0
      ? `the rank is ${n}, the number of unknowns, so there is exactly one solution`
      : `the rank is ${pivots.length}, so ${free} of ${n} unknowns are free`;
  return { outcome: "nailed", detail: solutions.length > 0 ? detail : `${detail}, which is not asked for` };
}

/** The one solution of the rows that was set aside, since it fails what was asked. */
function setAside(system: ClaimedSystem, rows: readonly (readonly Rational[])[]): Pick<ClaimedPoint, "free"> | undefined {
  const [values, ...more] = system.rejected;
  if (!values || more.length > 0 || !system.unknowns.every((unknown) => values.has(unknown)) || !isRuledOut(values, system)) return undefined;
  const valueAt = (unknown: string): Expression => values.get(unknown) ?? ZERO;
  const isSolution = rows.every((row) => {
    const terms = row.map((entry, k) => product(number(entry), k < system.unknowns.length ? valueAt(system.unknowns[k] ?? "") : MINUS_ONE));
    return zeroTest(sum(...terms)).kind === "zero";
  });
  return isSolution ? { free: system.unknowns.filter((unknown) => contains(valueAt(unknown), unknown)) } : undefined;
}

/** By a determinant with letters that is not 0 where the solution is claimed. */
export function countByDeterminant({ unknowns, solutions, assumptions }: ClaimedSystem, { entries, kernels }: LinearRows): Count {
  const solved = entries.length === unknowns.length ? solveSquare(entries) : undefined;
  const [only] = solutions;
  if (!solved || !only || solutions.length > 1) return { outcome: "loose", detail: "the solutions were not counted" };
  const determinant = polynomialExpression(solved.denominator, kernels);
  const isNotZero =
    decide(relation(simplify(determinant).expression, "!=", ZERO), [...assumptions, ...only.conditions]) === true ||
    neverZero(determinant, only.conditions, assumptions) ||
    showsByUnitAngles(relation(determinant, "!=", ZERO), only.conditions);
  return isNotZero
    ? { outcome: "nailed", detail: "the determinant of the system is not 0, so there is exactly one solution" }
    : { outcome: "loose", detail: `it was not decided that the determinant ${text(determinant)} is not 0` };
}
