import type { Parser } from "../parser.ts";
import type { Syntax } from "../syntax.ts";

/** cases(x^2 if x < 1, 2x - 1 otherwise). */
export function casesOf(parser: Parser): Syntax {
  const start = parser.advance().span;
  parser.expectMark("(", "an opening bracket was expected after “cases”");
  const branches: { value: Syntax; condition: Syntax }[] = [];
  let otherwise: Syntax | undefined;
  do {
    if (branches.length > 0) parser.advance();
    const value = parser.expression();
    if (parser.isKeyword("otherwise")) {
      parser.advance();
      otherwise = value;
      break;
    }
    if (!parser.isKeyword("if")) parser.fail("“if” and a condition, or “otherwise”, was expected here");
    parser.advance();
    branches.push({ value, condition: parser.statement() });
  } while (parser.isMark(","));
  const close = parser.expectMark(")", "a comma and the next case, or the closing bracket, was expected here");
  if (branches.length === 0) parser.fail("at least one case with a condition was expected", { from: start.from, to: close.span.to });
  return { kind: "cases", branches, ...(otherwise ? { otherwise } : {}), span: { from: start.from, to: close.span.to } };
}
