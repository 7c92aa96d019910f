import { chain, relation, subtract, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { decide, withDecidedCases } from "../truth/index.ts";
import { roughPlaces } from "./rough-places.ts";

/** A condition g ≥ 0 or g > 0. */
export interface Inequality {
  readonly side: Expression;
  readonly strict: boolean;
}

/** A closed set on which an objective is continuous, and differentiable but where one of the rough places is 0. */
export interface ClosedDomain {
  /** The objective without bars around what has one sign on the set. */
  readonly objective: Expression;
  readonly inequalities: readonly Inequality[];
  readonly rough: readonly Expression[];
}

/**
 * The domain of an objective with its border, by what is stated of the variables and what its roots ask; undefined where it leaves out single places, or where the objective is
 * not seen to be continuous up to the border.
 */
export function closedDomain(
  objective: Expression,
  facts: readonly Expression[],
  variables: readonly string[],
  assumptions: readonly Expression[],
): ClosedDomain | undefined {
  const stated = facts.map((fact) => inequalitiesIn(fact, variables));
  const closed = (list: readonly Inequality[]): readonly Expression[] => list.map(({ side }) => relation(side, ">=", ZERO));
  const first = whole(stated);
  if (!first) return undefined;
  const known = [...assumptions, ...closed(first)];
  const asked = realDomain(objective).filter((condition) => decide(condition, known) !== true);
  const more = whole(asked.map((condition) => inequalitiesIn(condition, variables)));
  if (!more) return undefined;
  const inequalities = [...first, ...more];
  // Conditions with bars or roots have borders with corners of their own.
  if (!inequalities.every(({ side }) => roughPlaces(side, variables, known)?.length === 0)) return undefined;
  const inside = [...assumptions, ...closed(inequalities)];
  const plain = withDecidedCases(objective, inside);
  const rough = roughPlaces(plain, variables, inside);
  return rough && { objective: plain, inequalities, rough: rough.filter((inside) => !inequalities.some(({ side }) => equal(side, inside))) };
}

const whole = (lists: readonly (readonly Inequality[] | undefined)[]): readonly Inequality[] | undefined =>
  lists.every((list) => list !== undefined) ? lists.flat() : undefined;

function inequalitiesIn(fact: Expression, variables: readonly string[]): readonly Inequality[] | undefined {
  if (fact.kind !== "relation") return undefined;
  const found: Inequality[] = [];
  for (const [k, comparison] of fact.comparisons.entries()) {
    const [left, right] = [fact.operands[k] ?? ZERO, fact.operands[k + 1] ?? ZERO];
    if (comparison === "=" || comparison === "!=") return undefined;
    const side = comparison.startsWith(">") ? subtract(left, right) : subtract(right, left);
    if (variables.some((variable) => freeNames(side).has(variable))) found.push({ side, strict: comparison === ">" || comparison === "<" });
  }
  return found;
}

/** A condition with its border: what is greater as what is not less. */
export function withBorder(condition: Expression): Expression {
  if (condition.kind !== "relation") return condition;
  return chain(
    condition.operands,
    condition.comparisons.map((one) => (one === ">" ? ">=" : one === "<" ? "<=" : one)),
  );
}
