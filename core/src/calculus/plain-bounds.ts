import { divide, name, negate, relation, subtract, ZERO } from "../expression/construct.ts";
import { MIRRORED } from "../expression/equations.ts";
import { contains, type Expression } from "../expression/expression.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { constantSign, decide, simpleRelations, simplify } from "../truth/index.ts";

/** A linear condition on a variable as a bound of it: 2 x − 1 ≥ 0 as x ≥ 1/2; other conditions as they are. */
export function plainBound(condition: Expression, variable: string): Expression {
  if (condition.kind !== "relation" || condition.comparisons.length !== 1) return condition;
  const [left = ZERO, right = ZERO] = condition.operands;
  if (left.kind === "name" || right.kind === "name") return condition;
  const [start = ZERO, slope, ...more] = polynomialCoefficients(simplify(subtract(left, right)).expression, variable) ?? [];
  const sign = slope && more.length === 0 ? constantSign(slope) : undefined;
  if (!slope || sign === undefined || sign === 0) return condition;
  const [comparison = "="] = condition.comparisons;
  return relation(name(variable), sign > 0 ? comparison : MIRRORED[comparison], simplify(negate(divide(start, slope))).expression);
}

/** Whether no condition leaves places out of the middle of a domain, so that it is one piece where each of the others leaves one; one that follows from the others leaves out nothing. */
export function isOnePiece(conditions: readonly Expression[], variables: readonly string[]): boolean {
  const isWhole = (condition: Expression): boolean => condition.kind === "relation" && !condition.comparisons.includes("!=");
  const whole = conditions.filter(isWhole);
  return conditions.every((condition) => isWhole(condition) || !variables.some((own) => contains(condition, own)) || decide(condition, whole) === true);
}

/** The relations among conditions that compare a variable by itself, on the left, with what does not hold it. */
export const variableBounds = (conditions: readonly Expression[], variable: string): ReturnType<typeof simpleRelations> =>
  simpleRelations(conditions).filter(({ left, right }) => left.kind === "name" && left.name === variable && !contains(right, variable));

/** Whether conditions only bound a variable by values, or leave out such: then its domain is one interval but for single places. */
export function isPlainlyBounded(conditions: readonly Expression[], variable: string): boolean {
  const isPlain = (left: Expression, right: Expression): boolean => left.kind === "name" && left.name === variable && !contains(right, variable);
  return conditions.every((condition) => {
    const bound = plainBound(condition, variable);
    if (!contains(bound, variable)) return true;
    if (bound.kind !== "relation") return false;
    return bound.operands.slice(1).every((right, k) => {
      const left = bound.operands[k] ?? ZERO;
      return isPlain(left, right) || isPlain(right, left) || !(contains(left, variable) || contains(right, variable));
    });
  });
}
