import type { Parser } from "../parser.ts";
import type { Span, Syntax } from "../syntax.ts";
import { subscript } from "./calls.ts";

interface Bounds {
  readonly lower: Syntax | undefined;
  readonly upper: Syntax | undefined;
}

/** sum_(k=1)^n k^2, product_(k=1)^n k, int_0^1 x^2 dx. */
export function iterated(parser: Parser, operator: "sum" | "product" | "integral"): Syntax {
  const start = parser.advance().span;
  const bounds = boundsOf(parser);
  return operator === "integral" ? integral(parser, bounds, start) : indexed(parser, operator, bounds, start);
}

function boundsOf(parser: Parser): Bounds {
  let [lower, upper]: [Syntax | undefined, Syntax | undefined] = [undefined, undefined];
  for (;;) {
    if (parser.isMark("_")) lower = subscript(parser);
    else if (parser.isMark("^")) {
      parser.advance();
      upper = parser.exponent();
    } else return { lower, upper };
  }
}

function integral(parser: Parser, { lower, upper }: Bounds, start: Span): Syntax {
  if ((lower === undefined) !== (upper === undefined)) parser.fail("an integral has both bounds or none", start);
  const body = parser.next.kind === "differential" ? ({ kind: "number", text: "1" } satisfies Syntax) : parser.expression();
  const end = parser.next;
  if (end.kind !== "differential") return parser.fail("the variable of integration (such as dx) was expected here");
  parser.advance();
  const span = { from: start.from, to: end.span.to };
  return { kind: "iterated", operator: "integral", variable: end.variable, ...(lower && upper ? { lower, upper } : {}), body, span };
}

function indexed(parser: Parser, operator: "sum" | "product", { lower, upper }: Bounds, start: Span): Syntax {
  const index = lower?.kind === "group" ? lower.inner : lower;
  const [variable, first] = index?.kind === "relation" && index.comparisons[0] === "=" ? index.operands : [];
  if (variable?.kind !== "name" || !first || !upper) return parser.fail(`the ${operator} needs its index and bounds, as in ${operator}_(k=1)^n`, start);
  const body = parser.term();
  return { kind: "iterated", operator, variable: variable.name, lower: first, upper, body, span: { from: start.from, to: body.span?.to ?? start.to } };
}
