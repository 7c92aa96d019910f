import type { Parser } from "../parser.ts";
import type { Syntax } from "../syntax.ts";

const CLOSING: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

/** What begins with a mark: a bracket, the bars of |x|, √x, ∞. */
export function bracketed(parser: Parser, mark: string): Syntax {
  const open = parser.next.span;
  switch (mark) {
    case "∞":
      parser.advance();
      return { kind: "name", name: "infinity", span: open };
    case "√": {
      parser.advance();
      const inside = parser.factor();
      return { kind: "call", name: "sqrt", args: [inside], span: { from: open.from, to: inside.span?.to ?? open.to } };
    }
    case "|": {
      parser.advance();
      const inside = parser.withinBars(() => parser.expression());
      const close = parser.expectMark("|", "the closing bar of |…| was expected here");
      return { kind: "call", name: "abs", args: [inside], span: { from: open.from, to: close.span.to } };
    }
    case "(":
    case "{":
      return group(parser);
    case "[":
      return parser.fail("a unit was expected in these square brackets, such as [m/s^2]; groups are written in round ones");
    default:
      return parser.fail(`“${mark}” cannot stand here: a number, a name or a bracket was expected`);
  }
}

/** ( … ): a group, a tuple, or a reference to a line; { … } groups without being seen. */
export function group(parser: Parser): Syntax {
  const open = parser.advance();
  const mark = open.kind === "mark" ? open.text : "(";
  if (parser.isMark("?")) parser.fail("the line that was meant here is gone: the number of a line above was expected, as in (3)");
  const items = parser.withinBrackets(() => separated(parser, () => parser.statement()));
  const closing = CLOSING[mark] ?? ")";
  const close = parser.expectMark(closing, `a closing “${closing}” was expected here, for the bracket at ${open.span.from + 1}`);
  const span = { from: open.span.from, to: close.span.to };
  const [only] = items;
  if (!only || items.length > 1) return { kind: "tuple", items, span };
  if (mark === "{") return { ...only, span };
  if (only.kind === "number" && /^\d+$/.test(only.text) && Number(only.text) >= 1 && Number(only.text) < parser.declared.lines) {
    return { kind: "line", line: Number(only.text), span };
  }
  return { kind: "group", inner: only, span };
}

/** The arguments in brackets after a function's name, and where they end. */
export function argumentsOf(parser: Parser): { readonly args: readonly Syntax[]; readonly to: number } {
  parser.expectMark("(", "an opening bracket was expected here");
  const args = parser.withinBrackets(() => separated(parser, () => parser.expression()));
  const close = parser.expectMark(")", "a closing “)” was expected here, after the arguments");
  return { args, to: close.span.to };
}

function separated(parser: Parser, read: () => Syntax): readonly Syntax[] {
  const items = [read()];
  while (parser.isMark(",")) {
    parser.advance();
    if (parser.isMark("…")) items.push(...upTo(parser, items.at(-1), read));
    else items.push(read());
  }
  return items;
}

const MOST_NAMES = 50;
const NUMBERED = /^(.*_)(\d+)$/;

/** x_2, …, x_5 behind x_1 and three dots: names with one number more each. */
function upTo(parser: Parser, first: Syntax | undefined, read: () => Syntax): readonly Syntax[] {
  const dots = parser.advance().span;
  parser.expectMark(",", "a comma and the last name were expected here, as in (x_1, …, x_5)");
  const last = read();
  const [own, end] = [first, last].map((e) => (e?.kind === "name" ? NUMBERED.exec(e.name) : null));
  const [from, to] = [Number(own?.[2]), Number(end?.[2])];
  if (!own || !end || own[1] !== end[1] || to <= from || to - from > MOST_NAMES)
    return parser.fail("three dots stand between names with rising numbers, as in (x_1, …, x_5)", dots);
  return Array.from(
    { length: to - from },
    (_, k): Syntax => ({ kind: "name", name: `${own[1] ?? ""}${from + k + 1}`, ...(last.span ? { span: last.span } : {}) }),
  );
}
