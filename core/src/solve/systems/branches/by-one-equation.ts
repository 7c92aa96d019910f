import { ZERO } from "../../../expression/construct.ts";
import { solveEquation } from "../../equation.ts";
import { Unsolvable } from "../../solution.ts";
import { type Branches, finished, type State, unknownsIn } from "./state.ts";

/** One equation is left for several unknowns: it is solved for one of them, and the others are free. */
export function byOneEquation(state: State): Branches | undefined {
  const [own, ...others] = state.equations;
  if (!own || others.length > 0) return undefined;
  for (const unknown of unknownsIn(own, state)) {
    try {
      const solved = solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions });
      const free = state.unknowns.filter((other) => other !== unknown);
      const solutions = solved.set.solutions.map((one) =>
        finished({
          ...state,
          unknowns: free,
          expressed: [...state.expressed, { unknown, value: one.values.get(unknown) ?? ZERO }],
          conditions: [...state.conditions, ...one.conditions],
        }),
      );
      return { solutions, rejected: solved.set.rejected, steps: solved.steps, complete: solved.set.complete };
    } catch (error) {
      if (!(error instanceof Unsolvable)) throw error;
    }
  }
  return undefined;
}
