import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { I, iterated, name as nameOf, number, product, sum } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { toDense } from "../../polynomial/gcd.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { isolateComplexRoots } from "../../polynomial/univariate/complex-roots.ts";
import type { IntegerPolynomial } from "../../polynomial/univariate/dense.ts";
import * as dense from "../../polynomial/univariate/dense.ts";
import { factor } from "../../polynomial/univariate/factor-over-integers.ts";
import { isolateRealRoots } from "../../polynomial/univariate/real-roots.ts";

/** The polynomial with whole coefficients that an expression in one name is, primitive with positive leading coefficient. */
export function integerPolynomial(e: Expression, name: string): IntegerPolynomial | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(nameOf(name));
    const { numerator, denominator } = normalForm(e, kernels);
    if (kernels.count > 1 || poly.degrees(denominator).some((degree) => degree > 0)) return undefined;
    const f = dense.primitivePart(toDense(poly.primitivePart(numerator), own));
    return (f.at(-1) ?? 0n) < 0n ? f.map((c) => -c) : f;
  }, undefined);
}

const dyadic = (value: bigint, exp: number): Rational =>
  exp >= 0 ? rational.rational(integer.fromBigInt(value << BigInt(exp))) : rational.rational(integer.fromBigInt(value), integer.fromBigInt(1n << BigInt(-exp)));

const ISOLATING_PRECISION = 64;

/** Every root of an irreducible polynomial as a named root, by its number: the real ones by rising value, then the others. */
export function namedRoots(minimal: IntegerPolynomial, name: string): { readonly real: readonly Expression[]; readonly complex: readonly Expression[] } {
  const kernels = new Kernels();
  const own = kernels.index(nameOf(name));
  const body = polynomialExpression(
    poly.fromTerms(minimal.map((c, k) => ({ exponents: own === 0 ? [k] : [], coefficient: rational.rational(integer.fromBigInt(c)) }))),
    kernels,
  );
  const intervals = isolateRealRoots(minimal);
  const reals = intervals.map(({ low, high, exp }, k) =>
    low === high
      ? number(dyadic(low, exp))
      : iterated({ operator: "root", index: k + 1, variable: name, lower: number(dyadic(low, exp)), upper: number(dyadic(high, exp)), body }),
  );
  if (intervals.length === dense.degree(minimal)) return { real: reals, complex: [] };
  const discs = isolateComplexRoots(minimal, ISOLATING_PRECISION).slice(intervals.length);
  const complex = discs.map(({ re, im }, k) => {
    const centre = sum(number(dyadic(re.mid, re.exp)), product(I, number(dyadic(im.mid, im.exp))));
    const radius = dyadic(1n, -ISOLATING_PRECISION / 2);
    return iterated({ operator: "root", index: intervals.length + k + 1, variable: name, lower: centre, upper: number(radius), body });
  });
  return { real: reals, complex };
}

/** Root number `index` of a polynomial, or the root between two bounds: what the written forms mean; words where there is none. */
export function namedRoot(body: Expression, index: number | undefined, lower: Expression | undefined, upper: Expression | undefined): Expression | string {
  const [variable, ...others] = freeNames(body);
  if (variable === undefined || others.length > 0) return "what a root is taken of holds exactly one name";
  if (index !== undefined) {
    const f = integerPolynomial(body, variable);
    if (!f || dense.degree(f) < 1) return "“root k of …” needs a polynomial with rational coefficients";
    const { factors } = factor(f);
    const [only] = factors;
    if (!only || factors.length > 1 || only.multiplicity > 1) return "“root k of …” needs a polynomial that does not factor";
    const { real: reals, complex } = namedRoots(only.factor, variable);
    return [...reals, ...complex][index - 1] ?? `this polynomial has only ${reals.length + complex.length} roots`;
  }
  if (lower?.kind !== "number" || upper?.kind !== "number") return "the bounds of a root are numbers";
  const made = iterated({ operator: "root", variable, lower, upper, body });
  try {
    real.certifiedSign(ballValue(made, ISOLATING_PRECISION).re);
    return made;
  } catch (error) {
    if (error instanceof BallUndefined) return "the sides do not change places between these bounds";
    throw error;
  }
}
