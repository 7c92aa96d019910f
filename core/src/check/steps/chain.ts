import { NOWHERE } from "../../derivation/nowhere.ts";
import type { Piece } from "../../derivation/step.ts";
import { equation, logic, name, number, power, product, subtract, ZERO } from "../../expression/construct.ts";
import { complexDomain, realDomain } from "../../expression/domain.ts";
import { alternativesOf, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { constantSign, decide, equalityTest, simplify } from "../../truth/index.ts";
import type { ClaimedAnswer, ClaimedSolution } from "../answer.ts";
import { rootCount } from "../completeness/counting.ts";
import { failsFor } from "../completeness/rejections.ts";
import { sameZeros, zeroPolynomial } from "../equivalent/equivalence.ts";
import { sameFamilies } from "../families/same-families.ts";
import { applyEqualities } from "./equalities.ts";
import { branchConditions } from "./split-covers.ts";

/** A step of the derivation that claims the same solutions, and whether that was proven. */
export interface KeptStep {
  readonly before: Expression;
  readonly after: Expression;
  readonly proven: boolean;
  /** What the step needs: divisors that are not 0 and the like. */
  readonly conditions: readonly Expression[];
  /** The part that the step takes apart into its values. */
  readonly part?: Expression;
  /** The pieces of the line on which the alternatives stand. */
  readonly pieces?: readonly Piece[];
  /** The name that the step gives to a part of the equation. */
  readonly named?: { readonly name: string; readonly meaning: Expression };
}

/**
 * Whether what a step divides by is kept from 0 wherever there is a solution to lose: by what is assumed, by the domain of the equation,
 * or, for letters, by what the solutions found say themselves.
 */
export function conditionsGranted(
  conditions: readonly Expression[],
  unknowns: readonly string[],
  known: readonly Expression[],
  stated: readonly (readonly Expression[])[],
): boolean {
  return conditions
    .filter((condition) => condition.kind === "relation" && condition.comparisons.includes("!="))
    .every((condition) => {
      if (decide(condition, known) === true) return true;
      if (unknowns.some((unknown) => contains(condition, unknown))) return false;
      // About letters: each solution says that it holds, or is about the values for which it fails.
      const truths = stated.map((own) => decide(condition, [...known, ...own]));
      return truths.includes(true) && !truths.includes(undefined);
    });
}

/** Whether a statement is false where a condition u ≠ 0 on the letters fails: then nothing is lost there. */
function isFalseWithout(before: Expression, condition: Expression): boolean {
  if (condition.kind !== "relation" || condition.comparisons.join() !== "!=") return false;
  const there = applyEqualities(before, [equation(...sidesFrom(condition))]);
  return alternativesOf(there).every((one) => freeNames(one).size === 0 && decide(one, []) === false);
}

function sidesFrom({ operands: [left = ZERO, right = ZERO] }: Expression & { readonly kind: "relation" }): [Expression, Expression] {
  return [left, right];
}

/** A polynomial equation in one name that no real number solves. */
function hasNoRealRoot(statement: Expression): boolean {
  const [name, ...more] = freeNames(statement);
  if (name === undefined || more.length > 0) return false;
  if (rootCount(statement, name)?.real === 0) return true;
  const [c, b, a, ...higher] = zeroPolynomial(statement, name) ?? [];
  return a !== undefined && b && c && higher.length === 0 ? constantSign(subtract(power(b, number(2)), product(number(4), a, c))) === -1 : false;
}

function listOf(claimed: readonly ClaimedSolution[], unknown: string): Expression {
  return logic(
    "or",
    claimed.map(({ value }) => equation(name(unknown), value)),
  );
}

/** A statement on the way, and the alternatives by which proven steps replaced it. */
interface Stated {
  readonly statement: Expression;
  /** What holds in the branches that led to it. */
  readonly under: readonly Expression[];
  instead?: readonly Stated[];
}

/** The interval on which a statement stands as one of the alternatives: nothing is known of one that stands on several. */
function pieceConditions(pieces: readonly Piece[], statement: Expression): readonly Expression[] {
  const [own, ...more] = pieces.filter((piece) => equal(piece.equation, statement));
  return own && more.length === 0 ? [own.when] : [];
}

const leavesOf = (one: Stated): readonly Stated[] => (one.instead ? one.instead.flatMap(leavesOf) : [one]);
const allOf = (one: Stated): readonly Stated[] => [one, ...(one.instead ?? []).flatMap(allOf)];

const isFalse = (statement: Expression): boolean => freeNames(statement).size === 0 && decide(statement, []) === false;

/** Whether the branches that lead to a value cannot all be taken there, or every value solves there and is claimed. */
function isRuledOut({ statement, under }: Stated, { unknown, assumptions, solutions }: ClaimedAnswer): boolean {
  if (under.length === 0) return false;
  const [left, right] = sidesOf(statement);
  if (!contains(statement, unknown)) {
    const isStated = (condition: Expression): boolean => sameZeros(condition, statement) || decide(condition, [...under, ...assumptions]) === true;
    return solutions.some(({ everywhere, conditions }) => everywhere && conditions.every(isStated));
  }
  if (left?.kind !== "name" || left.name !== unknown || !right || contains(right, unknown)) return false;
  const there = under.map((condition) => simplify(substitute(condition, new Map([[unknown, right]]))).expression);
  const others = assumptions.filter((fact) => !contains(fact, unknown));
  return there.some((condition, k) => decide(condition, [...others, ...there.slice(0, k), ...there.slice(k + 1)]) === false);
}

/** Whether the part that a step gave a name cannot have a value: the equation with the name is not satisfied by it. */
function isNoValue({ statement }: Stated, chain: readonly KeptStep[], assumptions: readonly Expression[]): boolean {
  const [left, right] = sidesOf(statement);
  if (left?.kind !== "name" || !right || contains(right, left.name)) return false;
  const introduced = chain.find(({ named, proven, after }) => proven && named?.name === left.name && contains(after, left.name));
  return introduced !== undefined && failsFor(introduced.after, left.name, right, assumptions);
}

/**
 * Whether proven steps lead from the equation to nothing but the claimed values: each replaces statements by alternatives that
 * lose no solution. A later step may go back to a statement that was replaced before: either way of replacing it will do.
 */
export function covered(answer: ClaimedAnswer, chain: readonly KeptStep[]): boolean {
  const meanings = new Map(chain.flatMap(({ named }) => (named ? [[named.name, named.meaning] as const] : [])));
  const parts = (e: Expression): readonly Expression[] => alternativesOf(e);
  const start: Stated = { statement: answer.equation, under: [] };
  const known = [...answer.assumptions, ...answer.facts, ...(answer.domain === "real" ? realDomain(answer.equation) : complexDomain(answer.equation))];
  // Where every value solves the equation none can be lost.
  const stated = answer.solutions.filter(({ everywhere }) => !everywhere).map(({ conditions }) => conditions);
  for (const { before, after, proven, conditions, part, pieces } of chain) {
    const meant = conditions.filter((condition) => !isFalseWithout(before, condition)).map((condition) => substitute(condition, meanings));
    if (!conditionsGranted(meant, [answer.unknown], [...known, ...realDomain(before)], stated)) return false;
    const used = parts(before);
    const leaves = leavesOf(start);
    const isOpen = (one: Expression): boolean => leaves.some(({ statement }) => equal(one, statement));
    // A line that gathers what stands open already changes nothing.
    if (!used.every(isOpen) && parts(after).every(isOpen)) continue;
    const places = used.map((one) => {
      const open = leaves.filter(({ statement }) => equal(one, statement));
      return open.length > 0 ? open : allOf(start).filter(({ statement }) => equal(one, statement));
    });
    if (!proven || places.some((found) => found.length === 0)) return false;
    // Each place has the alternatives for itself, so that none is lost when another is replaced again.
    for (const place of places.flat())
      place.instead = parts(after).map((statement) => ({
        statement,
        under: [...place.under, ...(part ? branchConditions(before, part, statement) : []), ...pieceConditions(pieces ?? [], statement)],
      }));
  }
  const open = leavesOf(start).filter((leaf) => !isRuledOut(leaf, answer) && !isNoValue(leaf, chain, answer.assumptions));
  const claimed = [...answer.solutions, ...answer.rejected];
  const values = claimed.map(({ value }) => value);
  const left = open.map(({ statement }) => statement).filter((statement) => !isFalse(statement) && !hasNoRealRoot(statement));
  const letter = claimed.flatMap(({ integers }) => integers)[0];
  if (letter !== undefined && sameFamilies({ before: logic("or", left), after: listOf(claimed, answer.unknown), unknown: answer.unknown, letter, within: [] }))
    return true;
  return left.every((statement) => {
    if (equal(statement, NOWHERE)) return true;
    const [left, right] = statement.kind === "relation" ? statement.operands : [];
    const isUnknown = left?.kind === "name" && left.name === answer.unknown;
    return isUnknown && right !== undefined && values.some((value) => equal(value, right) || equalityTest(value, right, answer.assumptions).kind === "zero");
  });
}
