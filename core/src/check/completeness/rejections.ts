import { equation, name, relation, subtract, ZERO } from "../../expression/construct.ts";
import { complexDomain, realDomain } from "../../expression/domain.ts";
import { isEquation, opposite, sidesOf } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { substitute } from "../../expression/substitute.ts";
import { integerNames } from "../../expression/whole.ts";
import { constantSign, decide, decideForMembers, equalityTest, integerCases, simplify, withDecidedCases, zeroTest } from "../../truth/index.ts";
import type { ClaimedAnswer, ClaimedSolution } from "../answer.ts";

/**
 * The first value that was set aside without being proven to be no solution: it is one only where both sides are defined and equal, where
 * it is real if that was asked, and where it satisfies what is required of it. A solution that is set aside is a lost one.
 */
export function unprovenRejection(answer: ClaimedAnswer): ClaimedSolution | undefined {
  return answer.rejected.find((one) => !isNoSolution(answer, one));
}

function isNoSolution(answer: ClaimedAnswer, { value }: ClaimedSolution): boolean {
  const { equation: statement, unknown, domain, facts, assumptions } = answer;
  if (domain === "real" && isRealNowhereElse(value, answer)) return true;
  if (domain === "real" && !isReal(value) && (freeNames(value).size > 0 || constantSign(value) === undefined)) return true;
  const at = (e: Expression): Expression => substitute(e, new Map([[unknown, value]]));
  const needed = domain === "real" ? realDomain(statement) : complexDomain(statement);
  const demands = [...facts, ...needed].map(at);
  if (demands.some((demand) => failsAt(demand, assumptions))) return true;
  // Together they may ask for what cannot be.
  if (demands.some((demand, k) => decide(demand, [...assumptions, ...demands.slice(0, k), ...demands.slice(k + 1)]) === false)) return true;
  const [left, right] = statement.operands.map((side) => withDecidedCases(at(side), assumptions));
  if (!left || !right) return false;
  const { kind } = equalityTest(left, right, assumptions);
  if (kind !== "nonzero") return false;
  return freeNames(value).size === 0 || alwaysFails(equation(left, right), assumptions);
}

/** Whether an equation is not satisfied by a value for one of its names, whatever the letters in it are. */
export function failsFor(statement: Expression, letter: string, value: Expression, assumptions: readonly Expression[]): boolean {
  const [left, right] = sidesOf(substitute(statement, new Map([[letter, value]])));
  return left !== undefined && right !== undefined && alwaysFails(equation(simplify(left).expression, simplify(right).expression), assumptions);
}

/** Whether a value with letters is real for no value of one of them but 0, where it is one of the solutions. */
function isRealNowhereElse(value: Expression, { solutions, assumptions }: ClaimedAnswer): boolean {
  return realDomain(value).some((condition) =>
    [...freeNames(condition)].some((letter) => {
      const at = (e: Expression): Expression => simplify(substitute(e, new Map([[letter, ZERO]]))).expression;
      const elsewhere = [...assumptions, relation(name(letter), "!=", ZERO)];
      if (decide(condition, elsewhere) !== false) return false;
      return solutions.some((one) => equalityTest(at(value), at(one.value), assumptions).kind === "zero");
    }),
  );
}

function failsAt(condition: Expression, assumptions: readonly Expression[]): boolean {
  const there = simplify(condition).expression;
  return decideForMembers(condition, integerNames(condition), assumptions) === false || alwaysFails(there, assumptions);
}

/** Whether a condition fails for every value of the letters for whole numbers in it, and of the others as far as they are known. */
function alwaysFails(condition: Expression, assumptions: readonly Expression[]): boolean {
  const [letter] = integerNames(condition);
  const cases = letter === undefined ? [condition] : integerCases(condition, letter);
  return (
    cases?.every((one) => {
      if (decide(one, assumptions) === false || decide(opposite(one), assumptions) === true) return true;
      const [left = ZERO, right = ZERO] = sidesOf(one);
      const difference = subtract(left, right);
      return isEquation(one) && freeNames(difference).size === 0 && zeroTest(difference).kind === "nonzero";
    }) ?? false
  );
}
