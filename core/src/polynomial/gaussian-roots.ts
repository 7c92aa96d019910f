import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import type { IntegerPolynomial } from "./univariate/dense.ts";
import { factor } from "./univariate/factor-over-integers.ts";

/** A complex number with rational parts. */
export interface Gaussian {
  readonly re: Rational;
  readonly im: Rational;
}

/** A root as often as it occurs, and what is left without the roots: coefficients by rising powers. */
export interface GaussianFactors {
  readonly roots: readonly { readonly root: Gaussian; readonly multiplicity: number }[];
  readonly rest: readonly Gaussian[];
}

const add = (a: Gaussian, b: Gaussian): Gaussian => ({ re: rational.add(a.re, b.re), im: rational.add(a.im, b.im) });
const times = (a: Gaussian, b: Gaussian): Gaussian => ({
  re: rational.subtract(rational.multiply(a.re, b.re), rational.multiply(a.im, b.im)),
  im: rational.add(rational.multiply(a.re, b.im), rational.multiply(a.im, b.re)),
});
const NOTHING: Gaussian = { re: rational.ZERO, im: rational.ZERO };
const isZero = ({ re, im }: Gaussian): boolean => rational.isZero(re) && rational.isZero(im);

/**
 * The roots with rational real and imaginary parts of a polynomial f over Q(i): each is a root of the norm f·f̄, which is a polynomial
 * over Q and has it in a factor of degree 1 or 2. Source: H. Cohen, A Course in Computational Algebraic Number Theory, § 3.6.2.
 * @throws BudgetExhausted where the norm does not factor in time.
 */
export function gaussianRoots(f: readonly Gaussian[]): GaussianFactors {
  const candidates = factor(norm(f)).factors.flatMap(({ factor: part }) => rootsOf(part));
  let rest = f;
  const roots = candidates.flatMap((root) => {
    let multiplicity = 0;
    for (let divided = dividedBy(rest, root); divided; divided = dividedBy(rest, root)) {
      rest = divided;
      multiplicity += 1;
    }
    return multiplicity === 0 ? [] : [{ root, multiplicity }];
  });
  return { roots, rest };
}

/** f·f̄ without denominators. */
function norm(f: readonly Gaussian[]): IntegerPolynomial {
  const product = Array.from({ length: 2 * f.length - 1 }, (_, k) =>
    rational.total(f.flatMap((a, j) => (f[k - j] ? [times(a, conjugate(f[k - j] ?? NOTHING)).re] : []))),
  );
  const common = product.reduce((all, { den }) => integer.lcm(all, den), 1 as integer.Integer);
  return product.map((value) => integer.toBigInt(rational.multiply(value, rational.rational(common)).num));
}

function conjugate({ re, im }: Gaussian): Gaussian {
  return { re, im: rational.negate(im) };
}

/** The roots of a factor of degree 1 or 2 that have rational parts. */
function rootsOf([c = 0n, b = 0n, a = 0n, ...higher]: IntegerPolynomial): readonly Gaussian[] {
  const quotient = (top: bigint, bottom: bigint): Rational => rational.rational(integer.fromBigInt(top), integer.fromBigInt(bottom));
  if (higher.length > 0) return [];
  if (a === 0n) return b === 0n ? [] : [{ re: quotient(-c, b), im: rational.ZERO }];
  const discriminant = 4n * a * c - b * b;
  const side = discriminant > 0n ? integer.exactRoot(integer.fromBigInt(discriminant), 2) : undefined;
  if (side === undefined) return [];
  const root: Gaussian = { re: quotient(-b, 2n * a), im: quotient(integer.toBigInt(side), 2n * a) };
  return [root, conjugate(root)];
}

/** f/(x − root) by Horner’s scheme; undefined where the root is none. */
function dividedBy(f: readonly Gaussian[], root: Gaussian): readonly Gaussian[] | undefined {
  if (f.length < 2) return undefined;
  const values: Gaussian[] = [];
  for (const coefficient of f.toReversed()) values.push(add(times(values.at(-1) ?? NOTHING, root), coefficient));
  const remainder = values.pop();
  return remainder && isZero(remainder) ? values.toReversed() : undefined;
}
