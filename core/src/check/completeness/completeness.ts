import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { equation, name, product, subtract, ZERO } from "../../expression/construct.ts";
import { isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { polynomialAt } from "../../rewrite/coefficients.ts";
import { constantSign, equalityTest, zeroTest } from "../../truth/index.ts";
import type { ClaimedAnswer, ClaimedSolution } from "../answer.ts";
import { coversPieces } from "../calculus/constant-pieces.ts";
import { sameZeros, zeroPolynomial } from "../equivalent/equivalence.ts";
import { rangeAsked } from "../equivalent/principal.ts";
import { coversRegions } from "../inequality/covers-regions.ts";
import { covered, type KeptStep } from "../steps/chain.ts";
import type { Check, Verdict } from "../verdict.ts";
import { coversByParts } from "./complex-parts.ts";
import { allDifferent, areAllRoots, rootCount } from "./counting.ts";
import { allZeros } from "./isolation.ts";
import { lostSolution, lostStatement } from "./lost.ts";
import { coversPeriod } from "./periodic.ts";
import { unprovenRejection } from "./rejections.ts";
import { coversRounding, isExactly } from "./whole-numbers.ts";

/** What is asked: the answer, the steps that led to it, and the equation as a polynomial in the unknown where it is one. */
interface Question {
  readonly answer: ClaimedAnswer;
  readonly chain: readonly KeptStep[];
  readonly coefficients: readonly Expression[] | undefined;
}

/** One way to prove that the claimed solutions are all: its words, where it applies and what the theorem asks for was shown. */
interface CompletenessWay {
  readonly name: string;
  readonly theorem: string;
  readonly source: string;
  readonly proves: (question: Question) => string | undefined;
}

const COUNTED: CompletenessWay = {
  name: "roots counted",
  theorem: "Descartes’ rule with bisection counts the different real roots of a polynomial; a squarefree polynomial has as many complex ones as its degree",
  source: "G. E. Collins and A. G. Akritas, SYMSAC 1976",
  proves: ({ answer }) => countedRoots(answer),
};

const REGIONS: CompletenessWay = {
  name: "linear on pieces",
  theorem: "an equation that is linear on every piece of the line has on each as many solutions as a linear equation",
  source: "elementary algebra",
  proves: ({ answer }) => (coversRegions(answer) ? "cut into pieces on which the equation is linear, the line has no other solution" : undefined),
};

const CONSTANT_PIECES: CompletenessWay = {
  name: "constant on pieces",
  theorem: "a function whose derivative is 0 on an interval is constant there",
  source: "mean value theorem; O. Forster, Analysis 1, § 16",
  proves: ({ answer }) =>
    coversPieces(answer) ? "the derivative of the difference of the sides is 0, and on no other piece of its domain is the difference 0" : undefined,
};

const CONSTANT: CompletenessWay = {
  name: "the unknown drops out",
  theorem: "an equation without the unknown holds for all of its values or for none",
  source: "definition of a solution",
  proves: ({ answer, coefficients }) => (coefficients && coefficients.length <= 1 ? droppedOut(coefficients[0] ?? ZERO, answer) : undefined),
};

const DEGREE: CompletenessWay = {
  name: "degree",
  theorem: "a polynomial of degree n has at most n roots",
  source: "field axioms",
  proves: ({ answer, coefficients }) => {
    const degree = (coefficients?.length ?? 0) - 1;
    if (degree < 1 || !areAllRoots(answer.equation, rootsOf(answer), answer.unknown)) return undefined;
    return degree === 1
      ? "the degree is 1, and one root was found: there can be no other"
      : `the degree is ${degree}, and ${degree} different roots were found: there can be no others`;
  },
};

const FACTORS: CompletenessWay = {
  name: "factors multiplied out",
  theorem: "a product is 0 only where a factor is: c (x − r_1) … (x − r_n) has no other root",
  source: "field axioms",
  proves: ({ answer, coefficients }) => {
    const degree = (coefficients?.length ?? 0) - 1;
    if (!coefficients || degree < 1 || rootsOf(answer).length !== degree || factorsTest(answer, coefficients).kind !== "zero") return undefined;
    return `the degree is ${degree}, so there are at most ${times(degree)}; multiplied out, the factors of the roots found give the equation back`;
  },
};

const ROUNDING: CompletenessWay = {
  name: "rounding",
  theorem: "⌊u⌋ = k exactly for k ≤ u < k + 1, ⌈u⌉ = k exactly for k − 1 < u ≤ k",
  source: "definition",
  proves: ({ answer }) => (coversRounding(answer) ? "a number rounds to one whole number, and this is the interval that rounds to the given one" : undefined),
};

const PRINCIPAL: CompletenessWay = {
  name: "principal values",
  theorem: "arccos(cos u) lies in [0, π], and is u for every u there; arcsin, arctan, arccot, and the principal ln and √ the like",
  source: "definition of the principal values",
  proves: ({ answer }) => {
    const range = rangeAsked(answer.equation);
    return range && isExactly(range, answer) ? "the sides are equal exactly where the argument lies in the range of the inverse function" : undefined;
  },
};

const STEPS: CompletenessWay = {
  name: "steps that lose nothing",
  theorem: "where every step keeps all solutions, what is left at the end are all",
  source: "transitivity of implication",
  proves: ({ answer, chain }) =>
    covered(answer, chain)
      ? `every step keeps exactly the ${answer.domain} solutions, from the equation to the values found, so there are no others`
      : undefined,
};

const PERIOD: CompletenessWay = {
  name: "one period",
  theorem: "a periodic equation has in every period the zeros that it has in one",
  source: "definition of a period; interval arithmetic (R. E. Moore 1966)",
  proves: ({ answer }) =>
    coveredByPeriod(answer) ? "the equation repeats after a period; cut into pieces, that period has no other place where the sides can be equal" : undefined,
};

const BOUNDS: CompletenessWay = {
  name: "bounds on pieces",
  theorem: "interval arithmetic encloses every value of a function on a piece",
  source: "R. E. Moore, Interval Analysis, 1966",
  proves: ({ answer }) =>
    coveredByBounds(answer)
      ? "the line was cut into pieces: on each the sides stay apart, or their difference only rises or only falls and is 0 once; so they are equal nowhere else where it was asked"
      : undefined,
};

const PARTS: CompletenessWay = {
  name: "real and imaginary parts",
  theorem: "complex numbers are equal exactly where their real and imaginary parts are",
  source: "definition of a complex number",
  proves: ({ answer }) =>
    coversByParts(answer) ? "the real and the imaginary part of both sides make a system for two real numbers, which has no other solution" : undefined,
};

/** The ways in the order in which they are tried. */
export const COMPLETENESS_WAYS: readonly CompletenessWay[] = [
  COUNTED,
  REGIONS,
  CONSTANT_PIECES,
  CONSTANT,
  DEGREE,
  FACTORS,
  ROUNDING,
  PRINCIPAL,
  STEPS,
  PERIOD,
  BOUNDS,
  PARTS,
];

/**
 * Whether the claimed solutions are all: nailed by the first way that proves it, bent where a polynomial says otherwise, else loose. A value
 * that was set aside must be proven to be no solution.
 */
export function completenessCheck(answer: ClaimedAnswer, chain: readonly KeptStep[] = []): Check {
  const check = (outcome: Verdict, detail: string, grounds?: string): Check => ({
    kind: "completeness",
    outcome,
    detail,
    lines: [{ note: detail, ...(grounds === undefined ? {} : { grounds }) }],
  });
  // With i in it, a polynomial equation for a real unknown is two equations.
  const coefficients = answer.domain === "real" && holdsImaginary(answer.equation) ? undefined : zeroPolynomial(answer.equation, answer.unknown);
  const question: Question = { answer, chain, coefficients };
  const miscounted = coefficients ? undefined : answer.solutions.find((one) => one.multiplicity > 1 && !multiplicityHolds(answer, one));
  if (miscounted) return check("loose", `it was not confirmed that ${answer.unknown} = ${text(miscounted.value)} counts ${miscounted.multiplicity} times`);
  const tooMany = coefficients && moreThanDegree(answer, coefficients);
  if (tooMany) return check("bent", tooMany);
  const lost = lostSolution(answer);
  if (lost) return check("bent", `a solution is left out: ${lostStatement(lost, answer.unknown).map(text).join(", ")}`);
  for (const way of COMPLETENESS_WAYS) {
    const proof = way.proves(question);
    if (proof === undefined) continue;
    const open = unprovenRejection(answer);
    return open
      ? check("loose", `it was not confirmed that ${answer.unknown} = ${text(open.value)}, which was set aside, is no solution`)
      : check("nailed", proof, `${way.theorem} (${way.source})`);
  }
  const open = check("loose", "it was not proven that there are no other solutions");
  return (coefficients && refuted(answer, coefficients, check)) ?? { ...open, advice: adviceFor(answer) };
}

/** What would help to count the solutions. */
function adviceFor({ equation: asked, unknown, facts }: ClaimedAnswer): string {
  const letters = [...freeNames(asked)].filter((letter) => letter !== unknown);
  if (letters.length > 0) return `what is known of ${letters.join(", ")} may decide it: a value or a sign, as in “given ${letters[0]} > 0”`;
  return facts.length === 0
    ? `asked for on an interval, as in “for ${unknown} in [0, 10]”, bounds can decide it`
    : "a shorter interval may decide it, or the equation in another form";
}

function times(degree: number): string {
  return degree === 1 ? "one root" : `${degree} roots, counted with multiplicity`;
}

/** All values that count as roots of the polynomial, each as often as it is said to count. */
function rootsOf(answer: ClaimedAnswer): readonly Expression[] {
  const solves = solverOf(answer);
  const claimed = [...general(answer), ...answer.apart, ...answer.rejected.filter((one) => freeNames(one.value).size > 0 || solves(one.value))];
  return claimed.flatMap((solution) => Array.from({ length: solution.multiplicity }, () => solution.value));
}

/** The solutions without those for single values of the letters, where the degree may be another. */
function general({ solutions, unknown }: ClaimedAnswer): readonly ClaimedSolution[] {
  return solutions.filter(({ conditions }) => !conditions.some((fact) => isEquation(fact) && !contains(fact, unknown)));
}

function isEverywhere(answer: ClaimedAnswer): boolean {
  return general(answer).some((solution) => solution.everywhere);
}

function moreThanDegree(answer: ClaimedAnswer, coefficients: readonly Expression[]): string | undefined {
  const degree = coefficients.length - 1;
  if (degree < 1 || countedRoots(answer) !== undefined) return undefined;
  return isEverywhere(answer) || rootsOf(answer).length > degree ? `more solutions are claimed than an equation of degree ${degree} can have` : undefined;
}

function factorsTest(answer: ClaimedAnswer, coefficients: readonly Expression[]): ReturnType<typeof equalityTest> {
  const x = name(answer.unknown);
  const polynomial = polynomialAt(coefficients, x);
  const factored = product(coefficients.at(-1) ?? ZERO, ...rootsOf(answer).map((root) => subtract(x, root)));
  return equalityTest(polynomial, factored, answer.assumptions);
}

/** Over the reals the other roots may be complex, unless they are counted. */
function tooFewReal(answer: ClaimedAnswer, check: (outcome: Verdict, detail: string) => Check): Check | undefined {
  const real = rootCount(answer.equation, answer.unknown)?.real;
  if (real === undefined || answer.facts.length > 0 || real <= answer.solutions.length + answer.rejected.length) return undefined;
  return check("bent", `the equation has ${real === 1 ? "one real root" : `${real} different real roots`}, but ${answer.solutions.length} are claimed`);
}

/** What a polynomial says against the claim. */
function refuted(answer: ClaimedAnswer, coefficients: readonly Expression[], check: (outcome: Verdict, detail: string) => Check): Check | undefined {
  const degree = coefficients.length - 1;
  if (degree <= 0) return refutedConstant(coefficients[0] ?? ZERO, answer, check);
  const roots = rootsOf(answer);
  if (roots.length < degree && answer.domain === "real") return tooFewReal(answer, check);
  if (roots.length < degree)
    return check("bent", `an equation of degree ${degree} has ${degree} solutions, counted with multiplicity, but ${roots.length} are claimed`);
  const test = factorsTest(answer, coefficients);
  if (test.kind === "nonzero") return check("bent", "multiplying out the factors of the claimed roots does not give the equation back");
  return test.kind === "undecided"
    ? check("loose", `it could not be proven that the factors of the claimed roots give the equation back (they agree to ${test.digits} digits)`)
    : undefined;
}

function droppedOut(rest: Expression, answer: ClaimedAnswer): string | undefined {
  const test = zeroTest(rest, answer.assumptions);
  if (freeNames(rest).size > 0 && test.kind !== "zero") {
    const stated = answer.solutions.some((solution) => solution.conditions.some((condition) => sameZeros(condition, equation(rest, ZERO))));
    return stated ? `the unknown drops out and leaves ${text(rest)} = 0, which is the condition stated` : undefined;
  }
  if (test.kind === "undecided" || (test.kind === "zero") !== isEverywhere(answer)) return undefined;
  return test.kind === "zero" ? "the unknown drops out and both sides are the same" : `the unknown drops out and ${text(rest)} = 0 is false`;
}

function refutedConstant(rest: Expression, answer: ClaimedAnswer, check: (outcome: Verdict, detail: string) => Check): Check {
  const test = zeroTest(rest, answer.assumptions);
  if (freeNames(rest).size > 0 && test.kind !== "zero") return check("loose", "the condition on the letters was not confirmed");
  if (test.kind === "undecided") return check("loose", `it was not decided whether ${text(rest)} is 0`);
  return check(
    "bent",
    test.kind === "zero" ? "every value solves the equation, which is not what is claimed" : "no value solves the equation, which is not what is claimed",
  );
}

/** The claimed values, each proven to be a solution by itself, against every zero that bounds on the function leave room for. */
function coveredByBounds(answer: ClaimedAnswer): boolean {
  if (answer.domain === "complex") return false;
  const claimed = [...answer.solutions, ...answer.rejected];
  if (claimed.some(({ everywhere, integers }) => everywhere || integers.length > 0)) return false;
  // A rejected candidate that is no zero does no harm: it is dropped.
  const values = claimed.map(({ value }) => value).filter(solverOf(answer));
  return allZeros(answer.equation, values, answer.unknown, answer.facts);
}

/** Families, each proven by itself, against the zeros of one period. */
function coveredByPeriod({ solutions, rejected, equation: statement, unknown, facts }: ClaimedAnswer): boolean {
  const letters = new Set(solutions.flatMap(({ integers }) => integers));
  const [letter] = letters;
  if (letter === undefined || letters.size > 1 || facts.length + rejected.length > 0 || solutions.some(({ integers }) => integers.length === 0)) return false;
  return coversPeriod(
    statement,
    solutions.map(({ value }) => value),
    unknown,
    letter,
  );
}

/** Whether a value solves the equation, as far as that is not refuted. */
function solverOf({ equation: statement, unknown }: ClaimedAnswer): (value: Expression) => boolean {
  // Where a denominator has its zero, what is left above tells: it may have cancelled between the sides.
  const coefficients = zeroPolynomial(statement, unknown);
  return (value) => {
    if (freeNames(value).size > 0) return false;
    if (coefficients) return zeroTest(polynomialAt(coefficients, value)).kind !== "nonzero";
    const [left, right] = statement.operands.map((side) => substitute(side, new Map([[unknown, value]])));
    // A root that is only known by its bounds is the zero in them by definition.
    return left !== undefined && right !== undefined && equalityTest(left, right).kind !== "nonzero";
  };
}

/** Different roots, as many as Descartes' rule with bisection counts: real ones, or all over the complex numbers. */
function countedRoots(answer: ClaimedAnswer): string | undefined {
  const count = rootCount(answer.equation, answer.unknown);
  if (!count) return undefined;
  const values = (list: readonly ClaimedSolution[]): readonly Expression[] => list.filter(({ everywhere }) => !everywhere).map(({ value }) => value);
  const solves = solverOf(answer);
  const real = values([...answer.solutions, ...answer.rejected.filter(({ value }) => solves(value) && isRealNumber(value))]);
  const all = [...values(answer.solutions), ...values(answer.apart), ...values(answer.rejected)];
  if (answer.domain === "complex") {
    return all.length === count.all && allDifferent(all)
      ? `over the complex numbers the equation has ${count.all} different roots, and these are ${count.all}`
      : undefined;
  }
  if (![...answer.solutions, ...answer.apart].every((one) => multiplicityHolds(answer, one))) return undefined;
  if (real.length !== count.real || !real.every(isRealNumber) || !allDifferent(real)) return undefined;
  return count.real === 0
    ? "all real roots were counted, and there is none"
    : `all real roots were counted: there ${count.real === 1 ? "is one, and this is it" : `are ${count.real} different ones, and these are they`}`;
}

/** The n of f(x)^n = 0 where a value is a simple zero of f. */
function countsInPower(statement: ClaimedAnswer["equation"], value: Expression, unknown: string): number | undefined {
  const [left, right] = sidesOf(statement);
  if (left?.kind !== "power" || left.exponent.kind !== "number" || left.exponent.value.den !== 1 || !right || !equal(right, ZERO)) return undefined;
  const at = (e: Expression): Expression => substitute(e, new Map([[unknown, value]]));
  const slope = derivativeOf(left.base, unknown);
  const isSimple = zeroTest(at(left.base)).kind === "zero" && slope !== undefined && zeroTest(at(slope)).kind === "nonzero";
  return isSimple ? Number(left.exponent.value.num) : undefined;
}

function derivativeOf(e: Expression, unknown: string): Expression | undefined {
  try {
    return differentiate(e, unknown);
  } catch (error) {
    if (error instanceof NotDifferentiable) return undefined;
    throw error;
  }
}

const HIGHEST_ORDER = 8;

/** A root that is said to count several times is a zero of that many derivatives less one. */
function multiplicityHolds({ equation: statement, unknown }: ClaimedAnswer, { value, multiplicity }: ClaimedSolution): boolean {
  if (multiplicity === 1 || countsInPower(statement, value, unknown) === multiplicity) return true;
  if (multiplicity > HIGHEST_ORDER) return false;
  let slope: Expression | undefined = sideDifference(statement);
  for (let order = 1; order < multiplicity; order += 1) {
    slope = slope && derivativeOf(slope, unknown);
    if (!slope || zeroTest(substitute(slope, new Map([[unknown, value]]))).kind !== "zero") return false;
  }
  return true;
}

/** Whether a number without letters is real, certified by its bounds. */
function isRealNumber(e: Expression): boolean {
  return constantSign(e) !== undefined;
}
