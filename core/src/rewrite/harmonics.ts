import { polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { call, divide, I, negate, number, product, splitCoefficient, sum, ZERO } from "../expression/construct.ts";
import { type Expression, ExpressionMap, equal, freeNames } from "../expression/expression.ts";
import * as poly from "../polynomial/multivariate.ts";
import { type ExponentialForm, exponentialForm } from "../truth/index.ts";

/**
 * A polynomial in sines and cosines as a sum of waves: coefficient · cos(angle) + coefficient · sin(angle), by its exponential
 * form, where every monomial is one exponential (J. Fourier's form of a trigonometric polynomial). Undefined where the
 * expression is no such polynomial, or has no circular function in it.
 */
export function asSumOfWaves(e: Expression, assumptions: readonly Expression[] = []): Expression | undefined {
  return whereRational(() => {
    const form = exponentialForm(e, assumptions);
    const waves = new ExpressionMap<{ up: Expression; down: Expression }>();
    const terms: Expression[] = [];
    const shift = monomialDenominator(form);
    if (!shift) return undefined;
    for (const term of form.fraction.numerator) {
      const { angle, rest } = splitTerm(term, shift, form);
      // An exponential inside another function stays where it is: then this is no polynomial in waves.
      if (rest === undefined || [...freeNames(rest)].some((letter) => form.placeholders.has(letter))) return undefined;
      if (equal(angle, ZERO)) {
        terms.push(rest);
        continue;
      }
      const flipped = splitCoefficient(angle.kind === "sum" ? (angle.terms[0] ?? angle) : angle).coefficient.num < 0;
      const key = flipped ? negated(angle) : angle;
      const known = waves.get(key) ?? { up: ZERO, down: ZERO };
      waves.set(key, flipped ? { ...known, down: sum(known.down, rest) } : { ...known, up: sum(known.up, rest) });
    }
    for (const [angle, { up, down }] of waves.entries()) {
      terms.push(product(sum(up, down), call("cos", angle)), product(I, sum(up, negate(down)), call("sin", angle)));
    }
    return sum(...terms);
  }, undefined);
}

function negated(angle: Expression): Expression {
  return angle.kind === "sum" ? sum(...angle.terms.map(negate)) : negate(angle);
}

/** The exponents of a denominator that is one monomial in exponentials, with its coefficient. */
function monomialDenominator(form: ExponentialForm): poly.Term | undefined {
  const [only] = form.fraction.denominator;
  return form.fraction.denominator.length === 1 ? only : undefined;
}

/** The angle that the exponentials of a term add up to (e^(i angle)), and the rest of the term; undefined for a real exponent. */
function splitTerm(term: poly.Term, shift: poly.Term, form: ExponentialForm): { angle: Expression; rest: Expression | undefined } {
  let angle: Expression = ZERO;
  const others: number[] = [];
  const below: number[] = [];
  for (let k = 0; k < form.kernels.count; k += 1) {
    const kernel = form.kernels.kernel(k);
    const exponent = (term.exponents[k] ?? 0) - (shift.exponents[k] ?? 0);
    const unit = kernel.kind === "name" ? form.placeholders.get(kernel.name) : undefined;
    if (unit?.kind !== "power") {
      others[k] = term.exponents[k] ?? 0;
      below[k] = shift.exponents[k] ?? 0;
      continue;
    }
    const turned = divide(unit.exponent, I);
    if (!isWithoutI(turned)) return { angle: ZERO, rest: undefined };
    angle = sum(angle, product(number(exponent), turned));
    others[k] = 0;
    below[k] = 0;
  }
  const filled = (exponents: readonly number[]): readonly number[] => Array.from({ length: form.kernels.count }, (_, k) => exponents[k] ?? 0);
  const top = polynomialExpression(poly.monomial(term.coefficient, filled(others)), form.kernels);
  const bottom = polynomialExpression(poly.monomial(shift.coefficient, filled(below)), form.kernels);
  return { angle, rest: divide(top, bottom) };
}

function isWithoutI(e: Expression): boolean {
  if (e.kind === "sum") return e.terms.every(isWithoutI);
  return e.kind === "product" ? e.factors.every((factor) => !equal(factor, I)) : !equal(e, I);
}
