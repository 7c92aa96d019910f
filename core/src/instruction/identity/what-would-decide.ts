import { name, relation, ZERO } from "../../expression/construct.ts";
import { findAll, freeNames } from "../../expression/expression.ts";
import { withRanges } from "../../expression/substitute.ts";
import { allOf, type Line, listed, say } from "../../notation/inline.ts";
import { equalityTest } from "../../truth/index.ts";
import type { Identity } from "./decided.ts";

/** What an author could give so that an identity that was not decided is: signs or a kind of number that prove it, or what could be tried. */
export function whatWouldDecide({ left, right, assumptions }: Identity): Line {
  const letters = [...new Set([...freeNames(left), ...freeNames(right)])].sort();
  const names = letters.map((letter) => name(letter));
  if (names.length === 0) return say`another form of one side may decide it`;
  const isComplex = [left, right].some((side) => findAll(side, (part) => part.kind === "name" && part.range === "complex").length > 0);
  const positive = letters.map((letter) => relation(name(letter), ">", ZERO));
  if (isComplex) {
    const [a = left, b = right] = [left, right].map((side) => withRanges(side, new Map(letters.map((letter) => [letter, "real"]))));
    if (equalityTest(a, b, assumptions).kind === "zero") return say`for real ${listed(names, ", ")} it is proven`;
  } else if (equalityTest(left, right, [...assumptions, ...positive]).kind === "zero") return say`given ${allOf(positive)} it is proven`;
  return say`an interval or a sign of ${listed(names, ", ")} as a given, or another form of one side, may decide it`;
}
