import { undoesInverse, withoutInverse } from "../canonical/inverse-circular.ts";
import { contains, type Expression } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import { isWhole, statedWhole } from "../expression/whole.ts";
import { integerCases } from "./family-of-values.ts";
import { decide } from "./sign.ts";
import { simplify } from "./simplify.ts";
import { wholeMembers } from "./whole-members.ts";

/** Whether a condition holds for every integer that a letter in it stands for, or for none; undefined where that is not decided. */
export function decideForMembers(condition: Expression, integers: readonly string[], known: readonly Expression[]): boolean | undefined {
  const whole = statedWhole(condition);
  if (whole) return decideWhole(whole, integers) ?? decide(condition, known);
  const plain = simplify(undoesInverse(condition) ? mapChildren(condition, withoutInverse) : condition).expression;
  const letter = integers.find((one) => contains(plain, one));
  const cases = (letter === undefined ? undefined : integerCases(plain, letter)) ?? [plain];
  const truths = cases.map((one) => decide(one, known));
  return truths.every((truth) => truth === truths[0]) ? truths[0] : undefined;
}

/** Whether every member of a family is a whole number, or none is. */
function decideWhole(value: Expression, integers: readonly string[]): boolean | undefined {
  if (isWhole(value)) return true;
  const letter = integers.find((one) => contains(value, one));
  return letter !== undefined && wholeMembers(value, letter)?.length === 0 ? false : undefined;
}
