import { withPositiveLead } from "../../canonical/factored.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { step } from "../../derivation/step.ts";
import { divide, equation, logic, name, nameIn, number, ONE, power, product, relation, splitCoefficient, subtract, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, equal, findAll, isRoot } from "../../expression/expression.ts";
import { freshName, mapChildren, replacePart, substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { factorsInOrder } from "../../notation/present.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { decide } from "../../truth/index.ts";
import type { Solved, Task } from "../solution.ts";
import { type Solve, solveAll } from "./each-alternative.ts";

/**
 * An equation that becomes a product = 0 when everything is brought to one side: the difference is factored as a polynomial
 * in the unknown and the functions that hold it. A product is 0 exactly where a factor is and the others are defined.
 */
export function solveZeroProduct(task: Task, solve: Solve): Solved | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const difference = subtract(left, right);
  const found = asProduct(task, { difference, back: (e) => e }, solve);
  if (found) return found;
  const named = withRootNamed(difference, task.unknown);
  return named && asProduct(task, named, solve);
}

/** A difference that is factored, and what makes its factors those of the equation. */
interface Factored {
  readonly difference: Expression;
  readonly back: (e: Expression) => Expression;
}

/** With a letter for the one root that holds the unknown: (x + √u)(1 − x √u) is a product in x and that letter, which the relation of the root to its square hides. */
function withRootNamed(e: Expression, unknown: string): Factored | undefined {
  const [root, ...more] = findAll(e, (part) => isRoot(part) && contains(part, unknown));
  if (!root || more.length > 0 || root.kind !== "power" || root.exponent.kind !== "number") return undefined;
  const letter = freshName("r", [e]);
  const [up, down] = [root, power(root, number(-1))];
  const named = replacePart(replacePart(e, down, power(name(letter), number(-1))), up, name(letter));
  const isWhole = findAll(named, (part) => part.kind === "power" && equal(part.base, root.base)).length === 0;
  return isWhole ? { difference: named, back: (one) => substitute(one, new Map([[letter, root]])) } : undefined;
}

function asProduct(task: Task, { difference, back }: Factored, solve: Solve): Solved | undefined {
  const { unknown } = task;
  const [left = ZERO, right = ZERO] = task.equation.operands;
  return whereRational(() => {
    const kernels = new Kernels();
    kernels.index(nameIn(task.equation, unknown));
    const { numerator, denominator } = normalForm(withSplitExponents(difference, task), kernels);
    const { content, factors } = factor(numerator);
    const signed = factors.map(({ factor: part, multiplicity }) => {
      const plain = back(polynomialExpression(part, kernels));
      const base = withPositiveLead(plain);
      return { base, multiplicity, sign: equal(base, plain) || multiplicity % 2 === 0 ? 1 : -1 };
    });
    // What is never 0, such as an exponential, is divided by.
    // A base of 0 has a power where the exponent is positive, as in (x − 1)^x at 1: only b^b has none there.
    const mayVanish = findAll(
      task.equation,
      (part) => part.kind === "power" && contains(part.base, unknown) && contains(part.exponent, unknown) && !equal(part.base, part.exponent),
    );
    const known = mayVanish.length > 0 ? task.assumptions : [...task.assumptions, ...realDomain(task.equation)];
    const printed = factorsInOrder(signed.map(({ base, multiplicity }) => power(base, number(multiplicity))));
    const inOrder = [...signed].sort((a, b) => placeIn(printed, a) - placeIn(printed, b));
    const own = inOrder.filter(({ base }) => contains(base, unknown) && decide(relation(base, "!=", ZERO), known) !== true);
    const others = signed.filter((part) => !own.includes(part));
    const below = back(polynomialExpression(denominator, kernels));
    // One factor, once, and nothing to divide or multiply by: nothing is gained.
    const [first] = own;
    const gained = own.length > 1 || (first?.multiplicity ?? 1) > 1 || others.some(({ base }) => contains(base, unknown)) || contains(below, unknown);
    if (!gained || (!first && !others.some(({ base }) => contains(base, unknown)))) return undefined;
    const shown = product(...own.map(({ base, multiplicity }) => power(base, number(multiplicity))));
    const sign = signed.reduce((total, part) => total * part.sign, 1);
    const scale = product(number(sign), number(content), ...others.map(({ base, multiplicity }) => power(base, number(multiplicity))), divide(ONE, below));
    const factored = equation(shown, ZERO);
    // Nothing but what is never 0 is left as 1 = 0.
    const alone = own.length === 0 || (own.length === 1 && first?.multiplicity === 1);
    const claim = { kind: "equivalent", unknown, before: task.equation, after: factored, factor: scale } as const;
    const neverZero = product(...others.filter(({ base }) => contains(base, unknown)).map(({ base, multiplicity }) => power(base, number(multiplicity))));
    const divided = others.some(({ base }) => contains(base, unknown));
    const cleared = alone && !divided ? step("multiply both sides", [below], claim, { conditions: [relation(below, "!=", ZERO)] }) : undefined;
    const whole = equation(product(neverZero, shown), ZERO);
    const isFactored = alone && divided && equal(below, ONE) && !equal(whole, task.equation);
    const inFactors = [
      step("factor", [], { ...claim, after: whole, factor: product(number(sign), number(content)) }),
      step("divide by what is never 0", [neverZero], { kind: "equivalent", unknown, before: whole, after: factored, factor: neverZero }),
    ];
    const isProduct = equal(splitCoefficient(left).rest, shown) && equal(right, ZERO);
    const steps = isProduct
      ? []
      : isFactored
        ? inFactors
        : [cleared ?? (alone ? step("divide by what is never 0", [neverZero], claim) : step("factor", [], claim))];
    const parts = first ? own.map(({ base }) => equation(base, ZERO)) : [factored];
    if (!alone) {
      const rule = own.length > 1 ? "zero product" : "the square is zero";
      steps.push(step(rule, [], { kind: "equivalent", unknown, before: isProduct ? task.equation : factored, after: logic("or", parts) }));
    }
    const solved = solveAll(task, parts, solve);
    if (!solved) return undefined;
    const reason = own.length > 1 ? say`a product is 0 only where a factor is; ${solved.set.reason}` : solved.set.reason;
    return { steps: [...steps, ...solved.steps], set: { ...solved.set, reason } };
  }, undefined);
}

const placeIn = (printed: readonly Expression[], { base, multiplicity }: { readonly base: Expression; readonly multiplicity: number }): number =>
  printed.findIndex((factor) => equal(factor, power(base, number(multiplicity))));

/** u^(n + 1) as u^n u for a base that is positive, so that powers with the same letter in the exponent have it in common. */
function withSplitExponents(e: Expression, task: Task): Expression {
  const inner = mapChildren(e, (child) => withSplitExponents(child, task));
  if (inner.kind !== "power" || inner.exponent.kind !== "sum" || !contains(inner.base, task.unknown) || contains(inner.exponent, task.unknown)) return inner;
  const [whole, ...more] = inner.exponent.terms.filter((term) => term.kind === "number" && term.value.den === 1);
  if (!whole || more.length > 0 || decide(relation(inner.base, ">", ZERO), task.assumptions) !== true) return inner;
  return product(power(inner.base, subtract(inner.exponent, whole)), power(inner.base, whole));
}
