import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Kernels, normalForm } from "../src/canonical/normal-form.ts";
import * as complex from "../src/number/complex-ball.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";
import * as field from "../src/polynomial/extension/number-field.ts";
import { factorOverField } from "../src/polynomial/extension/trager.ts";
import { factor } from "../src/polynomial/factor-over-rationals.ts";
import { fromDense, gcd } from "../src/polynomial/gcd.ts";
import { groebnerBasis, remainderBy } from "../src/polynomial/groebner/basis.ts";
import { changeOrder } from "../src/polynomial/groebner/change-order.ts";
import { elimination, GRADED_REVERSE, LEXICOGRAPHIC } from "../src/polynomial/groebner/order.ts";
import { reduceBasis } from "../src/polynomial/lattice/lll.ts";
import * as poly from "../src/polynomial/multivariate.ts";
import { discriminant, resultant } from "../src/polynomial/resultant.ts";
import { isolateComplexRoots } from "../src/polynomial/univariate/complex-roots.ts";
import { cyclotomicIndex, cyclotomicPolynomial } from "../src/polynomial/univariate/cyclotomic.ts";
import * as dense from "../src/polynomial/univariate/dense.ts";
import { factor as factorUnivariate } from "../src/polynomial/univariate/factor-over-integers.ts";
import { isolateRealRoots, refine, signAt } from "../src/polynomial/univariate/real-roots.ts";
import * as univariate from "../src/polynomial/univariate/resultant.ts";
import { read } from "./read.ts";

const coefficient = fc.integer({ min: -20, max: 20 });
const polynomial = (variables: number, terms: number, degree: number): fc.Arbitrary<poly.Polynomial> =>
  fc
    .array(fc.tuple(fc.array(fc.integer({ min: 0, max: degree }), { minLength: variables, maxLength: variables }), coefficient), {
      minLength: 1,
      maxLength: terms,
    })
    .map((list) => poly.fromTerms(list.map(([exponents, value]) => ({ exponents, coefficient: rational.rational(value) }))))
    .filter((p) => !poly.isZero(p));
const univariateOf = (degree: number): fc.Arbitrary<dense.IntegerPolynomial> =>
  fc
    .array(fc.bigInt({ min: -1000n, max: 1000n }), { minLength: 2, maxLength: degree + 1 })
    .map(dense.trimmed)
    .filter((p) => p.length > 1);

const product = (f: { content: rational.Rational; factors: readonly { factor: poly.Polynomial; multiplicity: number }[] }): poly.Polynomial =>
  f.factors.reduce((total, { factor: part, multiplicity }) => poly.multiply(total, poly.power(part, multiplicity)), poly.monomial(f.content));

describe("polynomials in several variables", () => {
  it("form a commutative ring", () => {
    const p = polynomial(3, 9, 3);
    fc.assert(
      fc.property(p, p, p, (a, b, c) => {
        expect(poly.equal(poly.multiply(a, b), poly.multiply(b, a))).toBe(true);
        expect(poly.equal(poly.multiply(poly.multiply(a, b), c), poly.multiply(a, poly.multiply(b, c)))).toBe(true);
        expect(poly.equal(poly.multiply(a, poly.add(b, c)), poly.add(poly.multiply(a, b), poly.multiply(a, c)))).toBe(true);
        expect(poly.divideExact(poly.multiply(a, b), b)).toEqual(a);
      }),
      { numRuns: 300 },
    );
  });

  it("have a greatest common divisor that holds every common factor and leaves coprime cofactors", () => {
    fc.assert(
      fc.property(polynomial(3, 5, 2), polynomial(3, 5, 2), polynomial(3, 4, 2), (a, b, c) => {
        const [left, right] = [poly.multiply(a, c), poly.multiply(b, c)];
        const common = gcd(left, right);
        expect(poly.divideExact(common, poly.primitivePart(c))).toBeDefined();
        const cofactors = [left, right].map((p) => poly.divideExact(p, common) ?? poly.ZERO);
        expect(gcd(cofactors[0] ?? poly.ZERO, cofactors[1] ?? poly.ZERO)).toEqual(poly.ONE);
      }),
      { numRuns: 300 },
    );
  });

  it("multiply out to themselves after factoring, with at least the factors they were made of", () => {
    const count = (p: poly.Polynomial): number => factor(p).factors.reduce((total, { multiplicity }) => total + multiplicity, 0);
    fc.assert(
      fc.property(polynomial(2, 4, 2), polynomial(3, 4, 2), (a, b) => {
        const whole = poly.multiply(a, b);
        expect(poly.equal(product(factor(whole)), whole)).toBe(true);
        expect(count(whole)).toBe(count(a) + count(b));
      }),
      { numRuns: 200 },
    );
  });

  it("have a resultant that is 0 exactly for a common factor, and is multiplicative", () => {
    const p = polynomial(2, 4, 2).filter((a) => poly.degreeIn(a, 0) > 0);
    fc.assert(
      fc.property(p, p, p, (a, b, c) => {
        expect(poly.isZero(resultant(poly.multiply(a, c), poly.multiply(b, c), 0))).toBe(true);
        expect(resultant(a, poly.multiply(b, c), 0)).toEqual(poly.multiply(resultant(a, b, 0), resultant(a, c, 0)));
      }),
      { numRuns: 100 },
    );
  });
});

describe("integer polynomials in one variable", () => {
  it("factor into what they were multiplied from: products of powers come back whole", () => {
    fc.assert(
      fc.property(univariateOf(6), univariateOf(5), univariateOf(3), (a, b, c) => {
        const whole = dense.multiply(dense.multiply(a, b), dense.power(c, 2));
        const { content, factors } = factorUnivariate(whole);
        const back = factors.reduce((total, { factor: part, multiplicity }) => dense.multiply(total, dense.power(part, multiplicity)), [
          content,
        ] as dense.IntegerPolynomial);
        expect(back).toEqual(whole);
        for (const { factor: part } of factors) expect(factorUnivariate(part).factors).toHaveLength(1);
      }),
      { numRuns: 150 },
    );
  });

  it.each([
    ["x^210 − 1", [-1n, ...new Array<bigint>(209).fill(0n), 1n], 16],
    ["(x^60 − 1)(x + 3)", dense.multiply([-1n, ...new Array<bigint>(59).fill(0n), 1n], [3n, 1n]), 13],
    ["Swinnerton-Dyer of degree 32, moved", dense.compose(swinnertonDyer([2n, 3n, 5n, 7n, 11n]), [1n, 1n]), 1],
    ["x^4 + 1", [1n, 0n, 0n, 0n, 1n], 1],
    ["x^4 + 4", [4n, 0n, 0n, 0n, 1n], 2],
  ])("%s has the right number of factors", (_, f, count) => {
    expect(factorUnivariate(f).factors).toHaveLength(count);
  });

  it("isolate each real root of a product of linear factors once, however close", () => {
    const root = fc.tuple(fc.bigInt({ min: -50n, max: 50n }), fc.constantFrom(1n, 2n, 3n, 1000n, 1001n));
    fc.assert(
      fc.property(fc.array(root, { minLength: 1, maxLength: 7 }), univariateOf(2), (roots, extra) => {
        const f = roots.reduce((total, [num, den]) => dense.multiply(total, [-num, den]), extra);
        const intervals = isolateRealRoots(f);
        const free = factorUnivariate(f).factors.reduce((total, { factor: part }) => dense.multiply(total, part), dense.ONE);
        for (const interval of intervals) {
          const narrow = refine(free, interval, -80);
          const signs = [signAt(free, narrow.low, narrow.exp), signAt(free, narrow.high, narrow.exp)];
          expect((signs[0] ?? 1) * (signs[1] ?? 1)).toBeLessThanOrEqual(0);
        }
        for (const [num, den] of roots) {
          const holding = intervals.filter(({ low, high, exp }) => {
            const at = (end: bigint): bigint => (exp >= 0 ? end * den * (1n << BigInt(exp)) - num : end * den - num * (1n << BigInt(-exp)));
            return low === high ? at(low) === 0n : at(low) < 0n && at(high) > 0n;
          });
          expect(holding).toHaveLength(1);
        }
      }),
      { numRuns: 200 },
    );
  });

  it("have as many certified complex roots as their degree, whose sum is −a_(n−1)/a_n", () => {
    const squarefree = univariateOf(9).filter((f) => factorUnivariate(f).factors.every(({ multiplicity }) => multiplicity === 1));
    fc.assert(
      fc.property(squarefree, (f) => {
        const roots = isolateComplexRoots(f, 80);
        const n = dense.degree(f);
        expect(roots).toHaveLength(n);
        expect(roots.filter(complex.isReal)).toHaveLength(isolateRealRoots(f).length);
        const sum = roots.reduce((total, z) => complex.add(total, z, 200), complex.ZERO);
        const exact = real.fromRational(rational.rational(Number(-(f[n - 1] ?? 0n)), Number(dense.leading(f))), 200);
        expect(complex.containsZero(complex.subtract(sum, complex.fromReal(exact), 200))).toBe(true);
      }),
      { numRuns: 120 },
    );
  });

  it("have the discriminant that the general formula gives, and resultants that agree with the general ones", () => {
    fc.assert(
      fc.property(univariateOf(5), univariateOf(4), (f, g) => {
        const general = resultant(fromDense(f, 0), fromDense(g, 0), 0);
        expect(poly.constantValue(general)).toEqual(rationalOf(univariate.resultant(f, g)));
        if (f.length > 2) expect(poly.constantValue(discriminant(fromDense(f, 0), 0))).toEqual(rationalOf(univariate.discriminant(f)));
      }),
      { numRuns: 100 },
    );
  });

  it("are recognised where they are cyclotomic", () => {
    for (const n of [1, 2, 12, 30, 105, 210]) expect(cyclotomicIndex(cyclotomicPolynomial(n))).toBe(n);
    expect(cyclotomicIndex([1n, 1n, 2n])).toBeUndefined();
  });

  const overField = (f: readonly bigint[], over: field.NumberField): field.FieldPolynomial =>
    field.monic(field.fromRationals(f.map((coefficient) => rational.rational(Number(coefficient)))), over);

  it("factor over a number field: the factors multiply out, and split where the field holds a root", () => {
    const root2 = field.numberField([-2n, 0n, 1n]);
    expect(factorOverField(overField([1n, 0n, 0n, 0n, 1n], root2), root2)).toHaveLength(2);
    const both = field.numberField([1n, 0n, -10n, 0n, 1n]);
    const split = factorOverField(overField([-6n, 0n, 11n, 0n, -6n, 0n, 1n], both), both);
    expect(split).toHaveLength(6);
    const whole = split.reduce<field.FieldPolynomial>((total, part) => field.multiplyPolynomials(total, part, both), [[rational.ONE]]);
    expect(whole).toEqual(overField([-6n, 0n, 11n, 0n, -6n, 0n, 1n], both));
  });
});

describe("Gröbner bases and lattices", () => {
  it("hold their generators, in either order, for ideals of random points", () => {
    const point = fc.tuple(fc.integer({ min: -5, max: 5 }), fc.integer({ min: -5, max: 5 }));
    fc.assert(
      fc.property(point, point, polynomial(2, 3, 1), ([a, b], [c, d], extra) => {
        const x = poly.variable(0);
        const y = poly.variable(1);
        const at = (v: poly.Polynomial, value: number): poly.Polynomial => poly.subtract(v, poly.monomial(rational.rational(value)));
        const generators = [
          poly.multiply(at(x, a), at(x, c)),
          poly.multiply(at(y, b), at(y, d)),
          poly.multiply(extra, poly.multiply(at(x, a), at(y, d))),
        ].filter((p) => !poly.isZero(p));
        const basis = groebnerBasis(generators, 2, GRADED_REVERSE);
        const other = changeOrder(basis, 2, GRADED_REVERSE, LEXICOGRAPHIC);
        for (const p of generators) {
          expect(remainderBy(p, basis, 2, GRADED_REVERSE)).toEqual([]);
          expect(remainderBy(p, other, 2, LEXICOGRAPHIC)).toEqual([]);
        }
        expect(other.map(poly.primitivePart)).toEqual(groebnerBasis(generators, 2, LEXICOGRAPHIC).map(poly.primitivePart));
      }),
      { numRuns: 100 },
    );
  });

  it("eliminate the parameter of a curve", () => {
    const [t, x, y] = [0, 1, 2].map(poly.variable);
    if (!t || !x || !y) throw new Error("no variables");
    // x = t², y = t³ is the cuspidal cubic y² = x³.
    const basis = groebnerBasis([poly.subtract(x, poly.power(t, 2)), poly.subtract(y, poly.power(t, 3))], 3, elimination(1));
    const free = basis.filter((p) => poly.degreeIn(p, 0) === 0);
    expect(free).toEqual([poly.primitivePart(poly.subtract(poly.power(x, 3), poly.power(y, 2)))]);
  });

  it("solve cyclic-4 by the known number of basis elements", () => {
    const [a, b, c, d] = [0, 1, 2, 3].map(poly.variable);
    const sum = (...parts: (poly.Polynomial | undefined)[]): poly.Polynomial =>
      parts.reduce<poly.Polynomial>((total, p) => poly.add(total, p ?? poly.ZERO), poly.ZERO);
    const times = (...parts: (poly.Polynomial | undefined)[]): poly.Polynomial =>
      parts.reduce<poly.Polynomial>((total, p) => poly.multiply(total, p ?? poly.ZERO), poly.ONE);
    const system = [
      sum(a, b, c, d),
      sum(times(a, b), times(b, c), times(c, d), times(d, a)),
      sum(times(a, b, c), times(b, c, d), times(c, d, a), times(d, a, b)),
      poly.subtract(times(a, b, c, d), poly.ONE),
    ];
    expect(groebnerBasis(system, 4, GRADED_REVERSE)).toHaveLength(7);
  });

  it("find the short vector of a lattice that hides one", () => {
    const { rows } = reduceBasis([
      [1n, 0n, 0n, 1345n],
      [0n, 1n, 0n, 35n],
      [0n, 0n, 1n, 154n],
    ]);
    expect(rows[0]?.reduce((total, entry) => total + entry * entry, 0n)).toBeLessThan(200n);
  });
});

function rationalOf(value: bigint): rational.Rational {
  return poly.constantValue(fromDense([value], 0)) ?? rational.ZERO;
}

/** The polynomial whose roots are all sums of ±√p. */
function swinnertonDyer(primes: readonly bigint[]): dense.IntegerPolynomial {
  return primes.reduce<dense.IntegerPolynomial>((f, p) => {
    // f(x + s) = even + odd · s with s² = p.
    let even: dense.IntegerPolynomial = [];
    let odd: dense.IntegerPolynomial = [];
    for (let k = f.length - 1; k >= 0; k -= 1) {
      [even, odd] = [
        dense.add(dense.add(dense.multiply(even, dense.X), dense.scale(odd, p)), dense.trimmed([f[k] ?? 0n])),
        dense.add(dense.multiply(odd, dense.X), even),
      ];
    }
    return dense.subtract(dense.multiply(even, even), dense.scale(dense.multiply(odd, odd), p));
  }, dense.X);
}

describe("common divisors", () => {
  const kernels = new Kernels();
  for (const letter of ["s", "c", "t"]) kernels.index(read(letter));
  const polynomial = (source: string) => normalForm(read(source), kernels).numerator;

  it("are found although small numbers are common zeros by accident", () => {
    // At t = 1 both are multiples of c² − s², and one point is all that the degrees ask for.
    expect(gcd(polynomial("2 t (c^2 - s^2) - 2 s c (1 - t^2)"), polynomial("(1 - t^2)*(c^2 - s^2)"))).toEqual(poly.ONE);
  });

  it("of products in three variables hold the common factor, and nothing that is none", () => {
    const term = fc.tuple(fc.integer({ min: -2, max: 2 }), fc.constantFrom("1", "s", "c", "t", "s c", "t^2", "c^2", "s t"));
    const sum = fc.array(term, { minLength: 1, maxLength: 4 }).map((terms) => terms.map(([k, m]) => `(${k}) ${m}`).join(" + "));
    fc.assert(
      fc.property(sum, sum, sum, (f, g, h) => {
        const [a, b, common] = [polynomial(`(${f})*(${h})`), polynomial(`(${g})*(${h})`), polynomial(h)];
        fc.pre(![a, b, common].some(poly.isZero));
        const found = gcd(a, b);
        expect(poly.divideExact(found, poly.primitivePart(common))).toBeDefined();
        for (const one of [a, b]) expect(poly.divideExact(one, found)).toBeDefined();
      }),
      { numRuns: 200 },
    );
  });
});
