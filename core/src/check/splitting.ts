import { equation, MINUS_ONE, negate, ONE, relation, ZERO } from "../expression/construct.ts";
import { type Comparison, type Expression, equal } from "../expression/expression.ts";
import { alternativesOf, opposite } from "../expression/statement.ts";
import { replacePart } from "../expression/substitute.ts";

/** A value of a part, and what holds where the part has it. */
interface PartValue {
  readonly value: Expression;
  readonly when: readonly Expression[];
}

/** Every value that a part can have for real arguments: |u| is u or −u, max(a, b) is a or b, sgn u is −1, 0 or 1. */
function valuesOf(part: Expression): readonly PartValue[] | undefined {
  if (part.kind === "cases") {
    const before = (k: number): readonly Expression[] => part.branches.slice(0, k).map(({ condition }) => opposite(condition));
    const branches = part.branches.map(({ value, condition }, k) => ({ value, when: [...before(k), condition] }));
    return [...branches, ...(part.otherwise ? [{ value: part.otherwise, when: before(part.branches.length) }] : [])];
  }
  const [u] = part.kind === "call" ? part.args : [];
  if (part.kind !== "call" || !u) return undefined;
  const where = (comparison: Comparison): readonly Expression[] => [relation(u, comparison, ZERO)];
  switch (part.name) {
    case "abs":
      return [
        { value: u, when: where(">=") },
        { value: negate(u), when: where("<=") },
      ];
    case "sgn":
      return [
        { value: MINUS_ONE, when: where("<") },
        { value: ZERO, when: where("=") },
        { value: ONE, when: where(">") },
      ];
    case "min":
    case "max": {
      const better = part.name === "max" ? ">=" : "<=";
      return part.args.map((value) => ({ value, when: part.args.filter((other) => other !== value).map((other) => relation(value, better, other)) }));
    }
    default:
      return undefined;
  }
}

/** The values that a part can have for real arguments; undefined for a part without cases. */
export function possibleValues(part: Expression): readonly Expression[] | undefined {
  return valuesOf(part)?.map(({ value }) => value);
}

/** What holds where a statement stands as one of its alternatives: nothing is known of an alternative that several values give. */
export function branchConditions(before: Expression, part: Expression, alternative: Expression): readonly Expression[] {
  const [only, ...more] = valuesOf(part)?.filter(({ value }) => equal(replacePart(before, part, value), alternative)) ?? [];
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
