import { boundsWhere } from "../calculus/pieces-where.ts";
import { step } from "../derivation/step.ts";
import { nameIn, ONE, relation, subtract, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { contains, type Expression, equal, findAll, freeNames, isReciprocal } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import { asName, say } from "../notation/inline.ts";
import { linePlain } from "../notation/line-plain.ts";
import { text } from "../notation/text.ts";
import { BudgetExhausted } from "../number/budget.ts";
import { decide, expandedLogarithm, showsCondition, simplify, zeroTest } from "../truth/index.ts";
import { isIrreducible, solveByFactors } from "./algebraic/by-factors.ts";
import { solveByPower } from "./algebraic/by-power.ts";
import { clearedOfFractions } from "./algebraic/clearing-fractions.ts";
import { solveConstant } from "./algebraic/constant.ts";
import { solveCubeRootSum } from "./algebraic/cube-root-sum.ts";
import { solveByEvenRoots } from "./algebraic/even-roots.ts";
import { solveLinear } from "./algebraic/linear.ts";
import { solveByCubeSum, solveByNamingRoots, solveByShifting, solveByTripleAngle } from "./algebraic/named-roots.ts";
import { solveNestedRoots } from "./algebraic/nested-roots.ts";
import { type PolynomialForm, polynomialForm } from "./algebraic/polynomial-form.ts";
import { solveRadical } from "./algebraic/radical.ts";
import { solveRational } from "./algebraic/rational.ts";
import { solveByRootsOfNumber } from "./algebraic/roots-of-number.ts";
import { solveWithoutLetterFactor } from "./algebraic/without-letter-factor.ts";
import { solveByCases } from "./cases/by-cases.ts";
import { solveByIntervals } from "./cases/by-intervals.ts";
import { solveConstantOnPieces } from "./cases/constant-on-pieces.ts";
import { solveEqualBars } from "./cases/equal-bars.ts";
import { solveFactorial, solveSteps } from "./cases/steps-and-factorials.ts";
import { solveZeroProduct } from "./cases/zero-product.ts";
import { solveInverseTrigonometric } from "./circular/inverse-trigonometric.ts";
import { solveInOneCircularFunction } from "./circular/one-circular-function.ts";
import { solvePrincipalValues } from "./circular/principal-values.ts";
import { solveByTangent } from "./circular/tangent-and-cotangent.ts";
import { solveTrigonometric } from "./circular/trigonometric.ts";
import { solveByExponentials, solveComplexBranches, solveConjugateProducts, solveModulus } from "./complex/complex-functions.ts";
import { hasImaginaryPart, solveByParts } from "./complex/imaginary-parts.ts";
import { solveInRealUnknowns } from "./complex/real-unknowns.ts";
import { solveComplexExponential } from "./exponential/complex-exponential.ts";
import { solveHomogeneousExponentials } from "./exponential/homogeneous-exponentials.ts";
import { solveByTakingLogarithms, solveLogarithmic } from "./exponential/logarithmic.ts";
import { solveInOneBase } from "./exponential/one-base.ts";
import { solveVariablePower } from "./exponential/variable-power.ts";
import { tidyFamilies } from "./members/tidy-families.ts";
import { solveNumerically } from "./numeric.ts";
import { solveQuadratic } from "./quadratic/quadratic.ts";
import { candidatesTried } from "./sifting/candidates.ts";
import { degenerateCases, positiveBases, solutionsAtSpecialValues } from "./sifting/degenerate.ts";
import { sift } from "./sifting/sift.ts";
import { type Solution, type SolutionSet, type Solved, solution, type Task, Unsolvable } from "./solution.ts";
import { solveBySubstitution } from "./substitution.ts";
import { solveByUndoing } from "./undoing.ts";

/** The methods for polynomial equations, tried in order; each takes what it knows and leaves the rest. */
const POLYNOMIAL_METHODS: readonly ((form: PolynomialForm) => Solved | undefined)[] = [
  solveConstant,
  solveLinear,
  solveQuadratic,
  solveByRootsOfNumber,
  solvePurePower,
  solveInPower,
  (form) => solveByFactors(form, solvePolynomial),
  (form) => (form.task.domain === "real" ? solveByPower(form, solveOpen) : undefined),
  (form) => solveByShifting(form, solvePolynomial),
  solveByTripleAngle,
  solveByCubeSum,
  solveByNamingRoots,
];

/** c x^n = d over the reals: a root of degree n is enough; where none is real the complex ones are found otherwise. */
function solvePurePower(form: PolynomialForm): Solved | undefined {
  const { coefficients, task } = form;
  if (task.domain !== "real" || !coefficients.slice(1, -1).every((coefficient) => equal(coefficient, ZERO))) return undefined;
  const solved = solveByPower(form, solveOpen) ?? solveByUndoing(task, solveCleared);
  return solved && solved.set.solutions.length > 0 ? solved : undefined;
}

/** An irreducible polynomial in x², x³ …: for that power first; what is not real comes from its factors. */
function solveInPower(form: PolynomialForm): Solved | undefined {
  const present = form.coefficients.filter((coefficient) => !equal(coefficient, ZERO));
  if (form.task.domain !== "real" || present.length < 3 || !isIrreducible(form)) return undefined;
  const solved = solveByPower(form, solveOpen);
  const others = solved && (solveByFactors(form, solvePolynomial) ?? solveByNamingRoots(form));
  if (!solved || !others) return solved;
  const { complexSolutions, rejected } = others.set;
  return { ...solved, set: { ...solved.set, complexSolutions, rejected } };
}

function solvePolynomial(task: Task): Solved | undefined {
  const form = polynomialForm(task);
  if (!form) return undefined;
  const cleared = clearedOfFractions(form);
  if (cleared) {
    const solved = solvePolynomial({ ...task, equation: cleared.equation });
    if (!solved) return undefined;
    const solutions = solved.set.solutions.map((one) => underConditions(one, cleared.conditions, task.assumptions));
    return { steps: [cleared.step, ...solved.steps], set: { ...solved.set, solutions } };
  }
  for (const method of POLYNOMIAL_METHODS) {
    const solved = method(form);
    if (solved) return solved;
  }
  const degree = form.coefficients.length - 1;
  throw new Unsolvable(`this is an equation of degree ${degree} in ${task.unknown}, and no factors with short roots were found`);
}

/** A solution under conditions that are neither known nor seen from its values; a value that divides by nothing needs none. */
function underConditions(one: Solution, conditions: readonly Expression[], known: readonly Expression[]): Solution {
  if ([...one.values.values()].every((value) => findAll(value, isReciprocal).length === 0)) return one;
  const isSaid = (condition: Expression): boolean =>
    decide(condition, [...known, ...one.conditions]) === true || [...one.values.values()].some((value) => showsCondition(value, condition));
  return { ...one, conditions: [...one.conditions, ...conditions.filter((condition) => !isSaid(condition))] };
}

/** What an equation without radicals may be. */
function solveCleared(task: Task): Solved | undefined {
  return solvePolynomial(task) ?? solveRational(task, solvePolynomial);
}

/** A way to solve an equation; undefined, or Unsolvable, where it does not apply. */
type Method = (task: Task) => Solved | undefined;

/** All methods in the order in which a teacher would try them; certified numbers come last. */
const METHODS: readonly Method[] = [
  solveHighPower,
  solveInOnePlace,
  solveCleared,
  solveIdentity,
  solveConstantOnPieces,
  solveSteps,
  solvePrincipalValues,
  (task) => solveFactorial(task, solveOpen),
  (task) => solveVariablePower(task, solveOpen),
  (task) => solveByUndoing(task, solveCleared),
  solveForPositiveBase,
  (task) => solveModulus(task, solveOpen),
  (task) => solveConjugateProducts(task, solveOpen),
  solveInRealUnknowns,
  (task) => solveComplexExponential(task, solveOpen),
  (task) => solveByExponentials(task, solveOpen),
  (task) => solveComplexBranches(task, solveOpen),
  (task) => solveWithoutLetterFactor(task, solveOpen),
  (task) => solveByEvenRoots(task, solveOpen),
  (task) => solveNestedRoots(task, solveOpen),
  (task) => solveEqualBars(task, solveOpen),
  (task) => solveByIntervals(task, solveOpen),
  (task) => solveByCases(task, solveOpen),
  (task) => solveZeroProduct(task, solveOpen),
  (task) => solveByTangent(task, solveOpen),
  (task) => solveInOneBase(task, solveOpen),
  (task) => solveBySubstitution(task, solveOpen),
  (task) => solveHomogeneousExponentials(task, solveOpen),
  (task) => solveTrigonometric(task, solveOpen),
  (task) => solveInOneCircularFunction(task, solveOpen),
  (task) => solveLogarithmic(task, solveOpen),
  (task) => solveByTakingLogarithms(task, solveOpen),
  (task) => solveCubeRootSum(task, solveCleared),
  (task) => solveRadical(task, solveCleared),
  (task) => solveInverseTrigonometric(task, solveOpen),
  solveWithoutLogarithms,
  solveNumerically,
];

/** How deep methods may call each other. */
const MOST_DEPTH = 12;
let depth = 0;

/** The solutions by the first method that gets through, not yet sifted. */
function solveOpen(task: Task): Solved | undefined {
  if (depth >= MOST_DEPTH) return undefined;
  depth += 1;
  try {
    return firstOf(task);
  } finally {
    depth -= 1;
  }
}

function firstOf(task: Task): Solved | undefined {
  // Only with its parts apart is it an equation between real numbers.
  if (hasImaginaryPart(task)) return solveByParts(task, solveOpen);
  let refusal: Unsolvable | undefined;
  for (const method of METHODS) {
    try {
      const solved = method(task);
      if (solved) return solved;
    } catch (error) {
      if (!(error instanceof Unsolvable || error instanceof BudgetExhausted)) throw error;
      if (error instanceof Unsolvable) refusal ??= error;
    }
  }
  if (refusal) throw refusal;
  return undefined;
}

/** From this exponent on a power is undone before it is multiplied out, and from the second on it never is. */
const HIGH_POWER = 8;
const HIGHEST_POWER = 20;

/** An equation that is no polynomial and in which the unknown stands once, in a sum under a power: what is done to it is undone, from outside in. */
function solveInOnePlace(task: Task): Solved | undefined {
  const { unknown } = task;
  const isAlone = findAll(task.equation, (part) => part.kind === "name" && part.name === unknown).length === 1;
  const isDeep = findAll(task.equation, (part) => part.kind === "power" && part.base.kind === "sum" && contains(part.base, unknown)).length > 0;
  if (!isAlone || !isDeep || task.domain !== "real" || polynomialForm(task)) return undefined;
  const solved = solveByUndoing(task, solveCleared);
  return solved && solved.set.solutions.length > 0 ? solved : undefined;
}

/** u^n = v for a large n. */
function solveHighPower(task: Task): Solved | undefined {
  const exponents = task.equation.operands.flatMap((e) =>
    e.kind === "power" && contains(e.base, task.unknown) && e.exponent.kind === "number" && e.exponent.value.den === 1 ? [Number(e.exponent.value.num)] : [],
  );
  const highest = Math.max(...exponents, 0);
  const solved = highest >= HIGH_POWER ? solveByUndoing(task, solveCleared) : undefined;
  // Where no root is real the complex ones are given apart, by other methods.
  return solved && (solved.set.solutions.length > 0 || highest > HIGHEST_POWER) ? solved : undefined;
}

/** b^n = v with letters in n: what there is for b > 0. A negative b may solve it for whole n, so this is not said to be all. */
function solveForPositiveBase(task: Task): Solved | undefined {
  const { equation: statement, unknown, domain, assumptions } = task;
  const [part] = findAll(statement, (e) => e.kind === "power" && contains(e.base, unknown) && !contains(e.exponent, unknown) && freeNames(e.exponent).size > 0);
  if (domain !== "real" || part?.kind !== "power") return undefined;
  const positive = relation(part.base, ">", ZERO);
  if (decide(positive, assumptions) !== undefined) return undefined;
  const solved = solveByUndoing({ ...task, assumptions: [...assumptions, positive] }, solveCleared);
  const reason = say`this is for ${positive}: where ${part.exponent} is a whole number, there may be more; give ${positive} to leave these out`;
  return solved && { ...solved, set: { ...solved.set, complete: false, reason } };
}

/** Logarithms of exponentials are undone: ln(e^x) is x. */
function solveWithoutLogarithms(task: Task): Solved | undefined {
  const undone = (e: Expression): Expression => {
    const inner = mapChildren(e, undone);
    const [u] = inner.kind === "call" && inner.name === "ln" ? inner.args : [];
    return u && findAll(u, (part) => part.kind === "power" && contains(part.exponent, task.unknown)).length > 0
      ? expandedLogarithm(u, task.assumptions, false)
      : inner;
  };
  const after = undone(task.equation);
  if (task.domain !== "real" || after.kind !== "relation" || equal(after, task.equation)) return undefined;
  const solved = solveOpen({ ...task, equation: after });
  const claim = { kind: "equivalent", unknown: task.unknown, before: task.equation, after, factor: ONE } as const;
  return solved && { ...solved, steps: [step("simplify values", [], claim), ...solved.steps] };
}

/** Both sides are the same wherever they are defined. */
function solveIdentity(task: Task): Solved | undefined {
  const { unknown, equation, domain } = task;
  const [left = ZERO, right = ZERO] = equation.operands;
  if (!contains(equation, unknown) || freeNames(equation).size > 1) return undefined;
  const test = zeroTest(simplify(subtract(left, right)).expression);
  if (test.kind !== "zero") return undefined;
  return {
    steps: [step("decided as a whole", [test.method], { kind: "equal", before: left, after: right })],
    set: {
      variables: [unknown],
      domain,
      complete: true,
      reason: say`both sides are the same for every ${asName(unknown)} for which they are defined`,
      solutions: [solution(unknown, nameIn(equation, unknown), { free: [unknown], conditions: boundsWhere(realDomain(equation), unknown) })],
      rejected: [],
      complexSolutions: [],
    },
  };
}

/**
 * As `solveEquation`, with the solutions for values of letters that its conditions leave out.
 * @throws Unsolvable where no method applies.
 */
export function solveForAllLetters(task: Task): Solved {
  const solved = solveEquation(task);
  const { solutions, special } = solved.set;
  if (special !== undefined || freeNames(task.equation).size < 2) return solved;
  const { listed, said } = solutionsAtSpecialValues(task, solved.set, solveOpen);
  const limits = [...said, ...[positiveBases(task)].filter((limit) => limit !== undefined)].join("; ");
  return { ...solved, set: { ...solved.set, solutions: [...solutions, ...listed], ...(limits === "" ? {} : withSpecial(solved.set, limits)) } };
}

/**
 * All solutions of an equation in one unknown, with the derivation that found them.
 * @throws Unsolvable where no method applies.
 */
export function solveEquation(task: Task): Solved {
  const solved = solveOpen(task);
  if (!solved) {
    throw new Unsolvable(
      `no method was found that solves ${text(task.equation)} for ${task.unknown}${freeNames(task.equation).size > 1 ? " with letters for numbers" : ""}`,
    );
  }
  const once = sift(tidyFamilies(solved, task), task);
  // Members that were set aside may leave families that a textbook would join.
  const sifted = once.steps.length > solved.steps.length && once.set.solutions.some(({ integers }) => integers.length > 0) ? tidyFamilies(once, task) : once;
  const { complete, solutions, rejected, reason } = sifted.set;
  if (!complete && solutions.length + rejected.length === 0)
    throw new Unsolvable(`no solution was found, and it is not proven that there is none: ${linePlain(reason)}`);
  const steps = [...sifted.steps, ...candidatesTried(task, sifted.set, sifted.steps)];
  const special = degenerateCases(task, solveOpen);
  return special === undefined ? { ...sifted, steps } : { steps, set: { ...sifted.set, ...withSpecial(sifted.set, special) } };
}

/** What is said of special values of letters is part of the reason too. */
function withSpecial({ reason }: SolutionSet, special: string): Pick<SolutionSet, "special" | "reason"> {
  return { special, reason: say`${reason}; ${special}` };
}
