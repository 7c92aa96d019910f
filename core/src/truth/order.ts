import { relation, subtract, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, findAll, freeNames } from "../expression/expression.ts";
import { replacePart, substitute } from "../expression/substitute.ts";
import { withDecidedCases } from "./branches.ts";
import { decide } from "./sign.ts";
import { zeroTest } from "./zero-test.ts";

/** How many extrema and signs are taken apart by cases. */
const MOST_ORDERS = 3;
let orders = 0;

/** Largest, smallest and signs: whether the expression is 0 in each of the cases that the order of what is compared leaves. */
export function vanishesByOrder(e: Expression, known: readonly Expression[]): boolean {
  const part = findAll(e, (one) => one.kind === "call" && (one.name === "max" || one.name === "min" || one.name === "sgn") && freeNames(one).size > 0)[0];
  const [u, v = ZERO] = part?.kind === "call" ? part.args : [];
  if (!u || part?.kind !== "call" || part.args.length > 2 || orders >= MOST_ORDERS) return false;
  const difference = subtract(u, v);
  const cases = part.name === "sgn" ? ([">", "=", "<"] as const) : ([">=", "<="] as const);
  orders += 1;
  try {
    return cases.every((comparison) => {
      const fact = relation(difference, comparison, ZERO);
      // Where both are the same, either is both.
      if (comparison === "=") return decide(fact, [...known, ...realDomain(e)]) === false || vanishesAtNone(e, part, u);
      return zeroTest(withDecidedCases(e, [...known, fact]), [...known, fact]).kind === "zero";
    });
  } finally {
    orders -= 1;
  }
}

/** Whether the expression is 0 where sgn u, and u, which is a name, are 0. */
function vanishesAtNone(e: Expression, sign: Expression, u: Expression): boolean {
  return u.kind === "name" && zeroTest(substitute(replacePart(e, sign, ZERO), new Map([[u.name, ZERO]]))).kind === "zero";
}
