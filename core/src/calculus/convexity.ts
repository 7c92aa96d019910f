import { negate, product, relation, ZERO } from "../expression/construct.ts";
import { contains, type Expression } from "../expression/expression.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { decide, expand, expandedLogarithm } from "../truth/index.ts";

/** Over what convexity is asked, and what is known of the letters. */
interface Question {
  readonly variables: readonly string[];
  readonly assumptions: readonly Expression[];
}

/**
 * Whether a function is seen to be convex on the whole space by how it is built: affine parts, sums, positive multiples, lengths of affine vectors (roots of quadratics that are
 * nowhere negative), even powers and absolute values of affine parts, exponentials of convex ones, greatest of several (S. Boyd and L. Vandenberghe, Convex Optimization, 3.2).
 */
export function isConvex(e: Expression, question: Question): boolean {
  if (isAffine(e, question)) return true;
  switch (e.kind) {
    case "sum":
      return e.terms.every((term) => isConvex(term, question));
    case "product": {
      const { variables, assumptions } = question;
      const varying = e.factors.filter((factor) => variables.some((variable) => contains(factor, variable)));
      const fixed = product(...e.factors.filter((factor) => !varying.includes(factor)));
      const rest = product(...varying);
      if (decide(relation(fixed, ">=", ZERO), assumptions) === true) return rest.kind === "product" ? false : isConvex(rest, question);
      return rest.kind !== "product" && decide(relation(fixed, "<=", ZERO), assumptions) === true && isConcave(rest, question);
    }
    case "power":
      return isConvexPower(e, question);
    case "call": {
      const [inside = ZERO] = e.args;
      if (e.name === "abs") return isAffine(inside, question);
      return e.name === "max" && e.args.every((arg) => isConvex(arg, question));
    }
    default:
      return false;
  }
}

/** Whether −e is seen to be convex. */
export function isConcave(e: Expression, question: Question): boolean {
  if (isAffine(e, question)) return true;
  if (e.kind === "sum") return e.terms.every((term) => isConcave(term, question));
  if (e.kind === "call" && e.name === "min") return e.args.every((arg) => isConcave(arg, question));
  if (e.kind === "call" && e.name === "ln") {
    const [inside = ZERO] = e.args;
    return isAffine(inside, question) && decide(relation(inside, ">", ZERO), question.assumptions) === true;
  }
  return e.kind === "product" && isConvex(negate(e), question);
}

/** The logarithm of a positive function, taken apart, where it is seen to be concave: such a function has no other extremum than one greatest value. */
export function concaveLogarithm(e: Expression, question: Question): Expression | undefined {
  if ((e.kind !== "product" && e.kind !== "power") || decide(relation(e, ">", ZERO), question.assumptions) !== true) return undefined;
  const logarithm = expand(expandedLogarithm(e, question.assumptions, false));
  return isConcave(logarithm, question) ? logarithm : undefined;
}

function isConvexPower({ base, exponent }: Expression & { readonly kind: "power" }, question: Question): boolean {
  const { variables, assumptions } = question;
  if (exponent.kind !== "number")
    return !variables.some((variable) => contains(base, variable)) && decide(relation(base, ">", ZERO), assumptions) === true && isConvex(exponent, question);
  const { num, den } = exponent.value;
  if (num === 1 && den === 2) return isQuadratic(base, question) && decide(relation(base, ">=", ZERO), assumptions) === true;
  return den === 1 && num > 0 && Number(num) % 2 === 0 && isAffine(base, question);
}

/** Degree 1 at most in the variables together, with coefficients that hold none of them. */
function isAffine(e: Expression, { variables }: Question): boolean {
  return variables.every((variable) => {
    const coefficients = contains(e, variable) ? polynomialCoefficients(e, variable) : [e];
    return (
      coefficients !== undefined &&
      coefficients.length <= 2 &&
      (coefficients.length < 2 || variables.every((other) => !contains(coefficients[1] ?? ZERO, other)))
    );
  });
}

/** Degree 2 at most in the variables together. */
function isQuadratic(e: Expression, question: Question): boolean {
  const { variables } = question;
  return variables.every((variable) => {
    const coefficients = contains(e, variable) ? polynomialCoefficients(e, variable) : [e];
    if (!coefficients || coefficients.length > 3) return false;
    const [, linear = ZERO, square = ZERO] = coefficients;
    return variables.every((other) => !contains(square, other)) && isAffine(linear, question) && !contains(linear, variable);
  });
}
