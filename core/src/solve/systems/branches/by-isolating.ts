import { ZERO } from "../../../expression/construct.ts";
import { text } from "../../../notation/text.ts";
import { solveEquation } from "../../equation.ts";
import type { Solved } from "../../solution.ts";
import { distinct } from "../distinct.ts";
import { withValue } from "./solving.ts";
import { type Branches, mayFail, type Onward, type Relation, type State, unknownsIn, whereSolvable } from "./state.ts";

/** An equation solved for one of its unknowns with the others as letters, where that leaves few values: each is put into the rest. */
export function byIsolating(state: State, onward: Onward): Branches | undefined {
  for (const own of [...state.equations].sort((a, b) => text(a).length - text(b).length)) {
    for (const unknown of unknownsIn(own, state)) {
      const solved = isolatedFor(own, unknown, state);
      if (!solved) continue;
      const rest = state.equations.filter((one) => one !== own);
      const parts = solved.set.solutions.map((one) =>
        withValue(
          { ...state, equations: rest, conditions: [...state.conditions, ...one.conditions] },
          unknown,
          one.values.get(unknown) ?? ZERO,
          solved.set.solutions.length > 1,
          onward,
        ),
      );
      // Where what was divided by is 0 is a case of its own.
      const excluded = solved.set.solutions.flatMap(({ conditions }) => conditions).filter((condition) => mayFail(condition, state));
      if (excluded.length > 0 || !parts.every((part) => part !== undefined)) continue;
      return {
        solutions: distinct(parts.flatMap(({ solutions }) => solutions)),
        rejected: parts.flatMap(({ rejected }) => rejected),
        steps: [...solved.steps, ...parts.flatMap(({ steps }) => steps)],
        complete: parts.every(({ complete }) => complete),
      };
    }
  }
  return undefined;
}

const MOST_VALUES = 4;

function isolatedFor(own: Relation, unknown: string, state: State): Solved | undefined {
  return whereSolvable(() => {
    const solved = solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions });
    const { solutions, complete } = solved.set;
    const plain = solutions.every(({ free, integers }) => free.length + integers.length === 0);
    return complete && plain && solutions.length > 0 && solutions.length <= MOST_VALUES ? solved : undefined;
  });
}
