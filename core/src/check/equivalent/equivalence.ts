import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { equation, name, nameIn, negate, number, power, product, relation, ZERO } from "../../expression/construct.ts";
import { complexDomain } from "../../expression/domain.ts";
import { alternativesOf, isEquation, sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, findAll, freeNames, isRoot } from "../../expression/expression.ts";
import { gcd } from "../../polynomial/gcd.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { polynomialAt } from "../../rewrite/coefficients.ts";
import { decide, equalityTest, simplify, zeroTest } from "../../truth/index.ts";

/**
 * The judge's own zero form: for equations joined by "or", the product of (left − right), its numerator as a polynomial in
 * the unknown with leading zeros removed; coefficients by rising powers. Undefined where it is no polynomial.
 */
export function zeroPolynomial(statement: Expression, unknown: string): readonly Expression[] | undefined {
  const alternatives = alternativesOf(statement);
  const differences: Expression[] = [];
  for (const alternative of alternatives) {
    if (!isEquation(alternative)) return undefined;
    differences.push(sideDifference(alternative));
  }
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(nameIn(statement, unknown));
    const { numerator } = normalForm(product(...differences), kernels);
    for (let index = 0; index < kernels.count; index += 1) {
      if (index !== own && poly.degreeIn(numerator, index) > 0 && contains(kernels.kernel(index), unknown)) return undefined;
    }
    const coefficients = poly.coefficientsIn(numerator, own).map((coefficient) => polynomialExpression(coefficient, kernels));
    let length = coefficients.length;
    while (length > 0 && zeroTest(coefficients[length - 1] ?? ZERO).kind === "zero") length -= 1;
    return coefficients.slice(0, length);
  }, undefined);
}

/** What is known about two statements' solutions. */
export type Equivalence =
  | { readonly kind: "same" }
  /** They are the same provided the relations hold. */
  | { readonly kind: "same where"; readonly conditions: readonly Expression[] }
  | { readonly kind: "different" }
  | { readonly kind: "unknown"; readonly why: string };

/**
 * Whether two statements have the same solutions for the unknown, over the complex numbers: their zero polynomials are
 * proportional, or one is proportional to a power of the other. The factor between them must not vanish, which the
 * assumptions may ensure.
 */
export function equivalence(before: Expression, after: Expression, unknown: string, assumptions: readonly Expression[] = []): Equivalence {
  const [p, q] = [zeroPolynomial(before, unknown), zeroPolynomial(after, unknown)];
  if (!p || !q) return { kind: "unknown", why: "a side is no polynomial in the unknown" };
  if (p.length === 0 || q.length === 0) return p.length === q.length ? { kind: "same" } : { kind: "different" };
  const [m, n] = [p.length - 1, q.length - 1];
  if (m === 0 || n === 0) return constantEquivalence(p, q, m, n, assumptions);
  if (m === n) return proportional(p, q, assumptions);
  // The same zeros with other multiplicities: the squarefree parts are compared, and powers where that is enough.
  const [free, other] = [squarefree(p, unknown), squarefree(q, unknown)];
  const comparisons = [
    ...(free && other && free.length === other.length ? [[free, other] as const] : []),
    ...(m > n && m % n === 0 ? [[p, raised(q, m / n, unknown)] as const] : []),
    ...(n > m && n % m === 0 ? [[raised(p, n / m, unknown), q] as const] : []),
  ];
  for (const [a, b] of comparisons) {
    const same = proportional(a, b, assumptions);
    if (same.kind !== "different") return same;
  }
  // Roots in the coefficients may hide a repeated factor from the squarefree part.
  const hidden = [...p, ...q].some((coefficient) => findAll(coefficient, isRootOrI).length > 0);
  if (!free || !other || hidden) return { kind: "unknown", why: "repeated roots could not be compared" };
  const own = nameIn(before, unknown);
  const isReal = own.kind === "name" && own.range !== "complex";
  const rest = [quotient(free, other, unknown), quotient(other, free, unknown)].find((one) => one !== undefined);
  const mayHaveNone = rest !== undefined && rest.length % 2 === 1 && isReal;
  return mayHaveNone ? { kind: "unknown", why: "what one has more may have no real zeros" } : { kind: "different" };
}

/** What one polynomial has more than another that divides it, by rising powers. */
function quotient(p: readonly Expression[], q: readonly Expression[], unknown: string): readonly Expression[] | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(name(unknown));
    const [above, below] = [p, q].map((one) => normalForm(polynomialAt(one, name(unknown)), kernels).numerator);
    const rest = above && below && poly.divideExact(above, below);
    return rest && poly.coefficientsIn(rest, own).map((coefficient) => polynomialExpression(coefficient, kernels));
  }, undefined);
}

function isRootOrI(e: Expression): boolean {
  if (e.kind === "call") return e.name === "root";
  return e.kind === "constant" ? e.name === "i" : isRoot(e) || e.kind === "iterated";
}

/** The coefficients without repeated factors, or undefined where that is out of reach. */
function squarefree(p: readonly Expression[], unknown: string): readonly Expression[] | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(name(unknown));
    const { numerator } = normalForm(polynomialAt(p, name(unknown)), kernels);
    const part = poly.divideExact(numerator, gcd(numerator, poly.derivativeIn(numerator, own)));
    return part && poly.coefficientsIn(part, own).map((coefficient) => polynomialExpression(coefficient, kernels));
  }, undefined);
}

function constantEquivalence(p: readonly Expression[], q: readonly Expression[], m: number, n: number, assumptions: readonly Expression[]): Equivalence {
  if (m !== n) return { kind: "different" };
  const ratio = simplify(product(p[0] ?? ZERO, power(q[0] ?? ZERO, number(-1)))).expression;
  const plain = freeNames(p[0] ?? ZERO).size === 0 && freeNames(q[0] ?? ZERO).size === 0;
  return plain || freeNames(ratio).size === 0 ? { kind: "same" } : nonVanishing(ratio, assumptions);
}

function proportional(p: readonly Expression[], q: readonly Expression[], assumptions: readonly Expression[]): Equivalence {
  const [first, second] = [p.at(-1) ?? ZERO, q.at(-1) ?? ZERO];
  for (let k = 0; k < Math.max(p.length, q.length); k += 1) {
    const test = equalityTest(product(p[k] ?? ZERO, second), product(q[k] ?? ZERO, first), assumptions);
    if (test.kind === "nonzero") return { kind: "different" };
    if (test.kind === "undecided") return { kind: "unknown", why: `two coefficients agree to ${test.digits} digits without proof` };
  }
  return nonVanishing(simplify(product(first, power(second, number(-1)))).expression, assumptions);
}

function nonVanishing(ratio: Expression, assumptions: readonly Expression[]): Equivalence {
  if (freeNames(ratio).size === 0) return { kind: "same" };
  // Neither side may vanish alone: the ratio is not 0, and neither is what it is divided by.
  const open = [relation(ratio, "!=", ZERO), ...complexDomain(ratio)].filter((condition) => decide(condition, assumptions) !== true);
  return open.length === 0 ? { kind: "same" } : { kind: "same where", conditions: open };
}

function raised(p: readonly Expression[], exponent: number, unknown: string): readonly Expression[] {
  return zeroPolynomial(equation(power(polynomialAt(p, name(unknown)), number(exponent)), ZERO), unknown) ?? p;
}

/** Whether two conditions of the form left = right state the same, up to a constant factor. */
export function sameZeros(a: Expression, b: Expression): boolean {
  if (a.kind !== "relation" || b.kind !== "relation") return false;
  const [left, right] = [a, b].map(sideDifference);
  if (!left || !right) return false;
  return [right, negate(right)].some((other) => equalityTest(left, other).kind === "zero");
}
