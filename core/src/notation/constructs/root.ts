import type { Parser } from "../parser.ts";
import type { Span, Syntax } from "../syntax.ts";
import type { Lexeme } from "../words.ts";

/** The ends of an interval that holds a root, and where its bracket closes. */
interface Interval {
  readonly lower: Syntax;
  readonly upper: Syntax;
  readonly close: Span;
}

/** Whether “root” is followed by “of” or by a number and “of”. */
export function namesRoot(parser: Parser): boolean {
  const isOf = (lexeme: Lexeme | undefined): boolean => lexeme?.kind === "keyword" && lexeme.text === "of";
  const which = parser.ahead(1);
  return isOf(which) || ((which?.kind === "number" || which?.kind === "name") && isOf(parser.ahead(2)));
}

/** root k of P, root of E in [a, b], or root x of (E, E) in [a, b] × [c, d]. */
export function rootOfEquation(parser: Parser): Syntax {
  const start = parser.advance().span;
  const which = parser.next;
  if (which.kind === "number" || which.kind === "name") parser.advance();
  parser.advance();
  const body = parser.expression();
  const at = (to: Span | undefined): Span => ({ from: start.from, to: to?.to ?? start.to });
  if (which.kind === "number") {
    if (!/^[1-9]\d*$/.test(which.text)) return parser.fail("the number of a root is a whole number from 1", start);
    return { kind: "root", index: Number(which.text), body, span: at(body.span) };
  }
  if (!parser.isKeyword("in")) return parser.fail("“in” and the interval that holds the root were expected here");
  parser.advance();
  const [first, ...more] = intervals(parser);
  if (which.kind !== "name") return { kind: "root", body, lower: first.lower, upper: first.upper, span: at(first.close) };
  const all = [first, ...more];
  return {
    kind: "root",
    coordinate: which.name,
    body,
    lower: { kind: "tuple", items: all.map(({ lower }) => lower) },
    upper: { kind: "tuple", items: all.map(({ upper }) => upper) },
    span: at(all.at(-1)?.close),
  };
}

/** [a, b], or several such intervals with × between them. */
function intervals(parser: Parser): readonly [Interval, ...Interval[]] {
  parser.expectMark("[", "the interval that holds the root was expected here, such as [0, 1]");
  const lower = parser.expression();
  parser.expectMark(",", "a comma between the ends of the interval was expected here");
  const upper = parser.expression();
  const close = parser.expectMark("]", "the closing bracket of the interval was expected here").span;
  if (!parser.isMark("*")) return [{ lower, upper, close }];
  parser.advance();
  return [{ lower, upper, close }, ...intervals(parser)];
}
