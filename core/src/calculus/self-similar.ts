import { chain, name, ONE, power, product, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { contains, type Expression, factorsOf } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { asFamily, decide, expand, membersBetween, simpleRelations, simplify, zeroTest } from "../truth/index.ts";

/** A family of places of a function that repeats on a smaller scale: f(x + T) = q f(x) with 0 < q < 1. */
export interface Damped {
  readonly period: Expression;
  /** The factor q. */
  readonly factor: Expression;
  /** From where on the function is looked at, and whether it has a value there. */
  readonly from: Expression;
  readonly attained: boolean;
}

/** Whether the conditions leave a ray to the right on which a function is as large at x + T as at x but for a factor between 0 and 1, T being the distance of members of a family. */
export function dampedAlong(
  objective: Expression,
  variable: string,
  family: { readonly value: Expression; readonly letter: string },
  facts: readonly Expression[],
  assumptions: readonly Expression[],
): Damped | undefined {
  const bounds = simpleRelations(facts).filter(({ left }) => left.kind === "name" && left.name === variable);
  const [bound, ...more] = bounds;
  const period = asFamily(family.value, family.letter)?.period;
  if (!bound?.comparison.startsWith(">") || more.length > 0 || contains(bound.right, variable) || facts.length > 1 || !period) return undefined;
  const there = new Map([[variable, sum(name(variable), period)]]);
  const factor = decayOver(objective, variable, there);
  const isSame = !contains(factor, variable) && zeroTest(subtract(substitute(objective, there), product(factor, objective))).kind === "zero";
  const isLess = isSame && decide(relation(factor, ">", ZERO), assumptions) === true && decide(relation(factor, "<", ONE), assumptions) === true;
  return isLess ? { period, factor, from: bound.right, attained: bound.comparison === ">=" } : undefined;
}

/** What the exponentials that are factors of a function are multiplied by on the way to another place. */
function decayOver(e: Expression, variable: string, there: ReadonlyMap<string, Expression>): Expression {
  return product(
    ...factorsOf(e).flatMap((factor) =>
      factor.kind === "power" && !contains(factor.base, variable) && contains(factor.exponent, variable)
        ? [power(factor.base, simplify(expand(subtract(substitute(factor.exponent, there), factor.exponent))).expression)]
        : [],
    ),
  );
}

/** The members of a family in the first period of a ray; undefined where it is open which these are. */
export function firstMembers(
  family: { readonly value: Expression; readonly letter: string },
  variable: string,
  { from, period }: Damped,
  assumptions: readonly Expression[],
): readonly Expression[] | undefined {
  const own = asFamily(family.value, family.letter);
  const atPlace = (one: Expression, at: Expression): Expression => {
    const [left = ZERO, right = ZERO] = one.kind === "relation" ? one.operands : [];
    return one.kind === "relation" ? chain([simplify(substitute(subtract(left, right), new Map([[variable, at]]))).expression, ZERO], one.comparisons) : one;
  };
  const within = [relation(name(variable), ">=", from), relation(name(variable), "<", sum(from, period))];
  const members = own && membersBetween(own, variable, within, assumptions);
  const places = members?.map((at) => ({ at, truths: within.map((one) => decide(atPlace(one, at), assumptions)) }));
  if (!places?.every(({ truths }) => truths.includes(false) || !truths.includes(undefined))) return undefined;
  return places.filter(({ truths }) => !truths.includes(false)).map(({ at }) => at);
}
