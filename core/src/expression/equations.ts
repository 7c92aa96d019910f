import { equation, logic, name, relation, subtract, ZERO } from "./construct.ts";
import { type Comparison, type Expression, freeNames } from "./expression.ts";

/** A relation with a single “=”. */
export type Equation = Expression & { readonly kind: "relation"; readonly comparisons: readonly ["="]; readonly operands: readonly [Expression, Expression] };

/** Whether a statement is a single comparison by “=”. */
export function isEquation(e: Expression): e is Equation {
  return e.kind === "relation" && e.comparisons.length === 1 && e.comparisons[0] === "=";
}

/** The two sides of an equation; none for anything else. */
export function sidesOf(e: Expression): readonly [left?: Expression, right?: Expression] {
  return isEquation(e) ? e.operands : [];
}

/** The alternatives of a statement joined by “or”, or the statement itself as its only one. */
export function alternativesOf(e: Expression): readonly Expression[] {
  return e.kind === "logic" && e.operator === "or" ? e.items : [e];
}

/** The left side of a relation minus its right side. */
export function sideDifference({ operands: [left = ZERO, right = ZERO] }: Expression & { readonly kind: "relation" }): Expression {
  return subtract(left, right);
}

/** The statement that an unknown has one of some values: x = a or x = b. */
export function alternatives(unknown: string, values: readonly Expression[]): Expression {
  return logic(
    "or",
    values.map((value) => equation(name(unknown), value)),
  );
}

/** A comparison of two sides. */
export interface Link {
  readonly left: Expression;
  readonly comparison: Comparison;
  readonly right: Expression;
}

/** The comparisons that a chain makes, in order: a < b and b < c for a < b < c. */
export function linksOf({ operands, comparisons }: Expression & { readonly kind: "relation" }): readonly Link[] {
  return comparisons.map((comparison, k) => ({ left: operands[k] ?? ZERO, comparison, right: operands[k + 1] ?? ZERO }));
}

/** The comparisons that statements make, chains and conjunctions taken apart. */
export function statedLinks(statements: readonly Expression[]): readonly Link[] {
  return statements.flatMap((statement) => {
    if (statement.kind === "logic" && statement.operator === "and") return statedLinks(statement.items);
    return statement.kind === "relation" ? linksOf(statement) : [];
  });
}

/** Whether a statement has comparisons alone, and none of them is an equation. */
export function isInequality(statement: Expression): boolean {
  if (statement.kind === "logic") return statement.items.every(isInequality);
  return statement.kind === "relation" && statement.comparisons.every((comparison) => comparison !== "=");
}

/** The comparison that holds of two sides exchanged: b > a for a < b. */
export const MIRRORED: Readonly<Record<Comparison, Comparison>> = { "=": "=", "!=": "!=", "<": ">", "<=": ">=", ">": "<", ">=": "<=" };

/** A relation with the side that holds names on the left: x < −1 for −1 > x. */
function nameFirst(left: Expression, comparison: Comparison, right: Expression): Expression {
  const turned = freeNames(left).size === 0 && freeNames(right).size > 0;
  return turned ? relation(right, MIRRORED[comparison], left) : relation(left, comparison, right);
}

const OPPOSITE: Readonly<Record<Comparison, Comparison>> = { "=": "!=", "!=": "=", "<": ">=", "<=": ">", ">": "<=", ">=": "<" };

/** What holds where a statement in real numbers does not. */
export function opposite(e: Expression): Expression {
  if (e.kind === "logic") return logic(e.operator === "and" ? "or" : "and", e.items.map(opposite));
  if (e.kind !== "relation") return e;
  const apart = linksOf(e).map(({ left, comparison, right }) => nameFirst(left, OPPOSITE[comparison], right));
  const [only] = apart;
  return only && apart.length === 1 ? only : logic("or", apart);
}

/** The value of the name that an equation states: m v²/2 of E = m v²/2; anything else itself. */
export function valueStated(e: Expression): Expression {
  const [left, right] = e.kind === "relation" && e.comparisons[0] === "=" ? e.operands : [];
  return left?.kind === "name" && right ? right : e;
}
