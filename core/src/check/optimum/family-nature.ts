import { differentiate } from "../../calculus/derivative.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { divide, name, negate, relation, ZERO } from "../../expression/construct.ts";
import { contains, distinct, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { decide, simplify } from "../../truth/index.ts";

/**
 * Whether something holds at every point of a line of stationary points: the second derivatives change along it at single values of its letter only, and it is shown at each of
 * these and on each stretch between them. Whether all such values are found does not matter: the stretches and values cover the line.
 */
export function holdsAlongFamily(
  letter: string,
  values: ReadonlyMap<string, Expression>,
  { objective, variables, known }: { readonly objective: Expression; readonly variables: readonly string[]; readonly known: readonly Expression[] },
  holds: (values: ReadonlyMap<string, Expression>, known: readonly Expression[]) => boolean,
): boolean {
  const slopes = variables.map((variable) => differentiate(objective, variable));
  const second = slopes.flatMap((slope) => variables.map((variable) => simplify(substitute(differentiate(slope, variable), values)).expression));
  const marks = inOrder(distinct(second.flatMap((entry) => zerosIn(entry, letter))), known);
  if (!marks) return false;
  const t = name(letter);
  const isAt = marks.every((mark) => {
    const there = new Map([[letter, mark]]);
    return holds(new Map([...values].map(([key, value]) => [key, simplify(substitute(value, there)).expression])), known);
  });
  const stretches = [...marks, undefined].map((mark, k) => {
    const before = marks[k - 1];
    return [...(before ? [relation(t, ">", before)] : []), ...(mark ? [relation(t, "<", mark)] : [])];
  });
  return isAt && stretches.every((stretch) => holds(values, [...known, ...stretch]));
}

/** The zeros of the factors of a rational expression that are linear in a letter. */
function zerosIn(e: Expression, letter: string): readonly Expression[] {
  if (!contains(e, letter)) return [];
  return whereRational(() => {
    const kernels = new Kernels();
    kernels.index(name(letter));
    return factor(normalForm(e, kernels).numerator).factors.flatMap(({ factor: part }) => {
      const [constant = ZERO, slope, ...more] = polynomialCoefficients(polynomialExpression(part, kernels), letter) ?? [];
      return slope && more.length === 0 ? [simplify(negate(divide(constant, slope))).expression] : [];
    });
  }, []);
}

/** From the least to the greatest; undefined where what is known does not order them. */
function inOrder(values: readonly Expression[], known: readonly Expression[]): readonly Expression[] | undefined {
  const sorted: Expression[] = [];
  for (const value of values) {
    const at = sorted.findIndex((other) => decide(relation(value, "<", other), known) === true);
    const before = at < 0 ? sorted : sorted.slice(0, at);
    if (!before.every((other) => decide(relation(other, "<", value), known) === true)) return undefined;
    sorted.splice(before.length, 0, value);
  }
  return sorted;
}
