import { name, subtract, ZERO } from "../../expression/construct.ts";
import { equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { zeroTest } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";
import { isWithinFamily } from "./family-lattice.ts";

/** Each solution once; one that another covers with its free names is left out. */
export function distinct(solutions: readonly Solution[]): readonly Solution[] {
  const kept: Solution[] = [];
  const covers = (general: Solution, special: Solution): boolean => {
    const values = new Map(general.free.map((free) => [free, special.values.get(free) ?? name(free)]));
    return [...general.values].every(([key, value]) => {
      const own = special.values.get(key) ?? ZERO;
      const there = substitute(value, values);
      return equal(own, there) || (freeNames(own).size + freeNames(there).size === 0 && zeroTest(subtract(own, there)).kind === "zero");
    });
  };
  for (const one of [...solutions].sort((a, b) => b.free.length - a.free.length)) {
    if (kept.some((other) => (other.conditions.length === 0 && covers(other, one)) || isWithinFamily(one, other))) continue;
    // A family may hold members of some that came before it.
    kept.splice(0, kept.length, ...kept.filter((other) => !isWithinFamily(other, one)), one);
  }
  return solutions.filter((one) => kept.includes(one));
}
