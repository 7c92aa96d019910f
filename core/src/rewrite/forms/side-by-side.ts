import { number } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";

/** Terms side by side as they are, those of several terms in brackets, where the canonical form would collect them at once. */
export function sideBySide(terms: readonly Expression[]): Syntax {
  const parts = terms.map((term) => {
    const negative = isNegated(term);
    const size = present(negative ? opposite(term) : term);
    return { negative, written: size.kind === "binary" ? ({ kind: "group", inner: size } as const) : size };
  });
  const [first, ...rest] = parts;
  if (!first) return present(number(0));
  const start: Syntax = first.negative ? { kind: "sign", sign: "-", operand: first.written } : first.written;
  return rest.reduce<Syntax>((left, { negative, written }) => ({ kind: "binary", operator: negative ? "-" : "+", left, right: written }), start);
}
