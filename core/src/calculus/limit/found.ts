import { constant, negate } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Limit } from "./asymptotics.ts";
import type { Witness } from "./sided.ts";

/** A limit, or why there is none. */
export type LimitFound =
  | { readonly kind: "limit"; readonly limit: Limit; readonly bounded: readonly Expression[] }
  | { readonly kind: "sides differ"; readonly left: Limit; readonly right: Limit }
  | { readonly kind: "oscillates"; readonly witnesses: readonly [Witness, Witness]; readonly side: "left" | "right" }
  | { readonly kind: "undefined"; readonly why: string };

/** A limit as an expression, with ∞ as a constant. */
export function limitValue(limit: Limit): Expression {
  const infinity = constant("infinity");
  return limit.kind === "finite" ? limit.value : limit.sign === 1 ? infinity : negate(infinity);
}
