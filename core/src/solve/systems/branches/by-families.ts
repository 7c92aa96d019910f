import { ZERO } from "../../../expression/construct.ts";
import { type Expression, findAll } from "../../../expression/expression.ts";
import { solveEquation } from "../../equation.ts";
import { afterSolving } from "./solving.ts";
import { type Branches, type Onward, type State, unknownsIn, whereSolvable } from "./state.ts";

/** As before, for an equation whose solutions are families of angles that hold no function of the other unknowns. */
export function byFamilies(state: State, onward: Onward): Branches | undefined {
  for (const own of state.equations) {
    for (const unknown of unknownsIn(own, state)) {
      const found = whereSolvable(() => {
        const solved = solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions });
        const isPlain = solved.set.solutions.every(({ values }) => !hasFunctions(values.get(unknown) ?? ZERO, state));
        return isPlain ? afterSolving(solved, own, unknown, state, onward) : undefined;
      });
      if (found?.complete) return found;
    }
  }
  return undefined;
}

function hasFunctions(e: Expression, state: State): boolean {
  return findAll(e, (part) => part.kind === "call" && unknownsIn(part, state).length > 0).length > 0;
}
