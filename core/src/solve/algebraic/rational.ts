import { factoredExpression, factoredForm } from "../../canonical/factored.ts";
import { Kernels, normalForm, whereRational } from "../../canonical/normal-form.ts";
import { type Claim, step } from "../../derivation/step.ts";
import { equation, nameIn, number, product, relation, splitCoefficient, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, factorsOf, findAll, isReciprocal, termsOf } from "../../expression/expression.ts";
import { say } from "../../notation/inline.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { lcm } from "../../polynomial/gcd.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { expand, simplify } from "../../truth/index.ts";
import type { Solved, Task } from "../solution.ts";

/**
 * An equation with the unknown in denominators: multiplied by the common denominator it is a polynomial equation, which
 * has the same solutions as long as the denominator is not 0; the candidates are sifted for that afterwards.
 */
export function solveRational(task: Task, solvePolynomial: (task: Task) => Solved | undefined): Solved | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(nameIn(task.equation, task.unknown));
    const common = [left, right]
      .flatMap(termsOf)
      .map((term) => normalForm(term, kernels).denominator)
      .reduce(lcm, poly.ONE);
    if (poly.degreeIn(common, own) === 0) return undefined;
    // Where a denominator cancels between the sides, its zeros may be gained.
    const { denominator: reduced } = normalForm(subtract(left, right), kernels);
    const mayGain = poly.degreeIn(reduced, own) < poly.degreeIn(common, own);
    const below = factoredExpression(mayGain ? common : reduced, kernels);
    const clearedBy = (factor: Expression): readonly Expression[] => [left, right].map((side) => simplify(product(factor, side)).expression).map(expand);
    const denominator = product(number(brokenIn(clearedBy(below))), below);
    // Where the sides clear by themselves they stay apart, as a student would write them.
    const sides = clearedBy(denominator);
    const apart = sides.every((side) => polynomialCoefficients(side, task.unknown) !== undefined);
    const cleared = apart
      ? equation(sides[0] ?? ZERO, sides[1] ?? ZERO)
      : equation(expand(simplify(product(denominator, subtract(left, right))).expression), ZERO);
    if (cleared.kind !== "relation") return undefined;
    const solved = solvePolynomial({ ...task, equation: cleared });
    if (!solved) return undefined;
    const open = apart ? asMultiplied([left, right], denominator) : undefined;
    const after = open ?? cleared;
    const claim: Claim = mayGain
      ? { kind: "implies", unknown: task.unknown, before: task.equation, after, done: { kind: "times", factor: denominator } }
      : { kind: "equivalent", unknown: task.unknown, before: task.equation, after };
    const first = [
      step("multiply both sides", [denominator], claim, { conditions: [relation(denominator, "!=", ZERO)] }),
      ...(open ? [step("multiply out", [], { kind: "equivalent", unknown: task.unknown, before: open, after: cleared })] : []),
    ];
    const reason = say`multiplied by ${denominator}, ${solved.set.reason}; candidates that make a denominator 0 are set aside`;
    return { steps: [...first, ...solved.steps], set: { ...solved.set, reason } };
  }, undefined);
}

/** Sides multiplied term by term, each denominator cancelled; undefined where so little is left to multiply out that one look is enough. */
function asMultiplied(sides: readonly Expression[], factor: Expression): Expression | undefined {
  const terms = sides.map((side) => termsOf(side).map((term) => factoredForm(product(factor, term)) ?? product(factor, term)));
  const isMultiplied = (term: Expression): boolean => factorsOf(term).some((part) => part.kind === "sum") && factorsOf(term).length > 1;
  // With i in the coefficients a denominator may stay.
  if (terms.flat().some((term) => factorsOf(term).some(isReciprocal)) || terms.flat().filter(isMultiplied).length < 2) return undefined;
  const [left = ZERO, right = ZERO] = terms.map((own) => sum(...own));
  return equation(left, right);
}

/** The least number that makes all coefficients whole; 1 where decimals were typed. */
function brokenIn(sides: readonly Expression[]): Rational {
  const terms = sides.flatMap(termsOf);
  const isTyped = terms.some((term) => findAll(term, (part) => part.kind === "number" && part.typed !== undefined).length > 0);
  const common = isTyped ? 1 : terms.reduce<integer.Integer>((den, term) => integer.lcm(den, splitCoefficient(term).coefficient.den), 1);
  return rational.rational(common);
}
