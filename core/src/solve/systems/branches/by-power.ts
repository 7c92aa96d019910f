import { step } from "../../../derivation/step.ts";
import { equation, isNumber, logic, name, number, power, product, sum, ZERO } from "../../../expression/construct.ts";
import { isEquation, sideDifference } from "../../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../../expression/expression.ts";
import * as rational from "../../../number/rational.ts";
import { polynomialCoefficients } from "../../../rewrite/coefficients.ts";
import { expand } from "../../../truth/index.ts";
import { type Branches, type Onward, type Relation, type State, unknownsIn } from "./state.ts";

/** An equation a uⁿ + c = 0. */
interface Pure {
  readonly own: Relation;
  readonly degree: number;
  readonly leading: Expression;
  readonly constant: Expression;
}

/** Two equations in which an unknown stands in the same power only: that power is put from one into the other. */
export function byPower(state: State, onward: Onward): Branches | undefined {
  for (const unknown of state.unknowns) {
    const pure = state.equations.flatMap((own) => pureIn(own, unknown));
    const first = pure.find(({ leading }) => leading.kind === "number");
    const other = first && pure.find((one) => one !== first && one.degree === first.degree);
    if (!first || !other || first.leading.kind !== "number") continue;
    const value = expand(product(number(rational.divide(rational.rational(-1), first.leading.value)), first.constant));
    const stated = equation(power(name(unknown), number(first.degree)), value);
    const rest = equation(expand(sum(product(other.leading, value), other.constant)), ZERO);
    if (!isEquation(rest) || unknownsIn(rest, state).length === 0) continue;
    const claim = { kind: "eliminated", unknowns: state.unknowns, before: logic("and", [first.own, other.own]), after: logic("and", [stated, rest]) } as const;
    const others = state.equations.filter((one) => one !== first.own && one !== other.own);
    const found = onward({ ...state, equations: [rest, first.own, ...others] });
    return found && { ...found, steps: [step("power into the other equation", [stated], claim), ...found.steps] };
  }
  return undefined;
}

/** An equation as a uⁿ + c = 0 with n > 1 and no unknown in a; nothing where it is none. */
function pureIn(own: Relation, unknown: string): readonly Pure[] {
  const coefficients = contains(own, unknown) ? polynomialCoefficients(sideDifference(own), unknown) : undefined;
  const [constant = ZERO, ...others] = coefficients ?? [];
  const leading = others.at(-1);
  const isPure = leading && others.length > 1 && others.slice(0, -1).every((one) => isNumber(one, 0));
  return isPure && freeNames(leading).size === 0 ? [{ own, degree: others.length, leading, constant }] : [];
}
