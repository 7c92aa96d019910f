import { divide, I, isNumber, negate, number, power, product, splitCoefficient, sqrt, subtract, sum } from "../../expression/construct.ts";
import { type Expression, equal, freeNames, termsOf } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { factor } from "../../polynomial/univariate/factor-over-integers.ts";
import { constantSign, equalityTest } from "../../truth/index.ts";
import { minimalPolynomial } from "./minimal-polynomial.ts";

/**
 * Square and cube roots of a + b√c untangled where the result is short: √(a + b√c) = √p ± √q with p, q = (a ± √(a² − b²c))/2
 * where that root is rational (A. Borodin, R. Fagin, J. Hopcroft, M. Tompa, "Decreasing the nesting depth of expressions
 * involving square roots", 1985); ∛(a + b√c) = p + q√c with p a rational root of 4p³ − 3np = a, n = ∛(a² − b²c)
 * (Chrystal, Algebra I, XI). Everything else is left alone.
 */
export function denest(e: Expression): Expression {
  const inner = mapChildren(e, denest);
  if (inner.kind === "call" && inner.name === "root" && inner.args[0] && isNumber(inner.args[0], 3) && inner.args[1]) {
    return denestedCubeRoot(inner.args[1]) ?? inner;
  }
  if (inner.kind !== "power" || inner.exponent.kind !== "number") return inner;
  if (rational.equal(inner.exponent.value, rational.HALF)) return denestedRoot(inner.base) ?? inner;
  const cube = rational.equal(inner.exponent.value, rational.rational(1, 3)) && constantSign(inner.base) === 1;
  return (cube ? denestedCubeRoot(inner.base) : undefined) ?? inner;
}

/** a + b√c taken apart: a, b and c rational, c > 0. */
interface QuadraticSurd {
  readonly a: Rational;
  readonly b: Rational;
  readonly c: Rational;
}

function quadraticSurd(e: Expression): QuadraticSurd | undefined {
  if (e.kind !== "sum" || e.terms.length !== 2) return undefined;
  const plain = e.terms.find((term) => term.kind === "number");
  const surd = e.terms.find((term) => term !== plain);
  if (plain?.kind !== "number" || !surd) return undefined;
  const { coefficient, rest } = splitCoefficient(surd);
  if (rest.kind !== "power" || rest.base.kind !== "number" || rest.exponent.kind !== "number" || !rational.equal(rest.exponent.value, rational.HALF)) {
    return undefined;
  }
  return { a: plain.value, b: coefficient, c: rest.base.value };
}

/** a² − b² c */
function normOf({ a, b, c }: QuadraticSurd): Rational {
  return rational.subtract(rational.multiply(a, a), rational.multiply(rational.multiply(b, b), c));
}

/** The principal square root of a + bi with rational a and b where |a + bi| is rational: p + qi with p² = (|a + bi| + a)/2. */
function gaussianRoot(radicand: Expression): Expression | undefined {
  const plain = radicand.kind === "sum" && radicand.terms.length === 2 ? radicand.terms.find((term) => term.kind === "number") : undefined;
  const imaginary = radicand.kind === "sum" ? (radicand.terms.length === 2 ? radicand.terms.find((term) => term !== plain) : undefined) : radicand;
  if (!imaginary || (radicand.kind === "sum" && plain?.kind !== "number")) return undefined;
  const { coefficient: b, rest } = splitCoefficient(imaginary);
  if (!equal(rest, I)) return undefined;
  const a = plain?.kind === "number" ? plain.value : rational.ZERO;
  const size = rationalRoot(rational.add(rational.multiply(a, a), rational.multiply(b, b)));
  if (!size) return undefined;
  const half = (value: Rational): Expression => sqrt(number(rational.multiply(value, rational.HALF)));
  return sum(half(rational.add(size, a)), product(number(b.num < 0 ? -1 : 1), I, half(rational.subtract(size, a))));
}

/** √(a + 2√(xy) + 2√(xz) + 2√(yz)) as √x + √y + √z for x + y + z = a: from the three products each is found. */
function threeRoots(radicand: Expression): Expression | undefined {
  const terms = termsOf(radicand);
  const plain = terms.find((term) => term.kind === "number");
  const products = terms.flatMap((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    const isSurd =
      rest.kind === "power" && rest.base.kind === "number" && rest.exponent.kind === "number" && rational.equal(rest.exponent.value, rational.HALF);
    // 2√(xy) squared is 4xy.
    const square =
      isSurd && rest.kind === "power" && rest.base.kind === "number"
        ? rational.multiply(rational.multiply(coefficient, coefficient), rest.base.value)
        : undefined;
    return square && coefficient.num > 0 ? [rational.divide(square, rational.rational(4))] : [];
  });
  const [xy, xz, yz] = products;
  if (terms.length !== 4 || plain?.kind !== "number" || !xy || !xz || !yz) return undefined;
  const [x, y, z] = [
    [xy, xz, yz],
    [xy, yz, xz],
    [xz, yz, xy],
  ].map(([p = xy, q = xz, r = yz]) => rationalRoot(rational.divide(rational.multiply(p, q), r)));
  if (!x || !y || !z || !rational.equal(rational.add(x, rational.add(y, z)), plain.value)) return undefined;
  return sum(...[x, y, z].map((value) => sqrt(number(value))));
}

function denestedRoot(radicand: Expression): Expression | undefined {
  const gaussian = gaussianRoot(radicand) ?? threeRoots(radicand);
  if (gaussian) return gaussian;
  const surd = quadraticSurd(radicand);
  if (!surd || constantSign(radicand) !== 1) return undefined;
  const root = rationalRoot(normOf(surd));
  if (!root) return undefined;
  const p = rational.multiply(rational.add(surd.a, root), rational.HALF);
  const q = rational.multiply(rational.subtract(surd.a, root), rational.HALF);
  if (p.num < 0 || q.num < 0) return undefined;
  const [large, small] = [sqrt(number(p)), sqrt(number(q))];
  return surd.b.num < 0 ? subtract(large, small) : sum(large, small);
}

/** The real cube root. */
function denestedCubeRoot(radicand: Expression): Expression | undefined {
  const surd = quadraticSurd(radicand);
  if (!surd) return undefined;
  const norm = normOf(surd);
  const [num, den] = [integer.exactRoot(integer.abs(norm.num), 3), integer.exactRoot(norm.den, 3)];
  if (num === undefined || den === undefined) return undefined;
  const n = rational.rational(norm.num < 0 ? integer.negate(num) : num, den);
  for (const p of rationalRoots([rational.negate(surd.a), rational.multiply(rational.rational(-3), n), rational.ZERO, rational.rational(4)])) {
    // q² c = p² − n with the sign that gives b.
    const square = rational.divide(rational.subtract(rational.multiply(p, p), n), surd.c);
    const q = square.num < 0 ? undefined : rationalRoot(square);
    if (!q) continue;
    for (const signed of [q, rational.negate(q)]) {
      const candidate = sum(number(p), product(number(signed), sqrt(number(surd.c))));
      if (equalityTest(power(candidate, number(3)), radicand).kind === "zero") return candidate;
    }
  }
  return undefined;
}

/** The rational roots of a polynomial with rational coefficients by rising powers. */
function rationalRoots(coefficients: readonly Rational[]): readonly Rational[] {
  const common = coefficients.reduce<integer.Integer>((den, c) => integer.lcm(den, c.den), 1);
  const whole = coefficients.map((c) => integer.toBigInt(integer.multiply(c.num, integer.quotient(common, c.den))));
  return factor(whole).factors.flatMap(({ factor: part }) =>
    part.length === 2 ? [rational.rational(integer.fromBigInt(-(part[0] ?? 0n)), integer.fromBigInt(part[1] ?? 1n))] : [],
  );
}

/** The rational square root of a rational number, where it has one. */
export function rationalRoot(value: rational.Rational): rational.Rational | undefined {
  const [num, den] = [integer.exactRoot(value.num, 2), integer.exactRoot(value.den, 2)];
  return num === undefined || den === undefined ? undefined : rational.rational(num, den);
}

/** An algebraic constant of degree 1 or 2 by its minimal polynomial: a rational number or (−b ± √(b² − 4ac))/(2a). */
export function asQuadraticSurd(e: Expression): Expression | undefined {
  if (freeNames(e).size > 0 || e.kind === "number") return undefined;
  const minimal = minimalPolynomial(e);
  if (!minimal || minimal.length > 3) return undefined;
  const [c = 0n, b = 0n, a] = minimal;
  const of = (value: bigint): Expression => number({ num: integer.fromBigInt(value), den: 1 });
  if (a === undefined) return divide(of(-c), of(b));
  const root = sqrt(of(b * b - 4n * a * c));
  const values = [root, negate(root)].map((signed) => divide(sum(of(-b), signed), of(2n * a)));
  return values.find((value) => equalityTest(value, e).kind === "zero");
}
