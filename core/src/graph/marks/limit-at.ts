import type { Limit } from "../../calculus/limit/asymptotics.ts";
import { AtInfinity, approaching } from "../../calculus/limit/at-infinity.ts";
import { LimitOpen, NotDefinedThere, Oscillates } from "../../calculus/limit/open.ts";
import { sided } from "../../calculus/limit/sided.ts";
import { constant, negate } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { readable } from "../../solve/values.ts";

/** A side from which a place is come close to. */
export type Side = -1 | 1;

/** What a function tends to on one side of a place; undefined where it tends to nothing, or that is not decided. */
export function limitAt(e: Expression, variable: string, at: Expression, side: Side): Limit | undefined {
  try {
    const found = sided(e, { variable, at, side }, []);
    if (found.kind !== "limit") return undefined;
    return found.limit.kind === "finite" ? { kind: "finite", value: readable(found.limit.value) } : found.limit;
  } catch (error) {
    if (error instanceof LimitOpen) return undefined;
    throw error;
  }
}

/** Whether a function is 0 from some place on. */
export function isZeroFarOut(e: Expression, variable: string, direction: Side): boolean {
  const far = approaching(e, variable, endOf(direction), 1);
  try {
    return new AtInfinity(far.variable, []).series(far.expression).terms.length === 0;
  } catch (error) {
    if (error instanceof LimitOpen || error instanceof Oscillates || error instanceof NotDefinedThere) return false;
    throw error;
  }
}

function endOf(direction: Side): Expression {
  const infinity = constant("infinity");
  return direction === 1 ? infinity : negate(infinity);
}

/** As `limitAt`, far out to the right (1) or to the left (−1). */
export function limitFarOut(e: Expression, variable: string, direction: Side): Limit | undefined {
  return limitAt(e, variable, endOf(direction), direction === 1 ? -1 : 1);
}
