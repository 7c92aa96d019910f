import { withPositiveLead } from "../../canonical/factored.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { realAndImaginary } from "../../canonical/real-and-imaginary.ts";
import { inCase, type Step } from "../../derivation/step.ts";
import { equation, I, logic, name, nameIn, number, numberValue, power, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames, isRoot } from "../../expression/expression.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import { substitute } from "../../expression/substitute.ts";
import { asName, say } from "../../notation/inline.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { type Gaussian, gaussianRoots } from "../../polynomial/gaussian-roots.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { factorsOverReals, factorWithSteps } from "../../rewrite/forms/factor-with-steps.ts";
import { simplify } from "../../truth/index.ts";
import { Chain, toZeroForm } from "../quadratic/quadratic-form.ts";
import type { Rejected, Solution, SolutionSet, Solved, Task } from "../solution.ts";
import { type PolynomialForm, polynomialFrom, zeroForm } from "./polynomial-form.ts";

/** A factor of the zero form with the number of times it occurs. */
interface Factor {
  readonly base: Expression;
  readonly multiplicity: number;
}

/**
 * A polynomial equation of any degree whose zero form splits: over the rational numbers (with the other letters as
 * variables), and over the reals where the roots of what is left have short radicals. A product is 0 exactly where a factor
 * is; each factor is solved by itself.
 */
export function solveByFactors(form: PolynomialForm, solve: (task: Task) => Solved | undefined): Solved | undefined {
  const { task } = form;
  const degree = form.coefficients.length - 1;
  if (degree < 3) return undefined;
  const rational = gaussianFactors(form) ?? rationalFactors(form);
  if (!rational) return undefined;
  const factors = rational.flatMap((part) => split(part, task.unknown));
  if (factors.length === 1 && factors[0]?.multiplicity === 1) return undefined;
  const chain = new Chain(form);
  toZeroForm(chain, form);
  const shown = (parts: readonly Factor[]): Expression => equation(product(...parts.map(({ base, multiplicity }) => power(base, number(multiplicity)))), ZERO);
  if (rational.length > 1 || (rational[0]?.multiplicity ?? 1) > 1) {
    for (const one of stepsOfFactoring(form)) chain.follow(one);
    const lost = chain.numberLost(shown(rational));
    if (lost) chain.to(shown(rational), "divide both sides", [lost]);
    else chain.to(shown(rational), "factor", []);
  }
  if (factors.length > rational.length) chain.to(shown(factors), "factor with roots", []);
  const distinct = factors.map(({ base }) => equation(base, ZERO));
  chain.to(logic("or", distinct), distinct.length > 1 ? "zero product" : "the square is zero", []);
  const parts = factors.map((part) => ({ part, solved: solve({ ...task, equation: relationOf(part.base) }) }));
  if (parts.some(({ solved }) => !solved)) return undefined;
  const steps = parts.flatMap(({ part, solved }) => (degreeOf(part.base, task.unknown) > 1 ? inCase(relationOf(part.base), solved?.steps ?? []) : []));
  const found = gathered(parts.map(({ part, solved }) => ({ multiplicity: part.multiplicity, set: solved?.set })));
  // A factor without real roots adds nothing over the reals; where none has any, it stays as it is.
  const without = parts.flatMap(({ part, solved }) => (solved?.set.solutions.length === 0 ? [part.base] : []));
  const isSeen = without.length < parts.length && without.every((base) => findAll(base, isRoot).length === 0);
  const stated = (one: Solution): Expression => alternatives(task.unknown, [one.values.get(task.unknown) ?? ZERO]);
  const last = parts.flatMap(({ part, solved }) => {
    const own = (solved?.set.solutions ?? []).map(stated);
    return isSeen || own.length > 0 ? own : [equation(part.base, ZERO)];
  });
  chain.to(logic("or", last), "solve each", [task.unknown]);
  const finish = chain.steps[chain.steps.length - 1];
  const before = finish?.rule === "solve each" ? chain.steps.slice(0, -1) : chain.steps;
  return { steps: [...before, ...steps, ...(finish?.rule === "solve each" ? [finish] : [])], set: setOf(task, degree, found) };
}

/** The way to the factors of a polynomial with numbers, each form set to 0; none where one look is enough. */
function stepsOfFactoring(form: PolynomialForm): readonly Step[] {
  const zero = zeroForm(form);
  const [left = ZERO] = zero.kind === "relation" ? zero.operands : [];
  if (freeNames(left).size > 1 || form.task.domain === "complex") return [];
  const { steps } = factorWithSteps(left, { kind: "rationals" });
  return steps.length < 2 ? [] : steps.filter(({ rule }) => rule !== "known factors");
}

function relationOf(base: Expression): Task["equation"] {
  const made = equation(base, ZERO);
  if (made.kind !== "relation") throw new RangeError("an equation is a relation");
  return made;
}

function degreeOf(e: Expression, unknown: string): number {
  const kernels = new Kernels();
  const index = kernels.index(nameIn(e, unknown));
  return poly.degreeIn(normalForm(e, kernels).numerator, index);
}

/** The factors over Q(i) of a polynomial with i in its coefficients, as far as they are linear; undefined for any other polynomial. */
function gaussianFactors({ task, coefficients }: PolynomialForm): readonly Factor[] | undefined {
  if (task.domain !== "complex" || !coefficients.some(holdsImaginary)) return undefined;
  const numbers = coefficients.flatMap((coefficient) => {
    const parts = realAndImaginary(coefficient);
    const [re, im] = [parts && numberValue(simplify(parts.re).expression), parts && numberValue(simplify(parts.im).expression)];
    return re && im ? [{ re, im }] : [];
  });
  if (numbers.length < coefficients.length) return undefined;
  const { roots, rest } = gaussianRoots(numbers);
  const written = ({ re, im }: Gaussian): Expression => sum(number(re), product(number(im), I));
  const linear = roots.map(({ root, multiplicity }) => ({ base: subtract(name(task.unknown), written(root)), multiplicity }));
  return rest.length > 1 ? [...linear, { base: polynomialFrom(rest.map(written), task.unknown), multiplicity: 1 }] : linear;
}

/** The factors over Q that hold the unknown; undefined where there is only the whole, or it is out of reach. */
function rationalFactors(form: PolynomialForm): readonly Factor[] | undefined {
  const zero = zeroForm(form);
  const [left = ZERO] = zero.kind === "relation" ? zero.operands : [];
  return whereRational(() => {
    const kernels = new Kernels();
    kernels.index(nameIn(left, form.task.unknown));
    const { factors } = factor(normalForm(left, kernels).numerator);
    return factors
      .map(({ factor: part, multiplicity }) => ({ base: withPositiveLead(polynomialExpression(part, kernels)), multiplicity }))
      .filter(({ base }) => contains(base, form.task.unknown));
  }, undefined);
}

/** Whether a polynomial has no factor over the rational numbers and the letters. */
export function isIrreducible(form: PolynomialForm): boolean {
  const [only, ...more] = rationalFactors(form) ?? [];
  return only?.multiplicity === 1 && more.length === 0;
}

/** A factor of higher degree with whole coefficients split over the reals. */
function split(part: Factor, unknown: string): readonly Factor[] {
  const kernels = new Kernels();
  const index = kernels.index(nameIn(part.base, unknown));
  const { numerator } = normalForm(part.base, kernels);
  if (poly.degreeIn(numerator, index) < 3 || poly.degrees(numerator).length > 1) return [part];
  const coefficients = poly.coefficientsIn(numerator, index).map((coefficient) => polynomialExpression(coefficient, kernels));
  if (coefficients.some((coefficient) => !numberValue(coefficient))) return [part];
  const pieces = factorsOverReals(coefficients, name(unknown));
  return pieces ? pieces.map((base) => ({ base, multiplicity: part.multiplicity })) : [part];
}

interface Found {
  readonly solutions: readonly Solution[];
  readonly complex: readonly Solution[];
  readonly rejected: readonly Rejected[];
}

/** All solutions of the factors, each as often as its factor occurs; equal values of different factors are joined. */
function gathered(parts: readonly { readonly multiplicity: number; readonly set: SolutionSet | undefined }[]): Found {
  const times = (solution: Solution, multiplicity: number): Solution => ({ ...solution, multiplicity: solution.multiplicity * multiplicity });
  const join = (list: readonly Solution[]): readonly Solution[] => {
    const known: Solution[] = [];
    for (const next of list) {
      const at = known.findIndex((one) => [...one.values].every(([key, value]) => equal(value, next.values.get(key) ?? ZERO)));
      const same = known[at];
      if (same) known[at] = { ...same, multiplicity: same.multiplicity + next.multiplicity };
      else known.push(next);
    }
    return known;
  };
  return {
    solutions: join(parts.flatMap(({ multiplicity, set }) => (set?.solutions ?? []).map((solution) => times(solution, multiplicity)))),
    complex: join(parts.flatMap(({ multiplicity, set }) => (set?.complexSolutions ?? []).map((solution) => times(solution, multiplicity)))),
    rejected: parts.flatMap(({ set }) => set?.rejected ?? []),
  };
}

/**
 * A solution that is real only where a letter is 0, and is then one of the others, adds nothing: the letter's square would
 * have to be at most 0.
 */
function onlyAtZero(solution: Solution, others: readonly Solution[], unknown: string): boolean {
  return solution.conditions.some((condition) => {
    const [left, right] = condition.kind === "relation" && condition.comparisons[0] === "<=" ? condition.operands : [];
    const [letter, ...more] = left ? freeNames(left) : [];
    if (!left || !right || !equal(right, ZERO) || letter === undefined || more.length > 0 || left.kind !== "power" || left.base.kind !== "name") return false;
    if (left.exponent.kind !== "number" || left.exponent.value.den !== 1 || Number(left.exponent.value.num) % 2 !== 0) return false;
    const at = (one: Solution): Expression => simplify(substitute(one.values.get(unknown) ?? ZERO, new Map([[letter, ZERO]]))).expression;
    return others.some((other) => other !== solution && other.conditions.length === 0 && equal(at(other), at(solution)));
  });
}

function setOf({ unknown, domain }: Task, degree: number, found: Found): SolutionSet {
  const hidden = domain === "real" ? found.solutions.filter((one) => onlyAtZero(one, found.solutions, unknown)) : [];
  const solutions = found.solutions.filter((one) => !hidden.includes(one));
  const complex = [...found.complex, ...hidden];
  const { rejected } = found;
  const none = solutions.length === 0;
  const apart = complex.map((solution): Rejected => ({ values: solution.values, multiplicity: solution.multiplicity, reason: say`it is not real` }));
  const counted = say`the equation is of degree ${degree} in ${asName(unknown)}, and its factors have no other roots`;
  return {
    variables: [unknown],
    domain,
    complete: true,
    reason: none ? say`no real ${asName(unknown)} solves the equation: all ${degree} solutions, counted with multiplicity, are complex` : counted,
    solutions,
    rejected: none ? rejected : [...rejected, ...apart],
    complexSolutions: none ? complex : [],
  };
}
