import type { Step } from "../../derivation/step.ts";
import { call, divide, equation, name, negate, number, ONE, power, product, relation, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, findAll, freeNames } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { partialFractionsWithSteps } from "../../rewrite/forms/partial-fractions.ts";
import { constantRoot } from "../../rewrite/roots/constant-root.ts";
import { decide, expand, simplify } from "../../truth/index.ts";
import { differentiate } from "../derivative.ts";
import { type Antiderivative, integralStep, type Rule, type Search } from "./rule.ts";

const LARGEST_POWER = 8;

/** A rational function: by partial fractions, until every denominator is a power of a linear or quadratic polynomial. */
export const FRACTIONS: Rule = (f, search) => {
  const { variable, integrate } = search;
  const ofQuadratic = overQuadratic(f, search);
  if (ofQuadratic && !ofQuadratic.isSplit) return ofQuadratic;
  const below = findAll(f, (part) => part.kind === "power" && part.exponent.kind === "number" && part.exponent.value.num < 0 && contains(part.base, variable));
  if (below.length === 0) return undefined;
  const apart = partialFractionsWithSteps(f, variable);
  if (!apart || equal(apart.expression, f)) return ofQuadratic;
  const found = integrate(apart.expression);
  if (!found) return ofQuadratic;
  const rewritten = integralStep("by partial fractions", [], f, variable, indefiniteIntegral(apart.expression, variable));
  return { value: found.value, steps: [...apart.steps, rewritten, ...found.steps] };
};

/** (p x + q)/(a x² + b x + c)^n; split where the quadratic has rational zeros, so that partial fractions say more. */
function overQuadratic(f: Expression, { variable, assumptions }: Search): (Antiderivative & { readonly isSplit: boolean }) | undefined {
  const factors = factorsOf(f);
  const bottom = factors.find(
    (factor) => factor.kind === "power" && contains(factor.base, variable) && factor.exponent.kind === "number" && factor.exponent.value.num < 0,
  );
  if (bottom?.kind !== "power" || bottom.exponent.kind !== "number" || bottom.exponent.value.den !== 1) return undefined;
  const n = -Number(bottom.exponent.value.num);
  const [c, b, a, ...more] = polynomialCoefficients(bottom.base, variable) ?? [];
  const top = polynomialCoefficients(product(...factors.filter((factor) => factor !== bottom)), variable);
  if (!a || !b || !c || more.length > 0 || n > LARGEST_POWER || !top || top.length > 2) return undefined;
  const [q = ZERO, p = ZERO] = top;
  const discriminant = expand(subtract(power(b, TWO), product(number(4), a, c)));
  const quadratic: Quadratic = { base: bottom.base, a, b, discriminant, variable };
  const alone = reciprocal(quadratic, n, assumptions);
  if (!alone) return undefined;
  const isSplit = discriminant.kind === "number" && constantRoot(discriminant, assumptions).kind === "number";
  const share = divide(p, product(TWO, a));
  const ofSlope = n === 1 ? call("ln", positiveOf(quadratic, assumptions)) : negate(divide(ONE, product(number(n - 1), power(quadratic.base, number(n - 1)))));
  const rest = simplify(subtract(q, product(share, b))).expression;
  const value = sum(...(equal(p, ZERO) ? [] : [product(share, ofSlope)]), ...(equal(rest, ZERO) ? [] : [product(rest, alone)]));
  const slope = differentiate(quadratic.base, variable);
  const square = squareStep(quadratic, bottom, alone);
  if (equal(p, ZERO)) return { value, isSplit, steps: [square] };
  const above = integralStep("derivative above", [quadratic.base], product(slope, bottom), variable, ofSlope);
  const ofRest = equal(rest, ZERO) ? [] : [product(rest, indefiniteIntegral(bottom, variable))];
  const open = sum(product(share, indefiniteIntegral(product(slope, bottom), variable)), ...ofRest);
  const apart = integralStep("apart by the derivative", [slope], f, variable, open);
  const end = integralStep("put the integrals in", [], f, variable, value);
  return { value, isSplit, steps: [apart, above, ...(equal(rest, ZERO) ? [] : [square]), end] };
}

/** The integral of 1/(a x² + b x + c)^n; the square that is completed is said, where there is a linear term. */
function squareStep({ base, a, b, discriminant, variable }: Quadratic, below: Expression, value: Expression): Step {
  const zeros = findAll(value, (part) => part.kind === "call" && part.name === "arctan").length > 0 ? "no real zero: an arctangent" : "real zeros: a logarithm";
  if (equal(b, ZERO)) return integralStep("square below", [base, zeros], below, variable, value);
  const shifted = power(sum(name(variable), divide(b, product(TWO, a))), TWO);
  const completed = sum(product(a, shifted), negate(divide(discriminant, product(number(4), a))));
  return integralStep("complete the square below", [equation(base, completed), zeros], below, variable, value);
}

interface Quadratic {
  readonly base: Expression;
  readonly a: Expression;
  readonly b: Expression;
  readonly discriminant: Expression;
  readonly variable: string;
}

/** |a x² + b x + c|, without bars where it has no real zero and its sign is known. */
function positiveOf({ base, a, discriminant }: Quadratic, assumptions: readonly Expression[]): Expression {
  if (signOf(discriminant, assumptions) !== -1) return call("abs", base);
  const sign = signOf(a, assumptions);
  return sign === 1 ? base : sign === -1 ? negate(base) : call("abs", base);
}

/** The one sign that letters leave to an expression, or that it may have either. */
function signOf(e: Expression, assumptions: readonly Expression[]): 1 | -1 | "either" | undefined {
  if (decide(relation(e, "<", ZERO), assumptions) === true) return -1;
  if (decide(relation(e, ">", ZERO), assumptions) === true) return 1;
  const isOpen = ([">=", "<="] as const).every((comparison) => decide(relation(e, comparison, ZERO), assumptions) === undefined);
  return isOpen && freeNames(e).size > 0 ? "either" : undefined;
}

/**
 * ∫ 1/(a x² + b x + c)^n (Abramowitz and Stegun, 3.3.16–17, and by parts for n > 1); where letters leave the discriminant either sign, for a negative one, which the root then asks for.
 * Undefined where it may be 0 only.
 */
function reciprocal(quadratic: Quadratic, n: number, assumptions: readonly Expression[]): Expression | undefined {
  const { base, a, b, discriminant, variable } = quadratic;
  const slope = sum(product(TWO, a, name(variable)), b);
  const sign = signOf(discriminant, assumptions);
  const size = expand(negate(discriminant));
  if (n > 1) {
    const before = sign !== undefined ? reciprocal(quadratic, n - 1, assumptions) : undefined;
    const scale = product(number(n - 1), size);
    return before && sum(divide(slope, product(scale, power(base, number(n - 1)))), divide(product(number(2 * (2 * n - 3)), a, before), scale));
  }
  if (sign === -1 || sign === "either") {
    const root = constantRoot(size, assumptions);
    return divide(product(TWO, call("arctan", simplify(divide(slope, root)).expression)), root);
  }
  if (sign !== 1) return undefined;
  const root = constantRoot(discriminant, assumptions);
  const half = (e: Expression): Expression => expand(divide(e, TWO));
  return divide(call("ln", call("abs", divide(half(subtract(slope, root)), half(sum(slope, root))))), root);
}
