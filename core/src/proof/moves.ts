import { equation } from "../expression/construct.ts";
import { distinct, type Expression, ExpressionMap, equal, findAll } from "../expression/expression.ts";
import { mapChildren, replacePart } from "../expression/substitute.ts";
import { FORMULAS, MANIPULATIONS } from "./catalogue.ts";
import type { Move } from "./move.ts";
import type { Formulas, Setting, Use } from "./rule.ts";
import { tidied } from "./tidy.ts";

/** All that can be done next with an expression, each form with the cheapest way to it. */
export function movesFrom(e: Expression, setting: Setting): readonly Move[] {
  const found = [...FORMULAS.flatMap((formulas) => usesOf(formulas, e, setting)), ...MANIPULATIONS.flatMap(({ moves }) => moves(e, setting))];
  const cheapest = new ExpressionMap<Move>();
  for (const move of found) {
    const after = tidied(move.after);
    const known = cheapest.get(after);
    if (!equal(after, e) && (!known || move.cost < known.cost)) cheapest.set(after, { ...move, after });
  }
  return [...cheapest.entries()].map(([, move]) => move);
}

/** A formula used at each node alone, and in the same way at all nodes together. */
function usesOf({ rule, cost, uses }: Formulas, e: Expression, setting: Setting): readonly Move[] {
  const nodes = findAll(e, (part) => part.kind === "sum" || part.kind === "product" || part.kind === "power" || part.kind === "call");
  const found = nodes.flatMap((node) => uses(node, setting).map((use) => ({ ...use, at: node })));
  const single = found.map(({ at, node, part, by }): Move => ({ rule, pieces: [formulasShown([{ part, by, node }])], after: replacePart(e, at, node), cost }));
  const ways = [...new Set(found.map(({ way }) => way))];
  const together = ways.flatMap((way): readonly Move[] => {
    const own = found.filter((use, k) => use.way === way && found.findIndex((other) => other.way === way && equal(other.at, use.at)) === k);
    if (own.length < 2) return [];
    return [{ rule, pieces: [formulasShown(own)], after: everywhere(e, own), cost: cost + EACH_MORE * (own.length - 1) }];
  });
  return [...single, ...together];
}

/** What each further use of a formula in the same step costs. */
const EACH_MORE = 0.2;

/** Inner nodes first; what has changed inside is left as it is then. */
function everywhere(e: Expression, uses: readonly (Use & { readonly at: Expression })[]): Expression {
  const own = uses.find(({ at }) => equal(at, e));
  return own ? own.node : mapChildren(e, (child) => everywhere(child, uses));
}

/** The formulas as they were used, each once. */
function formulasShown(uses: readonly Use[]): readonly Expression[] {
  return distinct(uses.map(({ part, by }) => equation(part, by)));
}
