import { equation, name, subtract, ZERO } from "../expression/construct.ts";
import { complexDomain, realDomain } from "../expression/domain.ts";
import { contains, type Expression, freeNames } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import { substitute } from "../expression/substitute.ts";
import { text } from "../notation/text.ts";
import { rootsOfSquares } from "../rewrite/roots/joint-roots.ts";
import { constantSign, decideForMembers, equalityTest, integerCases, simplify, withDecidedCases, type ZeroTest, zeroTest } from "../truth/index.ts";
import { holdsByPieces } from "./calculus/constant-pieces.ts";
import { type Comparison, compareSides, DEFAULT_DIGITS, pointText } from "./compare.ts";
import { memberToCompare } from "./families/member.ts";
import { applyEqualities, equalitiesAmong } from "./steps/equalities.ts";
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
  const onCondition = equalitiesAmong(solution.conditions);
  const others = solution.conditions.filter((condition) => !onCondition.includes(condition)).map((condition) => applyEqualities(condition, onCondition));
  const assumptions = [...answer.assumptions, ...solution.conditions, ...(onCondition.length > 0 ? others : [])];
  const subject = equation(name(answer.unknown), solution.value);
  const line = { subject, left: simplify(left).expression, right: simplify(right).expression, leftBefore: left, rightBefore: right };
  const all = answer.domain === "real" && answer.solutions.includes(solution) ? realDomain(answer.equation) : complexDomain(answer.equation);
  // Where the equation is defined for any value of the unknown, what it asks of the letters alone holds.
  const granted = all.filter((condition) => !contains(condition, answer.unknown));
  const needed = all.filter((condition) => contains(condition, answer.unknown)).map((condition) => applyEqualities(at(condition), onCondition));
  const defined = needed.map((condition) => decideForMembers(condition, solution.integers, [...assumptions, ...granted]));
  const undefinedThere = needed[defined.indexOf(false)];
  if (undefinedThere) return { outcome: "bent", line: { ...line, note: `the equation is not defined there: ${text(undefinedThere)} fails` } };
  const open = needed[defined.indexOf(undefined)];
  if (open) return { outcome: "loose", line: { ...line, note: `it was not decided whether the equation is defined there: ${text(open)}` } };
  const unmet = answer.solutions.includes(solution) ? unmetFact(answer, solution, onCondition, [...assumptions, ...granted, ...needed]) : undefined;
  if (unmet) return { outcome: unmet.outcome, line: { ...line, note: unmet.note } };
  if (answer.domain === "real" && answer.solutions.includes(solution) && !isRealValue(solution.value)) {
    return { outcome: freeNames(solution.value).size > 0 ? "loose" : "bent", line: { ...line, note: "this value is not real" } };
  }
  const plain = (side: Expression): Expression =>
    solution.conditions.length > 0
      ? rootsOfSquares(applyEqualities(withDecidedCases(side, assumptions), onCondition), assumptions)
      : withDecidedCases(side, assumptions);
  const [leftThere, rightThere] = [plain(left), plain(right)];
  const test =
    solution.integers.length > 0
      ? integerTest(subtract(leftThere, rightThere), solution.integers, assumptions)
      : equalityTest(leftThere, rightThere, assumptions);
  switch (test.kind) {
    case "zero":
      return { outcome: "nailed", line: { ...line, note: "both sides come to the same", grounds: test.method } };
    case "nonzero":
      return { outcome: "bent", line: { ...line, note: test.witness.size === 0 ? "the sides differ" : `the sides differ at ${pointText(test.witness)}` } };
    case "undecided":
      if (solution.everywhere && holdsByPieces(answer, solution.conditions))
        return { outcome: "nailed", line: { ...line, note: "the difference of the sides has the derivative 0, and is 0 at a place of every piece" } };
      return { outcome: "loose", line: { ...line, note: `no exact proof; the difference vanishes to ${test.digits} digits` } };
  }
}

/** What was asked of solutions and does not hold of one, or not certainly. */
function unmetFact(
  { facts, unknown }: ClaimedAnswer,
  { value, integers }: ClaimedSolution,
  equalities: readonly Expression[],
  known: readonly Expression[],
): { readonly outcome: Verdict; readonly note: string } | undefined {
  const others = known.filter((fact) => !contains(fact, unknown));
  for (const fact of facts) {
    const holds = decideForMembers(
      applyEqualities(substitute(fact, new Map([[unknown, value]])), equalities),
      integers,
      value.kind === "name" ? known : others,
    );
    if (holds === false) return { outcome: "bent", note: `${text(fact)} was asked, and does not hold there` };
    if (holds === undefined) return { outcome: "loose", note: `it was not decided whether ${text(fact)}, which was asked, holds there` };
  }
  return undefined;
}

/** Whether a value is a real number, certified where it has no letters. */
function isRealValue(value: Expression): boolean {
  if (isReal(value)) return true;
  return constantSign(value) !== undefined;
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
    const member = memberToCompare(solution.integers, solution.conditions, answer.assumptions);
    const bound = equalitiesAmong(solution.conditions);
    const there = (e: Expression): Expression => applyEqualities(substitute(e, member), bound);
    const known = [...answer.assumptions, ...solution.conditions.filter((one) => !bound.includes(one))].map(there);
    const compared = compareSides(there(left), there(right), known, digits);
    outcomes.push(outcomeOf(compared, solution));
    lines.push(comparisonLine(compared, { subject: equation(name(answer.unknown), solution.value) }));
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
  const bound = equalitiesAmong(solution.conditions).length > 0;
  return compared.kind === "differ" && bound ? "loose" : COMPARISON_OUTCOMES[compared.kind];
}

/** What a comparison of two sides by error bounds makes of a claim that they are equal. */
export const COMPARISON_OUTCOMES: Readonly<Record<Comparison["kind"], Verdict>> = { agree: "tacked", differ: "bent", unknown: "loose" };

/** A line of evidence from a comparison of two sides by error bounds. */
export function comparisonLine(compared: Comparison, about: Omit<EvidenceLine, "note" | "digits">): EvidenceLine {
  return { ...about, note: comparisonNote(compared), ...(compared.kind === "agree" ? { digits: compared.digits } : {}) };
}

/** What a comparison of two sides by error bounds showed, in words. */
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
