import { onSide } from "../../derivation/step.ts";
import type { Expression } from "../../expression/expression.ts";
import { equalityTest } from "../../truth/index.ts";
import { ratiosPutIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import type { Decided } from "./decided.ts";

/** An identity about angles that are known by a ratio: both sides by their ratios. Undefined where none is in it, or they leave it open. */
export function byRatios(left: Expression, right: Expression, environment: Environment): Decided | undefined {
  const [first, second] = [left, right].map((side) => ratiosPutIn(side, environment));
  if (!first || !second || first.steps.length + second.steps.length === 0) return undefined;
  if (equalityTest(first.expression, second.expression, environment.assumptions).kind !== "zero") return undefined;
  const steps = [...onSide("Left side", first.steps), ...onSide("Right side", second.steps)];
  return { kind: "true", method: "both sides are the same once the ratios of the angles are put in", steps };
}
