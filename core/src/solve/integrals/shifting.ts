import { newLetter } from "../../calculus/integral/new-letter.ts";
import { step } from "../../derivation/step.ts";
import { divide, equation, name, negate, number, ONE, power, product, sum, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, findAll, termsOf } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral } from "../../expression/integral.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { expand, simplify } from "../../truth/index.ts";
import type { IntegralFound, IntegralSearch } from "./found.ts";
import { plainValue } from "./plain-value.ts";

/** Over the whole line, with e to a quadratic that is not at its top in 0: shifted there, so that odd parts cancel and moments are those about the middle. */
export function byShift(integral: DefiniteIntegral, { assumptions, integrate }: IntegralSearch): IntegralFound | undefined {
  const { variable, body, lower, upper } = integral;
  if (infinityOf(lower) !== -1 || infinityOf(upper) !== 1) return undefined;
  const middle = findAll(body, (part) => part.kind === "power" && part.base.kind === "constant" && part.base.name === "e").flatMap(
    (part) => (part.kind === "power" && topOf(part.exponent, variable)) || [],
  )[0];
  if (!middle) return undefined;
  const letter = newLetter(body);
  const meaning = sum(name(letter), middle);
  const there = gathered(substitute(body, new Map([[variable, meaning]])), letter);
  const split = factorsOf(there).map((part) => apart(part, letter));
  const factor = product(...split.map(({ fixed }) => fixed));
  const shifted = definiteIntegral(product(...split.map(({ varying }) => varying)), letter, lower, upper);
  const found = integrate(shifted);
  if (found?.kind !== "value" || infinityOf(found.value) !== undefined) return undefined;
  const value = plainValue(product(factor, found.value), [...assumptions, ...found.conditions]);
  const first = step("shift the variable", [equation(name(variable), meaning)], {
    kind: "shifted integral",
    before: integral,
    by: middle,
    factor,
    after: shifted,
  });
  const end = step("put the integrals in", [], { kind: "with integrals", before: integral, after: value });
  return { ...found, value, steps: [first, ...found.steps, end], inPieces: integral };
}

/** A power as the one of what holds the variable in its exponent, and the one of the rest. */
function apart(part: Expression, variable: string): { readonly varying: Expression; readonly fixed: Expression } {
  if (part.kind !== "power" || !contains(part.exponent, variable)) return { varying: part, fixed: ONE };
  const terms = termsOf(part.exponent);
  const varying = terms.filter((term) => contains(term, variable));
  return { varying: power(part.base, sum(...varying)), fixed: power(part.base, sum(...terms.filter((term) => !varying.includes(term)))) };
}

/** Where a quadratic in a variable has its top or bottom, unless that is 0. */
function topOf(e: Expression, variable: string): Expression | undefined {
  const [, linear, square, ...more] = polynomialCoefficients(e, variable) ?? [];
  if (!linear || !square || more.length > 0) return undefined;
  const middle = simplify(divide(negate(linear), product(TWO, square))).expression;
  return equal(middle, ZERO) ? undefined : middle;
}

/** With exponents that hold the variable by its powers. */
function gathered(e: Expression, variable: string): Expression {
  const inner = mapChildren(e, (child) => gathered(child, variable));
  if (inner.kind !== "power" || !contains(inner.exponent, variable)) return simplify(inner).expression;
  const exponent = simplify(expand(inner.exponent)).expression;
  const terms = polynomialCoefficients(exponent, variable)?.map((coefficient, k) =>
    product(simplify(coefficient).expression, power(name(variable), number(k))),
  );
  return power(inner.base, terms ? sum(...terms) : exponent);
}
