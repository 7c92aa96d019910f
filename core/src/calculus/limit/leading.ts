import type { LimitPlace } from "../../derivation/step.ts";
import { product } from "../../expression/construct.ts";
import { contains, type Expression, findAll } from "../../expression/expression.ts";
import { simplify } from "../../truth/index.ts";
import { approaching, GROWN, powerOfDistance } from "../place.ts";
import { AtInfinity } from "./at-infinity.ts";
import { whereFound } from "./open.ts";

/** The first term of a function near a place, in its variable: 3 (x − 2)², −1/(2x); undefined where it is no power of the distance. */
export function leadingTerm(e: Expression, place: LimitPlace, assumptions: readonly Expression[]): Expression | undefined {
  return leadingPower(e, place, assumptions)?.term;
}

/** The first term with its exponent. */
export function leadingPower(
  e: Expression,
  place: LimitPlace,
  assumptions: readonly Expression[],
): { readonly term: Expression; readonly exponent: Expression } | undefined {
  const side = place.side ?? "right";
  const near = approaching(e, place, side === "left" ? -1 : 1);
  return whereFound(() => {
    const [first] = new AtInfinity(GROWN, assumptions).series(near).terms;
    const isPower =
      first !== undefined &&
      !contains(first.coefficient, GROWN) &&
      findAll(near, (part) => part.kind === "power" && contains(part.exponent, GROWN)).length === 0;
    if (!first || !isPower) return undefined;
    return { term: simplify(product(first.coefficient, powerOfDistance(place, side, first.exponent))).expression, exponent: first.exponent };
  });
}
