import { angleNormalForm, hasAngles, inUnitAngles } from "../../canonical/angles.ts";
import { whereRational } from "../../canonical/normal-form.ts";
import { COMPARISON_OUTCOMES, comparisonLine, comparisonNote } from "../../check/answer.ts";
import { equalByPieces } from "../../check/calculus/constant-pieces.ts";
import { compareSides, DEFAULT_DIGITS, pointText } from "../../check/compare.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, type Verdict, weakest } from "../../check/verdict.ts";
import { type Step, step } from "../../derivation/step.ts";
import { divide, equation, nameIn, name as nameNode, negate, subtract, tuple, ZERO } from "../../expression/construct.ts";
import { opposite } from "../../expression/equations.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { combineWithSteps } from "../../rewrite/forms/combine.ts";
import { expandWithSteps } from "../../rewrite/forms/expand.ts";
import { withoutInverses } from "../../rewrite/forms/root-and-log-forms.ts";
import { simplifyWithSteps } from "../../rewrite/forms/shortest.ts";
import { type Known, type Rewriting, Way } from "../../rewrite/forms/way.ts";
import { writeOut } from "../../rewrite/write-out.ts";
import { decide, equalityTest, lostConditions, simplify, type ZeroTest } from "../../truth/index.ts";
import type { Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, withoutGivens } from "../environment.ts";
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
  if (relation.kind !== "relation" || !left || !right) return undecided("there is nothing to show", []);
  if (relation.comparisons.some((comparison) => comparison !== "=") || relation.operands.length !== 2) {
    const holds = decide(relation, assumptions);
    if (holds === undefined) return undecided("it was not decided whether this holds", []);
    return judged(holds, holds ? "nailed" : "bent", holds ? "this holds" : "this is false", own.steps, assumptions, []);
  }
  const test = equalityTest(left, right, assumptions);
  const compared = compareSides(left, right, assumptions);
  const comparison: Check = {
    kind: "comparison",
    outcome: COMPARISON_OUTCOMES[compared.kind],
    detail: comparisonNote(compared),
    lines: [comparisonLine(compared, { left, right })],
  };
  switch (test.kind) {
    case "zero": {
      const steps = [...own.steps, ...meeting(left, right, { assumptions })];
      const exceptions = exceptionsGiven(left, right, assumptions);
      return judged(true, "nailed", HOLDS, steps, assumptions, [comparison], { exceptions, proof: test.method });
    }
    case "nonzero": {
      const at = pointText(test.witness);
      const said = test.witness.size === 0 ? "this is false: the sides differ" : `this is false: the sides differ at ${at}`;
      return judged(false, "bent", said, own.steps, assumptions, [comparison], { counterexample: test.witness });
    }
    case "undecided": {
      if (equalByPieces(left, right, assumptions)) {
        const proof = "the difference of the sides has the derivative 0, and is 0 at a place of every piece of its domain";
        return judged(true, "nailed", HOLDS, [...own.steps, ...derivativeOfDifference(left, right)], assumptions, [comparison], {
          exceptions: exceptionsGiven(left, right, assumptions),
          proof,
        });
      }
      const again = compareSides(left, right, assumptions, DEFAULT_DIGITS, MANY_POINTS);
      if (again.kind !== "differ") return undecided(undecidedText(test), compared.kind === "agree" ? [comparison] : []);
      const refuted: Check = { kind: "comparison", outcome: "bent", detail: comparisonNote(again), lines: [comparisonLine(again, { left, right })] };
      const said = `this is false: the sides differ at ${pointText(again.point)}`;
      return judged(false, "bent", said, own.steps, assumptions, [refuted], { counterexample: again.point });
    }
  }
}

/** Where no proof was found the sides are compared at so many points before it is said that they agree. */
const MANY_POINTS = 24;

function undecidedText(test: ZeroTest & { kind: "undecided" }): string {
  return test.digits > 0 ? `no proof was found; the sides agree to ${test.digits} digits wherever they were compared` : "it was not decided whether this holds";
}

function undecided(sentence: string, checks: readonly Check[]): Outcome {
  const check: Check = { kind: "substitution", outcome: "loose", detail: sentence, lines: [] };
  const verdict: Verdict = checks.length > 0 ? "tacked" : "loose";
  return { answer: { kind: "truth", holds: undefined, sentence }, steps: [], stepVerdicts: [], checks: [check, ...checks], verdict };
}

function judged(
  holds: boolean,
  verdict: Verdict,
  sentence: string,
  steps: readonly Step[],
  assumptions: readonly Expression[],
  more: readonly Check[],
  { proof, ...extra }: { counterexample?: ReadonlyMap<string, Expression>; exceptions?: readonly Expression[]; proof?: string } = {},
): Outcome {
  const { check, verdicts } = stepsCheck(steps, assumptions);
  const own: Check = { kind: "substitution", outcome: verdict, detail: proof ?? sentence, lines: [] };
  const checks = steps.length > 0 ? [own, check, ...more] : [own, ...more];
  return { answer: { kind: "truth", holds, sentence, ...extra }, steps, stepVerdicts: verdicts, checks, verdict: weakest([verdict, check.outcome]) };
}

/** The ways of both sides to one form, the cheapest that is found; where none of those tried is shared, one step that says what decided it. */
function meeting(left: Expression, right: Expression, known: Known): readonly Step[] {
  const attempts: readonly ((e: Expression, other: Expression) => Rewriting)[] = [
    (e) => new Way(e).end(),
    (e) => expandWithSteps(e, known),
    combineWithSteps,
    viaAngles,
    viaAddition,
    (e) => simplifyWithSteps(e, known),
  ];
  const [ofLeft, ofRight]: [Rewriting[], Rewriting[]] = [[], []];
  for (const attempt of attempts) {
    ofLeft.push(...settled(() => attempt(left, right)));
    ofRight.push(...settled(() => attempt(right, left)));
    const pairs = ofLeft.flatMap((a) => ofRight.filter((b) => equal(a.expression, b.expression)).map((b) => ({ a, b })));
    const [first] = pairs;
    if (!first) continue;
    const length = ({ a, b }: typeof first): number => a.steps.length + b.steps.length;
    const { a, b } = pairs.reduce((x, y) => (length(y) < length(x) ? y : x), first);
    const shown = a.steps.length > 0 && b.steps.length > 0 ? [...sided("Left side", a.steps), ...sided("Right side", b.steps)] : [...a.steps, ...b.steps];
    if (shown.length > 0) return shown;
  }
  return [step("equal in normal form", [], { kind: "equal", before: left, after: right })];
}

/** Steps of one side say which it is. */
function sided(side: NonNullable<Step["side"]>, steps: readonly Step[]): readonly Step[] {
  return steps.map((one) => ({ ...one, side }));
}

function settled(attempt: () => Rewriting): readonly Rewriting[] {
  return whereRational(() => {
    return [attempt()];
  }, []);
}

/** By sines and cosines of angles that are units for both sides. */
function viaAngles(e: Expression, other: Expression): Rewriting {
  const way = new Way(e);
  const joint = inUnitAngles(tuple([e, other]));
  const [own] = joint.kind === "tuple" ? joint.items : [];
  if (!own || !hasAngles(e)) return way.end();
  way.to("apply addition formulas", [], own);
  way.to("Pythagorean identity", [], angleNormalForm(own));
  return way.end();
}

function viaAddition(e: Expression): Rewriting {
  const way = new Way(e);
  if (hasAngles(e)) way.to("apply addition formulas", [], inUnitAngles(e));
  way.to("relations cancel", [], withoutInverses(way.current));
  way.to("simplify values", [], simplify(way.current).expression);
  return way.end();
}

const HOLDS = "this holds wherever both sides are defined";

/** The one step of a proof by the derivative; with several names there is a derivative for each, and no step says so. */
function derivativeOfDifference(left: Expression, right: Expression): readonly Step[] {
  const of = subtract(left, right);
  const [variable = "", ...more] = freeNames(of);
  if (more.length > 0) return [];
  return [step("differentiate", [of, variable], { kind: "derivative", of, variable, after: ZERO })];
}

/** The exceptions that what is given does not rule out. */
function exceptionsGiven(left: Expression, right: Expression, assumptions: readonly Expression[]): readonly Expression[] {
  return exceptionsOf(left, right).filter((exception) => decide(exception, assumptions) !== false);
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
