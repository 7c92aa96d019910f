import { compile, compileCondition, type DoubleFunction } from "../expression/double-value.ts";
import { type Comparison, type Expression, findAll, freeNames, type NameRange } from "../expression/expression.ts";
import type { RealExpression } from "../expression/realness.ts";

/** Values that make accidents unlikely, of both signs, small ones and large ones among them. */
const VALUES: readonly number[] = [1.37, 0.41, -0.83, 2.71, 0.077, 5.3, -2.9, 0.93, 14.6, -0.13, 0.62, 3.6, -7.7, 61, 1.08, -31];
const WHOLE_VALUES: readonly number[] = [3, 2, 5, -2, 7, 1, 4, -3, 6, 0, 11, -1, 8, -5, 9, 13];
const ATTEMPTS = 32;

/** How far from 0, compared with what it is the sum of, a double has to be to have a sign. */
const MARGIN = 1e-7;

/**
 * Whether a relation to 0 is seen to be open: of a few points at which all that is assumed holds, it holds at one and fails at another. These are doubles, kept away from 0: all
 * that rests on them is that no proof is looked for.
 */
export function isSeenOpen(e: RealExpression, comparison: Comparison, assumptions: readonly Expression[]): boolean {
  const both = new Set<number>();
  const isEquality = comparison === "=" || comparison === "!=";
  // A polynomial on a convex set that has both signs is 0 somewhere between.
  if (isEquality && !(isPolynomial(e) && assumptions.every(isPlainBound))) return false;
  for (const sign of signsAtSamples(e, assumptions)) {
    both.add(sign);
    if (both.size > 1) return true;
  }
  return false;
}

function* signsAtSamples(e: Expression, assumptions: readonly Expression[]): Generator<1 | -1> {
  const ranges = new Map<string, NameRange>();
  for (const one of [e, ...assumptions]) {
    const free = freeNames(one);
    for (const part of findAll(one, ({ kind }) => kind === "name")) if (part.kind === "name" && free.has(part.name)) ranges.set(part.name, part.range);
  }
  const names = [...ranges.keys()].sort();
  if ([...ranges.values()].includes("complex")) return;
  const own = assumptions.filter((one) => freeNames(one).size === 1);
  const shared = assumptions.filter((one) => freeNames(one).size > 1).map((one) => compileCondition(one, names));
  const choices = names.map((letter) => {
    const tests = own.filter((one) => freeNames(one).has(letter)).map((one) => compileCondition(one, [letter]));
    return (ranges.get(letter) === "integer" ? WHOLE_VALUES : VALUES).filter((value) => tests.every((holds) => holds(value)));
  });
  if (choices.some((list) => list.length === 0)) return;
  const signOf = signFunction(e, names);
  for (let attempt = 0; attempt < ATTEMPTS; attempt += 1) {
    const round = Math.floor(attempt / VALUES.length);
    const point = choices.map((list, k) => list[(attempt * (2 * k + 1) + round * (k * k + 3 * k + 1) + 5 * k) % list.length] ?? 0);
    if (!shared.every((holds) => holds(...point))) continue;
    const sign = signOf(...point);
    if (sign !== undefined) yield sign;
  }
}

/** The sign at a point: of a product by its factors, of a sum where it is not small beside its terms. */
function signFunction(e: Expression, names: readonly string[]): (...point: number[]) => 1 | -1 | undefined {
  if (e.kind === "product") {
    const factors = e.factors.map((factor) => signFunction(factor, names));
    return (...point) =>
      factors.reduce<1 | -1 | undefined>((sign, factor) => {
        const own = sign && factor(...point);
        return own && sign && (own === sign ? 1 : -1);
      }, 1);
  }
  const terms: readonly DoubleFunction[] = (e.kind === "sum" ? e.terms : [e]).map((term) => compile(term, names));
  return (...point) => {
    const values = terms.map((term) => term(...point));
    const total = values.reduce((sum, value) => sum + value, 0);
    const size = values.reduce((sum, value) => sum + Math.abs(value), 0);
    if (!Number.isFinite(size) || Math.abs(total) <= MARGIN * (terms.length > 1 ? size : 1)) return undefined;
    return total > 0 ? 1 : -1;
  };
}

function isPolynomial(e: Expression): boolean {
  switch (e.kind) {
    case "number":
    case "constant":
    case "name":
      return true;
    case "sum":
      return e.terms.every(isPolynomial);
    case "product":
      return e.factors.every(isPolynomial);
    case "power":
      return e.exponent.kind === "number" && e.exponent.value.den === 1 && e.exponent.value.num > 0 && isPolynomial(e.base);
    default:
      return freeNames(e).size === 0;
  }
}

/** A bound of one real name by a number. */
function isPlainBound(condition: Expression): boolean {
  if (condition.kind !== "relation" || condition.comparisons.includes("!=")) return false;
  return condition.operands.every((side) => side.kind === "number" || (side.kind === "name" && side.range === "real"));
}
