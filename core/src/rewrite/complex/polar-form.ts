import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { call, name, sum } from "../../expression/construct.ts";
import { isEquation, sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, findAll, freeNames } from "../../expression/expression.ts";
import * as poly from "../../polynomial/multivariate.ts";

/** A length and an angle that stand in equations as r cos θ and r sin θ only, and the equations in u = r cos θ, v = r sin θ. */
export interface PolarForm {
  readonly radius: string;
  readonly angle: string;
  readonly along: string;
  readonly across: string;
  readonly equations: readonly Expression[];
}

/**
 * Equations for a length and an angle with the components for unknowns: in every term of the numerators the length stands as often as
 * the sine and cosine of the angle together. Undefined where that is not so for the two names.
 */
export function polarForm(equations: readonly Expression[], radius: string, angle: string, letters: readonly [string, string]): PolarForm | undefined {
  const [cosine, sine] = [call("cos", name(angle)), call("sin", name(angle))];
  const forms = equations.map((one) =>
    isEquation(one) ? inComponents(sideDifference(one), [name(radius), cosine, sine], angle, [name(letters[0]), name(letters[1])]) : undefined,
  );
  if (!forms.every((form) => form !== undefined)) return undefined;
  return { radius, angle, along: letters[0], across: letters[1], equations: forms };
}

function inComponents(
  difference: Expression,
  [radius, cosine, sine]: readonly [Expression, Expression, Expression],
  angle: string,
  [along, across]: readonly [Expression, Expression],
): Expression | undefined {
  return whereRational<Expression | undefined>(() => {
    const kernels = new Kernels();
    const [r, c, s] = [radius, cosine, sine].map((kernel) => kernels.index(kernel));
    const { numerator, denominator } = normalForm(difference, kernels);
    if (r === undefined || c === undefined || s === undefined) return undefined;
    const holds = (p: poly.Polynomial, k: number): boolean => poly.degreeIn(p, k) > 0;
    for (let k = 0; k < kernels.count; k += 1) {
      const kernel = kernels.kernel(k);
      const isOwn = k === r || k === c || k === s;
      if (
        (!isOwn && holds(numerator, k) && [...freeNames(radius), angle].some((letter) => contains(kernel, letter))) ||
        (holds(denominator, k) && (isOwn || contains(kernel, angle)))
      )
        return undefined;
    }
    const [u, v] = [along, across].map((kernel) => kernels.index(kernel));
    if (u === undefined || v === undefined) return undefined;
    const terms = numerator.map((term) => {
      const [own, cosines, sines] = [r, c, s].map((k) => term.exponents[k] ?? 0);
      if (own === undefined || cosines === undefined || sines === undefined || own !== cosines + sines) return undefined;
      const exponents = Array.from({ length: Math.max(term.exponents.length, u + 1, v + 1) }, (_, k) =>
        k === r || k === c || k === s ? 0 : (term.exponents[k] ?? 0) + (k === u ? cosines : k === v ? sines : 0),
      );
      return { ...term, exponents };
    });
    return terms.every((term) => term !== undefined) ? polynomialExpression(poly.fromTerms(terms), kernels) : undefined;
  }, undefined);
}

/** Pairs of unknowns of which one stands in a sine or cosine alone. */
export function polarPairs(equations: readonly Expression[], unknowns: readonly string[]): readonly (readonly [string, string])[] {
  const all = sum(...equations.flatMap((one) => (isEquation(one) ? [sideDifference(one)] : [])));
  const angles = unknowns.filter(
    (unknown) => findAll(all, (part) => part.kind === "call" && (part.name === "sin" || part.name === "cos") && contains(part, unknown)).length > 0,
  );
  return angles.flatMap((angle) => unknowns.filter((other) => other !== angle).map((other): readonly [string, string] => [other, angle]));
}
