import { NOWHERE } from "../derivation/nowhere.ts";
import { equation, logic, name, number, power, product, subtract } from "../expression/construct.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { alternativesOf } from "../expression/statement.ts";
import { decide } from "../rewrite/sign.ts";
import { constantSign, equalityTest } from "../rewrite/zero-test.ts";
import type { ClaimedAnswer, ClaimedSolution } from "./answer.ts";
import { rootCount } from "./counting.ts";
import { zeroPolynomial } from "./equivalence.ts";
import { sameFamilies } from "./families.ts";

/** A step of the derivation that claims the same solutions, and whether that was proven. */
export interface KeptStep {
  readonly before: Expression;
  readonly after: Expression;
  readonly proven: boolean;
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
  instead?: readonly Stated[];
}

const leavesOf = (one: Stated): readonly Stated[] => (one.instead ? one.instead.flatMap(leavesOf) : [one]);
const allOf = (one: Stated): readonly Stated[] => [one, ...(one.instead ?? []).flatMap(allOf)];

/**
 * Whether proven steps lead from the equation to nothing but the claimed values: each replaces statements by alternatives that
 * lose no solution. A later step may go back to a statement that was replaced before: either way of replacing it will do.
 */
export function covered(answer: ClaimedAnswer, chain: readonly KeptStep[]): boolean {
  const parts = (e: Expression): readonly Expression[] => alternativesOf(e);
  const start: Stated = { statement: answer.equation };
  for (const { before, after, proven } of chain) {
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
    for (const place of places.flat()) place.instead = parts(after).map((statement) => ({ statement }));
  }
  const open = leavesOf(start).map(({ statement }) => statement);
  const claimed = [...answer.solutions, ...answer.rejected];
  const values = claimed.map(({ value }) => value);
  const left = open.filter((statement) => !(freeNames(statement).size === 0 && decide(statement, []) === false) && !hasNoRealRoot(statement));
  const letter = claimed.flatMap(({ integers }) => integers)[0];
  if (letter !== undefined && sameFamilies({ before: logic("or", left), after: listOf(claimed, answer.unknown), unknown: answer.unknown, letter, within: [] }))
    return true;
  return left.every((statement) => {
    if (equal(statement, NOWHERE) || (freeNames(statement).size === 0 && decide(statement, []) === false)) return true;
    const [left, right] = statement.kind === "relation" ? statement.operands : [];
    const isUnknown = left?.kind === "name" && left.name === answer.unknown;
    return isUnknown && right !== undefined && values.some((value) => equal(value, right) || equalityTest(value, right, answer.assumptions).kind === "zero");
  });
}
