import { ballValue } from "../../expression/ball-value.ts";
import type { Expression } from "../../expression/expression.ts";
import * as complex from "../../number/complex-ball.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { CannotDo } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";

/** A number of the sentence in doubles. */
export function numeric(e: Expression, environment: Environment): number {
  try {
    const value = ballValue(putIn(e, environment).expression, 96);
    if (complex.isReal(value)) return real.toNumber(value.re);
  } catch (error) {
    if (!(error instanceof BallUndefined)) throw error;
  }
  throw new CannotDo("the ends of a drawing and what is fixed in it are numbers");
}
