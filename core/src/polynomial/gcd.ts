import { BudgetExhausted } from "../number/budget.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { balanced } from "../number/residue.ts";
import * as modular from "./modular/dense.ts";
import * as field from "./modular/prime-field.ts";
import type { Polynomial, Term } from "./multivariate.ts";
import * as poly from "./multivariate.ts";
import { gcd as univariateGcd } from "./univariate/gcd.ts";

/**
 * A greatest common divisor over Q with coprime whole coefficients and positive leading coefficient: monomials apart, one
 * variable by the univariate modular algorithm, several by Brown's dense modular algorithm (W. Brown, "On Euclid's algorithm
 * and the computation of polynomial greatest common divisors", 1971).
 */
export function gcd(a: Polynomial, b: Polynomial): Polynomial {
  if (poly.isZero(a)) return poly.primitivePart(b);
  if (poly.isZero(b)) return poly.primitivePart(a);
  const [lowA, lowB] = [leastExponents(a), leastExponents(b)];
  const shared: Term = { exponents: lowA.map((exponent, k) => Math.min(exponent, lowB[k] ?? 0)), coefficient: rational.ONE };
  const common = poly.monomial(rational.ONE, shared.exponents);
  if (a.length === 1 || b.length === 1) return common;
  const [f, g] = [withoutMonomial(a, lowA), withoutMonomial(b, lowB)];
  return poly.multiply(common, gcdApart(f, g));
}

/** The least common multiple of two polynomials. */
export function lcm(a: Polynomial, b: Polynomial): Polynomial {
  return poly.multiply(a, poly.divideExact(b, gcd(a, b)) ?? b);
}

/** The smallest exponent of each variable over all terms. */
export function leastExponents(a: Polynomial): readonly number[] {
  const [first] = a;
  if (!first) return [];
  return first.exponents.map((_, k) => a.reduce((least, term) => Math.min(least, term.exponents[k] ?? 0), Number.POSITIVE_INFINITY));
}

function withoutMonomial(a: Polynomial, least: readonly number[]): Polynomial {
  const part = poly.primitivePart(a);
  return least.every((exponent) => exponent === 0) ? part : (poly.divideExact(part, poly.monomial(rational.ONE, least)) ?? part);
}

/** The variables that occur, by index. */
export function variablesOf(a: Polynomial): readonly number[] {
  return poly.degrees(a).flatMap((degree, k) => (degree > 0 ? [k] : []));
}

/** For primitive polynomials without monomial factors. */
function gcdApart(f: Polynomial, g: Polynomial): Polynomial {
  const own = variablesOf(f);
  const shared = own.filter((k) => poly.degreeIn(g, k) > 0);
  const [only] = shared;
  if (only === undefined) return poly.ONE;
  const [small, large] = f.length <= g.length ? [f, g] : [g, f];
  if (poly.divideExact(large, small)) return small;
  // A common divisor is free of the variables that only one of them has: it divides every coefficient there.
  const apart = [...own, ...variablesOf(g)].find((k) => !shared.includes(k));
  if (apart !== undefined) {
    const [with_, without] = poly.degreeIn(f, apart) > 0 ? [f, g] : [g, f];
    return poly.coefficientsIn(with_, apart).reduce((common, coefficient) => (poly.constantValue(common) ? common : gcd(common, coefficient)), without);
  }
  if (shared.length === 1) {
    const dense = [f, g].map((p) => toDense(p, only));
    return fromDense(univariateGcd(dense[0] ?? [], dense[1] ?? []), only);
  }
  return modularGcd(f, g, shared);
}

/** Longer lists of coefficients are not worked with. */
const MOST_DEGREE = 20_000;

/**
 * Whole coefficients by rising powers of a polynomial in one variable.
 * @throws BudgetExhausted where the degree is vast, as that of e^x − 1 in e^(x/2^40).
 */
export function toDense(a: Polynomial, index: number): readonly bigint[] {
  const degree = poly.degreeIn(a, index);
  if (degree > MOST_DEGREE) throw new BudgetExhausted(`a polynomial of degree ${degree} is too long`);
  const result = new Array<bigint>(degree + 1).fill(0n);
  for (const { exponents, coefficient } of a) result[exponents[index] ?? 0] = integer.toBigInt(coefficient.num);
  return result;
}

export function fromDense(a: readonly bigint[], index: number): Polynomial {
  const terms = a.map(
    (coefficient, k): Term => ({
      exponents: k === 0 ? [] : [...Array<number>(index).fill(0), k],
      coefficient: { num: integer.fromBigInt(coefficient), den: 1 },
    }),
  );
  return terms.filter(({ coefficient }) => coefficient.num !== 0).reverse();
}

/** A polynomial over Z/p: terms by falling monomials in the variables that are left. */
interface ModularTerm {
  readonly exponents: readonly number[];
  readonly value: number;
}
type Image = readonly ModularTerm[];

function modularGcd(f: Polynomial, g: Polynomial, variables: readonly number[]): Polynomial {
  const lead = integer.gcd(f[0]?.coefficient.num ?? 1, g[0]?.coefficient.num ?? 1);
  let joined: { modulus: bigint; terms: readonly { exponents: readonly number[]; value: bigint }[] } | undefined;
  for (let k = 0; ; k += 1) {
    const p = field.largePrime(k);
    const [a, b] = [f, g].map((q) => imageOf(q, variables, p));
    const scale = field.residue(integer.toBigInt(lead), p);
    if (!a || !b || scale === 0 || a.length !== f.length || b.length !== g.length) continue;
    const found = gcdModulo(a, b, variables.length, p).map((term) => ({ ...term, value: field.multiply(term.value, scale, p) }));
    if (found.length === 1 && found[0]?.exponents.every((exponent) => exponent === 0)) return poly.ONE;
    const order = joined ? compareLeading(found, joined.terms) : -1;
    if (order > 0) continue;
    const next = joinImages(order < 0 ? undefined : joined, found, p);
    joined = next;
    if (next.changed) continue;
    const candidate = poly.primitivePart(
      poly.fromTerms(
        next.terms.map(({ exponents, value }) => ({
          exponents: placed(exponents, variables),
          coefficient: { num: integer.fromBigInt(value), den: 1 },
        })),
      ),
    );
    if (poly.divideExact(f, candidate) && poly.divideExact(g, candidate)) return candidate;
  }
}

function placed(exponents: readonly number[], variables: readonly number[]): readonly number[] {
  const result = new Array<number>((variables[variables.length - 1] ?? 0) + 1).fill(0);
  variables.forEach((index, k) => {
    result[index] = exponents[k] ?? 0;
  });
  return result;
}

function imageOf(a: Polynomial, variables: readonly number[], p: number): Image {
  return a.flatMap(({ exponents, coefficient }) => {
    const value = field.residue(integer.toBigInt(coefficient.num), p);
    return value === 0 ? [] : [{ exponents: variables.map((index) => exponents[index] ?? 0), value }];
  });
}

function compareLeading(a: readonly { exponents: readonly number[] }[], b: readonly { exponents: readonly number[] }[]): number {
  return poly.lexicographic(a[0]?.exponents ?? [], b[0]?.exponents ?? []);
}

function joinImages(
  known: { modulus: bigint; terms: readonly { exponents: readonly number[]; value: bigint }[] } | undefined,
  next: Image,
  p: number,
): { modulus: bigint; terms: readonly { exponents: readonly number[]; value: bigint }[]; changed: boolean } {
  const prime = BigInt(p);
  if (!known) return { modulus: prime, terms: next.map((term) => ({ ...term, value: balanced(BigInt(term.value), prime) })), changed: true };
  const modulus = known.modulus * prime;
  const inverse = BigInt(field.invert(field.residue(known.modulus, p), p));
  let changed = false;
  const join = (value: bigint, image: number): bigint => {
    const gap = (((BigInt(image) - value) % prime) + prime) % prime;
    if (gap === 0n) return value;
    changed = true;
    const total = value + known.modulus * ((gap * inverse) % prime);
    return balanced(total, modulus);
  };
  const terms: { exponents: readonly number[]; value: bigint }[] = [];
  let [i, j] = [0, 0];
  while (i < known.terms.length || j < next.length) {
    const [own, other] = [known.terms[i], next[j]];
    const order = !own ? -1 : !other ? 1 : poly.lexicographic(own.exponents, other.exponents);
    if (order >= 0) i += 1;
    if (order <= 0) j += 1;
    const exponents = (order >= 0 ? own : other)?.exponents ?? [];
    terms.push({ exponents, value: join(order >= 0 ? (own?.value ?? 0n) : 0n, order <= 0 ? (other?.value ?? 0) : 0) });
  }
  return { modulus, terms, changed };
}

/** A polynomial in the first variables with coefficients that are polynomials in the last. */
type Grouped = readonly { readonly exponents: readonly number[]; readonly value: modular.ModularPolynomial }[];

function grouped(a: Image, count: number): Grouped {
  const result: { exponents: readonly number[]; value: number[] }[] = [];
  for (const { exponents, value } of a) {
    const [rest, at] = [exponents.slice(0, count - 1), exponents[count - 1] ?? 0];
    let last = result[result.length - 1];
    if (!last || poly.lexicographic(last.exponents, rest) !== 0) {
      last = { exponents: rest, value: [] };
      result.push(last);
    }
    while (last.value.length <= at) last.value.push(0);
    last.value[at] = value;
  }
  return result;
}

function contentOf(a: Grouped, p: number): modular.ModularPolynomial {
  let common: modular.ModularPolynomial = [];
  for (const { value } of a) {
    common = modular.gcd(common, value, p);
    if (common.length === 1) break;
  }
  return common;
}

function dividedBy(a: Grouped, divisor: modular.ModularPolynomial, p: number): Grouped {
  return divisor.length === 1 ? a : a.map(({ exponents, value }) => ({ exponents, value: modular.divide(value, divisor, p).quotient }));
}

function evaluated(a: Grouped, at: number, p: number): Image {
  return a.flatMap(({ exponents, value }) => {
    const image = modular.evaluate(value, at, p);
    return image === 0 ? [] : [{ exponents, value: image }];
  });
}

function flattened(a: Grouped): Image {
  return a.flatMap(({ exponents, value }) =>
    value.flatMap((coefficient, k) => (coefficient === 0 ? [] : [{ exponents: [...exponents, k], value: coefficient }])).reverse(),
  );
}

const SPREAD = 65_521;

/** The gcd over Z/p in `count` variables, its leading coefficient 1 (algorithm PGCD of Geddes, Czapor, Labahn, 7.2). */
function gcdModulo(a: Image, b: Image, count: number, p: number): Image {
  if (count === 1) {
    const [f, g] = [a, b].map((image) => {
      const dense = new Array<number>((image[0]?.exponents[0] ?? 0) + 1).fill(0);
      for (const { exponents, value } of image) dense[exponents[0] ?? 0] = value;
      return dense;
    });
    return modular
      .gcd(f ?? [], g ?? [], p)
      .flatMap((value, k) => (value === 0 ? [] : [{ exponents: [k], value }]))
      .reverse();
  }
  const [f, g] = [grouped(a, count), grouped(b, count)];
  const [contentF, contentG] = [contentOf(f, p), contentOf(g, p)];
  const common = modular.gcd(contentF, contentG, p);
  const [primitiveF, primitiveG] = [dividedBy(f, contentF, p), dividedBy(g, contentG, p)];
  const lead = modular.gcd(primitiveF[0]?.value ?? [], primitiveG[0]?.value ?? [], p);
  const bound = Math.min(degreeOf(primitiveF), degreeOf(primitiveG)) + modular.degree(lead);
  let result: Grouped | undefined;
  let product: modular.ModularPolynomial = [1];
  // Another prime looks at other points: small ones are often common zeros by accident, and one point alone may be all that is looked at.
  const start = 1 + (p % SPREAD);
  for (let at = start; at < p; at += 1) {
    const scale = modular.evaluate(lead, at, p);
    if (scale === 0) continue;
    const [x, y] = [evaluated(primitiveF, at, p), evaluated(primitiveG, at, p)];
    const image = gcdModulo(x, y, count - 1, p).map((term) => ({ ...term, value: field.multiply(term.value, scale, p) }));
    if (image.length === 1 && image[0]?.exponents.every((exponent) => exponent === 0)) {
      return flattened([{ exponents: image[0].exponents, value: common }]);
    }
    const order = result ? compareLeading(image, result) : -1;
    if (order > 0) continue;
    if (order < 0) [result, product] = [undefined, [1]];
    const next = interpolated(result ?? [], image, product, at, p);
    const settled = result !== undefined && !next.changed && product.length > 2;
    result = next.result;
    product = modular.multiply(product, [p - at, 1], p);
    if (settled || modular.degree(product) > bound) break;
  }
  const primitive = dividedBy(result ?? [], contentOf(result ?? [], p), p);
  const whole = primitive.map(({ exponents, value }) => ({ exponents, value: modular.multiply(value, common, p) }));
  const unit = field.invert(whole[0]?.value[(whole[0]?.value.length ?? 1) - 1] ?? 1, p);
  return flattened(whole).map((term) => ({ ...term, value: field.multiply(term.value, unit, p) }));
}

function degreeOf(a: Grouped): number {
  return a.reduce((most, { value }) => Math.max(most, modular.degree(value)), 0);
}

/** Newton interpolation: what agrees with `known` at the roots of `product` and with `image` at the new point. */
function interpolated(known: Grouped, image: Image, product: modular.ModularPolynomial, at: number, p: number): { result: Grouped; changed: boolean } {
  const inverse = field.invert(modular.evaluate(product, at, p), p);
  const result: { exponents: readonly number[]; value: modular.ModularPolynomial }[] = [];
  let changed = false;
  let [i, j] = [0, 0];
  while (i < known.length || j < image.length) {
    const [own, other] = [known[i], image[j]];
    const order = !own ? -1 : !other ? 1 : poly.lexicographic(own.exponents, other.exponents);
    if (order >= 0) i += 1;
    if (order <= 0) j += 1;
    const before = order >= 0 ? (own?.value ?? []) : [];
    const gap = ((order <= 0 ? (other?.value ?? 0) : 0) - modular.evaluate(before, at, p) + p) % p;
    if (gap !== 0) changed = true;
    const value = gap === 0 ? before : modular.add(before, modular.scale(product, field.multiply(gap, inverse, p), p), p);
    result.push({ exponents: (order >= 0 ? own : other)?.exponents ?? [], value });
  }
  return { result, changed };
}
