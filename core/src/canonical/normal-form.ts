import { isNumber, isPositiveConstant, number, power as powerOf, product, splitCoefficient, sum, termContent } from "../expression/construct.ts";
import { type Expression, ExpressionMap } from "../expression/expression.ts";
import { isNegated, opposite } from "../expression/functions/arguments.ts";
import { mapChildren } from "../expression/substitute.ts";
import { BudgetExhausted } from "../number/budget.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { gcd } from "../polynomial/gcd.ts";
import type { Polynomial } from "../polynomial/multivariate.ts";
import * as poly from "../polynomial/multivariate.ts";

/**
 * Rational normal form: an expression as a quotient of two polynomials over Q in *kernels* (names, constants, function
 * values, roots), with the relations i² = −1 and (b^(1/q))^q = b divided out (K. Geddes, S. Czapor, G. Labahn, Algorithms
 * for Computer Algebra, 3.2). A numerator that reduces to 0 proves that the expression is 0 wherever it is defined.
 */
export interface Fraction {
  readonly numerator: Polynomial;
  readonly denominator: Polynomial;
}

/** Thrown for what is no quantity: relations, tuples, and infinity. */
export class NotAnalysable extends Error {
  override readonly name = "NotAnalysable";
}

/** What work with normal forms comes to, or something else where an expression is no rational function within reach. */
export function whereRational<T>(work: () => T, otherwise: T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof NotAnalysable || error instanceof BudgetExhausted) return otherwise;
    throw error;
  }
}

/** The kernels seen so far, numbered; the same table must be used for all fractions that are compared. */
export class Kernels {
  readonly #indices = new ExpressionMap<number>();
  readonly #kernels: Expression[] = [];
  /** For a root kernel: its degree and the radicand's fraction. */
  readonly #relations = new Map<number, { readonly degree: number; readonly value: Fraction }>();

  get count(): number {
    return this.#kernels.length;
  }

  kernel(index: number): Expression {
    const kernel = this.#kernels[index];
    if (!kernel) throw new RangeError(`no kernel ${index}`);
    return kernel;
  }

  relation(index: number): { readonly degree: number; readonly value: Fraction } | undefined {
    return this.#relations.get(index);
  }

  index(kernel: Expression, relation?: () => { readonly degree: number; readonly value: Fraction }): number {
    const known = this.#indices.get(kernel);
    if (known !== undefined) return known;
    // The relation may need kernels of its own, which are to come first so that reduction ends.
    const own = relation?.();
    const index = this.#kernels.length;
    this.#kernels.push(kernel);
    this.#indices.set(kernel, index);
    if (own) this.#relations.set(index, own);
    return index;
  }
}

const WHOLE = (numerator: Polynomial): Fraction => ({ numerator, denominator: poly.ONE });

/** The sum of two fractions of polynomials, over their own denominator where they share it, else over the product; not reduced. */
export function addFractions(a: Fraction, b: Fraction): Fraction {
  if (poly.equal(a.denominator, b.denominator)) return { numerator: poly.add(a.numerator, b.numerator), denominator: a.denominator };
  return {
    numerator: poly.add(poly.multiply(a.numerator, b.denominator), poly.multiply(b.numerator, a.denominator)),
    denominator: poly.multiply(a.denominator, b.denominator),
  };
}

function multiplyFractions(a: Fraction, b: Fraction): Fraction {
  return { numerator: poly.multiply(a.numerator, b.numerator), denominator: poly.multiply(a.denominator, b.denominator) };
}

/** Throws NotAnalysable when the fraction is 0. */
function invertFraction(a: Fraction): Fraction {
  if (poly.isZero(a.numerator)) throw new NotAnalysable("division by zero");
  return { numerator: a.denominator, denominator: a.numerator };
}

/**
 * The normal form of an expression over a table of kernels, reduced to lowest terms.
 * @throws NotAnalysable for relations, tuples and divisions by zero; BudgetExhausted where it would not fit.
 */
export function normalForm(e: Expression, kernels: Kernels): Fraction {
  return lowest(reduceRelations(collect(e, kernels), kernels));
}

/** An expression as a quotient of polynomials in the kernels that stand in it. */
export interface RationalForm extends Fraction {
  readonly kernels: Kernels;
}

const forms = new WeakMap<Expression, RationalForm | "none">();

/** The normal form of an expression over kernels of its own, worked out once; undefined where it is no rational function within reach. */
export function rationalForm(e: Expression): RationalForm | undefined {
  const known = forms.get(e);
  if (known) return known === "none" ? undefined : known;
  const found = whereRational<RationalForm | undefined>(() => {
    const kernels = new Kernels();
    return { ...normalForm(e, kernels), kernels };
  }, undefined);
  forms.set(e, found ?? "none");
  return found;
}

function collect(e: Expression, kernels: Kernels): Fraction {
  switch (e.kind) {
    case "number":
      return WHOLE(poly.monomial(e.value));
    case "sum":
      return e.terms.map((term) => collect(term, kernels)).reduce(addFractions);
    case "product":
      return e.factors.map((factor) => collect(factor, kernels)).reduce((a, b) => reduceRelations(multiplyFractions(a, b), kernels));
    case "power":
      return collectPower(e, kernels);
    case "constant":
      if (e.name === "infinity") throw new NotAnalysable("infinity is not a number");
      if (e.name !== "i") return WHOLE(poly.variable(kernels.index(e)));
      return WHOLE(poly.variable(kernels.index(e, () => ({ degree: 2, value: WHOLE(poly.monomial(rational.MINUS_ONE)) }))));
    case "name":
      return WHOLE(poly.variable(kernels.index(e)));
    case "call":
    case "cases":
    case "iterated":
    case "derivative":
      return collectKernel(e, kernels);
    case "relation":
    case "logic":
    case "tuple":
      throw new NotAnalysable(`a ${e.kind} is not a quantity`);
  }
}

/** A function value or the like as a kernel, unless its normalised arguments give a known value. */
function collectKernel(e: Expression, kernels: Kernels): Fraction {
  if (e.kind === "iterated" && e.operator === "root") return collectRoot(e, kernels);
  const kernel = mapChildren(e, normalised);
  if (kernel.kind !== e.kind) return collect(kernel, kernels);
  // root(n, x) is real for odd n; its n-th power is x whatever the sign.
  const [degree, inside] = kernel.kind === "call" && kernel.name === "root" ? kernel.args : [];
  const n = degree?.kind === "number" && degree.value.den === 1 ? Number(degree.value.num) : undefined;
  if (!inside || n === undefined) return WHOLE(poly.variable(kernels.index(kernel)));
  return WHOLE(poly.variable(kernels.index(kernel, () => ({ degree: n, value: collect(inside, kernels) }))));
}

/** A root of a polynomial is a kernel whose highest power the polynomial expresses by lower ones. */
function collectRoot(e: Expression & { kind: "iterated" }, kernels: Kernels): Fraction {
  if (e.index === undefined) return WHOLE(poly.variable(kernels.index(e)));
  const own = new Kernels();
  const { numerator } = normalForm(e.body, own);
  const degree = poly.degreeIn(numerator, 0);
  const coefficients = poly.coefficientsIn(numerator, 0).map((coefficient) => poly.leadingTerm(coefficient)?.coefficient ?? rational.ZERO);
  const leading = coefficients[degree] ?? rational.ONE;
  const index = kernels.index(e, () => {
    const at = kernels.count;
    const lower = coefficients.slice(0, degree).map((c, k) => poly.scale(poly.power(poly.variable(at), k), rational.negate(rational.divide(c, leading))));
    return { degree, value: WHOLE(lower.reduce(poly.add, poly.ZERO)) };
  });
  return WHOLE(poly.variable(index));
}

/** Arguments of functions are brought to normal form themselves, so that equal arguments make equal kernels. */
function normalised(e: Expression): Expression {
  if (e.kind === "relation" || e.kind === "logic" || e.kind === "tuple") return mapChildren(e, normalised);
  const own = new Kernels();
  return fractionExpression(normalForm(e, own), own);
}

/** Powers such as e^(1234567/65536) stay whole: as a power of a root they would be polynomials of that degree. */
const HIGHEST_NUMERATOR = 1000;

function collectPower(e: Expression & { kind: "power" }, kernels: Kernels): Fraction {
  const exponent = e.exponent.kind === "number" ? e.exponent.value : undefined;
  if (!exponent) {
    // a^(−u) = 1/a^u for a > 0: one kernel for both.
    if (isPositiveConstant(e.base) && isNegated(e.exponent)) return invertFraction(collect(powerOf(e.base, opposite(e.exponent)), kernels));
    const base = normalised(e.base);
    // 0 to a power is 0 where it has a value.
    if (isNumber(base, 0)) return collect(base, kernels);
    const kernel = powerOf(base, normalised(e.exponent));
    return kernel.kind === "power" && kernel.exponent.kind !== "number" ? WHOLE(poly.variable(kernels.index(kernel))) : collect(kernel, kernels);
  }
  const { num, den } = exponent;
  const isVast = typeof num === "bigint" || typeof den === "bigint" || (den !== 1 && Math.max(Math.abs(num), den) > HIGHEST_NUMERATOR);
  if (isVast) return WHOLE(poly.variable(kernels.index(e)));
  // √(2π) is √2 √π, one kernel for the root of each.
  if (den !== 1 && e.base.kind === "product" && e.base.factors.every(isPositiveConstant))
    return e.base.factors.map((factor) => collect(powerOf(factor, e.exponent), kernels)).reduce((a, b) => reduceRelations(multiplyFractions(a, b), kernels));
  if (den !== 1) return fractionPower(rootFraction(e.base, den, kernels), num, kernels);
  return fractionPower(collect(e.base, kernels), num, kernels);
}

function fractionPower(base: Fraction, exponent: number, kernels: Kernels): Fraction {
  const up = exponent < 0 ? invertFraction(base) : base;
  const size = Math.abs(exponent);
  return reduceRelations({ numerator: poly.power(up.numerator, size), denominator: poly.power(up.denominator, size) }, kernels);
}

/** base^(1/degree) as a kernel with its relation; roots of whole numbers are taken apart into roots of primes. */
function rootFraction(base: Expression, degree: number, kernels: Kernels): Fraction {
  const exponent = number(rational.rational(1, degree));
  if (base.kind === "number" && base.value.den === 1 && base.value.num > 1) {
    return integer
      .primePowers(base.value.num)
      .map(({ prime, count }) => {
        const radicand = number(rational.rational(prime));
        const root = kernels.index(powerOf(radicand, exponent), () => ({ degree, value: WHOLE(poly.monomial(rational.rational(prime))) }));
        return WHOLE(poly.power(poly.variable(root), count));
      })
      .reduce(multiplyFractions);
  }
  // Perfect powers come out of a root once the content stands apart.
  const inside = withContentApart(normalised(base));
  const kernel = powerOf(inside, exponent);
  if (kernel.kind !== "power" || kernel.exponent.kind !== "number" || kernel.exponent.value.den === 1) return collect(kernel, kernels);
  return WHOLE(poly.variable(kernels.index(kernel, () => ({ degree, value: collect(kernel.base, kernels) }))));
}

/** A sum with the content of its terms before it: 4 − 4q as 4 (1 − q), x/3 − 2/3 as 1/3 · (x − 2). */
export function withContentApart(e: Expression): Expression {
  if (e.kind !== "sum") return e;
  const content = termContent(e);
  return product(number(content), sum(...e.terms.map((term) => product(number(rational.invert(content)), term))));
}

/** Divides out the relations of root kernels, the last kernel first since its radicand holds earlier ones only. */
function reduceRelations(fraction: Fraction, kernels: Kernels): Fraction {
  let result = fraction;
  for (let index = kernels.count - 1; index >= 0; index -= 1) {
    const relation = kernels.relation(index);
    if (!relation) continue;
    const top = reducePolynomial(result.numerator, index, relation);
    const bottom = reducePolynomial(result.denominator, index, relation);
    if (!top && !bottom) continue;
    const numerator = top ?? WHOLE(result.numerator);
    const denominator = bottom ?? WHOLE(result.denominator);
    result = reduceRelations(multiplyFractions(numerator, invertFraction(denominator)), kernels);
  }
  return result;
}

function reducePolynomial(p: Polynomial, index: number, { degree, value }: { degree: number; value: Fraction }): Fraction | undefined {
  if (poly.degreeIn(p, index) < degree) return undefined;
  return poly
    .coefficientsIn(p, index)
    .map((coefficient, k): Fraction => {
      const times = Math.floor(k / degree);
      const rest = poly.multiply(coefficient, poly.power(poly.variable(index), k % degree));
      return { numerator: poly.multiply(rest, poly.power(value.numerator, times)), denominator: poly.power(value.denominator, times) };
    })
    .reduce(addFractions);
}

/** Cancels the greatest common divisor and makes the denominator's coefficients whole, its leading one positive. */
function lowest(fraction: Fraction): Fraction {
  if (poly.isZero(fraction.denominator)) throw new NotAnalysable("division by zero");
  if (poly.isZero(fraction.numerator)) return WHOLE(poly.ZERO);
  const common = gcd(fraction.numerator, fraction.denominator);
  const numerator = poly.divideExact(fraction.numerator, common) ?? fraction.numerator;
  const denominator = poly.divideExact(fraction.denominator, common) ?? fraction.denominator;
  const leading = poly.leadingTerm(denominator);
  const size = poly.content(denominator);
  const unit = rational.invert(leading && leading.coefficient.num < 0 ? rational.negate(size) : size);
  return { numerator: poly.scale(numerator, unit), denominator: poly.scale(denominator, unit) };
}

/** A polynomial in kernels as an expanded expression. */
export function polynomialExpression(p: Polynomial, kernels: Kernels): Expression {
  const terms = p.map(({ exponents, coefficient }) => {
    const factors = exponents.flatMap((exponent, index) => (exponent === 0 ? [] : [powerOf(kernels.kernel(index), number(exponent))]));
    return product(number(coefficient), ...factors);
  });
  return sum(...terms);
}

/** A fraction as an expression: expanded numerator over denominator, common monomials and whole factors taken out of the numerator. */
export function fractionExpression(fraction: Fraction, kernels: Kernels): Expression {
  const denominator = polynomialExpression(fraction.denominator, kernels);
  const inverse = denominator.kind === "number" ? number(rational.invert(denominator.value)) : powerOf(denominator, number(-1));
  if (denominator.kind === "number") return polynomialExpression(poly.scale(fraction.numerator, rational.invert(denominator.value)), kernels);
  const size = poly.content(fraction.numerator);
  const numerator = polynomialExpression(poly.scale(fraction.numerator, rational.invert(size)), kernels);
  return product(number(size), numerator, inverse);
}

/** Whether a term of a sum carries a minus sign. */
export function isNegative(term: Expression): boolean {
  return splitCoefficient(term).coefficient.num < 0;
}
