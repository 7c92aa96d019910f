import { equation, logic, name, subtract, ZERO } from "./construct.ts";
import type { Expression } from "./expression.ts";

/** The left side of a relation minus its right side. */
export function sideDifference({ operands: [left = ZERO, right = ZERO] }: Expression & { readonly kind: "relation" }): Expression {
  return subtract(left, right);
}

/** The statement that an unknown has one of some values: x = a or x = b. */
export function alternatives(unknown: string, values: readonly Expression[]): Expression {
  return logic(
    "or",
    values.map((value) => equation(name(unknown), value)),
  );
}
