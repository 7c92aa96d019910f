import { Parser } from "./parser.ts";
import { type Declarations, NO_DECLARATIONS, type Syntax } from "./syntax.ts";
import { type Token, tokenize } from "./tokens.ts";
import { withBracketedUnits } from "./unit-tokens.ts";
import { resolveWords } from "./words.ts";

/**
 * Reads an expression or relation, with `and`/`or`, from text (§1 of the notation).
 * @throws NotationError with the exact characters and what was expected there.
 */
export function parse(source: string, declared: Declarations = NO_DECLARATIONS): Syntax {
  return parseTokens(tokenize(source), declared);
}

/** As `parse`, for a stretch of tokens that ends with an `end` token. */
export function parseTokens(tokens: readonly Token[], declared: Declarations): Syntax {
  const parser = new Parser(resolveWords(withBracketedUnits(tokens), declared), declared);
  const result = parser.statement();
  parser.expectEnd();
  return result;
}
