import { ONE, relation, ZERO } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";

/** A false statement, which is what an equation becomes that no real value solves. */
export const NOWHERE: Expression = relation(ZERO, "=", ONE);
