import { call, MINUS_ONE, name, negate, PI, power, product, splitCoefficient, sum } from "../../expression/construct.ts";
import { type Expression, equal, findAll, termsOf } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { integerCases, simplify } from "../../truth/index.ts";

/** What becomes of a function when 0, 1, 2 or 3 quarter turns are added to its angle (O. Forster, Analysis 1, § 14). */
const QUARTERS: Readonly<Record<string, readonly ((u: Expression) => Expression)[]>> = {
  sin: [(u) => call("sin", u), (u) => call("cos", u), (u) => negate(call("sin", u)), (u) => negate(call("cos", u))],
  cos: [(u) => call("cos", u), (u) => negate(call("sin", u)), (u) => negate(call("cos", u)), (u) => call("sin", u)],
  tan: [(u) => call("tan", u), (u) => negate(call("cot", u)), (u) => call("tan", u), (u) => negate(call("cot", u))],
  cot: [(u) => call("cot", u), (u) => negate(call("tan", u)), (u) => call("cot", u), (u) => negate(call("tan", u))],
};

/** sin(x + π) as −sin x, cos(x + π/2) as −sin x, cos(πn) as (−1)^n and (−1)^(2n) as 1 for whole n. */
export function withoutTurns(e: Expression): Expression {
  const inner = mapChildren(e, withoutTurns);
  if (inner.kind === "power") return byCases(inner) ?? inner;
  const [angle] = inner.kind === "call" && inner.name in QUARTERS ? inner.args : [];
  if (inner.kind !== "call" || !angle) return inner;
  const found = byCases(inner) ?? byQuarters(inner.name, angle) ?? inner;
  // Whole turns with another letter may be left.
  return equal(found, inner) ? found : withoutTurns(found);
}

function byQuarters(functionName: string, angle: Expression): Expression | undefined {
  const turn = termsOf(angle).find((term) => equal(splitCoefficient(term).rest, PI));
  const quarters = turn && rational.multiply(splitCoefficient(turn).coefficient, rational.rational(2));
  if (!turn || quarters?.den !== 1) return undefined;
  const rest = sum(...termsOf(angle).filter((term) => term !== turn));
  const k = ((Number(quarters.num) % 4) + 4) % 4;
  return QUARTERS[functionName]?.[k]?.(rest);
}

/** The same for every whole number, or of opposite signs for even and odd ones. */
function byCases(e: Expression): Expression | undefined {
  const letter = findAll(e, (part) => part.kind === "name" && part.range === "integer")[0];
  const cases = letter?.kind === "name" ? integerCases(e, letter.name)?.map((one) => simplify(one).expression) : undefined;
  const [first, second, ...more] = cases ?? [];
  if (letter?.kind !== "name" || !first || (!second && equal(first, e))) return undefined;
  if ([second, ...more].every((one) => one === undefined || equal(one, first))) return first;
  const isAlternating = second !== undefined && more.length === 0 && equal(second, negate(first));
  return isAlternating ? product(first, power(MINUS_ONE, name(letter.name, "integer"))) : undefined;
}
