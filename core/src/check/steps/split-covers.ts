import { equation, ZERO } from "../../expression/construct.ts";
import { alternativesOf } from "../../expression/equations.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { replacePart } from "../../expression/substitute.ts";
import { partValues } from "../../truth/index.ts";

/** The values that a part can have for real arguments; undefined for a part without cases. */
export function possibleValues(part: Expression): readonly Expression[] | undefined {
  return partValues(part)?.map(({ value }) => value);
}

/** What holds where a statement stands as one of its alternatives: nothing is known of an alternative that several values give. */
export function branchConditions(before: Expression, part: Expression, alternative: Expression): readonly Expression[] {
  const [only, ...more] = partValues(part)?.filter(({ value }) => equal(replacePart(before, part, value), alternative)) ?? [];
  return only && more.length === 0 ? only.when : [];
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
