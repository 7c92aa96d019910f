import { around, boundsOf, coversZeros } from "../../calculus/cover.ts";
import { bordersIn, boundsOfPiece, insidePiece, type Piece } from "../../calculus/pieces-where.ts";
import { Analysed } from "../../calculus/zeros.ts";
import { number, product, relation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { constantSign, decide, simplify } from "../../truth/index.ts";
import { statedBounds } from "./convex-optimum.ts";
import type { ClaimedOptima } from "./optimum.ts";

/** Whether a difference is 0 only at the places given, and not negative between them, wherever the conditions on its variable hold. */
export function isNowhereNegative(gap: Expression, variable: string, zeros: readonly Expression[], facts: readonly Expression[]): boolean {
  if (!coversZeros(new Analysed(gap, variable), zeros, facts)) return false;
  return samplesBetween(zeros, facts, variable).every((x) => {
    const at = new Map([[variable, number(rational.fromNumber(x))]]);
    const inside = facts.every((fact) => decide(simplify(substitute(fact, at)).expression, []) === true);
    const sign = inside ? constantSign(substitute(gap, at)) : undefined;
    return sign === undefined || sign >= 0;
  });
}

/**
 * One variable without letters, and bars: piece by piece between the places where their insides are 0, bars left out, the best value is reached only at the points claimed, and
 * on a whole piece only where that is claimed.
 */
export function isBestByPieces({ objective, variables, constraints, facts, wanted, points }: ClaimedOptima): boolean {
  const [variable, ...others] = variables;
  const best = points.filter(({ global }) => global);
  const [first] = best;
  if (variable === undefined || others.length + constraints.length > 0 || !first || wanted === "stationary") return false;
  if ([...freeNames(objective)].some((letter) => letter !== variable) || best.some(({ value }) => freeNames(value).size > 0)) return false;
  if (!hasBars(objective) || curveDomain(objective).length > 0) return false;
  const gap = wanted === "maximum" ? subtract(first.value, objective) : subtract(objective, first.value);
  const zeros = best.flatMap(({ values, integers, conditions }) => (integers.length > 0 ? statedBounds(variable, conditions) : [values.get(variable) ?? ZERO]));
  const pieces = withoutBars(gap, variable, { hasLow: true, hasHigh: true });
  return (
    pieces?.every(({ plain, piece }) => {
      const bounds = boundsOfPiece(piece, variable);
      const isLevel =
        equal(plain, ZERO) && best.some(({ integers, conditions }) => integers.length > 0 && conditions.every((one) => decide(one, bounds) === true));
      const inside = zeros.filter((zero) => bounds.every((bound) => decide(substitute(bound, new Map([[variable, zero]])), []) === true));
      return isLevel || isNowhereNegative(plain, variable, inside, [...facts, ...bounds]);
    }) ?? false
  );
}

const isBars = (part: Expression): boolean => part.kind === "call" && part.name === "abs";
const hasBars = (e: Expression): boolean => findAll(e, isBars).length > 0;

interface PlainPiece {
  readonly plain: Expression;
  readonly piece: Piece;
}

/** The pieces of a piece on which all bars have an inside of one sign, with the expression without them; undefined where these are not found. */
function withoutBars(e: Expression, variable: string, piece: Piece): readonly PlainPiece[] | undefined {
  const innermost = findAll(e, (part) => isBars(part) && part.kind === "call" && !part.args.some(hasBars))[0];
  if (innermost?.kind !== "call") return [{ plain: simplify(e).expression, piece }];
  const [inside = ZERO] = innermost.args;
  const borders = bordersIn(relation(inside, "!=", ZERO), variable)?.filter((at) => isInside(at, piece));
  if (!borders) return undefined;
  const parts = [piece.low, ...borders].flatMap((low, k) => {
    const high = borders[k] ?? piece.high;
    const own: Piece = { ...(low ? { low } : {}), ...(high ? { high } : {}), hasLow: true, hasHigh: true };
    const sign = constantSign(substitute(inside, new Map([[variable, insidePiece(own)]])));
    return sign === undefined ? [undefined] : withoutBars(replaced(e, innermost, product(number(sign), inside)), variable, own);
  });
  return parts.every((part) => part !== undefined) ? parts : undefined;
}

function isInside(at: Expression, { low, high }: Piece): boolean {
  return (!low || constantSign(subtract(at, low)) === 1) && (!high || constantSign(subtract(high, at)) === 1);
}

function replaced(e: Expression, part: Expression, by: Expression): Expression {
  return equal(e, part) ? by : mapChildren(e, (child) => replaced(child, part, by));
}

/** A number in each piece between zeros and bounds: there the difference is continuous and keeps its sign. */
function samplesBetween(zeros: readonly Expression[], facts: readonly Expression[], variable: string): readonly number[] {
  const bounds = boundsOf(variable, facts);
  const places = [
    ...zeros.map((zero) => around(zero)?.low ?? 0),
    ...(bounds.low === undefined ? [] : [bounds.low]),
    ...(bounds.high === undefined ? [] : [bounds.high]),
  ].sort((a, b) => a - b);
  const [first = 0] = places;
  const last = places.at(-1) ?? 0;
  return [first - 1, ...places.slice(1).map((place, k) => ((places[k] ?? place) + place) / 2), last + 1];
}
