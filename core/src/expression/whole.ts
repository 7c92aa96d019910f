import * as rational from "../number/rational.ts";
import type { Expression } from "./expression.ts";

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
