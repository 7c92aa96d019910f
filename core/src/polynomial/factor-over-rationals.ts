import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { fromDense, gcd, leastExponents, toDense, variablesOf } from "./gcd.ts";
import { contentIn, factorByLifting, primitiveIn } from "./lifting.ts";
import type { Polynomial } from "./multivariate.ts";
import * as poly from "./multivariate.ts";
import { leadingIn } from "./resultant.ts";
import { factor as factorUnivariate } from "./univariate/factor-over-integers.ts";
import type { Multiple } from "./univariate/gcd.ts";

/** A polynomial over Q as a number times powers of primitive irreducible polynomials with positive leading coefficients. */
export interface Factorization {
  readonly content: Rational;
  readonly factors: readonly Multiple<Polynomial>[];
}

/**
 * The factorisation over Q of a polynomial that is not 0, in any number of variables.
 * @throws BudgetExhausted where it is out of reach.
 */
export function factor(p: Polynomial): Factorization {
  const size = poly.content(p);
  const content = (poly.leadingTerm(p)?.coefficient.num ?? 1) < 0 ? rational.negate(size) : size;
  const least = leastExponents(p);
  const monomials = least.flatMap((multiplicity, index) => (multiplicity > 0 ? [{ factor: poly.variable(index), multiplicity }] : []));
  const rest = poly.divideExact(poly.scale(p, rational.invert(content)), poly.monomial(rational.ONE, least)) ?? p;
  return { content, factors: [...monomials, ...factorPrimitive(rest)] };
}

/** For primitive polynomials without monomial factors. */
function factorPrimitive(p: Polynomial): readonly Multiple<Polynomial>[] {
  const variables = variablesOf(p);
  const [only] = variables;
  if (only === undefined) return [];
  if (variables.length === 1) {
    return factorUnivariate(toDense(p, only)).factors.map(({ factor: part, multiplicity }) => ({ factor: fromDense(part, only), multiplicity }));
  }
  const main = mainVariable(p, variables);
  const content = contentIn(p, main);
  const own = primitiveIn(p, main);
  const outer = poly.constantValue(content) ? [] : factor(content).factors;
  return [
    ...outer,
    ...squarefreeIn(own, main).flatMap(({ factor: part, multiplicity }) => factorSquarefree(part, main).map((f) => ({ factor: f, multiplicity }))),
  ];
}

/** The variable with the lowest degree, of those the one whose leading coefficient is shortest. */
function mainVariable(p: Polynomial, variables: readonly number[]): number {
  const cost = (index: number): number => {
    const lead = leadingIn(p, index);
    return poly.degreeIn(p, index) * 1000 + (poly.constantValue(lead) ? 0 : lead.length);
  };
  return variables.reduce((best, index) => (cost(index) < cost(best) ? index : best));
}

/** Squarefree factors in one variable of a polynomial that is primitive in it (D. Yun 1976). */
export function squarefreeIn(p: Polynomial, main: number): readonly Multiple<Polynomial>[] {
  const found: Multiple<Polynomial>[] = [];
  const quotient = (a: Polynomial, b: Polynomial): Polynomial => poly.divideExact(a, b) ?? a;
  const slope = poly.derivativeIn(p, main);
  const common = gcd(p, slope);
  let base = quotient(p, common);
  let rest = poly.subtract(quotient(slope, common), poly.derivativeIn(base, main));
  for (let multiplicity = 1; poly.degreeIn(base, main) > 0; multiplicity += 1) {
    const part = poly.isZero(rest) ? poly.primitivePart(base) : gcd(base, rest);
    if (poly.degreeIn(part, main) > 0) found.push({ factor: part, multiplicity });
    base = quotient(base, part);
    rest = poly.subtract(quotient(rest, part), poly.derivativeIn(base, main));
  }
  return found;
}

function factorSquarefree(p: Polynomial, main: number): readonly Polynomial[] {
  if (poly.degreeIn(p, main) === 1) return [poly.primitivePart(p)];
  const variables = variablesOf(p);
  const others = variables.filter((index) => index !== main);
  if (others.length === 0) return factorPrimitive(p).map((part) => part.factor);
  return factorByLifting(p, main, others).map(poly.primitivePart);
}
