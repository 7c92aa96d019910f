import { BudgetExhausted } from "../number/budget.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { gcd, toDense } from "./gcd.ts";
import type { Polynomial } from "./multivariate.ts";
import * as poly from "./multivariate.ts";
import * as dense from "./rational-dense.ts";
import { leadingIn } from "./resultant.ts";
import { subsets } from "./subsets.ts";
import type { IntegerPolynomial } from "./univariate/dense.ts";
import { factorSquarefree } from "./univariate/factor-over-integers.ts";
import { squarefreePart } from "./univariate/gcd.ts";

const POINTS_TRIED = 3;
const MOST_POINTS = 400;
const MOST_LOCAL_FACTORS = 14;
/** Beyond this many terms a lifted factor is given up. */
const MOST_TERMS = 20_000;

/**
 * The irreducible factors of a polynomial in several variables that is primitive and squarefree in the main one. It is made
 * monic there, factored at a point for the other variables, and the factors are lifted by powers of the distance from the
 * point (Hensel's construction: D. Musser 1975, P. Wang 1978; Geddes, Czapor, Labahn, chapter 6); sets of lifted factors are
 * confirmed by division.
 * @throws BudgetExhausted where too many local factors or terms arise.
 */
export function factorByLifting(f: Polynomial, main: number, others: readonly number[]): readonly Polynomial[] {
  const lead = leadingIn(f, main);
  const monic = madeMonic(f, lead, main);
  const { point, factors } = bestPoint(monic, main, others);
  if (factors.length === 1) return [f];
  if (factors.length > MOST_LOCAL_FACTORS) throw new BudgetExhausted("factoring");
  const shifted = others.reduce((p, index, k) => shift(p, index, point[k] ?? 0), monic);
  const local = lift(shifted, factors, main);
  const back = (p: Polynomial): Polynomial => others.reduce((q, index, k) => shift(q, index, -(point[k] ?? 0)), p);
  return recombined(f, lead, local, main, totalDegree(shifted, main), back);
}

/** lc^(d−1) f(x/lc), monic in x. */
function madeMonic(f: Polynomial, lead: Polynomial, main: number): Polynomial {
  const coefficients = poly.coefficientsIn(f, main);
  const d = coefficients.length - 1;
  return poly.fromCoefficients(
    coefficients.map((coefficient, k) => (k === d ? poly.ONE : poly.multiply(coefficient, poly.power(lead, d - 1 - k)))),
    main,
  );
}

function shift(p: Polynomial, index: number, by: number): Polynomial {
  if (by === 0) return p;
  return poly.substituteIn(p, index, poly.add(poly.variable(index), poly.monomial(rational.rational(by))));
}

/** Of a few points at which the image stays squarefree, one with the fewest factors; the points are always the same. */
function bestPoint(monic: Polynomial, main: number, others: readonly number[]): { point: readonly number[]; factors: readonly IntegerPolynomial[] } {
  let best: { point: readonly number[]; factors: readonly IntegerPolynomial[] } | undefined;
  let tried = 0;
  for (let attempt = 0; attempt < MOST_POINTS && tried < POINTS_TRIED; attempt += 1) {
    const reach = 3 + attempt;
    const point = others.map((_, k) => ((attempt * (2 * k + 3) + 5 * k * k + 1) % (2 * reach + 1)) - reach + 2);
    const image = toDense(
      others.reduce((p, index, k) => poly.substituteIn(p, index, poly.monomial(rational.rational(point[k] ?? 0))), monic),
      main,
    );
    if (squarefreePart(image).length !== image.length) continue;
    tried += 1;
    const factors = factorSquarefree(image);
    if (!best || factors.length < best.factors.length) best = { point, factors };
    if (factors.length === 1) break;
  }
  if (!best) throw new BudgetExhausted("factoring");
  return best;
}

/** The degree in all variables but the main one. */
function totalDegree(p: Polynomial, main: number): number {
  return p.reduce((most, { exponents }) => Math.max(most, sideDegree(exponents, main)), 0);
}

function sideDegree(exponents: readonly number[], main: number): number {
  return exponents.reduce((total, exponent, k) => (k === main ? total : total + exponent), 0);
}

function upTo(p: Polynomial, main: number, degree: number): Polynomial {
  return p.filter(({ exponents }) => sideDegree(exponents, main) <= degree);
}

/** Lifts monic factors at the origin to the full degree of f in the other variables. */
function lift(f: Polynomial, factors: readonly IntegerPolynomial[], main: number): readonly Polynomial[] {
  const start = factors.map((factor) => factor.map((coefficient) => ({ num: integer.fromBigInt(coefficient), den: 1 })));
  const inverses = start.map((own, j) => {
    const cofactor = start.reduce((product, other, k) => (k === j ? product : dense.multiply(product, other)), dense.ONE);
    return dense.inverseModulo(cofactor, own);
  });
  let lifted = start.map((factor) =>
    poly.fromCoefficients(
      factor.map((coefficient) => poly.monomial(coefficient)),
      main,
    ),
  );
  const most = totalDegree(f, main);
  for (let degree = 1; degree <= most; degree += 1) {
    const product = lifted.reduce((total, factor) => upTo(poly.multiply(total, factor), main, degree), poly.ONE);
    const error = poly.subtract(upTo(f, main, degree), product);
    if (poly.isZero(error)) continue;
    const corrections: poly.Term[][] = lifted.map(() => []);
    for (const [monomial, coefficients] of byMonomial(error, main)) {
      start.forEach((own, j) => {
        const correction = dense.divide(dense.multiply(coefficients, inverses[j] ?? dense.ZERO), own).remainder;
        correction.forEach((coefficient, k) => {
          if (!rational.isZero(coefficient)) corrections[j]?.push({ exponents: withMain(monomial, main, k), coefficient });
        });
      });
    }
    lifted = lifted.map((factor, j) => poly.add(factor, poly.fromTerms(corrections[j] ?? [])));
    if (lifted.some((factor) => factor.length > MOST_TERMS)) throw new BudgetExhausted("factoring");
  }
  return lifted;
}

function withMain(exponents: readonly number[], main: number, power: number): readonly number[] {
  return Array.from({ length: Math.max(exponents.length, main + 1) }, (_, k) => (k === main ? power : (exponents[k] ?? 0)));
}

/** The polynomials in the main variable that stand before the monomials in the others. */
function byMonomial(p: Polynomial, main: number): readonly (readonly [readonly number[], dense.RationalPolynomial])[] {
  const parts = new Map<string, { exponents: readonly number[]; coefficients: rational.Rational[] }>();
  for (const { exponents, coefficient } of p) {
    const rest = withMain(exponents, main, 0);
    const key = rest.join();
    const part = parts.get(key) ?? { exponents: rest, coefficients: [] };
    parts.set(key, part);
    const at = exponents[main] ?? 0;
    while (part.coefficients.length <= at) part.coefficients.push(rational.ZERO);
    part.coefficients[at] = coefficient;
  }
  return [...parts.values()].map(({ exponents, coefficients }) => [exponents, dense.trimmed(coefficients)] as const);
}

function recombined(
  f: Polynomial,
  lead: Polynomial,
  local: readonly Polynomial[],
  main: number,
  degree: number,
  back: (p: Polynomial) => Polynomial,
): readonly Polynomial[] {
  const found: Polynomial[] = [];
  let rest = f;
  let open = local.map((_, k) => k);
  for (let size = 1; 2 * size <= open.length; ) {
    const hit = firstDivisor(rest, lead, local, open, size, main, degree, back);
    if (!hit) {
      size += 1;
      continue;
    }
    found.push(hit.factor);
    rest = hit.quotient;
    open = open.filter((k) => !hit.chosen.includes(k));
  }
  return poly.degreeIn(rest, main) > 0 ? [...found, poly.primitivePart(rest)] : found;
}

function firstDivisor(
  f: Polynomial,
  lead: Polynomial,
  local: readonly Polynomial[],
  open: readonly number[],
  size: number,
  main: number,
  degree: number,
  back: (p: Polynomial) => Polynomial,
) {
  for (const chosen of subsets(open, size)) {
    const product = chosen.reduce((total, k) => upTo(poly.multiply(total, local[k] ?? poly.ONE), main, degree), poly.ONE);
    const scaled = poly.fromCoefficients(
      poly.coefficientsIn(back(product), main).map((coefficient, k) => poly.multiply(coefficient, poly.power(lead, k))),
      main,
    );
    const factor = primitiveIn(scaled, main);
    const quotient = poly.divideExact(f, factor);
    if (quotient) return { factor, quotient, chosen };
  }
  return undefined;
}

/** Without the greatest common divisor of the coefficients by powers of one variable. */
export function primitiveIn(p: Polynomial, main: number): Polynomial {
  const common = contentIn(p, main);
  return poly.primitivePart(poly.divideExact(p, common) ?? p);
}

/** The greatest common divisor of the coefficients by powers of one variable. */
export function contentIn(p: Polynomial, main: number): Polynomial {
  return poly.coefficientsIn(p, main).reduce((common, coefficient) => (isOne(common) ? common : gcd(common, coefficient)), poly.ZERO);
}

function isOne(p: Polynomial): boolean {
  return poly.equal(p, poly.ONE);
}
