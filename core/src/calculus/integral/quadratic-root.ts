import { call, divide, HALF, name, negate, number, ONE, power, product, sqrt, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { polynomialAt, polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { constantRoot } from "../../rewrite/roots/constant-root.ts";
import { expand, possibleSigns, simplify } from "../../truth/index.ts";
import { differentiate } from "../derivative.ts";
import { powerOf } from "./powers.ts";
import { integralStep, type Rule } from "./rule.ts";

const LARGEST_DEGREE = 8;
const NEGATIVE = 1;
const POSITIVE = 4;

/**
 * A polynomial times or over the square root of R = a x² + b x + c: ∫ p/√R = Q √R + λ ∫ 1/√R with a polynomial Q, whose coefficients
 * follow from p = Q′ R + Q R′/2 + λ from the highest down.
 */
export const QUADRATIC_ROOT: Rule = (f, { variable, assumptions }) => {
  const factors = factorsOf(f);
  const root = factors.find((factor) => contains(factor, variable) && powerOf(factor)?.exponent.den === 2);
  const own = root && powerOf(root);
  if (!own) return undefined;
  const [c, b, a, ...more] = polynomialCoefficients(own.base, variable) ?? [];
  const twice = Number(own.exponent.num);
  if (!a || !b || !c || more.length > 0 || twice < -1) return undefined;
  const over = product(...factors.filter((factor) => factor !== root), power(own.base, number((twice + 1) / 2)));
  const p = polynomialCoefficients(expand(over), variable);
  if (!p || p.length - 1 > LARGEST_DEGREE) return undefined;
  const { coefficients, left } = quotientOf(p, [c, b, a]);
  const plain = equal(left, ZERO) ? ZERO : reciprocalRoot(own.base, [c, b, a], variable, assumptions);
  if (!plain) return undefined;
  const q = polynomialAt(coefficients, name(variable));
  const value = sum(...(equal(q, ZERO) ? [] : [product(q, sqrt(own.base))]), ...(equal(left, ZERO) ? [] : [product(left, plain)]));
  const overRoot = power(own.base, number({ num: -1, den: 2 }));
  const alone = integralStep("over a root of a quadratic", [], overRoot, variable, plain);
  if (equal(q, ZERO)) return { value, steps: equal(left, ONE) ? [alone] : [alone, integralStep("put the integrals in", [], f, variable, value)] };
  const open = sum(product(q, sqrt(own.base)), product(left, indefiniteIntegral(overRoot, variable)));
  const said = integralStep("square root of a quadratic", [], f, variable, open);
  return { value, steps: equal(left, ZERO) ? [said] : [said, alone, integralStep("put the integrals in", [], f, variable, value)] };
};

/** Q and λ from p = Q′ R + Q R′/2 + λ. */
function quotientOf(
  p: readonly Expression[],
  [c, b, a]: readonly [Expression, Expression, Expression],
): { coefficients: readonly Expression[]; left: Expression } {
  const coefficients: Expression[] = [];
  const at = (k: number): Expression => coefficients[k] ?? ZERO;
  // The coefficient of x^k: a k q_(k−1) + b (k + 1/2) q_k + c (k + 1) q_(k+1).
  const other = (k: number): Expression => sum(product(b, number({ num: 2 * k + 1, den: 2 }), at(k)), product(c, number(k + 1), at(k + 1)));
  for (let k = p.length - 1; k >= 1; k -= 1) coefficients[k - 1] = simplify(divide(subtract(p[k] ?? ZERO, other(k)), product(a, number(k)))).expression;
  return { coefficients, left: simplify(subtract(p[0] ?? ZERO, other(0))).expression };
}

/** ∫ 1/√(a x² + b x + c), by the signs of a and of the discriminant (Abramowitz and Stegun, 3.3.33–36). */
function reciprocalRoot(
  radicand: Expression,
  [c, b, a]: readonly [Expression, Expression, Expression],
  variable: string,
  assumptions: readonly Expression[],
): Expression | undefined {
  const slope = differentiate(radicand, variable);
  const discriminant = simplify(expand(subtract(power(b, TWO), product(number(4), a, c)))).expression;
  const [leading, kind] = [possibleSigns(a, assumptions), possibleSigns(discriminant, assumptions)];
  const ratio = (size: Expression): Expression => simplify(divide(expand(slope), constantRoot(size, assumptions))).expression;
  if (leading === NEGATIVE && kind === POSITIVE) return divide(negate(call("arcsin", ratio(discriminant))), constantRoot(negate(a), assumptions));
  if (leading !== POSITIVE) return undefined;
  const rootA = constantRoot(a, assumptions);
  if (kind === NEGATIVE) return divide(call("arsinh", ratio(expand(negate(discriminant)))), rootA);
  return divide(call("ln", call("abs", sum(product(rootA, sqrt(radicand)), product(HALF, slope)))), rootA);
}
