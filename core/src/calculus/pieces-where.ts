import { polynomialFactors } from "../canonical/factored.ts";
import { approximateValue } from "../expression/ball-value.ts";
import { divide, HALF, MINUS_ONE, name, negate, number, ONE, power, product, relation, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { type Link, statedLinks } from "../expression/equations.ts";
import { contains, type Expression, findAll, freeNames, isRoot } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { byName, constantSign, decide, simplify } from "../truth/index.ts";

/** A piece of the line, with whether its ends belong to it. */
export interface Piece {
  readonly low?: Expression;
  readonly high?: Expression;
  readonly hasLow: boolean;
  readonly hasHigh: boolean;
}

const LINE: Piece = { hasLow: false, hasHigh: false };

/**
 * The pieces of the line on which conditions on one real name hold, from left to right: each compares a rational function whose factors
 * are of first or second degree, or what a monotone function brings back to that. Undefined for others, and where a single point would be left.
 */
export function piecesWhere(conditions: readonly Expression[], variable: string): readonly Piece[] | undefined {
  if (conditions.some(({ kind }) => kind !== "relation")) return undefined;
  let pieces: readonly Piece[] = [LINE];
  for (const link of statedLinks(conditions).flatMap(withoutBars)) {
    const own = piecesOf(link, variable);
    const common = own && pieces.flatMap((piece) => own.map((other) => intersection(piece, other)));
    if (!common?.every((one) => one !== "open")) return undefined;
    pieces = common.flatMap((one) => one ?? []);
  }
  return pieces;
}

/** |u| < c as −c < u < c. */
function withoutBars(link: Link): readonly Link[] {
  const { left, comparison, right } = link;
  const [u] = left.kind === "call" && left.name === "abs" && comparison.startsWith("<") ? left.args : [];
  return u
    ? [
        { left: u, comparison, right },
        { left: negate(u), comparison, right },
      ]
    : [link];
}

function piecesOf({ left, comparison, right }: Link, variable: string): readonly Piece[] | undefined {
  const place = byName(subtract(left, right), comparison);
  if (typeof place === "boolean") return place ? [LINE] : [];
  const fact = typeof place === "object" ? place : relation(left, comparison, right);
  const [a = ZERO, b = ZERO] = fact.kind === "relation" ? fact.operands : [];
  const stated = fact.kind === "relation" ? fact.comparisons[0] : undefined;
  const difference = withoutRoot(subtract(a, b));
  const borders = bordersOf(difference, variable);
  if (!borders || !stated || stated === "=") return undefined;
  const ends = [undefined, ...borders, undefined];
  const holds = (at: Expression): boolean | undefined => decide(simplify(substitute(fact, new Map([[variable, at]]))).expression, []);
  const between = ends.slice(1).map((high, k): Piece => {
    const low = ends[k];
    const has = (end: Border | undefined): boolean => end !== undefined && !end.isPole && stated.endsWith("=") && stated !== "!=";
    return { ...(low ? { low: low.at } : {}), ...(high ? { high: high.at } : {}), hasLow: has(low), hasHigh: has(high) };
  });
  const truths = between.map((piece) => holds(insidePiece(piece)));
  if (truths.includes(undefined)) return undefined;
  // A point where it holds between pieces where it does not.
  const isAlone = (k: number): boolean => truths[k] === false && truths[k + 1] === false && between[k]?.hasHigh === true;
  return truths.some((_, k) => isAlone(k)) ? undefined : between.filter((_, k) => truths[k] === true);
}

/** A root is 0 where its radicand is. */
function withoutRoot(e: Expression): Expression {
  return isRoot(e) ? e.base : e;
}

interface Border {
  readonly at: Expression;
  readonly isPole: boolean;
}

/** The places at which a comparison of rational functions can change; undefined where they are not found. */
export function bordersIn(condition: Expression, variable: string): readonly Expression[] | undefined {
  const bySign = (e: Expression): readonly Expression[] => (e.kind === "call" && e.name === "abs" ? e.args.flatMap((u) => [u, negate(u)]) : [e]);
  const borders = statedLinks([condition]).flatMap(({ left, right }) =>
    bySign(left).flatMap((a) => bySign(right).map((b) => bordersOf(subtract(a, b), variable))),
  );
  return borders.every((own) => own !== undefined) ? borders.flatMap((own) => own.map(({ at }) => at)) : undefined;
}

/** The zeros and poles of a rational function, from left to right; undefined where a factor is of a higher degree, or has letters. */
function bordersOf(e: Expression, variable: string): readonly Border[] | undefined {
  const factors = polynomialFactors(e)?.factors.filter(({ base }) => contains(base, variable));
  const found = factors?.map(({ base, exponent }) => realRoots(base, variable)?.map((at): Border => ({ at, isPole: exponent < 0 })));
  if (!found?.every((roots) => roots !== undefined)) return undefined;
  const borders = found.flat();
  const signs = borders.flatMap((one) => borders.map((other) => (one === other ? 0 : constantSign(subtract(one.at, other.at)))));
  if (signs.includes(undefined)) return undefined;
  return [...borders].sort((one, other) => constantSign(subtract(one.at, other.at)) ?? 0);
}

/** The real roots of a polynomial of first or second degree with numbers as coefficients. */
function realRoots(e: Expression, variable: string): readonly Expression[] | undefined {
  const [c = ZERO, b = ZERO, a, ...higher] = polynomialCoefficients(e, variable) ?? [];
  if (higher.length > 0 || contains(c, variable)) return undefined;
  if (!a) return constantSign(b) === undefined || constantSign(b) === 0 ? undefined : [divide(negate(c), b)];
  const discriminant = subtract(power(b, TWO), product(number(4), a, c));
  const sign = constantSign(discriminant);
  if (sign === undefined) return undefined;
  if (sign < 0) return [];
  const root = (side: Expression): Expression => simplify(divide(sum(negate(b), product(side, power(discriminant, HALF))), product(TWO, a))).expression;
  return sign === 0 ? [root(ZERO)] : [root(MINUS_ONE), root(ONE)];
}

/** What two pieces have in common: nothing, a piece, or "open" where that is not decided or a single point. */
function intersection(one: Piece, other: Piece): Piece | undefined | "open" {
  const low = inner(one.low, one.hasLow, other.low, other.hasLow, 1);
  const high = inner(one.high, one.hasHigh, other.high, other.hasHigh, -1);
  if (low === "open" || high === "open") return "open";
  const piece: Piece = { ...(low.end ? { low: low.end } : {}), ...(high.end ? { high: high.end } : {}), hasLow: low.has, hasHigh: high.has };
  if (!low.end || !high.end) return piece;
  const width = constantSign(subtract(high.end, low.end));
  if (width === undefined || (width === 0 && low.has && high.has)) return "open";
  return width > 0 ? piece : undefined;
}

/** Of two ends on the same side the one further in. */
function inner(
  a: Expression | undefined,
  hasA: boolean,
  b: Expression | undefined,
  hasB: boolean,
  direction: 1 | -1,
): { readonly end: Expression | undefined; readonly has: boolean } | "open" {
  if (!a || !b) return a ? { end: a, has: hasA } : { end: b, has: hasB };
  const sign = constantSign(subtract(a, b));
  if (sign === undefined) return "open";
  if (sign === 0) return { end: a, has: hasA && hasB };
  return sign === direction ? { end: a, has: hasA } : { end: b, has: hasB };
}

/** A number inside of a piece. */
export function insidePiece({ low, high }: Piece): Expression {
  if (low && high) return wholeBetween(low, high) ?? product(HALF, sum(low, high));
  if (low) return wholeBetween(low, sum(low, TWO)) ?? sum(low, ONE);
  return high ? (wholeBetween(sum(high, number(-2)), high) ?? sum(high, MINUS_ONE)) : ZERO;
}

/** A whole number well inside of bounds that hold roots: (1 + √5)/2 < 3 < 5; parts of a turn have their own middle. */
function wholeBetween(low: Expression, high: Expression): Expression | undefined {
  const isPlain = [low, high].every((bound) => findAll(bound, isRoot).length === 0);
  const [from, to] = [approximateValue(low), approximateValue(high)];
  if (isPlain || from === undefined || to === undefined) return undefined;
  const middle = Math.round((from + to) / 2);
  return Math.min(middle - from, to - middle) > MARGIN ? number(middle) : undefined;
}

const MARGIN = 0.05;

/** An interval as relations. */
export function boundsOfPiece({ low, high, hasLow, hasHigh }: Piece, unknown: string): readonly Expression[] {
  return [...(low ? [relation(name(unknown), hasLow ? ">=" : ">", low)] : []), ...(high ? [relation(name(unknown), hasHigh ? "<=" : "<", high)] : [])];
}

/** Conditions on a name as the bounds of the only interval where they hold, where it is one; else as they are. */
export function boundsWhere(conditions: readonly Expression[], letter: string): readonly Expression[] {
  // One that says all that the others say may stand as it is.
  const strongest = conditions.find((one) => conditions.every((other) => other === one || decide(other, [one]) === true));
  if (strongest) return [strongest];
  const isAlone = conditions.every((condition) => [...freeNames(condition)].every((one) => one === letter));
  const [piece, ...more] = (isAlone ? piecesWhere(conditions, letter) : undefined) ?? [];
  return piece && more.length === 0 ? boundsOfPiece(piece, letter) : conditions;
}
