import { number, product, sum } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import { withDecidedCases } from "../truth/index.ts";

/** Sums and products with more terms than this are left as they stand. */
export const MOST_TERMS = 1000;

/** Sums and products between whole bounds written out, and cases whose conditions are decided replaced by their value. */
export function writeOut(e: Expression): Expression {
  return writeOutSums(withDecidedCases(e, []));
}

function writeOutSums(e: Expression): Expression {
  const inner = mapChildren(e, writeOutSums);
  return inner.kind === "iterated" && (inner.operator === "sum" || inner.operator === "product") ? writtenSum(inner) : inner;
}

function writtenSum(e: Expression & { kind: "iterated" }): Expression {
  const [from, to] = [e.lower, e.upper].map((bound) => (bound?.kind === "number" && bound.value.den === 1 ? Number(bound.value.num) : Number.NaN));
  if (from === undefined || to === undefined || !(to - from < MOST_TERMS)) return e;
  const terms = Array.from({ length: Math.max(0, to - from + 1) }, (_, k) => writeOut(substitute(e.body, new Map([[e.variable, number(from + k)]]))));
  return e.operator === "sum" ? sum(...terms) : product(...terms);
}
