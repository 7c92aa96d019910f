import { relation, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";

/** The sign of a difference of two values, by what is known of the letters; undefined where that leaves it open. */
export function signKnown(e: Expression, known: readonly Expression[]): -1 | 0 | 1 | undefined {
  const plain = simplify(e).expression;
  if (freeNames(plain).size === 0) return constantSign(plain);
  if (zeroTest(plain, known).kind === "zero") return 0;
  if (decide(relation(plain, ">", ZERO), known) === true) return 1;
  return decide(relation(plain, "<", ZERO), known) === true ? -1 : undefined;
}
