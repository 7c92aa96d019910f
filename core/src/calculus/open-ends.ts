import { relation } from "../expression/construct.ts";
import { statedLinks } from "../expression/equations.ts";
import { type Comparison, contains, type Expression } from "../expression/expression.ts";

const STRICT: Readonly<Partial<Record<Comparison, Comparison>>> = { ">=": ">", "<=": "<" };

/** The conditions on an interval of a variable with the ends that belong to it left out, and these ends; undefined where none belongs to it. */
export function withoutEnds(
  conditions: readonly Expression[],
  variable: string,
): { readonly inside: readonly Expression[]; readonly ends: readonly Expression[] } | undefined {
  const ends: Expression[] = [];
  const inside = conditions.flatMap((condition): readonly Expression[] => {
    if (condition.kind !== "relation" || !contains(condition, variable)) return [condition];
    return statedLinks([condition]).map(({ left, comparison, right }) => {
      const strict = STRICT[comparison];
      const end = left.kind === "name" && left.name === variable ? right : right.kind === "name" && right.name === variable ? left : undefined;
      if (!strict || !end || contains(end, variable)) return relation(left, comparison, right);
      ends.push(end);
      return relation(left, strict, right);
    });
  });
  return ends.length > 0 ? { inside, ends } : undefined;
}
