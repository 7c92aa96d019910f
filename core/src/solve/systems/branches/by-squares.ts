import { step } from "../../../derivation/step.ts";
import { equation, logic, ZERO } from "../../../expression/construct.ts";
import { isEquation, sideDifference } from "../../../expression/equations.ts";
import { termsOfOneSign } from "../../../truth/index.ts";
import { type Branches, type Onward, type State, unknownsIn } from "./state.ts";

/** A sum of terms of which none is ever negative, or none positive, is 0: then each of them is. */
export function bySquares(state: State, onward: Onward): Branches | undefined {
  if (state.domain !== "real") return undefined;
  for (const own of state.equations) {
    if (unknownsIn(own, state).length < 2) continue;
    const terms = termsOfOneSign(sideDifference(own), state.assumptions);
    if (!terms) continue;
    const zeros = terms.map((term) => equation(term, ZERO)).filter(isEquation);
    const found = onward({ ...state, equations: [...zeros, ...state.equations.filter((one) => one !== own)] });
    const first = step("sum of squares", [], { kind: "sum of squares", before: own, after: logic("and", zeros) });
    return found && { ...found, steps: [first, ...found.steps] };
  }
  return undefined;
}
