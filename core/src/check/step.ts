import { isConcave, isConvex } from "../calculus/convexity.ts";
import { rootOf } from "../calculus/system-root.ts";
import { type Claim, type Done, resultOf, type Step } from "../derivation/step.ts";
import { call, divide, E, power, product, subtract, sum, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { alternativesOf, isEquation, sideDifference, sidesOf } from "../expression/equations.ts";
import { children, type Expression, equal, termsOf } from "../expression/expression.ts";
import { extendedSum, infinityOf } from "../expression/infinity.ts";
import { rangesIn, substitute, withRanges } from "../expression/substitute.ts";
import { elaborate, NO_MEANINGS } from "../notation/elaborate.ts";
import { NotationError, type Syntax } from "../notation/syntax.ts";
import { text } from "../notation/text.ts";
import { extremaAsBars } from "../rewrite/extrema.ts";
import { writeOut } from "../rewrite/write-out.ts";
import { decide, equalityTest, partValues, withDecidedCases } from "../truth/index.ts";
import { judgeDerivative } from "./calculus/difference-quotient.ts";
import {
  type EstablishedIntegral,
  establishedBy,
  judgeAntiderivative,
  judgeByTerms,
  judgeIntegral,
  judgeKnown,
  judgeMirrored,
  judgePeriods,
  judgePieces,
  judgeRoots,
  judgeShift,
  judgeSymmetric,
  withEstablished,
} from "./calculus/integral.ts";
import { judgeLimit, judgeSameLimit } from "./calculus/limit.ts";
import { pointText } from "./compare.ts";
import { isolated } from "./completeness/isolation.ts";
import { sameByMoving } from "./equivalent/moving.ts";
import { judgeEquivalence } from "./equivalent/ways.ts";
import { sameFamilies } from "./families/same-families.ts";
import { isWithoutBars } from "./inequality/bars.ts";
import { judgeMatrix, judgeRows } from "./matrix.ts";
import { judgeMeans } from "./optimum/means.ts";
import { judgeNature, judgeValueAt } from "./optimum/place.ts";
import { isPartOf } from "./steps/complex-equation-parts.ts";
import { isInPieces } from "./steps/pieces.ts";
import { coversSigns } from "./steps/signs-of-base.ts";
import { splitCovers } from "./steps/split-covers.ts";
import { isSumOfSquares } from "./steps/sum-of-squares.ts";
import { sameInComponents } from "./system/components.ts";
import { sameIdeal } from "./system/elimination.ts";
import { isolatedTogether } from "./system/isolation.ts";
import { type Check, type Verdict, weakest } from "./verdict.ts";

/** The verdict on one step, with the reason; where a theorem decided it, its name. */
export interface StepVerdict {
  readonly verdict: Verdict;
  readonly why: string;
  readonly theorem?: string;
}

/** What a judge may use besides the claim: what is assumed, and the integrals that earlier steps have established. */
interface Context {
  readonly assumptions: readonly Expression[];
  readonly established: readonly EstablishedIntegral[];
}

type Judge<K extends Claim["kind"]> = (claim: Extract<Claim, { kind: K }>, context: Context) => StepVerdict;

const nailed = (why: string, theorem?: string): StepVerdict => ({ verdict: "nailed", why, ...(theorem === undefined ? {} : { theorem }) });
const loose = (why: string): StepVerdict => ({ verdict: "loose", why });
const bent = (why: string): StepVerdict => ({ verdict: "bent", why });

/** One judge for each kind of claim. */
const JUDGES: { readonly [K in Claim["kind"]]: Judge<K> } = {
  equal: ({ before, after }, { assumptions }) => judgeEqual(before, after, assumptions),
  limit: (claim, { assumptions }) => judgeLimit(claim, assumptions),
  series: ({ place, of, after, scale }, { assumptions }) =>
    judgeLimit({ kind: "limit", place, before: divide(subtract(of, after), scale), after: ZERO }, assumptions),
  "same limit": (claim, { assumptions }) => judgeSameLimit(claim, assumptions),
  antiderivative: (claim, { assumptions, established }) => judgeAntiderivative(claim, assumptions, established),
  "sum over the roots": (claim) => judgeRoots(claim),
  integral: (claim, { assumptions, established }) => judgeIntegral(claim, assumptions, established),
  "integral in pieces": (claim, { assumptions }) => judgePieces(claim, assumptions),
  "periodic integral": (claim, { assumptions, established }) => judgePeriods(claim, assumptions, established),
  "shifted integral": (claim, { assumptions }) => judgeShift(claim, assumptions),
  "mirrored integral": (claim, { assumptions }) => judgeMirrored(claim, assumptions),
  "symmetric integral": (claim, { assumptions, established }) => judgeSymmetric(claim, assumptions, established),
  "integral by terms": (claim, { assumptions, established }) => judgeByTerms(claim, assumptions, established),
  "known integral": (claim, { assumptions }) => judgeKnown(claim, assumptions),
  "with integrals": ({ before, after }, context) => judgeWithIntegrals(before, after, context),
  implies: ({ before, after, done: what }, { assumptions }) => {
    const [left = ZERO, right = ZERO] = sidesOf(before);
    const [top = ZERO, bottom = ZERO] = sidesOf(after);
    const known = [...assumptions, ...realDomain(before)];
    // A factor may have been multiplied out over both sides.
    const tests =
      what.kind === "times"
        ? [equalityTest(product(subtract(left, right), what.factor), subtract(top, bottom), known)]
        : [equalityTest(done(left, what), top, known), equalityTest(done(right, what), bottom, known)];
    if (tests.every(({ kind }) => kind === "zero"))
      return nailed("the same was done to both sides, so no solution is lost", "equal numbers have equal values under a function");
    return tests.some(({ kind }) => kind === "nonzero")
      ? bent("a side is not what it should have become")
      : loose("it was not decided whether the same was done to both sides");
  },
  named: ({ name, meaning, before, after }, { assumptions }) => {
    const put = new Map([[name, meaning]]);
    return sameStatements(substitute(before, put), substitute(after, put), assumptions)
      ? nailed("with the meaning put in for the name, both say the same")
      : loose("it was not decided whether both say the same with the meaning put in");
  },
  split: ({ before, part, after }) =>
    splitCovers(before, part, after) ? nailed("every value that the part can have is among the alternatives") : bent("an alternative is missing"),
  pieces: (claim) =>
    isInPieces(claim)
      ? nailed("the intervals cover the line, and on each the signs between the bars are as said")
      : loose("it was not proven that the pieces say the same"),
  "part of a complex equation": ({ before, after, part }, { assumptions }) =>
    isPartOf(before, after, part, assumptions)
      ? nailed(`the ${part} part of what is 0 is 0, so no solution is lost`, "a complex number is 0 exactly where both its parts are")
      : loose(`it was not decided whether this is the ${part} part`),
  "signs of the base": ({ before, after }, { assumptions }) =>
    coversSigns(before, alternativesOf(after), assumptions)
      ? nailed("every case of the base is among the alternatives", "a^b is e^(b ln a): real for a > 0, for 0 to a positive power, and for a < 0 to a whole one")
      : loose("it was not proven that the alternatives leave out no sign of the base"),
  components: ({ before, after, radius, angle, along, across }) =>
    sameInComponents(before, after, [radius, angle], [along, across])
      ? nailed("with the components put in for their names, both say the same")
      : loose("it was not decided whether both say the same with the components put in"),
  // What it rests on are areas, which are integrals of their own: the line judges it.
  "other order": () => loose("whether the region is the same is judged with its area"),
  convex: ({ of, variables, sense }, { assumptions }) =>
    (sense === "convex" ? isConvex : isConcave)(of, { variables, assumptions })
      ? nailed(`it is put together of ${sense} parts in ways that keep it ${sense}`, "S. Boyd and L. Vandenberghe, Convex Optimization, 3.2")
      : loose(`it was not proven that it is ${sense}`),
  nature: (claim, { assumptions }) => ({
    verdict: judgeNature(claim, assumptions),
    why: "the derivatives were taken again, and the function was looked at around the point",
  }),
  "without bars": (claim, { assumptions }) =>
    isWithoutBars(claim, assumptions)
      ? nailed("for each sign of what stands between the bars, both say the same")
      : loose("it was not proven that both say the same"),
  "value at": (claim, { assumptions }) => ({ verdict: judgeValueAt(claim, assumptions), why: "put in again" }),
  "weighted means": (claim, { assumptions }) => judgeMeans(claim, assumptions),
  matrix: (claim, { assumptions }) => judgeMatrix(claim, assumptions),
  rows: (claim, { assumptions }) => judgeRows(claim, assumptions),
  isolated: ({ before, after, unknown, within }) =>
    isolated(before, after, unknown, within)
      ? nailed(
          "the line was cut into pieces again, and on each the bounds leave no other solution",
          "interval arithmetic encloses every value (R. E. Moore 1966)",
        )
      : loose("it was not proven that there are no other solutions"),
  "isolated together": ({ before, after, unknowns, within }) =>
    isolatedTogether(before, after, unknowns, within)
      ? nailed(
          "the box was cut into pieces again, and the bounds leave no other common solution",
          "the operator of R. Krawczyk (1969) holds every zero of a box",
        )
      : loose("it was not proven that there are no other common solutions"),
  "sum of squares": (claim, { assumptions }) =>
    isSumOfSquares(claim, assumptions)
      ? nailed("the terms have one sign, so that nothing cancels", "a sum of numbers that are not negative is 0 only where all are")
      : loose("the terms were not seen to have one sign"),
  combination: ({ of, factors, after }, { assumptions }) => {
    const [whole, ...parts] = [after, ...of].flatMap((one) => (isEquation(one) ? [sideDifference(one)] : []));
    if (!whole || parts.length < of.length) return loose("equations alone are added up");
    const total = sum(...parts.map((part, k) => product(factors[k] ?? ZERO, part)));
    return equalityTest(total, whole, assumptions).kind === "zero"
      ? nailed("the multiples of the equations add up to this one, so no solution is lost", "equal numbers added to equal numbers are equal")
      : bent("the multiples of the equations do not add up to this one");
  },
  eliminated: ({ before, after, unknowns }) =>
    sameIdeal(before, after, unknowns)
      ? nailed("each equation is a combination of the others, by division with remainder 0", "equal ideals have equal zeros (B. Buchberger 1965)")
      : loose("it was not proven that both systems have the same solutions"),
  derivative: ({ of, variable, after }, { assumptions }) => judgeDerivative(of, variable, after, assumptions),
  families: (claim, { assumptions }) =>
    sameFamilies(claim, assumptions)
      ? nailed("both are the same set of numbers, compared member by member over one period")
      : loose("it was not proven that both are the same set of numbers"),
  "put in": ({ before, values, after }) =>
    sameParts(substitute(before, values), after) ? nailed("put in again, this is what comes out") : bent("putting the values in gives something else"),
  holds: ({ statement }, { assumptions }) => {
    const truth = decide(statement, assumptions);
    if (truth === undefined) return loose(`${text(statement)} was not decided`);
    return truth ? nailed("decided by certified sign") : bent(`${text(statement)} is false`);
  },
  equivalent: (claim, { assumptions }) => {
    const { equivalence, way } = judgeEquivalence({ ...claim, assumptions });
    switch (equivalence.kind) {
      case "same":
        return nailed(`both have the same solutions: ${way?.name ?? ""}`, way?.theorem);
      case "same where":
        return loose(`the same solutions only where ${equivalence.conditions.map(text).join(", ")}`);
      case "different":
        return bent("the solutions are not the same");
      case "unknown":
        return loose(equivalence.why);
    }
  },
};

/** Judges a step by its claim alone: same solutions, equal value, or a true statement; and what is written must mean it. */
export function judgeStep(step: Step, assumptions: readonly Expression[], established: readonly EstablishedIntegral[] = []): StepVerdict {
  const known = [...assumptions, ...step.conditions];
  const judged = judgeClaim(step.claim, { assumptions: known, established });
  if (judged.verdict === "bent" || !step.written) return judged;
  return writtenMeans(step.written, step.claim, known) ? judged : bent("what is written does not mean what is claimed");
}

function judgeClaim<K extends Claim["kind"]>(claim: Extract<Claim, { kind: K }>, context: Context): StepVerdict {
  const judge: Judge<K> = JUDGES[claim.kind as K];
  return judge(claim, context);
}

function judgeEqual(before: Expression, after: Expression, assumptions: readonly Expression[]): StepVerdict {
  if (before.kind === "relation" && after.kind === "relation" && before.comparisons.join() === after.comparisons.join()) {
    const sides = before.operands.map((side, k) => judgeEqual(side, after.operands[k] ?? ZERO, assumptions));
    const worst = weakest(sides.map(({ verdict }) => verdict));
    return sides.find(({ verdict }) => verdict === worst) ?? loose("there is nothing on its sides");
  }
  const test = equalityTest(writeOut(before), writeOut(after), assumptions);
  if (test.kind === "zero") return nailed(test.method);
  if (test.kind === "nonzero") return bent(test.witness.size === 0 ? "the values differ" : `the values differ at ${pointText(test.witness)}`);
  if (equal(extremaAsBars(before), after)) return nailed("max(a, b) is (a + b + |a − b|)/2 and min(a, b) is (a + b − |a − b|)/2, one after the other");
  return equalByCases(before, after, assumptions)
    ? nailed("in each of the cases both are the same")
    : { verdict: "tacked", why: `the values agree to ${test.digits} digits` };
}

/** Integrals put into an expression; a sum with an infinite part is infinite, and one with parts of both signs has no value. */
function judgeWithIntegrals(before: Expression, after: Expression, context: Context): StepVerdict {
  const { assumptions, established } = context;
  if (before.kind === "relation") {
    const sides = before.operands.map((side, k) => judgeWithIntegrals(side, sidesOf(after)[k] ?? ZERO, context));
    const worst = weakest(sides.map(({ verdict }) => verdict));
    return sides.find(({ verdict }) => verdict === worst) ?? loose("there is nothing on its sides");
  }
  const isInfinite = ({ value }: EstablishedIntegral): boolean => infinityOf(value) !== undefined;
  const whole = withEstablished(
    before,
    established.filter((one) => !isInfinite(one)),
  );
  const parts = termsOf(whole).map((term) => withEstablished(term, established));
  const total = extendedSum(parts);
  if (!total) return bent("infinite parts of both signs have no sum");
  const far = infinityOf(total);
  if (far === undefined) return judgeEqual(total, after, assumptions);
  return infinityOf(after) === far
    ? nailed("a part of the sum is infinite, and no other part is so with the other sign")
    : bent("a part of the sum is infinite");
}

/** Whether an expression is, where each case of another holds, what that case says. */
function equalByCases(before: Expression, after: Expression, assumptions: readonly Expression[]): boolean {
  const pieces = after.kind === "cases" ? partValues(after) : undefined;
  return (
    pieces?.every(({ value, when }) => {
      const known = [...assumptions, ...when];
      return equalityTest(withDecidedCases(before, known), value, known).kind === "zero";
    }) === true
  );
}

function done(side: Expression, what: Exclude<Done, { kind: "times" }>): Expression {
  if (what.kind === "power") return power(side, what.exponent);
  if (what.kind === "base") return power(what.base, side);
  return what.name === "exp" ? power(E, side) : call(what.name, side);
}

/** Equations, or alternatives in the same order, whose sides are equal or moved over. */
function sameStatements(a: Expression, b: Expression, assumptions: readonly Expression[]): boolean {
  const [left, right] = [alternativesIn(a), alternativesIn(b)];
  return (
    left.length === right.length &&
    left.every((one, k) => {
      const other = right[k] ?? one;
      return equal(one, other) || sameEquation(one, other, assumptions) || sameByMoving(one, other, assumptions);
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
function writtenMeans(written: Syntax, claim: Claim, assumptions: readonly Expression[]): boolean {
  try {
    const ranges = rangesIn(claimedParts(claim));
    const plain = (e: Expression): Expression => withRanges(e, ranges);
    const meant = plain(elaborate(written, { ...NO_MEANINGS, ranges, rootOf }));
    // Written before the values are put in, such as fractions with unknown numerators.
    if (claim.kind === "put in" && meant.kind !== "relation" && meant.kind !== "logic")
      return equalityTest(substitute(meant, claim.values), claim.after).kind === "zero";
    if (claim.kind !== "equivalent") {
      if (claim.kind === "put in" && meant.kind !== "tuple" && sameParts(substitute(meant, claim.values), claim.after)) return true;
      if (meant.kind === "logic") return sameParts(meant, plain(claim.kind === "holds" ? claim.statement : resultOf(claim)));
      const result = plain(resultSaid(claim));
      if (meant.kind !== "relation") return equalityTest(meant, result, assumptions).kind === "zero";
      if (result.kind === "relation") {
        const isLonger = meant.operands.length > result.operands.length;
        return isLonger ? saysInChain(meant, result, assumptions) : sameEquation(meant, result, assumptions);
      }
      // A chain D = … = value: everything after the name must be the value.
      return meant.operands.slice(claim.kind === "value at" ? 0 : 1).every((operand) => equalityTest(operand, result, assumptions).kind === "zero");
    }
    const [said, claimed] = [alternativesIn(meant), alternativesIn(plain(claim.after))];
    const covers = (some: readonly Expression[], others: readonly Expression[]): boolean =>
      some.every((one) => others.some((other) => sameEquation(one, other)));
    return covers(said, claimed) && covers(claimed, said);
  } catch (error) {
    if (error instanceof NotationError) return false;
    throw error;
  }
}

/** What a chain must come to. */
function resultSaid(claim: Exclude<Claim, { kind: "equivalent" }>): Expression {
  if (claim.kind === "holds") return claim.statement;
  if (claim.kind === "convex") return claim.of;
  return claim.kind === "nature" && claim.variables.length === 1 ? resultOf(claim) : claim.after;
}

function claimedParts(claim: Claim): readonly Expression[] {
  if (claim.kind === "holds") return [claim.statement];
  if (claim.kind === "convex") return [claim.of];
  if (claim.kind === "matrix") return [...claim.operands, claim.after];
  if (claim.kind === "combination") return [...claim.of, claim.after];
  return "before" in claim ? [claim.before, claim.after] : [claim.of, claim.after];
}

/** Statements joined by “or” or “and”, one by one. */
function alternativesIn(e: Expression): readonly Expression[] {
  return e.kind === "logic" ? e.items : [e];
}

type RelationNode = Expression & { readonly kind: "relation" };

/** Whether a chain says a relation, with what its sides come to between them: |−1 − 1| = 2 ≠ −2 = 2·(−1). */
function saysInChain(chain: RelationNode, said: RelationNode, assumptions: readonly Expression[]): boolean {
  const [left = ZERO, right = ZERO] = said.operands;
  const turn = chain.comparisons.findIndex((comparison) => comparison !== "=");
  const isPlain = chain.comparisons.every((comparison, k) => k === turn || comparison === "=");
  if (!isPlain || said.operands.length > 2 || said.comparisons[0] !== (turn < 0 ? "=" : chain.comparisons[turn])) return false;
  return chain.operands.every((operand, k) => equalityTest(operand, turn >= 0 && k > turn ? right : left, assumptions).kind === "zero");
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
    // What one point needs is not known of the next.
    const isOfPoint = step.claim.kind === "nature" || step.claim.kind === "value at";
    if (!isOfPoint) known.push(...step.conditions);
    // Within a case two forms need be equal only there.
    const here = step.claim.kind === "equal" && step.cases ? [...known, ...step.cases] : known;
    const judged = judgeStep(step, isOfPoint ? [...assumptions, ...step.conditions] : here, established);
    if (judged.verdict === "nailed") established.push(...establishedBy(step.claim));
    return judged;
  });
  const outcome = weakest(verdicts.map(({ verdict }) => verdict));
  const fault = verdicts.findIndex(({ verdict }) => verdict === outcome);
  const each =
    ["it is written as it stands, without a step", "the step was checked by itself"][steps.length] ?? `each of the ${steps.length} steps was checked by itself`;
  const detail = outcome === "nailed" ? each : `step ${fault + 1} is ${outcome}: ${verdicts[fault]?.why ?? ""}`;
  return { check: { kind: "steps", outcome, detail, lines: [{ note: detail }] }, verdicts };
}
