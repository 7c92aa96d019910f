import type { Claim, Step } from "../derivation/step.ts";
import { power, ZERO } from "../expression/construct.ts";
import { children, type Expression, equal } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { elaborate } from "../notation/elaborate.ts";
import { NotationError, type Syntax } from "../notation/syntax.ts";
import { text } from "../notation/text.ts";
import { decide } from "../rewrite/sign.ts";
import { writeOut } from "../rewrite/write-out.ts";
import { equalityTest } from "../rewrite/zero-test.ts";
import { pointText } from "./compare.ts";
import { equivalence } from "./equivalence.ts";
import { undoingEquivalence } from "./inversion.ts";
import { type Check, type Verdict, weakest } from "./verdict.ts";

/** The verdict on one step, with the reason. */
export interface StepVerdict {
  readonly verdict: Verdict;
  readonly why: string;
}

/** Judges a step by its claim alone: same solutions, equal value, or a true statement; and what is written must mean it. */
export function judgeStep(step: Step, assumptions: readonly Expression[]): StepVerdict {
  const known = [...assumptions, ...step.conditions];
  const judged = judgeClaim(step.claim, known);
  if (judged.verdict === "bent" || !step.written) return judged;
  return writtenMeans(step.written, step.claim) ? judged : { verdict: "bent", why: "what is written does not mean what is claimed" };
}

function judgeClaim(claim: Claim, assumptions: readonly Expression[]): StepVerdict {
  switch (claim.kind) {
    case "equal": {
      const test = equalityTest(writeOut(claim.before), writeOut(claim.after), assumptions);
      if (test.kind === "zero") return { verdict: "nailed", why: test.method };
      if (test.kind === "nonzero")
        return { verdict: "bent", why: test.witness.size === 0 ? "the values differ" : `the values differ at ${pointText(test.witness)}` };
      return { verdict: "tacked", why: `the values agree to ${test.digits} digits` };
    }
    case "implies": {
      const [left = ZERO, right = ZERO] = claim.before.kind === "relation" ? claim.before.operands : [];
      const [top = ZERO, bottom = ZERO] = claim.after.kind === "relation" ? claim.after.operands : [];
      const tests = [equalityTest(power(left, claim.power), top, assumptions), equalityTest(power(right, claim.power), bottom, assumptions)];
      if (tests.every(({ kind }) => kind === "zero")) return { verdict: "nailed", why: "both sides were raised to the same power, so no solution is lost" };
      return tests.some(({ kind }) => kind === "nonzero")
        ? { verdict: "bent", why: "a side is not the power it should be" }
        : { verdict: "loose", why: "it was not decided whether both sides were raised to the same power" };
    }
    case "put in": {
      return sameParts(substitute(claim.before, claim.values), claim.after)
        ? { verdict: "nailed", why: "put in again, this is what comes out" }
        : { verdict: "bent", why: "putting the values in gives something else" };
    }
    case "holds": {
      const truth = decide(claim.statement, assumptions);
      if (truth === undefined) return { verdict: "loose", why: `${text(claim.statement)} was not decided` };
      return truth ? { verdict: "nailed", why: "decided by certified sign" } : { verdict: "bent", why: `${text(claim.statement)} is false` };
    }
    case "equivalent": {
      const same =
        undoingEquivalence(claim.before, claim.after, claim.unknown, assumptions) ?? equivalence(claim.before, claim.after, claim.unknown, assumptions);
      switch (same.kind) {
        case "same":
          return { verdict: "nailed", why: "both have the same solutions: the zero forms differ by a factor that is never 0" };
        case "same where":
          return { verdict: "loose", why: `the same solutions only where ${same.conditions.map(text).join(", ")}` };
        case "different":
          return { verdict: "bent", why: "the solutions are not the same" };
        case "unknown":
          return { verdict: "loose", why: same.why };
      }
    }
  }
}

/** Equal quantities, or relations with equal sides. */
function sameParts(a: Expression, b: Expression): boolean {
  if (equal(a, b)) return true;
  if (a.kind !== "relation" && a.kind !== "logic") return equalityTest(a, b).kind === "zero";
  const [left, right] = [children(a), children(b)];
  return a.kind === b.kind && left.length === right.length && left.every((part, k) => sameParts(part, right[k] ?? ZERO));
}

/** Whether a written form, with ± read as two alternatives, says the same as the claim's result. */
function writtenMeans(written: Syntax, claim: Claim): boolean {
  try {
    const meant = elaborate(written);
    // Written before the values are put in, such as fractions with unknown numerators.
    if (claim.kind === "put in" && meant.kind !== "relation") return equalityTest(substitute(meant, claim.values), claim.after).kind === "zero";
    if (claim.kind !== "equivalent") {
      const result = claim.kind === "holds" ? claim.statement : claim.after;
      if (meant.kind !== "relation") return equalityTest(meant, result).kind === "zero";
      // A chain D = … = value: everything after the name must be the value.
      return meant.operands.slice(1).every((operand) => equalityTest(operand, result).kind === "zero");
    }
    const [said, claimed] = [alternativesOf(meant), alternativesOf(claim.after)];
    const covers = (some: readonly Expression[], others: readonly Expression[]): boolean =>
      some.every((one) => others.some((other) => sameEquation(one, other)));
    return covers(said, claimed) && covers(claimed, said);
  } catch (error) {
    if (error instanceof NotationError) return false;
    throw error;
  }
}

function alternativesOf(e: Expression): readonly Expression[] {
  return e.kind === "logic" && e.operator === "or" ? e.items : [e];
}

function sameEquation(a: Expression, b: Expression): boolean {
  if (a.kind !== "relation" || b.kind !== "relation") return false;
  return a.operands.every((operand, k) => equalityTest(operand, b.operands[k] ?? ZERO).kind === "zero");
}

/** Judges all steps of a derivation; the conditions of earlier steps hold for the later ones. */
export function stepsCheck(steps: readonly Step[], assumptions: readonly Expression[]): { check: Check; verdicts: readonly StepVerdict[] } {
  const known = [...assumptions];
  const verdicts = steps.map((step) => {
    known.push(...step.conditions);
    return judgeStep(step, known);
  });
  const outcome = weakest(verdicts.map(({ verdict }) => verdict));
  const fault = verdicts.findIndex(({ verdict }) => verdict === outcome);
  const detail =
    outcome === "nailed"
      ? steps.length === 1
        ? "the step was checked by itself"
        : `each of the ${steps.length} steps was checked by itself`
      : `step ${fault + 1} is ${outcome}: ${verdicts[fault]?.why ?? ""}`;
  return { check: { kind: "steps", outcome, detail, lines: [{ note: detail }] }, verdicts };
}
