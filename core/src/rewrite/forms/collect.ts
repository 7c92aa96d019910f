import { factoredExpression } from "../../canonical/factored.ts";
import { Kernels, normalForm, whereRational } from "../../canonical/normal-form.ts";
import { name as nameNode, number, power, product, sum } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { polynomialCoefficients } from "../coefficients.ts";
import { expanded, hasProductsOfSums } from "./expand.ts";
import { type Rewriting, Way } from "./way.ts";

/** Sorted by powers of an expression (a name, a function value, an exponential), the coefficients factored; undefined where it is no polynomial in it. */
export function collectWithSteps(e: Expression, of: Expression): Rewriting | undefined {
  const way = new Way(e);
  const coefficients = of.kind === "name" ? polynomialCoefficients(e, of.name) : undefined;
  const found = coefficients ?? kernelCoefficients(e, of);
  if (!found) return undefined;
  if (hasProductsOfSums(e)) way.to("multiply out", [], expanded(e));
  const terms = found.map((coefficient, k) => product(factoredCoefficient(coefficient), k === 0 ? number(1) : power(of, number(k))));
  way.to("sort by powers", [of], sum(...terms));
  return way.end();
}

/** Coefficients by powers of a kernel that is no name. */
function kernelCoefficients(e: Expression, of: Expression): readonly Expression[] | undefined {
  const placeholder = "\u0002";
  return polynomialCoefficients(replaced(e, of, nameNode(placeholder)), placeholder);
}

function replaced(e: Expression, what: Expression, by: Expression): Expression {
  const kernels = new Kernels();
  return whereRational(() => {
    const index = kernels.index(what);
    const { numerator, denominator } = normalForm(e, kernels);
    const at = (k: number): Expression => (k === index ? by : kernels.kernel(k));
    const expression = (p: typeof numerator): Expression =>
      sum(...p.map(({ exponents, coefficient }) => product(number(coefficient), ...exponents.map((exponent, k) => power(at(k), number(exponent))))));
    return product(expression(numerator), power(expression(denominator), number(-1)));
  }, e);
}

/** A coefficient of several terms with its common factors taken out. */
function factoredCoefficient(e: Expression): Expression {
  if (e.kind !== "sum") return e;
  const kernels = new Kernels();
  const { numerator, denominator } = normalForm(e, kernels);
  return product(factoredExpression(numerator, kernels), power(factoredExpression(denominator, kernels), number(-1)));
}
