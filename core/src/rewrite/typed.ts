import { number } from "../expression/construct.ts";
import { type Expression, findAll } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";

/** Numbers that the author typed as decimals in the original are decimals again where they come through unchanged. */
export function asTyped(e: Expression, original: Expression): Expression {
  const literals = findAll(original, (part) => part.kind === "number" && part.typed !== undefined);
  const retyped = (part: Expression): Expression => {
    if (part.kind !== "number") return mapChildren(part, retyped);
    const same = literals.find((literal) => literal.kind === "number" && rational.equal(rational.abs(literal.value), rational.abs(part.value)));
    return same?.kind === "number" && same.typed !== undefined ? number(part.value, same.typed) : part;
  };
  return literals.length > 0 ? retyped(e) : e;
}
