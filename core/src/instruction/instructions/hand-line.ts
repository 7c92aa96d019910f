import { COMPARISON_OUTCOMES, comparisonLine, comparisonNote } from "../../check/answer.ts";
import { compareSides, pointLine } from "../../check/compare.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import { isInequality } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { choosable, type Line, say, sentenceOf, words } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { findSlip, type Origin } from "../../proof/slips/find-slip.ts";
import { equalityTest, simplify } from "../../truth/index.ts";
import { CannotDo, NO_STEPS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { heldAgainst } from "../carrying-out/solved-inequality.ts";
import type { Environment } from "../environment.ts";
import { judgeOneUnknown } from "../hand/one-unknown.ts";
import type { Claimed } from "../hand/pair.ts";
import { type Question, questionAbove, unknownOf } from "../hand/question.ts";
import { judgeAgainstSystem, solvedSystem, statedTogether } from "../hand/system.ts";
import { type Antiderivative, withConstantOf } from "../hand/up-to-constant.ts";
import { friendlyPoint } from "../identity/counterexample.ts";
import type { Instruction } from "../instruction.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { match } from "../reading/matching.ts";
import { besideAbove } from "../reading/units-read.ts";

/** `= E` and `so Q`: the author's own next step, held against the line above. */
export const HAND_LINE: Instruction = {
  name: "hand line",
  purpose: "Your own next step, held against the line above.",
  forms: ["= E", "so Q", "so Q or Q"],
  examples: [
    ["solve x^2 - 5x + 6 = 0", "so x = 2 or x = 3"],
    ["evaluate 3 (2 + 4)", "= 18"],
  ],
  spellings: [
    { typed: "and? therefore|hence|thus|so we? have|get|find|obtain {Q}", means: "so {Q}" },
    { typed: "and? therefore|hence|thus {Q}", means: "so {Q}" },
    { typed: "we get|have|find|obtain {Q}", means: "so {Q}" },
    { typed: "which|this gives|implies|means that? {Q}", means: "so {Q}" },
    { typed: "so|therefore|hence|thus that|also {Q}", means: "so {Q}" },
    { typed: "=> {Q}", means: "so {Q}" },
  ],
  begins: (sentence) => sentence.peekWords("so") || (sentence.next.kind === "mark" && sentence.next.text === "="),
  read: (sentence) => {
    const { environment } = sentence;
    if (sentence.takeMark("=")) {
      sentence.pieces.push(words("="));
      const claimed = sentence.expression("the value", [], false, besideAbove(environment));
      const above = valueAbove(environment);
      if (above === "no limit") return sentence.fail("the line above has no limit, so nothing is equal to it", { from: 0, to: 1 });
      if (!above) return sentence.fail("there is no value above that this could be equal to", { from: 0, to: 1 });
      const typed = sentence.typedNumbers;
      return {
        instruction: "hand line",
        says: sentenceOf(sentence.pieces.map(choosable)),
        dependsOn: [above.line],
        run: () => sameValue(above, { statement: claimed, typed }, environment),
      };
    }
    sentence.takeWords("so");
    const from = sentence.next.span.from;
    const claimed = sentence.expression("an equation", [], false, besideAbove(environment));
    if (claimed.kind !== "relation" && claimed.kind !== "logic") sentence.fail("an equation was expected after “so”", { from, to: sentence.source.length });
    const says = sentenceOf(claimed.kind === "logic" ? sentence.pieces : sentence.pieces.map(choosable));
    const question = questionAbove(environment);
    if (!question) return sentence.fail("there is no equation above that this could follow from", { from, to: sentence.source.length });
    const unknown = question.unknowns[0] ?? [...freeNames(question.statement)][0];
    if (isInequality(question.statement) && unknown !== undefined) {
      const held = { line: question.line, statement: question.statement, unknown, facts: question.scope.facts };
      return { instruction: "hand line", says, dependsOn: linesOf(question), run: () => heldAgainst(claimed, held, environment) };
    }
    const line = { statement: claimed, typed: sentence.typedNumbers };
    const judged = (): Outcome =>
      question.unknowns.length > 1 || statedTogether(question.statement).length > 1
        ? judgeAgainstSystem(question.answered ? question : solvedSystem(question, environment), line, environment)
        : judgeOneUnknown(question, line, unknownOf(question, claimed, environment), environment);
    return { instruction: "hand line", says, dependsOn: linesOf(question), run: judged };
  },
};

/** The lines that a question depends on: its own and the one that is to be solved. */
function linesOf({ line, origin }: Question): readonly number[] {
  return [line, ...(origin ? linesOf(origin) : [])];
}

interface Above {
  readonly line: number;
  readonly statement: Expression;
  readonly antiderivative?: Antiderivative | undefined;
  /** How it came about. */
  readonly origin?: Origin;
}

function valueAbove(environment: Environment): Above | "no limit" | undefined {
  for (let line = environment.line - 1; line >= 1; line -= 1) {
    const outcome = environment.outcomes.get(line);
    if (outcome?.answer?.kind === "expression") {
      return { line, statement: outcome.answer.value, antiderivative: outcome.answer.antiderivative, origin: originOf(outcome.steps) };
    }
    if (outcome?.answer?.kind === "no limit") return "no limit";
    const own = outcome?.statement;
    if (outcome?.answer?.kind === "truth" && own && own.kind !== "relation" && own.kind !== "logic") return { line, statement: own };
  }
  return undefined;
}

/** What the first step of a line starts from. */
function originOf([first]: readonly Step[]): Origin {
  const claim = first?.claim;
  if (claim?.kind === "equal") return { forms: [claim.before] };
  return claim?.kind === "derivative" ? { forms: [], derivative: claim } : { forms: [] };
}

function truth(
  holds: boolean | undefined,
  verdict: Verdict,
  sentence: Line,
  statement: Expression,
  checks: readonly Check[],
  counterexample?: ReadonlyMap<string, Expression>,
  hint?: Line,
): Outcome {
  const own: Check = { kind: "steps", outcome: verdict, detail: linePlain(sentence), lines: [{ note: linePlain(sentence) }] };
  return {
    ...NO_STEPS,
    statement,
    answer: { kind: "truth", holds, sentence, ...(counterexample ? { counterexample } : {}), ...(hint ? { hint } : {}) },
    checks: [own, ...checks],
    verdict,
  };
}

function sameValue(above: Above, { statement: claimed, typed }: Claimed, environment: Environment): Outcome {
  const [value, after] = [above.statement, claimed].map((e) => putIn(e, environment).expression);
  if (!value || !after) throw new CannotDo("there is nothing to compare");
  const before = above.antiderivative ? withConstantOf(after, value, above.antiderivative) : value;
  for (const e of [before, after]) definedOnly(e);
  const test = equalityTest(before, after, environment.assumptions);
  const compared = compareSides(before, after, environment.assumptions);
  const comparison: Check = {
    kind: "comparison",
    outcome: COMPARISON_OUTCOMES[compared.kind],
    detail: comparisonNote(compared),
    lines: [comparisonLine(compared, { left: before, right: after })],
  };
  switch (test.kind) {
    case "zero":
      return truth(true, "nailed", say`equal to line ${above.line}: ${test.method}`, claimed, [comparison]);
    case "nonzero": {
      const found = match(after, before, environment.assumptions, typed);
      if (found.kind === "rounds") {
        // A fraction of plain numbers could have been written as it is.
        const verdict = before.kind === "number" && environment.units.size === 0 ? "tacked" : "nailed";
        return truth(true, verdict, say`line ${above.line} is ${before}, which rounds to ${found.typed}`, before, []);
      }
      const point = friendlyPoint(before, after, environment.assumptions) ?? test.witness;
      const [there, here] = [before, after].map((e) => simplify(substitute(e, point)).expression);
      const where = point.size > 0 ? say`at ${pointLine(point)} ` : [];
      const said = say`not equal to line ${above.line}: ${where}that is ${there ?? before}, and this is ${here ?? after}`;
      const own = compareSides(substitute(before, point), substitute(after, point));
      const values: Check = { ...comparison, detail: comparisonNote(own), lines: [comparisonLine(own, { left: there ?? before, right: here ?? after })] };
      return truth(false, "bent", said, claimed, [values], point, findSlip(before, after, environment.assumptions, above.origin)?.said);
    }
    case "undecided":
      return truth(
        undefined,
        compared.kind === "agree" ? "tacked" : "loose",
        say`agrees with line ${above.line} to ${test.digits} digits, without an exact proof`,
        claimed,
        [comparison],
      );
  }
}
