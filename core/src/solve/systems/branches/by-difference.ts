import { step } from "../../../derivation/step.ts";
import { equation, subtract, ZERO } from "../../../expression/construct.ts";
import { sideDifference } from "../../../expression/equations.ts";
import { type Expression, findAll } from "../../../expression/expression.ts";
import { simplify } from "../../../truth/index.ts";
import { ofEquation } from "./solving.ts";
import { type Branches, type Onward, type State, unknownsIn, whereSolvable } from "./state.ts";

/** Two equations that share a part, as a pair of waves does: their difference is solved for an unknown, also by families, and each solution put into the rest. */
export function byDifference(state: State, onward: Onward): Branches | undefined {
  const pairs = state.equations.flatMap((one, k) => state.equations.slice(k + 1).map((other) => [one, other] as const));
  for (const [one, other] of pairs) {
    const difference = simplify(subtract(sideDifference(one), sideDifference(other))).expression;
    const shared = equation(difference, ZERO);
    const isShorter = [one, other].every((own) => mixedParts(difference, state) < mixedParts(own, state));
    if (!isShorter || shared.kind !== "relation" || unknownsIn(shared, state).length === 0) continue;
    const claim = { kind: "put in", before: shared, values: new Map(), after: shared } as const;
    const first = step("difference of equations", [one, other], claim);
    for (const unknown of unknownsIn(shared, state)) {
      const found = whereSolvable(() =>
        ofEquation(shared, unknown, { ...state, equations: [shared, ...state.equations.filter((own) => own !== other)] }, onward),
      );
      if (found) return { ...found, steps: [first, ...found.steps] };
    }
  }
  return undefined;
}

/** How many functions of several unknowns together an expression holds. */
function mixedParts(e: Expression, state: State): number {
  return findAll(e, (part) => part.kind === "call" && unknownsIn(part, state).length > 1).length;
}
