import { differentiate } from "../calculus/derivative.ts";
import { rootOf } from "../calculus/system-root.ts";
import type { Claim, Done, Step } from "../derivation/step.ts";
import { call, E, MINUS_ONE, ONE, power, product, relation, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { children, type Expression, equal, freeNames } from "../expression/expression.ts";
import { sideDifference } from "../expression/statement.ts";
import { rangesIn, substitute, withRanges } from "../expression/substitute.ts";
import { elaborate, NO_MEANINGS } from "../notation/elaborate.ts";
import { NotationError, type Syntax } from "../notation/syntax.ts";
import { text } from "../notation/text.ts";
import { decide } from "../rewrite/sign.ts";
import { writeOut } from "../rewrite/write-out.ts";
import { equalityTest, zeroTest } from "../rewrite/zero-test.ts";
import { pointText } from "./compare.ts";
import { countedEquivalence } from "./counting.ts";
import { sameIdeal } from "./elimination.ts";
import { type Equivalence, equivalence } from "./equivalence.ts";
import { sameFamilies } from "./families.ts";
import { type EstablishedIntegral, establishedBy, judgeAntiderivative, judgeIntegral, judgePieces, withEstablished } from "./integral.ts";
import { undoingEquivalence } from "./inversion.ts";
import { isolated } from "./isolation.ts";
import { isPartOf } from "./parts.ts";
import { coversSigns } from "./signs-of-base.ts";
import { replacePart, splitCovers } from "./splitting.ts";
import { isolatedTogether } from "./system-isolation.ts";
import { trigonometricEquivalence } from "./trigonometric.ts";
import { type Check, type Verdict, weakest } from "./verdict.ts";
import { productEquivalence } from "./zero-product.ts";

/** The verdict on one step, with the reason. */
export interface StepVerdict {
  readonly verdict: Verdict;
  readonly why: string;
}

/** Judges a step by its claim alone: same solutions, equal value, or a true statement; and what is written must mean it. */
export function judgeStep(step: Step, assumptions: readonly Expression[], established: readonly EstablishedIntegral[] = []): StepVerdict {
  const known = [...assumptions, ...step.conditions];
  const judged = judgeClaim(step.claim, known, established);
  if (judged.verdict === "bent" || !step.written) return judged;
  return writtenMeans(step.written, step.claim) ? judged : { verdict: "bent", why: "what is written does not mean what is claimed" };
}

function judgeClaim(claim: Claim, assumptions: readonly Expression[], established: readonly EstablishedIntegral[]): StepVerdict {
  switch (claim.kind) {
    case "equal":
      return judgeEqual(claim.before, claim.after, assumptions);
    case "antiderivative":
      return judgeAntiderivative(claim, assumptions);
    case "integral":
      return judgeIntegral(claim, assumptions);
    case "integral in pieces":
      return judgePieces(claim, assumptions);
    case "with integrals":
      return judgeEqual(withEstablished(claim.before, established), claim.after, assumptions);
    case "implies": {
      const [left = ZERO, right = ZERO] = claim.before.kind === "relation" ? claim.before.operands : [];
      const [top = ZERO, bottom = ZERO] = claim.after.kind === "relation" ? claim.after.operands : [];
      const known = [...assumptions, ...realDomain(claim.before)];
      const tests = [equalityTest(done(left, claim.done), top, known), equalityTest(done(right, claim.done), bottom, known)];
      if (tests.every(({ kind }) => kind === "zero")) return { verdict: "nailed", why: "the same was done to both sides, so no solution is lost" };
      return tests.some(({ kind }) => kind === "nonzero")
        ? { verdict: "bent", why: "a side is not what it should have become" }
        : { verdict: "loose", why: "it was not decided whether the same was done to both sides" };
    }
    case "named": {
      const meaning = new Map([[claim.name, claim.meaning]]);
      return sameStatements(substitute(claim.before, meaning), substitute(claim.after, meaning), assumptions)
        ? { verdict: "nailed", why: "with the meaning put in for the name, both say the same" }
        : { verdict: "loose", why: "it was not decided whether both say the same with the meaning put in" };
    }
    case "split":
      return splitCovers(claim.before, claim.part, claim.after)
        ? { verdict: "nailed", why: "every value that the part can have is among the alternatives" }
        : { verdict: "bent", why: "an alternative is missing" };
    case "part of a complex equation":
      return isPartOf(claim.before, claim.after, claim.part, assumptions)
        ? { verdict: "nailed", why: `the ${claim.part} part of what is 0 is 0, so no solution is lost` }
        : { verdict: "loose", why: `it was not decided whether this is the ${claim.part} part` };
    case "signs of the base":
      return coversSigns(claim.before, alternativesOf(claim.after), assumptions)
        ? { verdict: "nailed", why: "e^(b ln a) = c for a > 0, a < 0 and a = 0: every case is among the alternatives" }
        : { verdict: "loose", why: "it was not proven that the alternatives leave out no sign of the base" };
    case "isolated":
      return isolated(claim.before, claim.after, claim.unknown, claim.within)
        ? { verdict: "nailed", why: "the line was cut into pieces again, and on each the bounds leave no other solution" }
        : { verdict: "loose", why: "it was not proven that there are no other solutions" };
    case "isolated together":
      return isolatedTogether(claim.before, claim.after, claim.unknowns, claim.within)
        ? { verdict: "nailed", why: "the box was cut into pieces again, and the bounds leave no other common solution" }
        : { verdict: "loose", why: "it was not proven that there are no other common solutions" };
    case "eliminated":
      return sameIdeal(claim.before, claim.after, claim.unknowns)
        ? { verdict: "nailed", why: "each equation is a combination of the others, by division with remainder 0" }
        : { verdict: "loose", why: "it was not proven that both systems have the same solutions" };
    case "derivative":
      return judgeDerivative(claim.of, claim.variable, claim.after, assumptions);
    case "families":
      return sameFamilies(claim, assumptions)
        ? { verdict: "nailed", why: "both are the same set of numbers, compared member by member over one period" }
        : { verdict: "loose", why: "it was not proven that both are the same set of numbers" };
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
      const same: Equivalence =
        (equal(claim.before, claim.after) ? { kind: "same" } : undefined) ??
        multipliedEquivalence(claim, assumptions) ??
        undoingEquivalence(claim.before, claim.after, claim.unknown, assumptions) ??
        countedEquivalence(claim.before, claim.after, claim.unknown) ??
        productEquivalence(claim.before, claim.after, claim.unknown) ??
        trigonometricEquivalence(claim.before, claim.after, claim.unknown, assumptions) ??
        equivalence(claim.before, claim.after, claim.unknown, assumptions);
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

function judgeEqual(before: Expression, after: Expression, assumptions: readonly Expression[]): StepVerdict {
  const test = equalityTest(writeOut(before), writeOut(after), assumptions);
  if (test.kind === "zero") return { verdict: "nailed", why: test.method };
  if (test.kind === "nonzero")
    return { verdict: "bent", why: test.witness.size === 0 ? "the values differ" : `the values differ at ${pointText(test.witness)}` };
  return { verdict: "tacked", why: `the values agree to ${test.digits} digits` };
}

function done(side: Expression, what: Done): Expression {
  if (what.kind === "power") return power(side, what.exponent);
  return what.name === "exp" ? power(E, side) : call(what.name, side);
}

/** The difference of the sides before is the factor times that after, and the factor is not 0. */
function multipliedEquivalence(claim: Claim & { kind: "equivalent" }, assumptions: readonly Expression[]): Equivalence | undefined {
  const { factor, before, after } = claim;
  if (!factor || before.kind !== "relation" || after.kind !== "relation") return undefined;
  const known = [...assumptions, ...realDomain(before)];
  const same = equalityTest(sideDifference(before), product(factor, sideDifference(after)), known).kind === "zero";
  return same && (neverZero(factor, known) || onlyCosines(factor, sideDifference(before))) ? { kind: "same" } : undefined;
}

/** A power of a cosine that is 0 only where the difference is not: there the sine of the angle is 1 or −1. */
function onlyCosines(factor: Expression, difference: Expression): boolean {
  const base = factor.kind === "power" ? factor.base : factor;
  const [angle] = base.kind === "call" && base.name === "cos" ? base.args : [];
  if (!angle) return false;
  return [ONE, MINUS_ONE].every((sine) => {
    const there = replacePart(replacePart(difference, call("sin", angle), sine), call("cos", angle), ZERO);
    return freeNames(there).size === 0 && zeroTest(there).kind === "nonzero";
  });
}

/** Whether an expression is not 0 wherever it is defined. */
function neverZero(e: Expression, known: readonly Expression[]): boolean {
  if (e.kind === "product") return e.factors.every((part) => neverZero(part, known));
  if (e.kind === "power" && e.exponent.kind === "number") return e.exponent.value.num < 0 || neverZero(e.base, known);
  return decide(relation(e, "!=", ZERO), known) === true;
}

/** The derivative by the rules, written differently or not. */
function judgeDerivative(of: Expression, variable: string, after: Expression, assumptions: readonly Expression[]): StepVerdict {
  const test = equalityTest(differentiate(of, variable), after, [...assumptions, ...realDomain(of)]);
  if (test.kind === "zero") return { verdict: "nailed", why: "by the rules of differentiation, both forms are equal" };
  return test.kind === "nonzero"
    ? { verdict: "bent", why: "this is not the derivative" }
    : { verdict: "tacked", why: `the derivatives agree to ${test.digits} digits` };
}

/** Equations, or alternatives in the same order, whose sides are equal or moved over. */
function sameStatements(a: Expression, b: Expression, assumptions: readonly Expression[]): boolean {
  const [left, right] = [alternativesOf(a), alternativesOf(b)];
  return (
    left.length === right.length &&
    left.every((one, k) => {
      const other = right[k] ?? one;
      if (equal(one, other) || sameEquation(one, other, assumptions)) return true;
      return multipliedEquivalence({ kind: "equivalent", unknown: "", before: one, after: other, factor: ONE }, assumptions)?.kind === "same";
    })
  );
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
    const ranges = rangesIn(claimedParts(claim));
    const plain = (e: Expression): Expression => withRanges(e, ranges);
    const meant = plain(elaborate(written, { ...NO_MEANINGS, rootOf }));
    // Written before the values are put in, such as fractions with unknown numerators.
    if (claim.kind === "put in" && meant.kind !== "relation") return equalityTest(substitute(meant, claim.values), claim.after).kind === "zero";
    if (claim.kind !== "equivalent") {
      const result = plain(claim.kind === "holds" ? claim.statement : claim.after);
      if (meant.kind !== "relation") return equalityTest(meant, result).kind === "zero";
      // A chain D = … = value: everything after the name must be the value.
      return meant.operands.slice(1).every((operand) => equalityTest(operand, result).kind === "zero");
    }
    const [said, claimed] = [alternativesOf(meant), alternativesOf(plain(claim.after))];
    const covers = (some: readonly Expression[], others: readonly Expression[]): boolean =>
      some.every((one) => others.some((other) => sameEquation(one, other)));
    return covers(said, claimed) && covers(claimed, said);
  } catch (error) {
    if (error instanceof NotationError) return false;
    throw error;
  }
}

function claimedParts(claim: Claim): readonly Expression[] {
  if (claim.kind === "holds") return [claim.statement];
  return "before" in claim ? [claim.before, claim.after] : [claim.of, claim.after];
}

function alternativesOf(e: Expression): readonly Expression[] {
  return e.kind === "logic" ? e.items : [e];
}

function sameEquation(a: Expression, b: Expression, assumptions: readonly Expression[] = []): boolean {
  if (a.kind !== "relation" || b.kind !== "relation") return false;
  return a.operands.every((operand, k) => equalityTest(operand, b.operands[k] ?? ZERO, assumptions).kind === "zero");
}

/** Judges all steps of a derivation; the conditions of earlier steps hold for the later ones, and so does what was established of integrals. */
export function stepsCheck(steps: readonly Step[], assumptions: readonly Expression[]): { check: Check; verdicts: readonly StepVerdict[] } {
  const known = [...assumptions];
  const established: EstablishedIntegral[] = [];
  const verdicts = steps.map((step) => {
    known.push(...step.conditions);
    const judged = judgeStep(step, known, established);
    if (judged.verdict === "nailed") established.push(...establishedBy(step.claim));
    return judged;
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
