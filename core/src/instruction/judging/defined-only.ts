import type { Expression } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import { undefinedPart } from "../../rewrite/defined.ts";
import { CannotDo } from "../answer.ts";

/**
 * Nothing is said of what has no value.
 * @throws CannotDo where a part of the expression has no value whatever the letters are; it names the part.
 */
export function definedOnly(e: Expression): void {
  const part = undefinedPart(e);
  if (!part) return;
  const divides = part.kind === "power" && part.exponent.kind === "number" && part.exponent.value.num < 0;
  throw new CannotDo(`this is not defined: ${divides ? `${text(part)} divides by 0` : `${text(part)} has no value`}`);
}
