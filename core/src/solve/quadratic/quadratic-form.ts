import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { type Claim, type Step, type StepOptions, step } from "../../derivation/step.ts";
import { divide, equation, I, negate, number, ONE, product, splitCoefficient, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, freeNames, isRoot } from "../../expression/expression.ts";
import { asName, type Line, say } from "../../notation/inline.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { readable } from "../../rewrite/readable.ts";
import { equalityTest } from "../../truth/index.ts";
import { type PolynomialForm, writtenZeroForm, zeroForm } from "../algebraic/polynomial-form.ts";
import { nonZero } from "../sifting/conditions.ts";
import { type Solution, type SolutionSet, type Solved, solution } from "../solution.ts";

/** a x² + b x + c = 0 with the steps that lead there. */
export interface Quadratic {
  readonly form: PolynomialForm;
  readonly a: Expression;
  readonly b: Expression;
  readonly c: Expression;
  /** a ≠ 0, where it is not known. */
  readonly conditions: readonly Expression[];
}

/** A polynomial form as a quadratic; undefined where it is of another degree. */
export function quadratic(form: PolynomialForm): Quadratic | undefined {
  if (form.coefficients.length !== 3) return undefined;
  const [c = ZERO, b = ZERO, a = ONE] = form.coefficients;
  return { form, a, b, c, conditions: nonZero(a, form.task.assumptions) };
}

/** Collects the steps of a derivation of equivalent statements, each starting where the last ended. */
export class Chain {
  readonly steps: Step[] = [];
  readonly #unknown: string;
  #current: Expression;

  constructor(form: PolynomialForm) {
    this.#unknown = form.task.unknown;
    this.#current = form.task.equation;
  }

  /** A step to an equivalent statement; nothing happens when that is what already stands there. */
  to<Name extends RuleName>(after: Expression, rule: Name, pieces: Pieces<Name>, options: StepOptions = {}): void {
    if (equal(this.#current, after)) return;
    const claim: Claim = { kind: "equivalent", unknown: this.#unknown, before: this.#current, after };
    this.steps.push(step(rule, pieces, claim, options));
    this.#current = after;
  }

  /** The left side of an equation set to 0 in another form, as a rewrite found it. */
  follow(one: Step): void {
    if (one.claim.kind !== "equal") return;
    const after = equation(one.claim.after, ZERO);
    this.steps.push({ ...one, claim: { kind: "equivalent", unknown: this.#unknown, before: this.#current, after } });
    this.#current = after;
  }

  /** A number before the product on the left that is not before that of the next statement: what both sides are divided by. */
  numberLost(after: Expression): Expression | undefined {
    const [own, next] = [this.#current, after].map((statement) => (statement.kind === "relation" ? statement.operands[0] : undefined));
    const { coefficient, rest } = splitCoefficient(own ?? ZERO);
    return next && !rational.isOne(coefficient) && equal(rest, next) ? number(coefficient) : undefined;
  }

  /** As `to`, but shown even where only the writing changes. */
  restate<Name extends RuleName>(after: Expression, rule: Name, pieces: Pieces<Name>, options: StepOptions = {}): void {
    this.steps.push(step(rule, pieces, { kind: "equivalent", unknown: this.#unknown, before: this.#current, after }, options));
    this.#current = after;
  }

  /** A step that states a fact and leaves the statement as it is. */
  fact<Name extends RuleName>(claim: Claim, rule: Name, pieces: Pieces<Name>, options: StepOptions = {}): void {
    this.steps.push(step(rule, pieces, claim, options));
  }
}

/** Brings the equation to zero form, unless it stands there. */
export function toZeroForm(chain: Chain, form: PolynomialForm): void {
  chain.to(zeroForm(form), equal(form.right, ZERO) ? "multiply out" : "bring to one side", [], { written: writtenZeroForm(form) });
}

/** The pair centre ± spread. */
export function pair(centre: Expression, spread: Expression): readonly [Expression, Expression] {
  const first = readable(sum(centre, spread));
  const second = readable(subtract(centre, spread));
  const mirrored = withOtherSign(first, spread);
  return [first, mirrored && equalityTest(mirrored, second).kind === "zero" ? mirrored : second];
}

/** (−b − √D)/2 for (−b + √D)/2: the same fraction with the other sign of the root in the spread; undefined where it is no such fraction. */
function withOtherSign(root: Expression, spread: Expression): Expression | undefined {
  if (root.kind !== "product" || freeNames(root).size === 0) return undefined;
  const sums = root.factors.filter((factor) => factor.kind === "sum");
  const [above] = sums;
  const isRootTerm = (term: Expression): boolean =>
    factorsOf(term).some((factor) => isRoot(factor) && freeNames(factor).size > 0 && factorsOf(spread).some((one) => equal(one, factor)));
  if (!above || sums.length > 1 || above.terms.filter(isRootTerm).length !== 1) return undefined;
  const turned = sum(...above.terms.map((term) => (isRootTerm(term) ? negate(term) : term)));
  return product(...root.factors.map((factor) => (factor === above ? turned : factor)));
}

/** The conjugate pair centre ± i · size, each as short as it gets, the one with the plus first. */
export function imaginaryPair(centre: Expression, size: Expression): readonly [Expression, Expression] {
  const turned = product(I, size);
  return [readable(sum(centre, turned)), readable(subtract(centre, turned))];
}

/** The solution set of a quadratic with two different roots, one double root, or a complex pair. */
export function quadraticSet(
  q: Quadratic,
  roots: readonly Expression[],
  options: { readonly conditions?: readonly Expression[]; readonly imaginary?: boolean; readonly reason?: Line } = {},
): SolutionSet {
  const { unknown, domain } = q.form.task;
  const conditions = [...q.conditions, ...(options.conditions ?? [])];
  const multiplicity = roots.length === 1 ? 2 : 1;
  const all: readonly Solution[] = roots.map((root) => solution(unknown, root, { multiplicity, conditions }));
  const apart = options.imaginary === true && domain === "real";
  return {
    variables: [unknown],
    domain,
    complete: true,
    reason: options.reason ?? countReason(unknown, roots.length, apart),
    solutions: apart ? [] : all,
    rejected: [],
    complexSolutions: apart ? all : [],
  };
}

function countReason(unknown: string, count: number, apart: boolean): Line {
  if (apart) return say`no real ${asName(unknown)} solves the equation: both solutions of this equation of second degree are complex`;
  if (count === 1) return say`the equation is of second degree in ${asName(unknown)}, and its one solution counts twice`;
  return say`the equation is of second degree in ${asName(unknown)}, so it has no more than these two solutions`;
}

/** The finished derivation. */
export function solved(chain: Chain, set: SolutionSet): Solved {
  return { set, steps: chain.steps };
}

/** The x with inside = side, for inside = p x + q. */
export function linearRoot(inside: Expression, side: Expression, unknown: string): Expression {
  const [constant = ZERO, slope = ONE] = polynomialCoefficients(inside, unknown) ?? [];
  return readable(divide(subtract(side, constant), slope));
}
