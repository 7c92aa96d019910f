import { approximateValue } from "../expression/ball-value.ts";
import { divide, number, PI, product, subtract } from "../expression/construct.ts";
import { type Comparison, type Expression, factorsOf, freeNames, termsOf } from "../expression/expression.ts";
import type { RealExpression } from "../expression/realness.ts";
import { substitute } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";
import { constantSign } from "./zero-test.ts";

/** For each function, the length in right angles of the pieces on which it keeps its sign, and where one on which it is positive begins. */
const PIECES: Readonly<Record<string, { readonly length: 1 | 2; readonly start: number }>> = {
  sin: { length: 2, start: 0 },
  csc: { length: 2, start: 0 },
  cos: { length: 2, start: -1 },
  sec: { length: 2, start: -1 },
  tan: { length: 1, start: 0 },
  cot: { length: 1, start: 0 },
};

interface Bound {
  readonly left: Expression;
  readonly comparison: Comparison;
  readonly right: Expression;
}

/**
 * The sign of a circular function of an angle that is linear in one name, where bounds on that name keep the angle between two
 * neighbouring zeros or poles; 0 may be taken at a bound that belongs to it. Undefined where bounds leave several signs open.
 */
export function circularSign(
  functionName: string,
  angle: RealExpression,
  bounds: readonly Bound[],
): { readonly sign: -1 | 1; readonly mayVanish: boolean } | undefined {
  const piece = PIECES[functionName];
  const [letter, ...more] = freeNames(angle);
  if (!piece || letter === undefined || more.length > 0) return undefined;
  if (!isLinear(angle, letter)) return undefined;
  const at = (value: Expression): Expression => substitute(angle, new Map([[letter, value]]));
  const own = bounds.filter(({ left, right }) => left.kind === "name" && left.name === letter && freeNames(right).size === 0);
  const lows = own.filter(({ comparison }) => comparison === ">" || comparison === ">=");
  const highs = own.filter(({ comparison }) => comparison === "<" || comparison === "<=");
  const [low, high] = [lows[0], highs[0]];
  if (!low || !high) return undefined;
  const rises = constantSign(subtract(at(number(1)), at(number(0)))) === 1;
  const [first, last] = rises ? [low, high] : [high, low];
  const quarter = (bound: Bound): Expression => divide(product(number(2), at(bound.right)), PI);
  const which = pieceNumber(quarter(first), quarter(last), piece);
  if (which === undefined) return undefined;
  const begin = number(rational.rational(piece.start + which * piece.length));
  const end = number(rational.rational(piece.start + (which + 1) * piece.length));
  const touches = (bound: Bound, edge: Expression): boolean => bound.comparison.length === 2 && constantSign(subtract(quarter(bound), edge)) === 0;
  return { sign: which % 2 === 0 ? 1 : -1, mayVanish: touches(first, begin) || touches(last, end) };
}

function isLinear(angle: Expression, letter: string): boolean {
  const terms = termsOf(angle);
  return terms.every((term) => {
    const factors = factorsOf(term);
    return factors.every((factor) => freeNames(factor).size === 0 || (factor.kind === "name" && factor.name === letter));
  });
}

/** The number of the piece that holds both ends. */
function pieceNumber(low: Expression, high: Expression, { start, length }: { readonly start: number; readonly length: number }): number | undefined {
  const near = approximateValue(low);
  if (near === undefined || Math.abs(near) > 1e6) return undefined;
  const guess = Math.floor((near - start) / length);
  return [guess, guess + 1, guess - 1].find((k) => {
    const [from, to] = [start + k * length, start + (k + 1) * length].map((edge) => number(rational.rational(edge)));
    if (!from || !to) return false;
    const [below, above] = [constantSign(subtract(low, from)), constantSign(subtract(to, high))];
    return below !== undefined && below >= 0 && above !== undefined && above >= 0;
  });
}
