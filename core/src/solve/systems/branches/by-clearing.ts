import { Kernels, normalForm, polynomialExpression, whereRational } from "../../../canonical/normal-form.ts";
import { step } from "../../../derivation/step.ts";
import { divide, equation, name, ONE, relation, ZERO } from "../../../expression/construct.ts";
import { equal } from "../../../expression/expression.ts";
import { decide } from "../../../truth/index.ts";
import { type Branches, type Onward, type State, unknownsIn } from "./state.ts";

/** A quotient that is 0: what stands above is 0, where the equation is defined. */
export function byClearing(state: State, onward: Onward): Branches | undefined {
  for (const own of state.equations) {
    const [left = ZERO, right = ZERO] = own.operands;
    if (!equal(right, ZERO)) continue;
    const cleared = whereRational(() => {
      const kernels = new Kernels();
      for (const unknown of state.unknowns) kernels.index(name(unknown));
      const { numerator, denominator } = normalForm(left, kernels);
      return { above: polynomialExpression(numerator, kernels), below: polynomialExpression(denominator, kernels) };
    }, undefined);
    if (!cleared || unknownsIn(cleared.below, state).length === 0) continue;
    const after = equation(cleared.above, ZERO);
    const [unknown = ""] = unknownsIn(own, state);
    if (after.kind !== "relation") continue;
    const isKnown = decide(relation(cleared.below, "!=", ZERO), state.assumptions) === true;
    const conditions = isKnown ? [] : [relation(cleared.below, "!=", ZERO)];
    const claim = { kind: "equivalent", unknown, before: own, after, factor: divide(ONE, cleared.below) } as const;
    const first = step("multiply both sides", [cleared.below], claim, { conditions });
    const found = onward({ ...state, equations: [after, ...state.equations.filter((one) => one !== own)] });
    return found && { ...found, steps: [first, ...found.steps] };
  }
  return undefined;
}
