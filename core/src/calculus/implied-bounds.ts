import { divide, name, negate, product, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { contains, type Expression } from "../expression/expression.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { constantSign, simpleRelations, simplify } from "../truth/index.ts";

/**
 * Conditions with the bounds of single variables that follow from the linear ones among them, once: from x ≥ 0 and x + y ≤ π that y ≤ π. Each linear condition is looked at where
 * the other variables are at the bound that makes it weakest (elimination of J. Fourier and T. Motzkin, for bounds alone).
 */
export function withImpliedBounds(conditions: readonly Expression[], variables: readonly string[]): readonly Expression[] {
  const sides = simpleRelations(conditions).flatMap(({ left, comparison, right }) => (comparison.startsWith(">") ? [subtract(left, right)] : []));
  const implied = sides.flatMap((side) => variables.flatMap((variable) => boundOf(side, variable, variables, conditions) ?? []));
  return [...conditions, ...implied];
}

/** side ≥ 0 as a bound of one variable, the others put to their bounds. */
function boundOf(side: Expression, variable: string, variables: readonly string[], conditions: readonly Expression[]): Expression | undefined {
  let weakest = side;
  for (const other of variables) {
    if (other === variable || !contains(weakest, other)) continue;
    const [rest = ZERO, slope = ZERO, ...more] = polynomialCoefficients(weakest, other) ?? [];
    const sign = more.length === 0 ? constantSign(slope) : undefined;
    const bound = sign && statedBound(other, sign > 0 ? "<" : ">", conditions);
    if (!bound) return undefined;
    weakest = sum(rest, product(slope, bound));
  }
  if (weakest === side) return undefined;
  const [rest = ZERO, slope = ZERO, ...more] = polynomialCoefficients(weakest, variable) ?? [];
  const sign = more.length === 0 ? constantSign(slope) : undefined;
  return sign ? relation(name(variable), sign > 0 ? ">=" : "<=", simplify(negate(divide(rest, slope))).expression) : undefined;
}

function statedBound(variable: string, side: "<" | ">", conditions: readonly Expression[]): Expression | undefined {
  return simpleRelations(conditions).find(
    ({ left, comparison, right }) => left.kind === "name" && left.name === variable && comparison.startsWith(side) && constantSign(right) !== undefined,
  )?.right;
}
