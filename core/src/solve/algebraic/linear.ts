import { type Claim, type Step, step } from "../../derivation/step.ts";
import { divide, equation, isNumber, name, negate, ONE, product, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, findAll, isReciprocal } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { asName, say } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { equality } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { readable } from "../../rewrite/readable.ts";
import { nonZero } from "../sifting/conditions.ts";
import { type SolutionSet, type Solved, solution } from "../solution.ts";
import { quotient, withoutFactor } from "../values.ts";
import { isMixed, type PolynomialForm, polynomialFrom, writtenPolynomial } from "./polynomial-form.ts";

/** a x + b = 0: multiply out, collect the unknown on one side, divide by its coefficient. */
export function solveLinear(form: PolynomialForm): Solved | undefined {
  if (form.coefficients.length !== 2) return undefined;
  const { task } = form;
  const { unknown } = task;
  // An unknown that stands on the right alone is read from right to left.
  const swapped = contains(form.right, unknown) && !contains(form.left, unknown);
  const turned = isTurned(form, swapped);
  const [constant = ZERO, slope = ONE] = turned ? form.coefficients.map((coefficient) => readable(negate(coefficient))) : form.coefficients;
  const plain = swapped ? alreadySolved(form) : undefined;
  if (plain) return plain;
  // a x = b as it stands needs no more than a division.
  const isCollected = !swapped && !turned && !contains(form.right, unknown) && equal(form.left, product(slope, name(unknown)));
  const steps: Step[] = [];
  let current: Expression = task.equation;
  const move = (after: Expression, make: (claim: Claim) => Step): void => {
    if (equal(current, after)) return;
    steps.push(make({ kind: "equivalent", unknown, before: current, after }));
    current = after;
  };
  // What is moved across needs no swap before.
  const isAlone = swapped && turned && equal(form.sides[1][0] ?? ZERO, ZERO);
  if (isAlone) move(equation(form.right, form.left), (claim) => step("swap sides", [], claim));
  else if (!swapped && !isCollected)
    move(expandedSides(form), (claim) => step(dividesBy(task.equation, unknown) ? "factor and cancel" : "multiply out", [], claim));
  if (!isCollected) {
    const right = readable(negate(constant));
    const written = equality([writtenPolynomial([ZERO, slope], unknown), present(right)]);
    move(equation(product(slope, name(unknown)), right), (claim) => step("collect the unknown", [unknown], claim, { written }));
  }
  const root = withMinusInside(quotient(negate(constant), slope));
  const conditions = nonZero(slope, task.assumptions);
  const scaled = withoutFactor(slope);
  move(equation(name(unknown), root), (claim) => step(scaled.rule, [scaled.said], claim, { conditions }));
  return {
    steps,
    set: { ...onlyOne(unknown, root, conditions), domain: task.domain },
  };
}

/** Whether the unknown goes to the right side, where it keeps no minus sign: 1 − x = 2x is 3x = 1, and 10 − 2x = 0 is 2x = 10. */
function isTurned({ task: { unknown }, left, right, coefficients: [constant = ZERO, own = ONE] }: PolynomialForm, swapped: boolean): boolean {
  const beside = readable(negate(constant));
  if (isMixed(own)) return minusSigns(negate(own), negate(beside)) < minusSigns(own, beside);
  if (swapped) return !isNegated(readable(negate(own)));
  const isCollected = !contains(right, unknown) && equal(left, product(own, name(unknown)));
  return !isCollected && isNegated(own);
}

/** How many sides of slope · x = right begin with a minus sign, that before the unknown first. */
function minusSigns(slope: Expression, right: Expression): number {
  const [own, beside] = [slope, right].map((e) => text(readable(e)).startsWith("-"));
  return (own ? 2 : 0) + (beside ? 1 : 0);
}

/** −T (η − 1) as T (1 − η), and −u/(a − b) as u/(b − a). */
function withMinusInside(e: Expression): Expression {
  const factors = factorsOf(e);
  const turned = factors.map((factor) =>
    isMixed(factor) ? opposite(factor) : isReciprocal(factor) && isMixed(factor.base) ? divide(ONE, opposite(factor.base)) : undefined,
  );
  const at = turned.findIndex((factor) => factor !== undefined);
  if (!factors.some((factor) => isNumber(factor, -1)) || at < 0) return e;
  return product(...factors.flatMap((factor, k) => (isNumber(factor, -1) ? [] : [(k === at ? turned[k] : undefined) ?? factor])));
}

/** t alone on the right: the sides are swapped, and nothing else is done. */
function alreadySolved({ task, left, right }: PolynomialForm): Solved | undefined {
  const { unknown } = task;
  if (right.kind !== "name" || right.name !== unknown) return undefined;
  const after = equation(right, left);
  return {
    steps: [step("swap sides", [], { kind: "equivalent", unknown, before: task.equation, after })],
    set: { ...onlyOne(unknown, left, []), domain: task.domain },
  };
}

/** The set with one solution of an equation of first degree. */
const onlyOne = (unknown: string, root: Expression, conditions: readonly Expression[]): Omit<SolutionSet, "domain"> => ({
  variables: [unknown],
  complete: true,
  reason: say`the equation is of first degree in ${asName(unknown)}, so it has exactly one solution`,
  solutions: [solution(unknown, root, { conditions })],
  rejected: [],
  complexSolutions: [],
});

/** Whether the unknown stands in a denominator. */
const dividesBy = (e: Expression, unknown: string): boolean => findAll(e, (part) => isReciprocal(part) && contains(part, unknown)).length > 0;

/** Both sides multiplied out, each as a polynomial in the unknown. */
function expandedSides({ sides: [left, right], task: { unknown } }: PolynomialForm): ReturnType<typeof equation> {
  return equation(polynomialFrom(left, unknown), polynomialFrom(right, unknown));
}
