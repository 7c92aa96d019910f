import * as rational from "../number/rational.ts";
import { call, equation } from "./construct.ts";
import { sidesOf } from "./equations.ts";
import { type Expression, equal, findAll } from "./expression.ts";

/** Whether an expression is a whole number for all values of its names, seen from its form. */
export function isWhole(e: Expression): boolean {
  switch (e.kind) {
    case "number":
      return rational.isInteger(e.value);
    case "name":
      return e.range === "integer";
    case "sum":
      return e.terms.every(isWhole);
    case "product":
      return e.factors.every(isWhole);
    case "power":
      return isWhole(e.base) && e.exponent.kind === "number" && rational.isInteger(e.exponent.value) && e.exponent.value.num > 0;
    case "call":
      return e.name === "floor" || e.name === "ceil" || e.name === "sgn" || e.name === "factorial" || (e.name === "abs" && e.args.every(isWhole));
    default:
      return false;
  }
}

/** The names for integers in an expression, each once. */
export function integerNames(e: Expression): readonly string[] {
  return [...new Set(findAll(e, (part) => part.kind === "name" && part.range === "integer").flatMap((part) => (part.kind === "name" ? [part.name] : [])))];
}

/** The statement that a value is a whole number: it is its own floor. */
export function wholeFact(e: Expression): Expression {
  return equation(call("floor", e), e);
}

/** The value that a statement says to be whole; undefined for any other statement. */
export function statedWhole(statement: Expression): Expression | undefined {
  const [left, right] = sidesOf(statement);
  return left?.kind === "call" && left.name === "floor" && right && left.args[0] && equal(left.args[0], right) ? right : undefined;
}
