import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { isSmoothAt } from "../../calculus/rough-places.ts";
import { undoesInverse, withoutArctangents } from "../../canonical/inverse-circular.ts";
import type { Claim } from "../../derivation/step.ts";
import { subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, findAll } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { simplify, type ZeroTest, zeroTest } from "../../truth/index.ts";
import { integerTest } from "../answer.ts";
import { type Verdict, weakest } from "../verdict.ts";
import { isNatureOfDerivatives } from "./nature.ts";

/** Whether the derivatives below the order said are 0 at a place, those of that order are the ones shown, and the point is what it is said to be. */
export function judgeNature({ of, variables, at, nature, order, after, under }: Extract<Claim, { kind: "nature" }>, known: readonly Expression[]): Verdict {
  const assumptions = under ? [...known, under] : known;
  const there = (e: Expression): Expression => atPlace(e, at);
  const derived = (e: Expression, variable: string): Expression => simplify(differentiate(e, variable)).expression;
  try {
    const matrix = rowsOf(after);
    const shown = matrix.flat();
    const orders = Array.from({ length: order }).reduce<readonly (readonly Expression[])[]>(
      (list) => [...list, (list.at(-1) ?? []).flatMap((one) => variables.map((variable) => derived(one, variable)))],
      [[of]],
    );
    const below = orders.slice(1, order).flat();
    const own = orders[order] ?? [];
    if (own.length !== shown.length) return "bent";
    const outcomes = [
      ...below.map((one) => zeroAt(there(one), assumptions)),
      ...own.map((one, k) => zeroAt(subtract(there(one), shown[k] ?? ZERO), assumptions)),
    ];
    const isSo = isNatureOfDerivatives(nature, matrix, order, assumptions) && isSmoothAt(of, at, assumptions);
    return weakest([...outcomes, isSo ? "nailed" : "loose"]);
  } catch (error) {
    if (error instanceof NotDifferentiable) return "loose";
    throw error;
  }
}

/** Whether an expression has the value at each of the places. */
export function judgeValueAt({ of, places, after }: Extract<Claim, { kind: "value at" }>, assumptions: readonly Expression[]): Verdict {
  return weakest(places.map((values) => zeroAt(subtract(atPlace(of, values), after), assumptions)));
}

function atPlace(e: Expression, values: ReadonlyMap<string, Expression>): Expression {
  const plain = substitute(e, values);
  return undoesInverse(plain) ? withoutArctangents(plain) : plain;
}

function zeroAt(e: Expression, assumptions: readonly Expression[]): Verdict {
  const plain = simplify(withoutTurns(e)).expression;
  const letters = [
    ...new Set(findAll(plain, (part) => part.kind === "name" && part.range === "integer").flatMap((part) => (part.kind === "name" ? [part.name] : []))),
  ];
  return OUTCOMES[(letters.length === 0 ? zeroTest(plain, assumptions) : integerTest(plain, letters, assumptions)).kind];
}

const OUTCOMES: { readonly [K in ZeroTest["kind"]]: Verdict } = { zero: "nailed", nonzero: "bent", undecided: "loose" };

/** The rows of a matrix; a number is one of one row. */
function rowsOf(matrix: Expression): readonly (readonly Expression[])[] {
  return matrix.kind === "tuple" ? matrix.items.map((row) => (row.kind === "tuple" ? row.items : [row])) : [[matrix]];
}
