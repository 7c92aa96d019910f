import type { Limit } from "../../calculus/limit/asymptotics.ts";
import { casesValue, type LimitCase } from "../../calculus/limit/cases.ts";
import { type LimitFound, limitValue } from "../../calculus/limit/found.ts";
import { limitOf } from "../../calculus/limit/limit.ts";
import { LimitOpen } from "../../calculus/limit/open.ts";
import type { Witness } from "../../calculus/limit/sided.ts";
import { lettersDomain, pathStatement } from "../../calculus/place.ts";
import { approachCheck } from "../../check/calculus/approach.ts";
import { judgeLimit, judgeParting, type Parting } from "../../check/calculus/limit.ts";
import { enclosureOf } from "../../check/completeness/enclosure.ts";
import { type StepVerdict, stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf, weakest } from "../../check/verdict.ts";
import type { LimitPlace, Step } from "../../derivation/step.ts";
import { logic } from "../../expression/construct.ts";
import { valueStated } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { limitScene } from "../../graph/solution-scene.ts";
import { mathematics, words } from "../../notation/inline.ts";
import { plain } from "../../notation/plain.ts";
import { name as nameSyntax } from "../../notation/syntax.ts";
import { limitSteps } from "../../solve/limits/derivation.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Instruction } from "../instruction.ts";
import type { Sentence } from "../reading/sentence.ts";
import { answerUnits } from "../units.ts";

/** `limit of E as x -> a [from the left | from the right]`: the limit with the way to it, or why there is none. */
export const LIMIT: Instruction = {
  name: "limit",
  purpose: "Finds what a function or a sequence tends to, with the way to it, or shows that there is no limit.",
  forms: ["limit of E as x -> a [from the left | from the right]", "limit of E as x -> infinity"],
  examples: [
    ["limit of sin(3x)/x as x -> 0"],
    ["limit of (2x^2 + 3)/(5x^2 - x) as x -> infinity"],
    ["given n in integers", "limit of (1 + 1/n)^n as n -> infinity"],
    ["limit of 1/x as x -> 0 from the right"],
  ],
  spellings: [
    { typed: "find|what is? the? limit of {E}", means: "limit of {E}" },
    { typed: "evaluate|calculate|compute the? limit of {E}", means: "limit of {E}" },
    { typed: "the limit of {E}", means: "limit of {E}" },
    { typed: "limit of {E} when|for {x} -> {A}", means: "limit of {E} as {x} -> {A}" },
    { typed: "limit of {E} as {x} tends|approaches|goes to? {A}", means: "limit of {E} as {x} -> {A}" },
    { typed: "lim of? {E} as {R}", means: "limit of {E} as {R}" },
    { typed: "limit as {x} -> {A} of {E}", means: "limit of {E} as {x} -> {A}" },
    { typed: "limit of {E} as {x} -> inf", means: "limit of {E} as {x} -> infinity" },
    { typed: "limit of {E} as {x} -> - inf", means: "limit of {E} as {x} -> - infinity" },
    { typed: "limit of {E} as {x} -> {A} +", means: "limit of {E} as {x} -> {A} from the right" },
    { typed: "limit of {E} as {x} -> {A} -", means: "limit of {E} as {x} -> {A} from the left" },
    { typed: "limit of {E} at {x} = {A}", means: "limit of {E} as {x} -> {A}" },
  ],
  begins: (sentence) => sentence.peekWords("limit", "of"),
  read: (sentence) => {
    sentence.takeWords("limit", "of");
    const written = sentence.written("a function", ["as"]);
    const typed = valueStated(sentence.mean(written));
    if (typed.kind === "relation" || typed.kind === "logic" || typed.kind === "tuple") sentence.fail("a function was expected here", written.span);
    sentence.expectWords("as");
    const variable = sentence.declaredName("the variable, as in x -> 2");
    sentence.pieces.push(mathematics(nameSyntax(variable)), words("→"));
    if (!sentence.takeMark("->")) sentence.fail("“->” and the place it goes to were expected here");
    const at = sentence.expression("the place it goes to", ["from"]);
    const side = readSide(sentence);
    sentence.expectEnd();
    const { environment } = sentence;
    const whole = environment.kinds.get(variable) === "integers";
    const place: LimitPlace = { variable, at, whole, ...(side ? { side } : {}) };
    return { instruction: "limit", run: () => carryOut(typed, place, sentence) };
  },
};

function readSide(sentence: Sentence): LimitPlace["side"] {
  if (!sentence.takeWords("from")) return undefined;
  sentence.takeWords("the");
  if (sentence.takeWords("left") || sentence.takeWords("below")) return "left";
  if (sentence.takeWords("right") || sentence.takeWords("above")) return "right";
  return sentence.fail("“the left” or “the right” was expected here");
}

function carryOut(typed: Expression, asked: LimitPlace, { environment }: Sentence): Outcome {
  const except = new Set([asked.variable]);
  const before = putIn(typed, environment, except);
  const place = { ...asked, at: putIn(asked.at, environment, except).expression };
  if (contains(place.at, place.variable)) throw new CannotDo(`${place.variable} cannot go to itself`);
  const expression = before.expression;
  // What is given of the variable says nothing of the place it goes to.
  const assumptions = environment.assumptions.filter((fact) => !freeNames(fact).has(place.variable));
  const list = found(expression, place, assumptions);
  const [only] = list;
  const pictured = () => limitScene(expression, place);
  if (list.length > 1 || !only) return { ...byCases(expression, place, list, assumptions), pictured };
  const conditions = only.conditions;
  // Letters stand for values for which the function is defined.
  const known = [...assumptions, ...conditions, ...lettersDomain(expression, place.variable, place.whole)];
  const limit = only.found;
  switch (limit.kind) {
    case "limit": {
      const value = limitValue(limit.limit);
      const steps = [...before.steps, ...limitSteps({ e: expression, place, assumptions: known, found: limit })];
      const { check, verdicts } = stepsCheck(steps, known);
      // The bound rests on the limit, so that must be proven.
      const bound = check.outcome === "nailed" ? enclosureOf(expression, place, value) : undefined;
      const checks = [check, withEnclosure(approachCheck(expression, place, value, known), bound)];
      const units = infinityOf(value) === undefined ? answerUnits(environment, [], { value: expression }) : {};
      return {
        answer: { kind: "expression", value, conditions, digits: DEFAULT_DIGITS, ...units },
        steps,
        stepVerdicts: verdicts,
        checks,
        verdict: verdictOf(checks),
        pictured,
      };
    }
    case "sides differ": {
      const [left, right] = [limitValue(limit.left), limitValue(limit.right)];
      const sides = (["left", "right"] as const).flatMap((side) => sideSteps(expression, { ...place, side }, known));
      const steps = [...before.steps, ...sides];
      const { check, verdicts } = stepsCheck(steps, known);
      const checks = [
        check,
        ...(["left", "right"] as const).map((side) => approachCheck(expression, { ...place, side }, side === "left" ? left : right, known)),
      ];
      const why = `from the left the limit is ${plain(left)}, from the right ${plain(right)}`;
      return { answer: { kind: "no limit", why, left, right, conditions }, steps, stepVerdicts: verdicts, checks, verdict: verdictOf(checks), pictured };
    }
    case "oscillates": {
      const [one, other] = limit.witnesses;
      const on = ({ along }: Witness): string =>
        place.whole && along.kind === "angle"
          ? `${plain(along.of)} comes ever nearer to ${plain(along.value)} but for whole turns,`
          : plain(pathStatement(along, place.variable));
      const why = `where ${on(one)} it tends to ${plain(limitValue(one.limit))}, where ${on(other)} to ${plain(limitValue(other.limit))}`;
      const judged = judgeFound(expression, place, limit, known);
      const check: Check = { kind: "steps", outcome: judged.verdict, detail: judged.why, lines: [{ note: why }] };
      return {
        answer: { kind: "no limit", why, conditions },
        steps: before.steps,
        stepVerdicts: stepsCheck(before.steps, known).verdicts,
        checks: [check],
        verdict: verdictOf([check]),
        pictured,
      };
    }
    case "undefined":
      throw new CannotDo(`there is no limit to ask for: ${limit.why}`);
  }
}

/** A comparison with the proven bound beside its numbers. */
function withEnclosure(check: Check, bound: string | undefined): Check {
  return bound === undefined ? check : { ...check, lines: [...check.lines, { note: bound }] };
}

function found(expression: Expression, { variable, at, side, whole }: LimitPlace, assumptions: readonly Expression[]): readonly LimitCase[] {
  try {
    return limitOf({ expression, variable, at, whole, assumptions, ...(side ? { side } : {}) });
  } catch (error) {
    if (error instanceof LimitOpen) throw new CannotDo(`the limit was not decided: ${error.message}${error.letters ? ` (${plain(error.letters)})` : ""}`);
    throw error;
  }
}

function sideSteps(expression: Expression, place: LimitPlace, assumptions: readonly Expression[]): readonly Step[] {
  const [only] = found(expression, place, assumptions);
  return only?.found.kind === "limit" ? limitSteps({ e: expression, place, assumptions, found: only.found }) : [];
}

/** A limit that depends on the letters: each case is judged by itself. */
function byCases(expression: Expression, place: LimitPlace, list: readonly LimitCase[], assumptions: readonly Expression[]): Outcome {
  const conjunction = (conditions: readonly Expression[]): Expression => (conditions.length === 1 && conditions[0] ? conditions[0] : logic("and", conditions));
  const value = casesValue(list, conjunction);
  if (!value) throw new CannotDo(`whether there is a limit depends on the letters: ${list.map(({ conditions }) => plain(conjunction(conditions))).join("; ")}`);
  const outcome = weakest(list.map(({ conditions, found: own }) => judgeFound(expression, place, own, [...assumptions, ...conditions]).verdict));
  const detail = outcome === "nailed" ? "each case of the letters was judged by itself" : "not every case of the letters was confirmed";
  const without = list.filter(({ found: own }) => own.kind !== "limit").map(({ conditions }) => `where ${plain(conjunction(conditions))} there is no limit`);
  const check: Check = { kind: "steps", outcome, detail, lines: [detail, ...without].map((note) => ({ note })) };
  return { answer: { kind: "expression", value, conditions: [], digits: DEFAULT_DIGITS }, steps: [], stepVerdicts: [], checks: [check], verdict: outcome };
}

/** The judge's word on what a function does at a place. */
function judgeFound(expression: Expression, place: LimitPlace, own: LimitFound, known: readonly Expression[]): StepVerdict {
  const tending = (to: Limit, side?: LimitPlace["side"]): StepVerdict =>
    judgeLimit({ kind: "limit", place: side ? { ...place, side } : place, before: expression, after: limitValue(to) }, known);
  switch (own.kind) {
    case "limit":
      return tending(own.limit);
    case "sides differ": {
      const [left, right] = [tending(own.left, "left"), tending(own.right, "right")];
      return left.verdict === "nailed" ? right : left;
    }
    case "oscillates": {
      const stated = (witness: Witness): Parting => ({ along: witness.along, limit: limitValue(witness.limit) });
      return judgeParting(expression, { ...place, side: own.side }, [stated(own.witnesses[0]), stated(own.witnesses[1])], known);
    }
    case "undefined":
      return { verdict: "nailed", why: own.why };
  }
}
