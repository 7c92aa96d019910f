import { arctan, exp, ln, sinCos } from "../src/number/elementary.ts";
import * as integer from "../src/number/integer.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";
import { gcd } from "../src/polynomial/gcd.ts";
import { groebnerBasis } from "../src/polynomial/groebner/basis.ts";
import { GRADED_REVERSE } from "../src/polynomial/groebner/order.ts";
import * as poly from "../src/polynomial/multivariate.ts";
import { isolateComplexRoots } from "../src/polynomial/univariate/complex-roots.ts";
import * as dense from "../src/polynomial/univariate/dense.ts";
import { factor } from "../src/polynomial/univariate/factor-over-integers.ts";
import { gcd as univariateGcd } from "../src/polynomial/univariate/gcd.ts";
import { isolateRealRoots } from "../src/polynomial/univariate/real-roots.ts";
import type { Entry, Growth } from "./measure.ts";

/** Numbers that look random and are the same every time. */
function residues(count: number, seed: number, size = 2001): readonly bigint[] {
  let state = seed;
  return Array.from({ length: count }, () => {
    state = (Math.imul(state, 1103515245) + 12345) >>> 0;
    return BigInt(((state >>> 8) % size) - (size >> 1)) || 1n;
  });
}

const integers = Array.from({ length: 1000 }, (_, k) => (k * 7919) % 10007);
const bigs = integers.map((value) => BigInt(value));
const rationals = integers.map((value) => rational.rational(value + 1, (value % 97) + 1));

const degree = (n: number, seed: number): dense.IntegerPolynomial => residues(n + 1, seed);
const binomial = (n: number): dense.IntegerPolynomial => [-1n, ...new Array<bigint>(n - 1).fill(0n), 1n];

/** x^n − 2 (a x − 1)²: two roots closer than a^(−n/2−1) (M. Mignotte 1974). */
function mignotte(n: number, a: bigint): dense.IntegerPolynomial {
  const f = new Array<bigint>(n + 1).fill(0n);
  f[n] = 1n;
  f[0] = -2n;
  f[1] = 4n * a;
  f[2] = -2n * a * a;
  return f;
}

/** The polynomial with the roots ±√p ± … for the given primes. */
function swinnertonDyer(primes: readonly bigint[]): dense.IntegerPolynomial {
  return primes.reduce<dense.IntegerPolynomial>((f, p) => {
    let [even, odd]: [dense.IntegerPolynomial, dense.IntegerPolynomial] = [[], []];
    for (let k = f.length - 1; k >= 0; k -= 1) {
      const constant = dense.trimmed([f[k] ?? 0n]);
      [even, odd] = [dense.add(dense.add(dense.multiply(even, dense.X), dense.scale(odd, p)), constant), dense.add(dense.multiply(odd, dense.X), even)];
    }
    return dense.subtract(dense.multiply(even, even), dense.scale(dense.multiply(odd, odd), p));
  }, dense.X);
}

const [a, b, c, d, e, f] = Array.from({ length: 6 }, (_, k) => poly.variable(k));
const sum = (...parts: readonly (poly.Polynomial | undefined)[]): poly.Polynomial =>
  parts.reduce<poly.Polynomial>((total, p) => poly.add(total, p ?? poly.ZERO), poly.ZERO);
const times = (...parts: readonly (poly.Polynomial | undefined)[]): poly.Polynomial =>
  parts.reduce<poly.Polynomial>((total, p) => poly.multiply(total, p ?? poly.ZERO), poly.ONE);
const twice = (p: poly.Polynomial): poly.Polynomial => poly.scale(p, rational.rational(2));
const minus = (p: poly.Polynomial, q: poly.Polynomial | undefined): poly.Polynomial => poly.subtract(p, q ?? poly.ZERO);

const cyclic4 = [
  sum(a, b, c, d),
  sum(times(a, b), times(b, c), times(c, d), times(d, a)),
  sum(times(a, b, c), times(b, c, d), times(c, d, a), times(d, a, b)),
  minus(times(a, b, c, d), poly.ONE),
];
const katsura5 = [
  minus(sum(a, twice(sum(b, c, d, e, f))), poly.ONE),
  minus(sum(times(a, a), twice(sum(times(b, b), times(c, c), times(d, d), times(e, e), times(f, f)))), a),
  minus(twice(sum(times(a, b), times(b, c), times(c, d), times(d, e), times(e, f))), b),
  minus(sum(times(b, b), twice(sum(times(a, c), times(b, d), times(c, e), times(d, f)))), c),
  minus(twice(sum(times(b, c), times(a, d), times(b, e), times(c, f))), d),
  minus(sum(times(c, c), twice(sum(times(b, d), times(a, e), times(b, f)))), e),
];

const linear = sum(a, b, c, d, poly.ONE);
const tenth = poly.power(linear, 10);
const sparse = (seed: number): poly.Polynomial => {
  const numbers = residues(50, seed, 21);
  const terms = Array.from({ length: 10 }, (_, k) => ({
    exponents: [0, 1, 2, 3].map((j) => Number((numbers[5 * k + j] ?? 0n) + 10n) % 11),
    coefficient: rational.rational(Number(numbers[5 * k + 4] ?? 1n)),
  }));
  return sum(poly.fromTerms(terms), poly.monomial(rational.ONE, [10, 10, 10, 10]));
};
const [u, v, w] = [sparse(1), sparse(2), sparse(3)];
const [uw, vw] = [poly.multiply(u, w), poly.multiply(v, w)];

const [first, second, shared] = [degree(1000, 1), degree(1000, 2), degree(500, 3)];
const [left, right] = [dense.multiply(degree(500, 4), shared), dense.multiply(degree(500, 5), shared)];
/** Two integers with as many digits as the packed polynomials: one product of them is the floor for a product. */
const packed = [first, second].map((p) =>
  BigInt(`0x${p.map((coefficient) => (coefficient < 0n ? -coefficient : coefficient).toString(16).padStart(8, "0")).join("")}`),
);

const bits = (digits: number): number => Math.ceil(digits * Math.log2(10));
const pointTo = (digits: number): real.RealBall => real.fromRational(rational.rational(10, 7), bits(digits) + 64);

export const KERNEL: readonly Entry[] = [
  {
    name: "1,000 small integer products",
    work: () => integers.map((n) => integer.multiply(n, 31)),
    reference: () => bigs.map((n) => n * 31n),
    against: "raw BigInt",
  },
  {
    name: "sum of 1,000 rationals",
    work: () => rationals.reduce(rational.add, rational.ZERO),
    reference: () => rationals.reduce<readonly [bigint, bigint]>(([n, m], r) => [n * BigInt(r.den) + BigInt(r.num) * m, m * BigInt(r.den)] as const, [0n, 1n]),
    against: "BigInt fractions never reduced",
  },
  {
    name: "product of dense polynomials of degree 1,000",
    work: () => dense.multiply(first, second),
    reference: () => (packed[0] ?? 1n) * (packed[1] ?? 1n),
    against: "one BigInt product of that size",
  },
  {
    name: "gcd of dense polynomials of degree 1,000",
    work: () => univariateGcd(left, right),
    reference: () => dense.multiply(left, right),
    against: "their product",
  },
  {
    name: "product in 4 variables to power 20 (10,626 terms)",
    work: () => poly.multiply(tenth, tenth),
    reference: () => productsOfTerms(tenth),
    against: "the million products of numbers alone",
  },
  { name: "gcd in 4 variables to power 20, sparse", work: () => gcd(uw, vw), reference: () => poly.multiply(uw, vw), against: "their product" },
  {
    name: "factors of (x^60 − 1)(x + 3)",
    work: () => factor(dense.multiply(binomial(60), [3n, 1n])),
    reference: () => factor(binomial(60)),
    against: "x^60 − 1, recognised",
  },
  { name: "factors of x^210 − 1", work: () => factor(binomial(210)), reference: () => dense.multiply(binomial(210), binomial(210)), against: "its square" },
  { name: "Swinnerton-Dyer of degree 32, moved", work: () => factor(moved), reference: () => dense.multiply(moved, moved), against: "its square" },
  {
    name: "real roots of a random polynomial of degree 200",
    work: () => isolateRealRoots(degree(200, 1)),
    reference: () => dense.multiply(degree(200, 1), degree(200, 2)),
    against: "a product of that degree",
  },
  {
    name: "real roots of Mignotte's polynomial of degree 50",
    work: () => isolateRealRoots(mignotte(50, 1000n)),
    reference: () => isolateRealRoots(degree(50, 1)),
    against: "a random one",
  },
  {
    name: "certified complex roots, degree 60",
    work: () => isolateComplexRoots(degree(60, 1), 53),
    reference: () => isolateRealRoots(degree(60, 1)),
    against: "the real ones",
  },
  {
    name: "Gröbner basis of cyclic-4",
    work: () => groebnerBasis(cyclic4, 4, GRADED_REVERSE),
    reference: () => times(...cyclic4),
    against: "the product of the generators",
  },
  {
    name: "Gröbner basis of katsura-5",
    work: () => groebnerBasis(katsura5, 6, GRADED_REVERSE),
    reference: () => times(...katsura5.slice(0, 4)),
    against: "the product of four generators",
  },
  ...[15, 100, 1000, 10_000].flatMap((digits): readonly Entry[] => {
    const point = pointTo(digits);
    const [x, y] = [point.mid, point.mid + 7n];
    const against = "a BigInt product of so many digits";
    const reference = (): unknown => x * y;
    const precision = bits(digits);
    return [
      { name: `exp to ${digits} digits`, work: () => exp(point, precision), reference, against },
      { name: `ln to ${digits} digits`, work: () => ln(point, precision), reference, against },
      { name: `sin and cos to ${digits} digits`, work: () => sinCos(point, precision), reference, against },
      { name: `arctan to ${digits} digits`, work: () => arctan(point, precision), reference, against },
    ];
  }),
];

const moved = dense.compose(swinnertonDyer([2n, 3n, 5n, 7n, 11n]), [1n, 1n]);

function productsOfTerms(p: poly.Polynomial): number {
  let total = 0;
  for (const { coefficient: x } of p) for (const { coefficient: y } of p) total += Number(x.num) * Number(y.num);
  return total;
}

export const KERNEL_GROWTH: readonly Growth[] = [
  { name: "dense product, by degree", sizes: [250, 500, 1000, 2000], work: (n) => () => dense.multiply(degree(n, 1), degree(n, 2)) },
  {
    name: "dense gcd, by degree",
    sizes: [125, 250, 500],
    work: (n) => () => univariateGcd(dense.multiply(degree(n, 4), degree(n, 3)), dense.multiply(degree(n, 5), degree(n, 3))),
  },
  { name: "exp, by digits", sizes: [1000, 3000, 10_000], work: (n) => () => exp(pointTo(n), bits(n)) },
  { name: "real roots, by degree", sizes: [50, 100, 200], work: (n) => () => isolateRealRoots(degree(n, 1)) },
  { name: "factors of (x^n − 1)(x + 3), by n", sizes: [15, 30, 60], work: (n) => () => factor(dense.multiply(binomial(n), [3n, 1n])) },
];
