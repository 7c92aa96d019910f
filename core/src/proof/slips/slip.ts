import type { Expression } from "../../expression/expression.ts";
import type { Line } from "../../notation/inline.ts";

/** What probably went wrong, and how what was written would be right. */
export interface Slip {
  readonly said: Line;
  /** The form of what was claimed that would be right. */
  readonly instead: Expression;
  /** The law that was believed, as it was used. */
  readonly law?: Expression;
}
