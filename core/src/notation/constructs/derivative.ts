import type { Parser } from "../parser.ts";
import type { Syntax } from "../syntax.ts";
import type { Lexeme } from "../words.ts";
import { juxtaposed } from "./calls.ts";

/** d/dx and what is differentiated. */
export function derivativeOf(parser: Parser, { variable, order, span }: Lexeme & { readonly kind: "derivative" }): Syntax {
  parser.advance();
  const body = juxtaposed(parser, span, "the expression to differentiate was expected here");
  return { kind: "derivative", variable, order, body, span: { from: span.from, to: body.span?.to ?? span.to } };
}
