import { type Step, step } from "../derivation/step.ts";
import { equation, number, ONE, product, relation, sum } from "../expression/construct.ts";
import { type Expression, equal, findAll, freeNames, type IteratedNode } from "../expression/expression.ts";
import { substitute, withRanges } from "../expression/substitute.ts";
import { writeOut } from "../rewrite/write-out.ts";
import { decide, equalityTest, simpleRelations } from "../truth/index.ts";
import { proof } from "./prove.ts";

/** A sum or product up to a letter, on one side of an identity, and what the other side says it is. */
interface Claimed {
  readonly series: IteratedNode;
  readonly value: Expression;
  readonly letter: string;
}

/** How an identity was proven for all whole numbers from one on. */
export interface Induction {
  readonly steps: readonly Step[];
  readonly from: Expression;
  readonly letter: Expression;
}

/**
 * A proof by induction that a sum (a product) with a symbolic end has the value of the other side: for the least number, and from each to the
 * next, where the last term is added (multiplied) to what is supposed (G. Peano, Arithmetices principia, 1889, axiom 9).
 */
export function byInduction(left: Expression, right: Expression, assumptions: readonly Expression[]): Induction | undefined {
  for (const [one, other] of [
    [left, right],
    [right, left],
  ] as const) {
    const claimed = claimedSeries(one, other);
    const found = claimed && induction(claimed, assumptions);
    if (found) return found;
  }
  return undefined;
}

/** c · series + d = other, taken as series = (other − d)/c. */
function claimedSeries(one: Expression, other: Expression): Claimed | undefined {
  const [series, more] = findAll(one, isSeries);
  const upper = series?.kind === "iterated" ? series.upper : undefined;
  if (series?.kind !== "iterated" || !upper || more || !equal(one, series)) return undefined;
  const [letter, second] = freeNames(upper);
  if (letter === undefined || second !== undefined || freeNames(series.body).has(letter) || (series.lower && freeNames(series.lower).has(letter)))
    return undefined;
  return { series, value: other, letter };
}

const isSeries = (e: Expression): boolean => e.kind === "iterated" && (e.operator === "sum" || e.operator === "product");

function induction({ series, value, letter }: Claimed, given: readonly Expression[]): Induction | undefined {
  const { upper, lower, operator, body, variable } = series;
  if (!upper || !lower) return undefined;
  const whole = (e: Expression): Expression => withRanges(e, new Map([[letter, "integer"]]));
  const assumptions = given.map(whole);
  const n = whole(upper);
  if (n.kind !== "name") return undefined;
  const from = leastOf(letter, assumptions) ?? lower;
  if (from.kind !== "number") return undefined;
  const at = (e: Expression, k: Expression): Expression => substitute(e, new Map([[letter, k]]));
  const first = writeOut(at(series, from));
  if (equalityTest(first, at(value, from)).kind !== "zero") return undefined;
  const next = sum(n, ONE);
  const term = substitute(body, new Map([[variable, next]]));
  const supposed = whole(value);
  const before = operator === "sum" ? sum(supposed, term) : product(supposed, term);
  const after = at(value, next);
  const known = [...assumptions, relation(n, ">=", from)];
  if (equalityTest(before, after, known).kind !== "zero") return undefined;
  // The sum itself is shown where that is decided as it stands.
  const [written] = [equation(at(series, from), at(value, from))].filter((statement) => decide(statement, []) === true);
  return {
    letter: upper,
    from,
    steps: [
      step("base case", [equation(n, from)], { kind: "holds", statement: written ?? equation(first, at(value, from)) }),
      step(operator === "sum" ? "next term" : "next factor", [n, term], { kind: "equal", before, after: before }),
      ...toNext(before, after, n, known),
    ],
  };
}

/** What is supposed with the next term, worked out to what is claimed: in steps where they lead there from one side alone. */
function toNext(before: Expression, after: Expression, n: Expression, known: readonly Expression[]): readonly Step[] {
  const steps = proof(before, after, known);
  const isOneSided = steps?.every(({ side, claim }, k) => side === undefined && claim.kind === "equal" && (k > 0 || equal(claim.before, before)));
  return steps && isOneSided ? steps : [step("as claimed for the next", [n], { kind: "equal", before, after })];
}

/** The least whole number that what is given leaves for a letter. */
function leastOf(letter: string, assumptions: readonly Expression[]): Expression | undefined {
  const bounds = simpleRelations(assumptions).flatMap(({ left, comparison, right }): readonly number[] => {
    if (left.kind !== "name" || left.name !== letter || right.kind !== "number" || right.value.den !== 1) return [];
    const value = Number(right.value.num);
    return comparison === ">=" ? [value] : comparison === ">" ? [value + 1] : [];
  });
  return bounds.length > 0 ? number(Math.max(...bounds)) : undefined;
}
