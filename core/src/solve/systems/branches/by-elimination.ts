import { step } from "../../../derivation/step.ts";
import { equation, logic, name, ZERO } from "../../../expression/construct.ts";
import { freeNames } from "../../../expression/expression.ts";
import { eliminated } from "../elimination.ts";
import { type Branches, NOTHING, type Onward, type State } from "./state.ts";

/** Polynomials are combined so that unknowns drop out, once. */
export function byElimination(state: State, onward: Onward): Branches | undefined {
  if (state.combined) return undefined;
  const basis = eliminated(state.equations, state.unknowns);
  if (!basis) return undefined;
  if (basis.length === 1 && freeNames(basis[0] ?? ZERO).size === 0) {
    const contradiction = equation(basis[0] ?? ZERO, ZERO);
    const claim = { kind: "eliminated", unknowns: state.unknowns, before: logic("and", state.equations), after: contradiction } as const;
    return { ...NOTHING, steps: [step("eliminate unknowns", [state.unknowns.map((unknown) => name(unknown))], claim)] };
  }
  const equations = basis.map((one) => equation(one, ZERO)).flatMap((one) => (one.kind === "relation" ? [one] : []));
  const claim = { kind: "eliminated", unknowns: state.unknowns, before: logic("and", state.equations), after: logic("and", equations) } as const;
  const found = onward({ ...state, equations, combined: true });
  return found && { ...found, steps: [step("eliminate unknowns", [state.unknowns.map((unknown) => name(unknown))], claim), ...found.steps] };
}
