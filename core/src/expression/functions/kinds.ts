import { type Expression, findAll } from "../expression.ts";

/** The circular functions of the table. */
export const CIRCULAR: ReadonlySet<string> = new Set(["sin", "cos", "tan", "cot", "sec", "csc"]);

/** Those of them that are quotients of sine and cosine. */
export const CIRCULAR_QUOTIENTS: ReadonlySet<string> = new Set(["tan", "cot", "sec", "csc"]);

/** Functions that round: steps of height 1 at whole numbers. */
export const ROUNDING: ReadonlySet<string> = new Set(["floor", "ceil"]);

/** The hyperbolic functions of the table. */
export const HYPERBOLIC: ReadonlySet<string> = new Set(["sinh", "cosh", "tanh", "coth", "sech", "csch"]);

/** Functions that are not continuous on all of their domain. */
const JUMPING: ReadonlySet<string> = new Set(["floor", "ceil", "sgn", "arg"]);

/** The parts of an expression that may jump within their domain: steps, signs and cases. */
export function jumpingParts(e: Expression): readonly Expression[] {
  return findAll(e, (part) => part.kind === "cases" || (part.kind === "call" && JUMPING.has(part.name)));
}
