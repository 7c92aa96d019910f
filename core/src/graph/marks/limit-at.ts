import type { Limit } from "../../calculus/limit/asymptotics.ts";
import { AtInfinity } from "../../calculus/limit/at-infinity.ts";
import { whereFound } from "../../calculus/limit/open.ts";
import { sided } from "../../calculus/limit/sided.ts";
import { approaching, GROWN } from "../../calculus/place.ts";
import { constant, negate } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { readable } from "../../rewrite/readable.ts";

/** A side from which a place is come close to. */
export type Side = -1 | 1;

/** What a function tends to on one side of a place; undefined where it tends to nothing, or that is not decided. */
export function limitAt(e: Expression, variable: string, at: Expression, side: Side): Limit | undefined {
  return whereFound((): Limit | undefined => {
    const found = sided(e, { variable, at, side }, []);
    if (found.kind !== "limit") return undefined;
    return found.limit.kind === "finite" ? { kind: "finite", value: readable(found.limit.value) } : found.limit;
  });
}

/** Whether a function is 0 from some place on. */
export function isZeroFarOut(e: Expression, variable: string, direction: Side): boolean {
  const far = approaching(e, { variable, at: endOf(direction) }, 1);
  return whereFound(() => new AtInfinity(GROWN, []).series(far).terms.length === 0) ?? false;
}

function endOf(direction: Side): Expression {
  const infinity = constant("infinity");
  return direction === 1 ? infinity : negate(infinity);
}

/** As `limitAt`, far out to the right (1) or to the left (−1). */
export function limitFarOut(e: Expression, variable: string, direction: Side): Limit | undefined {
  return limitAt(e, variable, endOf(direction), direction === 1 ? -1 : 1);
}
