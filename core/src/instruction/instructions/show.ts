import { COMPARISON_OUTCOMES, comparisonLine, comparisonNote } from "../../check/answer.ts";
import { type Comparison, compareSides, pointLine } from "../../check/compare.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, type Verdict, weakest } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import { divide, equation, nameIn, name as nameNode, negate, ZERO } from "../../expression/construct.ts";
import { opposite } from "../../expression/equations.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import type { Scene } from "../../graph/scene.ts";
import { equationScene } from "../../graph/solution-scene.ts";
import { joined, type Line, say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { writeOut } from "../../rewrite/write-out.ts";
import { decide, lostConditions, type Point, simplify } from "../../truth/index.ts";
import type { Outcome } from "../answer.ts";
import { putIn, ratiosPutIn } from "../carrying-out/put-in.ts";
import { type Environment, withoutGivens } from "../environment.ts";
import { byRatios } from "../identity/by-ratios.ts";
import { decided } from "../identity/decided.ts";
import { whatWouldDecide } from "../identity/what-would-decide.ts";
import { whatWouldHold } from "../identity/what-would-hold.ts";
import type { Instruction } from "../instruction.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { intervalFacts } from "./given.ts";

/** `show E = E [for x in INTERVAL]`: whether an identity holds, with both sides brought to one form, or a counterexample. */
export const SHOW: Instruction = {
  name: "show",
  purpose: "Decides an identity, with a counterexample where it is false.",
  forms: ["show E = E [for x in INTERVAL]"],
  examples: [["show sin(x)^2 + cos(x)^2 = 1"]],
  spellings: [
    { typed: "show|prove|verify|check|demonstrate that {Q}", means: "show {Q}" },
    { typed: "prove|demonstrate {Q}", means: "show {Q}" },
    { typed: "is {A} = {B}", means: "show {A} = {B}" },
    { typed: "prove the identity {Q}", means: "show {Q}" },
    { typed: "verify|check {Q}", means: "show {Q}" },
    { typed: "verify|check that? {x!} = {E}", means: "expect {x} = {E}", isOffered: true },
  ],
  begins: (sentence) => sentence.peekWords("show"),
  read: (sentence) => {
    sentence.takeWords("show");
    sentence.takeWords("that");
    const from = sentence.next.span.from;
    const statement = sentence.expression("an identity such as (x + 1)^2 = x^2 + 2x + 1", ["for"]);
    if (statement.kind !== "relation") return sentence.fail("an identity with “=” was expected here", { from, to: sentence.next.span.from });
    let facts: readonly Expression[] = [];
    if (sentence.takeWords("for")) {
      const letter = sentence.name("a name");
      sentence.expectWords("in");
      facts = intervalFacts(nameNode(letter), sentence.interval());
    }
    sentence.expectEnd();
    return { instruction: "show", run: () => carryOut(statement, facts, sentence.environment) };
  },
};

function carryOut(statement: Expression & { kind: "relation" }, facts: readonly Expression[], environment: Environment): Outcome {
  const own = putIn(statement, withoutGivens(environment));
  const assumptions = [...environment.assumptions, ...facts];
  const relation = own.expression;
  definedOnly(relation);
  const [left, right] = relation.kind === "relation" ? relation.operands.map(writeOut) : [];
  if (relation.kind !== "relation" || !left || !right) return undecided(say`there is nothing to show`, []);
  if (relation.comparisons.some((comparison) => comparison !== "=") || relation.operands.length !== 2) {
    const holds = decide(relation, assumptions);
    if (holds === undefined) return undecided(say`it was not decided whether this holds`, []);
    return judged(holds, holds ? "nailed" : "bent", holds ? say`this holds` : say`this is false`, own.steps, assumptions, []);
  }
  const found = byRatios(left, right, environment) ?? decided({ left, right, assumptions });
  switch (found.kind) {
    case "true": {
      const exceptions = [...exceptionsGiven(left, right, assumptions, found.counts), ...(found.exceptions ?? [])];
      const compared = compareSides(left, right, assumptions);
      return judged(true, "nailed", HOLDS, [...own.steps, ...found.steps], assumptions, [comparisonCheck(compared, { left, right })], {
        exceptions,
        proof: found.method,
      });
    }
    case "false": {
      const [a = left, b = right] = [left, right].map((side) => ratiosPutIn(side, environment).expression);
      return refuted(a, b, found.at, own.steps, assumptions);
    }
    case "open": {
      const { compared } = found;
      const sentence = joined([undecidedText(compared), whatWouldDecide({ left, right, assumptions })], "; ");
      return undecided(sentence, compared.kind === "agree" ? [comparisonCheck(compared, { left, right })] : []);
    }
  }
}

const comparisonCheck = (compared: Comparison, sides: { readonly left: Expression; readonly right: Expression }): Check => ({
  kind: "comparison",
  outcome: COMPARISON_OUTCOMES[compared.kind],
  detail: comparisonNote(compared),
  lines: [comparisonLine(compared, sides)],
});

/** A false identity with the point at which its sides differ, and what they are there. */
function refuted(left: Expression, right: Expression, point: Point, steps: readonly Step[], assumptions: readonly Expression[]): Outcome {
  const [a, b] = [left, right].map((side) => simplify(writeOut(substitute(side, point))).expression);
  const there = compareSides(substitute(left, point), substitute(right, point));
  const said =
    point.size === 0
      ? say`this is false: the left side is ${a ?? left} and the right side ${b ?? right}`
      : say`this is false: at ${pointLine(point)} the left side is ${a ?? left} and the right side ${b ?? right}`;
  const values: Check = {
    kind: "comparison",
    outcome: "bent",
    detail: comparisonNote(there.kind === "differ" ? { ...there, point } : there),
    lines: [comparisonLine(there, { left: a ?? left, right: b ?? right })],
  };
  const hint = whatWouldHold(left, right, assumptions);
  const outcome = judged(false, "bent", said, steps, assumptions, [values], { counterexample: point, ...(hint ? { hint } : {}) });
  return { ...outcome, pictured: () => bothSides(left, right, assumptions) };
}

/** Both sides of a false identity in one real letter as curves. */
function bothSides(left: Expression, right: Expression, assumptions: readonly Expression[]): Scene | undefined {
  const statement = equation(left, right);
  const [letter, ...more] = freeNames(statement);
  if (letter === undefined || more.length > 0 || statement.kind !== "relation" || !isReal(left) || !isReal(right)) return undefined;
  return equationScene(statement, letter, [], assumptions);
}

const undecidedText = (compared: Comparison): Line =>
  compared.kind === "agree"
    ? say`no proof was found; the sides agree to ${compared.digits} digits at the ${compared.points} places where they were compared`
    : say`it was not decided whether this holds`;

function undecided(sentence: Line, checks: readonly Check[]): Outcome {
  const check: Check = { kind: "substitution", outcome: "loose", detail: linePlain(sentence), lines: [] };
  const verdict: Verdict = checks.length > 0 ? "tacked" : "loose";
  return { answer: { kind: "truth", holds: undefined, sentence }, steps: [], stepVerdicts: [], checks: [check, ...checks], verdict };
}

function judged(
  holds: boolean,
  verdict: Verdict,
  sentence: Line,
  steps: readonly Step[],
  assumptions: readonly Expression[],
  more: readonly Check[],
  { proof, ...extra }: { counterexample?: ReadonlyMap<string, Expression>; hint?: Line; exceptions?: readonly Expression[]; proof?: string } = {},
): Outcome {
  const { check, verdicts } = stepsCheck(steps, assumptions);
  const own: Check = { kind: "substitution", outcome: verdict, detail: proof ?? linePlain(sentence), lines: [] };
  const checks = steps.length > 0 ? [own, check, ...more] : [own, ...more];
  return { answer: { kind: "truth", holds, sentence, ...extra }, steps, stepVerdicts: verdicts, checks, verdict: weakest([verdict, check.outcome]) };
}

const HOLDS = say`this holds wherever both sides are defined`;

/** The exceptions that what is given does not rule out, among the whole numbers that are spoken of where the sides are shown for them. */
function exceptionsGiven(left: Expression, right: Expression, assumptions: readonly Expression[], counts?: Expression): readonly Expression[] {
  const ranges = new Map(counts ? [...freeNames(counts)].map((letter) => [letter, "integer" as const]) : []);
  const known = [...assumptions, ...(counts ? [counts] : [])].map((fact) => withRanges(fact, ranges));
  return exceptionsOf(withRanges(left, ranges), withRanges(right, ranges)).filter((exception) => decide(exception, known) !== false);
}

/** Where one side is defined and the other is not: the values left out, solved where that is linear. */
function exceptionsOf(left: Expression, right: Expression): readonly Expression[] {
  return [...lostConditions(left, right), ...lostConditions(right, left)].map(negation);
}

function negation(condition: Expression): Expression {
  const [left, right] = condition.kind === "relation" && condition.comparisons[0] === "!=" && condition.operands.length === 2 ? condition.operands : [];
  const [letter, other] = left ? [...freeNames(left)] : [];
  if (left && right && equal(right, ZERO) && letter !== undefined && other === undefined) {
    const [constant, slope, ...higher] = polynomialCoefficients(left, letter) ?? [];
    if (constant && slope && higher.length === 0) return equation(nameIn(left, letter), simplify(negate(divide(constant, slope))).expression);
  }
  return opposite(condition);
}
