import { call, divide, isNumber, MINUS_ONE, ONE, product, relation, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { rationalised } from "../../rewrite/forms/root-and-log-forms.ts";
import { decide, simplify } from "../../truth/index.ts";
import { linearIn } from "./linear.ts";

/**
 * arctan(c u + d) for u = tan(θ/2) jumps at every pole of u. With c > 0 it differs by whole half turns from
 * θ/2 + arctan(((c − 1) sin θ + d (1 + cos θ))/(1 + c + (1 − c) cos θ + d sin θ)), the angle of (1 + i (c u + d)) turned back by θ/2,
 * which does not jump where the denominator stays positive (D. J. Jeffrey, The importance of being continuous, 1994).
 */
export function continued(e: Expression, letter: string, angle: Expression, assumptions: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => continued(child, letter, angle, assumptions));
  const inside = inner.kind === "call" && inner.name === "arctan" ? linearIn(inner.args[0] ?? ONE, letter) : undefined;
  if (!inside || decide(relation(inside.slope, ">", ZERO), assumptions) !== true) return inner;
  const { slope: c, constant: d } = inside;
  const [sine, cosine] = [call("sin", angle), call("cos", angle)];
  if (isNumber(c, 1) && isNumber(d, 0)) return divide(angle, TWO);
  if (isNumber(c, 1)) {
    const above = product(d, sum(ONE, cosine));
    return sum(divide(angle, TWO), call("arctan", divide(above, sum(TWO, product(d, sine)))));
  }
  // With letters c may be 1.
  if (freeNames(c).size > 0) {
    const above = sum(product(subtract(c, ONE), sine), product(d, sum(ONE, cosine)));
    const below = sum(ONE, c, product(subtract(ONE, c), cosine), product(d, sine));
    return sum(divide(angle, TWO), call("arctan", simplify(divide(above, below)).expression));
  }
  // Divided by c − 1, above and below.
  const [shift, room] = [divide(d, subtract(c, ONE)), divide(sum(c, ONE), subtract(c, ONE))].map((e) => readableRatio(e));
  const above = sum(sine, product(shift ?? ZERO, sum(ONE, cosine)));
  const below = sum(room ?? ONE, product(MINUS_ONE, cosine), product(shift ?? ZERO, sine));
  return sum(divide(angle, TWO), call("arctan", divide(above, below)));
}

/** A number without a root below the line. */
function readableRatio(e: Expression): Expression {
  const plain = simplify(e).expression;
  return simplify(rationalised(plain) ?? plain).expression;
}
