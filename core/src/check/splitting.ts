import { equation, MINUS_ONE, negate, ONE, ZERO } from "../expression/construct.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { alternativesOf } from "../expression/statement.ts";
import { replacePart } from "../expression/substitute.ts";

/** Every value that a part can have for real arguments: |u| is u or −u, max(a, b) is a or b, sgn u is −1, 0 or 1. */
export function possibleValues(part: Expression): readonly Expression[] | undefined {
  if (part.kind === "cases") return [...part.branches.map(({ value }) => value), ...(part.otherwise ? [part.otherwise] : [])];
  if (part.kind !== "call") return undefined;
  const [u] = part.args;
  switch (part.name) {
    case "abs":
      return u && [u, negate(u)];
    case "sgn":
      return [MINUS_ONE, ZERO, ONE];
    case "min":
    case "max":
      return part.args;
    default:
      return undefined;
  }
}

/** Whether the alternatives are the statement with the part replaced by each value that it can have; sgn u = 0 may stand as u = 0. */
export function splitCovers(before: Expression, part: Expression, after: Expression): boolean {
  const alternatives = alternativesOf(after);
  const isThere = (alternative: Expression): boolean => alternatives.some((one) => equal(one, alternative));
  const vanishes = part.kind === "call" && part.name === "sgn" && part.args[0] ? equation(part.args[0], ZERO) : undefined;
  return (
    possibleValues(part)?.every((value) => isThere(replacePart(before, part, value)) || (value === ZERO && vanishes !== undefined && isThere(vanishes))) ??
    false
  );
}
