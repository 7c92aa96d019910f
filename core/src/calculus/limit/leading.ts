import type { LimitPlace } from "../../derivation/step.ts";
import { divide, name, negate, number, power, product, subtract } from "../../expression/construct.ts";
import { contains, type Expression, findAll } from "../../expression/expression.ts";
import { simplify } from "../../truth/index.ts";
import { AtInfinity, approaching, infinityOf } from "./at-infinity.ts";
import { LimitOpen, NotDefinedThere, Oscillates } from "./open.ts";

/** The first term of a function near a place, in its variable: 3 (x − 2)², −1/(2x); undefined where it is no power of the distance. */
export function leadingTerm(e: Expression, { variable, at, side }: LimitPlace, assumptions: readonly Expression[]): Expression | undefined {
  const which = side === "left" ? -1 : 1;
  const near = approaching(e, variable, at, which);
  try {
    const [first] = new AtInfinity(near.variable, assumptions).series(near.expression).terms;
    const isPower =
      first !== undefined &&
      !contains(first.coefficient, near.variable) &&
      findAll(near.expression, (part) => part.kind === "power" && contains(part.exponent, near.variable)).length === 0;
    if (!first || !isPower) return undefined;
    const far = infinityOf(at);
    const distance =
      far === undefined
        ? which === 1
          ? subtract(name(variable), at)
          : subtract(at, name(variable))
        : divide(number(1), far === 1 ? name(variable) : negate(name(variable)));
    return simplify(product(first.coefficient, power(distance, first.exponent))).expression;
  } catch (error) {
    if (error instanceof LimitOpen || error instanceof Oscillates || error instanceof NotDefinedThere) return undefined;
    throw error;
  }
}
