import type { Step } from "../../../derivation/step.ts";
import { step } from "../../../derivation/step.ts";
import { equation, isNumber, name, number, power, product, relation, subtract, ZERO } from "../../../expression/construct.ts";
import { contains, type Expression, equal, freeNames } from "../../../expression/expression.ts";
import { text } from "../../../notation/text.ts";
import { polynomialCoefficients } from "../../../rewrite/coefficients.ts";
import { readable } from "../../../rewrite/readable.ts";
import { decide, expand } from "../../../truth/index.ts";
import { nonZero } from "../../sifting/conditions.ts";
import { withValue } from "./solving.ts";
import { type Branches, type Onward, type Relation, type State, unknownsIn } from "./state.ts";

/** An unknown that stands linearly, with a coefficient that is no unknown: expressed by the others, the simplest choice first. */
export function byExpressing(state: State, onward: Onward): Branches | undefined {
  return expressing(state, onward, () => true);
}

/** As byExpressing, where the coefficient holds no unknown. */
export function byExpressingPlainly(state: State, onward: Onward): Branches | undefined {
  return expressing(state, onward, (slope) => unknownsIn(slope, state).length === 0);
}

function expressing(state: State, onward: Onward, isWanted: (slope: Expression) => boolean): Branches | undefined {
  let best: { readonly own: Relation; readonly unknown: string; readonly value: Expression; readonly slope: Expression; readonly cost: number } | undefined;
  for (const own of state.equations) {
    const [left = ZERO, right = ZERO] = own.operands;
    for (const unknown of unknownsIn(own, state)) {
      const coefficients = polynomialCoefficients(subtract(left, right), unknown);
      const [constant = ZERO, slope] = coefficients ?? [];
      if (!slope || coefficients?.length !== 2 || !isWanted(slope)) continue;
      if (!isNeverZero(slope, constant, state)) continue;
      const value = expandedQuotient(constant, slope);
      const spread = state.equations.filter((other) => other !== own && contains(other, unknown)).length;
      const cost = text(value).length + (slope.kind === "number" ? 0 : 50) + spread + (freeNames(slope).size > 0 ? 100 : 0);
      if (!best || cost < best.cost) best = { own, unknown, value, slope, cost };
    }
  }
  if (!best) return undefined;
  const { own, unknown, value, slope } = best;
  const needed = neededFor(best, state);
  const steps: Step[] = [];
  const expressed = equation(name(unknown), value);
  if (!equal(expressed, own)) {
    const conditions = unknownsIn(slope, state).length > 0 ? [...needed, relation(slope, "!=", ZERO)] : needed;
    steps.push(step("express one unknown", [unknown, own], { kind: "equivalent", unknown, before: own, after: expressed }, { conditions }));
  }
  const divided = unknownsIn(slope, state).length > 0 ? [...state.divided, slope] : state.divided;
  const rest = { ...state, equations: state.equations.filter((one) => one !== own), conditions: [...state.conditions, ...needed], divided };
  const found = withValue(rest, unknown, value, false, onward);
  return found && { ...found, steps: [...steps, ...found.steps] };
}

/** Whether a coefficient cannot vanish: it holds no unknown, or is known not to, or the rest of the equation, which would be 0 then, is a number or letters. */
function isNeverZero(slope: Expression, constant: Expression, state: State): boolean {
  if (unknownsIn(slope, state).length === 0) return true;
  if (state.domain !== "real") return false;
  return decide(relation(slope, "!=", ZERO), state.assumptions) === true || (unknownsIn(constant, state).length === 0 && !isNumber(constant, 0));
}

/** What letters must satisfy for the coefficient not to vanish: itself, or the rest of the equation. */
function neededFor(
  { own, unknown, slope }: { readonly own: Relation; readonly unknown: string; readonly slope: Expression },
  state: State,
): readonly Expression[] {
  if (freeNames(slope).size === 0) return [];
  if (unknownsIn(slope, state).length === 0) return nonZero(slope, state.assumptions);
  if (decide(relation(slope, "!=", ZERO), state.assumptions) === true) return [];
  const [left = ZERO, right = ZERO] = own.operands;
  const [constant = ZERO] = polynomialCoefficients(subtract(left, right), unknown) ?? [];
  return nonZero(constant, state.assumptions);
}

function expandedQuotient(constant: Expression, slope: Expression): Expression {
  const value = product(number(-1), constant, power(slope, number(-1)));
  return slope.kind === "number" ? expand(value) : readable(value);
}
