import { NOWHERE } from "../derivation/nowhere.ts";
import { equation, logic, name, number, ONE, power, product, subtract, sum, ZERO } from "../expression/construct.ts";
import { complexDomain, realDomain } from "../expression/domain.ts";
import { contains, type Expression, equal, freeNames } from "../expression/expression.ts";
import { holdsImaginary, mayBeComplex } from "../expression/realness.ts";
import { alternativesOf, isEquation } from "../expression/statement.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import { text } from "../notation/text.ts";
import { withDecidedCases } from "../rewrite/branches.ts";
import { integerCases } from "../rewrite/families.ts";
import { undoesInverse, withoutInverse } from "../rewrite/inverse-circular.ts";
import { rootsOfSquares } from "../rewrite/joint-roots.ts";
import { decide } from "../rewrite/sign.ts";
import { simplify } from "../rewrite/simplify.ts";
import { constantSign, equalityTest, type ZeroTest, zeroTest } from "../rewrite/zero-test.ts";
import { type Comparison, compareSides, DEFAULT_DIGITS, pointText } from "./compare.ts";
import { allDifferent, areAllRoots, rootCount } from "./counting.ts";
import { applyEqualities, equalitiesAmong } from "./equalities.ts";
import { sameZeros, zeroPolynomial } from "./equivalence.ts";
import { sameFamilies } from "./families.ts";
import { allZeros } from "./isolation.ts";
import { coversPeriod } from "./periodic.ts";
import { coversRegions } from "./regions.ts";
import { unprovenRejection } from "./rejections.ts";
import { type Check, type EvidenceLine, type Verdict, weakest } from "./verdict.ts";

/** A value claimed to solve an equation, as the judge sees it: how it was found is not asked. */
export interface ClaimedSolution {
  readonly value: Expression;
  readonly multiplicity: number;
  readonly conditions: readonly Expression[];
  /** The unknown itself may take any value. */
  readonly everywhere: boolean;
  /** Letters in the value that stand for every integer. */
  readonly integers: readonly string[];
}

/** An equation with everything that is claimed about its solutions. */
export interface ClaimedAnswer {
  readonly domain: "real" | "complex";
  readonly equation: Expression & { readonly kind: "relation" };
  readonly unknown: string;
  readonly solutions: readonly ClaimedSolution[];
  /** Solutions apart from the reals, and candidates set aside: they count as roots of the polynomial but are not asked to be answers. */
  readonly apart: readonly ClaimedSolution[];
  readonly rejected: readonly ClaimedSolution[];
  readonly assumptions: readonly Expression[];
  /** What solutions must satisfy to be asked for: an interval, or what is given of the unknown. */
  readonly facts: readonly Expression[];
}

const join = (details: readonly string[]): string => details.join("; ");

/** Puts every solution back into the equation and decides exactly whether both sides are equal there. */
export function substitutionCheck(answer: ClaimedAnswer): Check {
  const lines: EvidenceLine[] = [];
  const outcomes: Verdict[] = [];
  for (const solution of [...answer.solutions, ...answer.apart]) {
    const { outcome, line } = putBack(answer, solution);
    outcomes.push(outcome);
    lines.push(line);
  }
  if (lines.length === 0) return { kind: "substitution", outcome: "nailed", detail: "there is no solution to put back", lines };
  return {
    kind: "substitution",
    outcome: weakest(outcomes),
    detail: join(lines.map((line) => `${line.subject ? text(line.subject) : ""}: ${line.note}`)),
    lines,
  };
}

function putBack(answer: ClaimedAnswer, solution: ClaimedSolution): { outcome: Verdict; line: EvidenceLine } {
  const at = (side: Expression | undefined): Expression => substitute(side ?? ZERO, new Map([[answer.unknown, solution.value]]));
  const [left, right] = [at(answer.equation.operands[0]), at(answer.equation.operands[1])];
  const assumptions = [...answer.assumptions, ...solution.conditions];
  const subject = equation(name(answer.unknown), solution.value);
  const line = { subject, left: simplify(left).expression, right: simplify(right).expression, leftBefore: left, rightBefore: right };
  const all = answer.domain === "real" && answer.solutions.includes(solution) ? realDomain(answer.equation) : complexDomain(answer.equation);
  // Where the equation is defined for any value of the unknown, what it asks of the letters alone holds.
  const granted = all.filter((condition) => !contains(condition, answer.unknown));
  const needed = all.filter((condition) => contains(condition, answer.unknown)).map(at);
  const defined = needed.map((condition) => holdsAtMembers(condition, solution.integers, [...assumptions, ...granted]));
  const undefinedThere = needed[defined.indexOf(false)];
  if (undefinedThere) return { outcome: "bent", line: { ...line, note: `the equation is not defined there: ${text(undefinedThere)} fails` } };
  const open = needed[defined.indexOf(undefined)];
  if (open) return { outcome: "loose", line: { ...line, note: `it was not decided whether the equation is defined there: ${text(open)}` } };
  if (answer.domain === "real" && answer.solutions.includes(solution) && !isRealValue(solution.value)) {
    return { outcome: freeNames(solution.value).size > 0 ? "loose" : "bent", line: { ...line, note: "this value is not real" } };
  }
  const onCondition = solution.conditions.filter((condition) => isEquation(condition));
  const plain = (side: Expression): Expression =>
    solution.conditions.length > 0 ? rootsOfSquares(applyEqualities(withDecidedCases(side, assumptions), onCondition), assumptions) : side;
  const [leftThere, rightThere] = [plain(left), plain(right)];
  const test =
    solution.integers.length > 0
      ? integerTest(subtract(leftThere, rightThere), solution.integers, assumptions)
      : equalityTest(leftThere, rightThere, assumptions);
  switch (test.kind) {
    case "zero":
      return { outcome: "nailed", line: { ...line, note: `both sides are equal; ${test.method}` } };
    case "nonzero":
      return { outcome: "bent", line: { ...line, note: test.witness.size === 0 ? "the sides differ" : `the sides differ at ${pointText(test.witness)}` } };
    case "undecided":
      return { outcome: "loose", line: { ...line, note: `no exact proof; the difference vanishes to ${test.digits} digits` } };
  }
}

/** Whether a condition holds, for every integer that a letter stands for. */
function holdsAtMembers(condition: Expression, integers: readonly string[], assumptions: readonly Expression[]): boolean | undefined {
  const simple = simplify(undoesInverse(condition) ? mapChildren(condition, withoutInverse) : condition).expression;
  const [letter] = integers;
  const cases = letter !== undefined && contains(simple, letter) ? integerCases(simple, letter) : [simple];
  const truths = cases?.map((one) => decide(one, assumptions)) ?? [undefined];
  return truths.every((truth) => truth === truths[0]) ? truths[0] : undefined;
}

/** Whether a value is a real number, certified where it has no letters. */
function isRealValue(value: Expression): boolean {
  if (!mayBeComplex(value)) return true;
  return freeNames(value).size === 0 && isReal(value);
}

/** Zero for every integer value of the letters: case by case, after whole periods were left out. */
export function integerTest(e: Expression, letters: readonly string[], assumptions: readonly Expression[]): ZeroTest {
  const cases = letters.reduce<readonly Expression[] | undefined>(
    (list, letter) => {
      const next = list?.map((one) => (contains(one, letter) ? integerCases(one, letter) : [one]));
      return next?.every((some) => some !== undefined) ? next.flat() : undefined;
    },
    [e],
  );
  if (!cases) return { kind: "undecided", digits: 0 };
  const tests = cases.map((one) => zeroTest(one, assumptions));
  return tests.find(({ kind }) => kind === "nonzero") ?? tests.find(({ kind }) => kind === "undecided") ?? tests[0] ?? { kind: "undecided", digits: 0 };
}

/** Compares the two sides at every solution by balls, to 30 digits unless said otherwise. */
export function comparisonCheck(answer: ClaimedAnswer, digits: number = DEFAULT_DIGITS): Check {
  const lines: EvidenceLine[] = [];
  const outcomes: Verdict[] = [];
  for (const solution of [...answer.solutions, ...answer.apart]) {
    const at = (side: Expression | undefined): Expression => substitute(side ?? ZERO, new Map([[answer.unknown, solution.value]]));
    const [left, right] = [at(answer.equation.operands[0]), at(answer.equation.operands[1])];
    // A family is compared at one of its members.
    const member = new Map(solution.integers.map((letter) => [letter, ONE]));
    const bound = equalitiesAmong(solution.conditions);
    const there = (e: Expression): Expression => applyEqualities(substitute(e, member), bound);
    const known = [...answer.assumptions, ...solution.conditions.filter((one) => !bound.includes(one))].map(there);
    const compared = compareSides(there(left), there(right), known, digits);
    outcomes.push(outcomeOf(compared, solution));
    lines.push({ subject: equation(name(answer.unknown), solution.value), note: comparisonNote(compared) });
  }
  if (lines.length === 0) return { kind: "comparison", outcome: "tacked", detail: "there is no solution to compare at", lines };
  return {
    kind: "comparison",
    outcome: weakest(outcomes),
    detail: join(lines.map((line) => `${line.subject ? text(line.subject) : ""}: ${line.note}`)),
    lines,
  };
}

function outcomeOf(compared: Comparison, solution: ClaimedSolution): Verdict {
  // Solutions that hold under an equation between letters cannot be sampled at independent values.
  const bound = solution.conditions.some((condition) => isEquation(condition));
  if (compared.kind === "agree") return "tacked";
  return compared.kind === "differ" && !bound ? "bent" : "loose";
}

export function comparisonNote(compared: Comparison): string {
  switch (compared.kind) {
    case "agree": {
      const where =
        compared.points === 0
          ? compared.decimal.includes("?")
            ? "both sides are too large to write out"
            : `both sides are ${compared.decimal}`
          : `at ${compared.points} sets of values of the letters`;
      return `${where}; they agree to ${compared.digits} digits, proven by error bounds`;
    }
    case "differ":
      return `the left side is ${compared.left}, the right side ${compared.right}${compared.point.size === 0 ? "" : ` at ${pointText(compared.point)}`}`;
    case "unknown":
      return compared.why;
  }
}

const ONLY_THESE = "every step keeps exactly the real solutions, from the equation to the values found, so there are no others";

/**
 * Counts: the zero form as a polynomial must be its leading coefficient times the product of (x − root) over all solutions,
 * those apart and those set aside, each with its multiplicity. Then it has no other root, since a product is 0 only where a
 * factor is.
 */
export function completenessCheck(answer: ClaimedAnswer, chain: readonly KeptStep[] = []): Check {
  const found = countedAgain(answer, chain);
  const lost = found.outcome === "nailed" ? unprovenRejection(answer) : undefined;
  if (!lost) return found;
  const detail = `it was not confirmed that ${answer.unknown} = ${text(lost.value)}, which was set aside, is no solution`;
  return { ...found, outcome: "loose", detail, lines: [{ note: detail }] };
}

function countedAgain(answer: ClaimedAnswer, chain: readonly KeptStep[]): Check {
  const check = (outcome: Verdict, detail: string): Check => ({ kind: "completeness", outcome, detail, lines: [{ note: detail }] });
  const counted = countedRoots(answer);
  if (counted) return check("nailed", counted);
  if (coversRegions(answer)) return check("nailed", "cut into pieces on which the equation is linear, the line has no other solution");
  // With i in it, a polynomial equation for a real unknown is two equations.
  const coefficients = answer.domain === "real" && holdsImaginary(answer.equation) ? undefined : zeroPolynomial(answer.equation, answer.unknown);
  if (!coefficients) {
    if (covered(answer, chain)) return check("nailed", ONLY_THESE);
    if (coveredByPeriod(answer)) return check("nailed", "the equation repeats after a period, on which bounds leave no other solution");
    return coveredByBounds(answer) ? check("nailed", BOUNDED) : check("loose", "it was not proven that there are no other solutions");
  }
  const degree = coefficients.length - 1;
  const everywhere = answer.solutions.some((solution) => solution.everywhere);
  if (degree <= 0) return countConstant(coefficients[0] ?? ZERO, everywhere, answer, check);
  const claimed = [...answer.solutions, ...answer.apart, ...answer.rejected.filter((one) => freeNames(one.value).size > 0 || solves(answer, one.value))];
  const roots = claimed.flatMap((solution) => Array.from({ length: solution.multiplicity }, () => solution.value));
  if (everywhere || roots.length > degree) return check("bent", `more solutions are claimed than an equation of degree ${degree} can have`);
  if (roots.length < degree && covered(answer, chain)) return check("nailed", ONLY_THESE);
  if (roots.length < degree)
    return check("bent", `an equation of degree ${degree} has ${degree} solutions, counted with multiplicity, but ${roots.length} are claimed`);
  const times = degree === 1 ? "one root" : `${degree} roots, counted with multiplicity`;
  if (areAllRoots(answer.equation, roots, answer.unknown))
    return check("nailed", `an equation of degree ${degree} has at most ${times}; these are ${degree} different ones, so there are no others`);
  const x = name(answer.unknown);
  const polynomial = sum(...coefficients.map((coefficient, k) => product(coefficient, power(x, number(k)))));
  const factored = product(coefficients[degree] ?? ZERO, ...roots.map((root) => subtract(x, root)));
  const test = equalityTest(polynomial, factored, answer.assumptions);
  if (test.kind === "zero")
    return check(
      "nailed",
      `an equation of degree ${degree} has at most ${times}; multiplying out the factors of the roots gives the equation back, so there are no others`,
    );
  if (test.kind === "nonzero") return check("bent", "multiplying out the factors of the claimed roots does not give the equation back");
  return check("loose", `it could not be proven that the factors of the claimed roots give the equation back (they agree to ${test.digits} digits)`);
}

const BOUNDED = "interval arithmetic proves, piece by piece, that the sides are equal nowhere else where it was asked";

/** The claimed values, each proven to be a solution by itself, against every zero that bounds on the function leave room for. */
function coveredByBounds(answer: ClaimedAnswer): boolean {
  if (answer.domain === "complex") return false;
  const claimed = [...answer.solutions, ...answer.rejected];
  if (claimed.some(({ everywhere, integers }) => everywhere || integers.length > 0)) return false;
  // A rejected candidate that is no zero does no harm: it is dropped.
  const values = claimed.map(({ value }) => value).filter((value) => solves(answer, value));
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

function solves({ equation: { operands }, unknown }: ClaimedAnswer, value: Expression): boolean {
  const [left, right] = operands.map((side) => substitute(side, new Map([[unknown, value]])));
  if (!left || !right || freeNames(value).size > 0) return false;
  // A root that is only known by its bounds is the zero in them by definition.
  return equalityTest(left, right).kind !== "nonzero";
}

/** Different roots, as many as Descartes' rule with bisection counts: real ones, or all over the complex numbers. */
function countedRoots(answer: ClaimedAnswer): string | undefined {
  const count = rootCount(answer.equation, answer.unknown);
  if (!count) return undefined;
  const values = (list: readonly ClaimedSolution[]): readonly Expression[] => list.filter(({ everywhere }) => !everywhere).map(({ value }) => value);
  const real = values([...answer.solutions, ...answer.rejected.filter(({ value }) => solves(answer, value) && isReal(value))]);
  const all = [...values(answer.solutions), ...values(answer.apart), ...values(answer.rejected)];
  if (answer.domain === "complex") {
    return all.length === count.all && allDifferent(all)
      ? `over the complex numbers the equation has ${count.all} different roots, and these are ${count.all}`
      : undefined;
  }
  if (![...answer.solutions, ...answer.apart].every((one) => multiplicityHolds(answer, one))) return undefined;
  if (real.length !== count.real || !real.every(isReal) || !allDifferent(real)) return undefined;
  return count.real === 0
    ? "Descartes’ rule with bisection proves that the equation has no real root"
    : `Descartes’ rule with bisection proves that the equation has ${count.real === 1 ? "one real root" : `${count.real} different real roots`}, and ${count.real === 1 ? "this is it" : "these are as many"}`;
}

/** A root that is said to count several times is a root of that many derivatives less one. */
function multiplicityHolds({ equation: statement, unknown }: ClaimedAnswer, { value, multiplicity }: ClaimedSolution): boolean {
  let coefficients = multiplicity > 1 ? zeroPolynomial(statement, unknown) : [];
  for (let order = 1; order < multiplicity && coefficients; order += 1) {
    coefficients = coefficients.slice(1).map((coefficient, k) => product(number(k + 1), coefficient));
    if (zeroTest(sum(...coefficients.map((coefficient, k) => product(coefficient, power(value, number(k)))))).kind !== "zero") return false;
  }
  return coefficients !== undefined;
}

function isReal(e: Expression): boolean {
  return constantSign(e) !== undefined;
}

/** A step of the derivation that claims the same solutions, and whether that was proven. */
export interface KeptStep {
  readonly before: Expression;
  readonly after: Expression;
  readonly proven: boolean;
}

/** A polynomial equation in one name that no real number solves. */
function hasNoRealRoot(statement: Expression): boolean {
  const [name, ...more] = freeNames(statement);
  if (name === undefined || more.length > 0) return false;
  if (rootCount(statement, name)?.real === 0) return true;
  const [c, b, a, ...higher] = zeroPolynomial(statement, name) ?? [];
  return a !== undefined && b && c && higher.length === 0 ? constantSign(subtract(power(b, number(2)), product(number(4), a, c))) === -1 : false;
}

function listOf(claimed: readonly ClaimedSolution[], unknown: string): Expression {
  return logic(
    "or",
    claimed.map(({ value }) => equation(name(unknown), value)),
  );
}

/** A statement on the way, and the alternatives by which proven steps replaced it. */
interface Stated {
  readonly statement: Expression;
  instead?: readonly Stated[];
}

const leavesOf = (one: Stated): readonly Stated[] => (one.instead ? one.instead.flatMap(leavesOf) : [one]);
const allOf = (one: Stated): readonly Stated[] => [one, ...(one.instead ?? []).flatMap(allOf)];

/**
 * Whether proven steps lead from the equation to nothing but the claimed values: each replaces statements by alternatives that
 * lose no solution. A later step may go back to a statement that was replaced before: either way of replacing it will do.
 */
function covered(answer: ClaimedAnswer, chain: readonly KeptStep[]): boolean {
  const parts = (e: Expression): readonly Expression[] => alternativesOf(e);
  const start: Stated = { statement: answer.equation };
  for (const { before, after, proven } of chain) {
    const used = parts(before);
    const leaves = leavesOf(start);
    const isOpen = (one: Expression): boolean => leaves.some(({ statement }) => equal(one, statement));
    // A line that gathers what stands open already changes nothing.
    if (!used.every(isOpen) && parts(after).every(isOpen)) continue;
    const places = used.map((one) => {
      const open = leaves.filter(({ statement }) => equal(one, statement));
      return open.length > 0 ? open : allOf(start).filter(({ statement }) => equal(one, statement));
    });
    if (!proven || places.some((found) => found.length === 0)) return false;
    // Each place has the alternatives for itself, so that none is lost when another is replaced again.
    for (const place of places.flat()) place.instead = parts(after).map((statement) => ({ statement }));
  }
  const open = leavesOf(start).map(({ statement }) => statement);
  const claimed = [...answer.solutions, ...answer.rejected];
  const values = claimed.map(({ value }) => value);
  const left = open.filter((statement) => !(freeNames(statement).size === 0 && decide(statement, []) === false) && !hasNoRealRoot(statement));
  const letter = claimed.flatMap(({ integers }) => integers)[0];
  if (letter !== undefined && sameFamilies({ before: logic("or", left), after: listOf(claimed, answer.unknown), unknown: answer.unknown, letter, within: [] }))
    return true;
  return left.every((statement) => {
    if (equal(statement, NOWHERE) || (freeNames(statement).size === 0 && decide(statement, []) === false)) return true;
    const [left, right] = statement.kind === "relation" ? statement.operands : [];
    const isUnknown = left?.kind === "name" && left.name === answer.unknown;
    return isUnknown && right !== undefined && values.some((value) => equal(value, right) || equalityTest(value, right, answer.assumptions).kind === "zero");
  });
}

function countConstant(rest: Expression, everywhere: boolean, answer: ClaimedAnswer, check: (outcome: Verdict, detail: string) => Check): Check {
  const test = zeroTest(rest, answer.assumptions);
  if (freeNames(rest).size > 0 && test.kind !== "zero") {
    const stated = answer.solutions.some((solution) => solution.conditions.some((condition) => sameZeros(condition, equation(rest, ZERO))));
    return stated
      ? check("nailed", `the unknown drops out and leaves ${text(rest)} = 0, which is the condition stated`)
      : check("loose", "the condition on the letters was not confirmed");
  }
  if (test.kind === "undecided") return check("loose", `it was not decided whether ${text(rest)} is 0`);
  const holds = test.kind === "zero";
  if (holds !== everywhere)
    return check(
      "bent",
      holds ? "every value solves the equation, which is not what is claimed" : "no value solves the equation, which is not what is claimed",
    );
  return check("nailed", holds ? "the unknown drops out and both sides are the same" : `the unknown drops out and ${text(rest)} = 0 is false`);
}
