import { differentiate } from "../../calculus/derivative.ts";
import { equation, HALF, logic, name, number, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, findAll } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import { COMPARISON_OUTCOMES, comparisonLine, integerTest } from "../answer.ts";
import { compareSides } from "../compare.ts";
import { type Check, type EvidenceLine, type Verdict, weakest } from "../verdict.ts";
import { statedBounds } from "./convex-optimum.ts";
import type { ClaimedOptima, ClaimedOptimum } from "./optimum.ts";

/** Every point is put back: the value is the objective's, the conditions hold, and without conditions the derivatives are 0 at inner points. */
export function optimumPutBack(claim: ClaimedOptima): readonly Check[] {
  const exact: { outcome: Verdict; line: EvidenceLine; where: string }[] = [];
  const numeric: { outcome: Verdict; line: EvidenceLine; where: string }[] = [];
  for (const point of claim.points) {
    const known = [...claim.assumptions, ...point.conditions];
    const at = (e: Expression): Expression => substitute(e, point.values);
    const test = (e: Expression): Verdict => {
      const letters = point.integers.filter((letter) => contains(e, letter) && !point.values.has(letter));
      const found = letters.length === 0 ? zeroTest(e, known) : integerTest(e, letters, known);
      return found.kind === "zero" ? "nailed" : found.kind === "nonzero" ? "bent" : "loose";
    };
    const outcomes = [test(subtract(at(claim.objective), point.value)), ...claim.constraints.map((one) => test(at(sideDifference(one))))];
    outcomes.push(...claim.facts.map((fact) => factTest(fact, point, known)));
    if (!point.end && claim.constraints.length === 0) outcomes.push(...claim.variables.map((variable) => slopeTest(claim.objective, variable, point, test)));
    const outcome = weakest(outcomes);
    const where = [...point.values].map(([key, value]) => `${key} = ${text(value)}`).join(", ");
    const subject = logic(
      "and",
      [...point.values].map(([key, value]) => equation(name(key), value)),
    );
    const note =
      outcome === "nailed"
        ? "the value is right, the conditions hold and the derivatives are 0"
        : outcome === "bent"
          ? "it does not fit"
          : "not all of it was decided exactly";
    exact.push({ outcome, line: { subject, left: at(claim.objective), right: point.value, note }, where });
    const member = new Map(point.integers.map((letter) => [letter, memberWithin(letter, point.conditions)]));
    const compared = compareSides(substitute(at(claim.objective), member), substitute(point.value, member), known);
    numeric.push({
      outcome: COMPARISON_OUTCOMES[compared.kind],
      line: comparisonLine(compared, { subject }),
      where,
    });
  }
  const check = (kind: "substitution" | "comparison", found: typeof exact, nothing: Verdict): Check => ({
    kind,
    outcome: found.length > 0 ? weakest(found.map(({ outcome }) => outcome)) : nothing,
    detail: found.length > 0 ? found.map(({ line, where }) => `at ${where}: ${line.note}`).join("; ") : "there is no point to put back",
    lines: found.map(({ line }) => line),
  });
  return [check("substitution", exact, "nailed"), check("comparison", numeric, "tacked")];
}

/** Whether a condition holds at a point; what is not decided for families, or for points under conditions of their own, is left to these. */
function factTest(fact: Expression, { values, integers, conditions }: ClaimedOptimum, known: readonly Expression[]): Verdict {
  const holds = decide(simplify(substitute(fact, values)).expression, known);
  if (holds === false) return "bent";
  return holds === true || integers.length + conditions.length > 0 ? "nailed" : "loose";
}

/** A number for the letter of a family: the middle of the bounds that its conditions give, else 1. */
function memberWithin(letter: string, conditions: readonly Expression[]): Expression {
  const bounds = statedBounds(letter, conditions);
  return bounds.length === 2 ? simplify(product(HALF, sum(...bounds))).expression : number(1);
}

/** The derivative is 0 at the point, or has no value there. */
function slopeTest(objective: Expression, variable: string, point: ClaimedOptimum, test: (e: Expression) => Verdict): Verdict {
  const slope = simplify(differentiate(objective, variable)).expression;
  // At a corner the derivative has no value.
  const undefinedThere = curveDomain(slope).some((condition) => decide(simplify(substitute(condition, point.values)).expression, []) === false);
  return undefinedThere || isBorderOfCases(objective, point) ? "nailed" : test(substitute(slope, point.values));
}

/** Whether a point lies where a case begins or ends: the rules say nothing of a derivative there. */
function isBorderOfCases(objective: Expression, { values }: ClaimedOptimum): boolean {
  const conditions = findAll(objective, (part) => part.kind === "cases").flatMap((part) =>
    part.kind === "cases" ? part.branches.map(({ condition }) => condition) : [],
  );
  const relations = conditions.flatMap((condition) => findAll(condition, (part) => part.kind === "relation"));
  return relations.some(
    (one) =>
      one.kind === "relation" &&
      one.operands.slice(1).some((right, k) => zeroTest(substitute(subtract(one.operands[k] ?? ZERO, right), values)).kind === "zero"),
  );
}
