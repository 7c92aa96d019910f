import { divide, equation, number, PI, product } from "../../expression/construct.ts";
import { compile } from "../../expression/double-value.ts";
import { isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import { type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { CIRCULAR } from "../../expression/functions/kinds.ts";
import { substitute } from "../../expression/substitute.ts";
import { type Line, say } from "../../notation/inline.ts";
import { equalityTest, simplify, zeroTest } from "../../truth/index.ts";
import type { Slip } from "./slip.ts";
import { type Edit, inDegrees, putBackFactors, smallEdits } from "./small-edits.ts";
import { wrongDerivatives } from "./wrong-derivatives.ts";
import { wrongUses } from "./wrong-laws.ts";
import { wrongMoves } from "./wrong-moves.ts";

/** Numbers for the letters at which forms are compared before it is proven that they are equal. */
const LOOKS = [0.7321, 1.318, 2.447];
const CLOSE = 1e-9;
/** So many changes are looked at exactly. */
const MOST_EXACT = 6;

/** The values of expressions in some letters at a few places. */
export const looker =
  (letters: readonly string[]) =>
  (e: Expression): readonly number[] => {
    const f = compile(e, letters);
    return LOOKS.map((_, k) => f(...letters.map((_letter, j) => LOOKS[(k + j) % LOOKS.length] ?? 1)));
  };

const isNear = (some: readonly number[], others: readonly number[]): boolean =>
  some.every((value, k) => Math.abs(value - (others[k] ?? Number.NaN)) <= CLOSE * Math.max(1, Math.abs(value)));

/** The letters of expressions, in their order. */
export const lettersOf = (...expressions: readonly Expression[]): readonly string[] => [...new Set(expressions.flatMap((e) => [...freeNames(e)]))].sort();

/** How a value was asked for: the forms that it had, or what it is the derivative of. */
export interface Origin {
  readonly forms: readonly Expression[];
  readonly derivative?: { readonly of: Expression; readonly variable: string };
}

/**
 * Why a claimed value is not the value before it: a law that does not hold was used, or a small change of the claim would make it right. The
 * first that is proven; undefined where there is none.
 */
export function findSlip(
  before: Expression,
  claimed: Expression,
  assumptions: readonly Expression[],
  { forms, derivative }: Origin = { forms: [] },
): Slip | undefined {
  const looks = looker(lettersOf(before, claimed));
  const is = looks(claimed);
  const isSame = (a: Expression, b: Expression): boolean => equalityTest(a, b, assumptions).kind === "zero";
  const uses = [...(derivative ? wrongDerivatives(derivative.of, derivative.variable) : []), ...[...forms, before].flatMap(wrongUses)];
  const law = uses.find(({ after }) => isNear(looks(after), is) && isSame(after, claimed));
  if (law) return { said: say`${law.claim} does not hold`, instead: before, law: law.claim };
  const degrees = inDegrees(before);
  if (!equal(degrees, before) && isNear(looks(degrees), is) && isSame(degrees, claimed))
    return { said: say`it would be right with the angle in degrees`, instead: before };
  return findEdit(before, claimed, assumptions);
}

/** A small change that makes a claimed value that of another expression. */
export function findEdit(before: Expression, claimed: Expression, assumptions: readonly Expression[]): Slip | undefined {
  const looks = looker(lettersOf(before, claimed));
  const was = looks(before);
  const edits = [...smallEdits(claimed), ...putBackFactors(claimed, before)].filter(({ after }) => isNear(looks(after), was));
  const edit = edits.slice(0, MOST_EXACT).find(({ after }) => equalityTest(after, before, assumptions).kind === "zero");
  return edit && { said: saidOf(edit, claimed), instead: edit.after };
}

/** Why a claimed equation does not follow from the one before it: by a slip in moving or dividing, a law that does not hold, or a small change. */
export function findSlipOfEquation(before: Expression, claimed: Expression): Slip | undefined {
  const [left, right] = sidesOf(claimed);
  if (!left || !right || !isEquation(before) || !isEquation(claimed)) return undefined;
  const looks = looker(lettersOf(before, claimed));
  const difference = (e: Expression): Expression => (isEquation(e) ? sideDifference(e) : e);
  /** Whether two equations say that the same is 0, but for a number before it. */
  const isSame = (a: Expression, b: Expression): boolean => {
    const [p, q] = [looks(difference(a)), looks(difference(b))];
    const ratio = (p[0] ?? 0) / (q[0] ?? 0);
    if (
      !Number.isFinite(ratio) ||
      ratio === 0 ||
      !isNear(
        p,
        q.map((value) => ratio * value),
      )
    )
      return false;
    const exact = simplify(divide(difference(a), difference(b))).expression;
    return freeNames(exact).size === 0;
  };
  const move = wrongMoves(before).find(({ after }) => isSame(after, claimed));
  if (move) return move;
  const law = wrongUses(before).find(({ after }) => isSame(after, claimed));
  if (law) return { said: say`${law.claim} does not hold`, instead: before, law: law.claim };
  const found = editedSides(left, right, before).find(({ whole }) => isSame(whole, before));
  return found && { said: say`it would be right with ${WORDS[found.edit.kind]}: ${found.whole}`, instead: found.whole };
}

/**
 * Why values do not solve an equation: they solve one that a slip makes of it, by a move, a law that does not hold or a root that was not taken, or
 * they are in degrees.
 */
export function findSlipOfValues(before: Expression, values: readonly Expression[], unknown: string): Slip | undefined {
  if (values.length === 0 || solves(before, values, unknown)) return undefined;
  const move = wrongMoves(before, values.length === 1 ? "any" : "roots").find(({ after }) => solves(after, values, unknown));
  if (move) return move;
  const law = wrongUses(before).find(({ after }) => solves(after, values, unknown));
  if (law) return { said: say`${law.claim} does not hold`, instead: before, law: law.claim };
  const hasAngles = findAll(before, (part) => part.kind === "call" && CIRCULAR.has(part.name)).length > 0;
  const turned = values.map((value) => product(value, divide(PI, number(180))));
  return hasAngles && solves(before, turned, unknown) ? { said: say`it would be right in degrees`, instead: before } : undefined;
}

/** The equation with one other sign that values do solve. */
export function findSignOfValues(before: Expression, values: readonly Expression[], unknown: string): Slip | undefined {
  const [left, right] = sidesOf(before);
  if (!left || !right || values.length === 0 || solves(before, values, unknown)) return undefined;
  const found = editedSides(left, right).find(({ edit, whole }) => edit.kind === "sign" && solves(whole, values, unknown));
  return found && { said: say`with another sign, in ${found.whole}, it would be right`, instead: before };
}

/** Whether values certainly solve an equation. */
function solves(e: Expression, values: readonly Expression[], unknown: string): boolean {
  if (!isEquation(e)) return false;
  const wholes = values.map((value) => substitute(sideDifference(e), new Map([[unknown, value]])));
  const vanishes = (whole: Expression): boolean => looker(lettersOf(whole))(whole).every((at) => Math.abs(at) <= CLOSE);
  return wholes.every(vanishes) && wholes.every((whole) => zeroTest(whole).kind === "zero");
}

/** All equations that one small change of a side makes; a factor may be put back that stood in another line. */
function editedSides(left: Expression, right: Expression, lostFrom?: Expression): readonly { readonly edit: Edit; readonly whole: Expression }[] {
  const editsOf = (side: Expression): readonly Edit[] => [...smallEdits(side), ...(lostFrom ? putBackFactors(side, lostFrom) : [])];
  return [
    ...editsOf(left).map((edit) => ({ edit, whole: equation(edit.after, right) })),
    ...editsOf(right).map((edit) => ({ edit, whole: equation(left, edit.after) })),
  ];
}

const WORDS: Readonly<Record<Edit["kind"], string>> = {
  sign: "a sign",
  number: "a number",
  exponent: "an exponent",
  factor: "a factor less",
  function: "another function",
  "missing factor": "a factor more",
};

function saidOf({ kind, part, by, after }: Edit, claimed: Expression): Line {
  const what = WORDS[kind];
  return equal(part, claimed) ? say`it would be right with ${what}: ${after}` : say`it would be right with ${what}: ${by} in place of ${part}`;
}
