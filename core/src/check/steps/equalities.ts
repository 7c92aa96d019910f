import { equation, number, power, product, subtract, ZERO } from "../../expression/construct.ts";
import { isEquation } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { statedWhole } from "../../expression/whole.ts";
import { zeroPolynomial } from "../equivalent/equivalence.ts";

/** Conditions that say that two expressions are equal; that a value is whole fixes none. */
export function equalitiesAmong(conditions: readonly Expression[]): readonly Expression[] {
  return conditions.filter((condition) => isEquation(condition) && !statedWhole(condition));
}

/** Where a condition says a = b, the difference of the sides may be a multiple of a − b: the name it fixes is put in. */
export function applyEqualities(e: Expression, conditions: readonly Expression[]): Expression {
  let result = e;
  for (const condition of conditions) {
    if (condition.kind !== "relation") continue;
    const [left = ZERO, right = ZERO] = condition.operands;
    const difference = subtract(left, right);
    for (const letter of freeNames(difference)) {
      const fixed = linearRoot(difference, letter);
      if (!fixed) continue;
      result = substitute(result, new Map([[letter, fixed]]));
      break;
    }
  }
  return result;
}

function linearRoot(e: Expression, letter: string): Expression | undefined {
  const coefficients = zeroPolynomial(equation(e, ZERO), letter);
  const [constant, slope] = coefficients ?? [];
  if (!constant || !slope || coefficients?.length !== 2) return undefined;
  return product(number(-1), constant, power(slope, number(-1)));
}
