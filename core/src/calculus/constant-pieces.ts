import { HALF, MINUS_ONE, name, number, ONE, product, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Comparison, type Expression, findAll, freeNames } from "../expression/expression.ts";
import { statedLinks } from "../expression/statement.ts";
import { substitute } from "../expression/substitute.ts";
import { byName, constantSign, zeroTest } from "../truth/index.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";

/** A piece of the line, with whether its ends belong to it. */
export interface Piece {
  readonly low?: Expression;
  readonly high?: Expression;
  readonly hasLow: boolean;
  readonly hasHigh: boolean;
}

/** Functions that jump: a derivative that is 0 says nothing across a jump. */
const JUMPING: ReadonlySet<string> = new Set(["floor", "ceil", "sgn", "arg", "abs", "max", "min"]);

/**
 * The pieces of the domain of a function of one real name whose derivative is 0, each with whether the function is 0 there: on every piece it is
 * constant (the mean value theorem; O. Forster, Analysis 1, § 16). Undefined for any other function, and where the pieces are not known.
 */
export function constantPieces(e: Expression, variable: string): readonly { readonly piece: Piece; readonly isZero: boolean }[] | undefined {
  if (
    [...freeNames(e)].some((letter) => letter !== variable) ||
    findAll(e, (part) => part.kind === "cases" || (part.kind === "call" && JUMPING.has(part.name))).length > 0
  )
    return undefined;
  if (!isStationary(e, variable)) return undefined;
  const pieces = piecesWhere(realDomain(e));
  const found = pieces?.map((piece) => {
    const { kind } = zeroTest(substitute(e, new Map([[variable, inside(piece)]])));
    return kind === "undecided" ? undefined : { piece, isZero: kind === "zero" };
  });
  return found?.every((one) => one !== undefined) ? found : undefined;
}

function isStationary(e: Expression, variable: string): boolean {
  try {
    return zeroTest(differentiate(e, variable)).kind === "zero";
  } catch (error) {
    if (error instanceof NotDifferentiable) return false;
    throw error;
  }
}

/** The pieces of the line on which conditions hold; undefined where one of them is not about one side of a number, or all but one. */
function piecesWhere(conditions: readonly Expression[]): readonly Piece[] | undefined {
  let pieces: readonly Piece[] = [{ hasLow: false, hasHigh: false }];
  if (conditions.some(({ kind }) => kind !== "relation")) return undefined;
  for (const { left, comparison: stated, right } of statedLinks(conditions)) {
    const place = byName(subtract(left, right), stated);
    if (place === true) continue;
    const [, at] = typeof place === "object" && place.kind === "relation" ? place.operands : [];
    const comparison = typeof place === "object" && place.kind === "relation" ? place.comparisons[0] : undefined;
    if (!at || !comparison) return undefined;
    const halves = pieces.flatMap((piece) => (SIDES[comparison] ?? []).map((side) => halfOf(piece, side, at)));
    if (comparison === "=" || halves.includes(undefined)) return undefined;
    pieces = halves.flatMap((half) => half ?? []);
  }
  return pieces;
}

/** The sides of a number on which a comparison with it holds. */
const SIDES: Readonly<Partial<Record<Comparison, readonly (">=" | ">" | "<=" | "<")[]>>> = {
  ">=": [">="],
  ">": [">"],
  "<=": ["<="],
  "<": ["<"],
  "!=": ["<", ">"],
};

/** What of a piece lies on a side of a number; undefined where that is not decided. */
function halfOf(piece: Piece, side: ">=" | ">" | "<=" | "<", at: Expression): readonly Piece[] | undefined {
  const isUp = side.startsWith(">");
  const [near, far] = isUp ? [piece.low, piece.high] : [piece.high, piece.low];
  const [hasNear, hasFar] = isUp ? [piece.hasLow, piece.hasHigh] : [piece.hasHigh, piece.hasLow];
  const outward = isUp ? 1 : -1;
  const beyond = far ? constantSign(product(number(outward), subtract(far, at))) : 1;
  const before = near ? constantSign(product(number(outward), subtract(near, at))) : -1;
  if (beyond === undefined || before === undefined) return undefined;
  if (before === 1) return [piece];
  const has = side.endsWith("=") && (before === -1 || hasNear);
  // A single number is left where both ends are there.
  if (beyond === -1 || (beyond === 0 && !(has && hasFar))) return [];
  return [isUp ? { ...piece, low: at, hasLow: has } : { ...piece, high: at, hasHigh: has }];
}

/** A number inside of a piece. */
function inside({ low, high }: Piece): Expression {
  if (low && high) return product(HALF, sum(low, high));
  if (low) return sum(low, ONE);
  return high ? sum(high, MINUS_ONE) : ZERO;
}

/** An interval as relations. */
export function boundsOfPiece({ low, high, hasLow, hasHigh }: Piece, unknown: string): readonly Expression[] {
  return [...(low ? [relation(name(unknown), hasLow ? ">=" : ">", low)] : []), ...(high ? [relation(name(unknown), hasHigh ? "<=" : "<", high)] : [])];
}
