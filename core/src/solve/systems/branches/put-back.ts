import { type Step, step } from "../../../derivation/step.ts";
import { equation, name } from "../../../expression/construct.ts";
import { contains, equal } from "../../../expression/expression.ts";
import type { Solution } from "../../solution.ts";
import type { State } from "./state.ts";

/** The unknowns that were expressed by others, with the values of these put in, from the last to the first. */
export function putBack({ expressed, integers }: State, { values }: Solution): readonly Step[] {
  // Members of families are written by their remainders, which is more than putting in.
  if (integers.length > 0) return [];
  return [...expressed].reverse().flatMap(({ unknown, value }): readonly Step[] => {
    const used = new Map([...values].filter(([other, found]) => other !== unknown && contains(value, other) && !equal(found, name(other))));
    const after = values.get(unknown);
    if (used.size === 0 || !after) return [];
    const said = [...used].map(([other, found]) => equation(name(other), found));
    const claim = { kind: "put in", before: equation(name(unknown), value), values: used, after: equation(name(unknown), after) } as const;
    return [step("put back", [said], claim)];
  });
}
