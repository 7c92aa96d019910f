import { subtract, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { plain } from "../../notation/plain.ts";
import { text } from "../../notation/text.ts";
import { decide, decideForMembers, equalityTest, simplify } from "../../truth/index.ts";
import { COMPARISON_OUTCOMES, comparisonLine, integerTest } from "../answer.ts";
import { compareSides } from "../compare.ts";
import { memberToCompare } from "../families/member.ts";
import { applyEqualities, equalitiesAmong } from "../steps/equalities.ts";
import { type Check, type EvidenceLine, type Verdict, weakest } from "../verdict.ts";
import type { ClaimedPoint, ClaimedSystem } from "./claimed.ts";

interface Evidence {
  readonly outcome: Verdict;
  readonly line: EvidenceLine;
}

/**
 * Puts every solution into every equation, exactly and as decimals, and into what a solution must satisfy: where the equations are
 * defined, and what was asked.
 */
export function systemPutBack(system: ClaimedSystem): readonly Check[] {
  const points = [...system.solutions, ...system.apart];
  const pairs = points.flatMap((point) => system.equations.map((one) => ({ point, one })));
  const required = system.domain === "real" ? system.solutions.flatMap((point) => demandsAt(point, system)) : [];
  return [
    check("substitution", [...pairs.map(({ point, one }) => exactly(one, point, system)), ...required], "nailed"),
    check(
      "comparison",
      pairs.map(({ point, one }) => byDecimals(one, point, system)),
      "tacked",
    ),
  ];
}

function check(kind: "substitution" | "comparison", found: readonly Evidence[], nothing: Verdict): Check {
  const lines = found.map(({ line }) => line);
  return {
    kind,
    outcome: found.length > 0 ? weakest(found.map(({ outcome }) => outcome)) : nothing,
    detail: found.length > 0 ? lines.map(({ subject, note }) => `${subject ? text(subject) : ""}: ${note}`).join("; ") : "there is no solution to put back",
    lines,
  };
}

/** Both sides of an equation at a point, with what its conditions say to be equal put in. */
function sidesAt(one: Expression & { readonly kind: "relation" }, { values, conditions }: ClaimedPoint): readonly [Expression, Expression] {
  const bound = equalitiesAmong(conditions);
  const at = (side: Expression = ZERO): Expression => applyEqualities(substitute(side, values), bound);
  return [at(one.operands[0]), at(one.operands[1])];
}

function exactly(one: ClaimedSystem["equations"][number], point: ClaimedPoint, { assumptions }: ClaimedSystem): Evidence {
  const known = [...assumptions, ...point.conditions];
  const [left, right] = sidesAt(one, point);
  const test = point.integers.length > 0 ? integerTest(subtract(left, right), point.integers, known) : equalityTest(left, right, known);
  const shown = { subject: one, left: simplify(left).expression, right: simplify(right).expression, leftBefore: left, rightBefore: right };
  switch (test.kind) {
    case "zero":
      return { outcome: "nailed", line: { ...shown, note: "both sides come to the same", grounds: test.method } };
    case "nonzero":
      return { outcome: "bent", line: { ...shown, note: "the sides differ" } };
    case "undecided":
      return { outcome: "loose", line: { ...shown, note: "no exact proof" } };
  }
}

function byDecimals(one: ClaimedSystem["equations"][number], point: ClaimedPoint, { assumptions }: ClaimedSystem): Evidence {
  const [left, right] = sidesAt(one, point);
  // What letters are bound to was put in.
  const member = memberToCompare(point.integers, point.conditions, assumptions);
  const bound = equalitiesAmong(point.conditions);
  const known = [...assumptions, ...point.conditions.filter((fact) => !bound.includes(fact))].map((fact) => substitute(fact, member));
  const compared = compareSides(substitute(left, member), substitute(right, member), known);
  const outcome = COMPARISON_OUTCOMES[compared.kind];
  return { outcome, line: comparisonLine(compared, { subject: one }) };
}

/** Whether values for all unknowns certainly fail what a solution must satisfy, each demand looked at under the others. */
export function isRuledOut(values: ReadonlyMap<string, Expression>, { equations, unknowns, assumptions, within, domain }: ClaimedSystem): boolean {
  if (domain === "complex") return false;
  const others = assumptions.filter((fact) => !unknowns.some((unknown) => contains(fact, unknown)));
  const demands = [...equations.flatMap(realDomain), ...within].map((demand) => simplify(substitute(demand, values)).expression);
  return demands.some((demand, k) => decide(demand, [...others, ...demands.slice(0, k)]) === false);
}

/** What a solution must satisfy and does not, or not certainly; where all is well there is nothing to say. */
function demandsAt(point: ClaimedPoint, { equations, unknowns, assumptions, within }: ClaimedSystem): readonly Evidence[] {
  const isOfUnknowns = (fact: Expression): boolean => unknowns.some((unknown) => contains(fact, unknown));
  const domain = equations.flatMap(realDomain);
  const bound = equalitiesAmong(point.conditions);
  // Where the equations are defined at all, what they ask of the letters alone holds.
  const known = [...assumptions.filter((fact) => !isOfUnknowns(fact)), ...domain.filter((fact) => !isOfUnknowns(fact)), ...point.conditions];
  return [...domain.filter(isOfUnknowns), ...within].flatMap((demand): readonly Evidence[] => {
    const there = applyEqualities(substitute(demand, point.values), bound);
    const holds = decideForMembers(there, point.integers, known);
    if (holds === true) return [];
    const isFalse = holds === false;
    return [
      {
        outcome: isFalse ? "bent" : "loose",
        line: { subject: demand, note: isFalse ? "this does not hold there" : `it was not decided whether ${plain(there)}` },
      },
    ];
  });
}
