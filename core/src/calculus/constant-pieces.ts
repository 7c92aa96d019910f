import { chain } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Comparison, type Expression, findAll, freeNames } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import { substitute } from "../expression/substitute.ts";
import { decide, zeroTest } from "../truth/index.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";
import { insidePiece, type Piece, piecesWhere } from "./pieces-where.ts";

/** Functions that jump: a derivative that is 0 says nothing across a jump. */
const JUMPING: ReadonlySet<string> = new Set(["floor", "ceil", "sgn", "arg", "abs", "max", "min"]);

function mayJump(e: Expression): boolean {
  return findAll(e, (part) => part.kind === "cases" || (part.kind === "call" && JUMPING.has(part.name))).length > 0;
}

/**
 * The pieces of the domain of a function of one real name, as far as something is known of it, whose derivative is 0 there, each with whether the function is 0 there: on every piece it is
 * constant (the mean value theorem; O. Forster, Analysis 1, § 16). Undefined for any other function, and where the pieces are not known.
 */
export function constantPieces(
  e: Expression,
  variable: string,
  known: readonly Expression[] = [],
): readonly { readonly piece: Piece; readonly isZero: boolean }[] | undefined {
  if (!isReal(e) || mayJump(e) || [...freeNames(e)].some((letter) => letter !== variable)) return undefined;
  const domain = [...realDomain(e), ...known];
  // Inside of a piece its ends are not reached, and up to them the function is continuous.
  if (!isStationary(e, variable, domain.map(strictly))) return undefined;
  const pieces = piecesWhere([...realDomain(e).filter((condition) => decide(condition, known) !== true), ...known], variable);
  const found = pieces?.map((piece) => {
    const { kind } = zeroTest(substitute(e, new Map([[variable, insidePiece(piece)]])));
    return kind === "undecided" ? undefined : { piece, isZero: kind === "zero" };
  });
  return found?.every((one) => one !== undefined) ? found : undefined;
}

/**
 * Whether an expression in several real names is 0 wherever each of them lies in what is known of it by itself: there it is defined, all
 * its derivatives are 0, so that it is constant along each name, and it is 0 at one place.
 */
export function isZeroOnBox(e: Expression, known: readonly Expression[]): boolean {
  const names = [...freeNames(e)];
  if (mayJump(e)) return false;
  if (!realDomain(e).every((condition) => decide(condition, known) === true)) return false;
  const pieces = names.map((name) => {
    const own = known.filter((fact) => freeNames(fact).size === 1 && freeNames(fact).has(name));
    const [piece, ...more] = piecesWhere(own, name) ?? [];
    return more.length === 0 ? piece : undefined;
  });
  if (!pieces.every((piece) => piece !== undefined)) return false;
  if (!names.every((name) => isStationary(e, name, known.map(strictly)))) return false;
  const place = new Map(names.map((name, k) => [name, insidePiece(pieces[k] ?? { hasLow: false, hasHigh: false })]));
  return zeroTest(substitute(e, place)).kind === "zero";
}

/** A relation without the case that its sides are equal. */
export function strictly(fact: Expression): Expression {
  const strict: Readonly<Partial<Record<Comparison, Comparison>>> = { "<=": "<", ">=": ">" };
  return fact.kind === "relation"
    ? chain(
        fact.operands,
        fact.comparisons.map((comparison) => strict[comparison] ?? comparison),
      )
    : fact;
}

function isStationary(e: Expression, variable: string, known: readonly Expression[]): boolean {
  try {
    return zeroTest(differentiate(e, variable), known).kind === "zero";
  } catch (error) {
    if (error instanceof NotDifferentiable) return false;
    throw error;
  }
}
