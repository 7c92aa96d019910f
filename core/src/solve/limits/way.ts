import { type LimitFound, limitValue } from "../../calculus/limit/found.ts";
import { onlyCase } from "../../calculus/limit/limit.ts";
import type { LimitPlace, Step } from "../../derivation/step.ts";
import { isNumber, name, relation, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";

/** A limit on the way: the function as it stands, where it goes, what is known, and the value that it has. */
export interface Stage {
  readonly e: Expression;
  readonly place: LimitPlace;
  readonly assumptions: readonly Expression[];
  readonly found: LimitFound & { readonly kind: "limit" };
}

/** What a way comes to: steps, and the function that is left to look at; none where the value is reached. */
export interface Led {
  readonly steps: readonly Step[];
  readonly next?: Expression;
}

/** A teacher's way to go on; undefined where it does not apply. */
export type LimitWay = (stage: Stage) => Led | undefined;

/** The value of a stage as an expression. */
export function limitIn(stage: Stage): Expression {
  return limitValue(stage.found.limit);
}

/** The only limit of a function at a place; undefined where it is not decided or depends on the letters. */
export function limitAt(
  expression: Expression,
  { place, assumptions }: Pick<Stage, "place" | "assumptions">,
): (LimitFound & { readonly kind: "limit" }) | undefined {
  const found = onlyCase(expression, place, assumptions)?.found;
  return found?.kind === "limit" ? found : undefined;
}

/** What is known of the variable near the place. */
export function nearby({ place }: Pick<Stage, "place">): readonly Expression[] {
  const far = infinityOf(place.at);
  return far === undefined ? [] : [relation(name(place.variable), far === 1 ? ">" : "<", ZERO)];
}

/** Whether a function tends to 0. */
export function vanishes(e: Expression, stage: Stage): boolean {
  const found = limitAt(e, stage);
  return found?.limit.kind === "finite" && isNumber(found.limit.value, 0);
}

/** Whether a function grows beyond all bounds. */
export function grows(e: Expression, stage: Stage): boolean {
  return limitAt(e, stage)?.limit.kind === "infinite";
}
