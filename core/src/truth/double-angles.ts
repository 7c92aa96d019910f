import { isInverseCall } from "../canonical/angles.ts";
import { approximateValue } from "../expression/ball-value.ts";
import { call, divide, negate, number, ONE, power, product, splitCoefficient, subtract, sum, TWO } from "../expression/construct.ts";
import { type Expression, findAll, termsOf } from "../expression/expression.ts";
import * as integer from "../number/integer.ts";

/** How near to 0 a value may be so that its sign still tells it from its opposite. */
const CLEAR = 1e-6;

/**
 * Whether a number c f(w) + r is 0, for f the sine or cosine of half an angle w, shown by the double angle: cos 2w is 1 − 2 (r/c)² for the
 * sine, 2 (r/c)² − 1 for the cosine, so that f(w) is one of ± r/c; which one is told by their values, which are not near 0. Digits must
 * have shown before that the number is small.
 */
export function vanishesByDoubleAngle(e: Expression, isZero: (part: Expression) => boolean): boolean {
  const terms = termsOf(e);
  return terms.some((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    const [angle] = rest.kind === "call" && (rest.name === "sin" || rest.name === "cos") ? rest.args : [];
    // Of what is no half the double is no simpler, and would be doubled again.
    if (rest.kind !== "call" || !angle || !holdsHalves(angle)) return false;
    const claimed = divide(sum(...terms.filter((other) => other !== term).map(negate)), number(coefficient));
    const [value, other] = [approximateValue(rest), approximateValue(claimed)];
    if (value === undefined || other === undefined || Math.abs(value - other) > CLEAR || Math.abs(value) < 2 * CLEAR) return false;
    const double = call("cos", product(TWO, angle));
    const square = product(TWO, power(claimed, TWO));
    return isZero(subtract(double, rest.name === "sin" ? subtract(ONE, square) : subtract(square, ONE)));
  });
}

/** Whether an angle is half of another, or one of its terms is. */
const holdsHalves = (angle: Expression): boolean =>
  [angle, ...termsOf(angle)]
    .map(splitCoefficient)
    .some(({ coefficient, rest }) => findAll(rest, isInverseCall).length > 0 && integer.remainder(coefficient.den, 2) === 0);
