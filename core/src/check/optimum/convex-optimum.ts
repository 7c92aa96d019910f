import { concaveLogarithm, isConcave, isConvex as isConvexFunction } from "../../calculus/convexity.ts";
import { natureByHessian } from "../../calculus/definiteness.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { call, number, product, relation, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { constantSign, decide, equalityTest, simpleRelations, simplify } from "../../truth/index.ts";
import type { ClaimedOptima } from "./optimum.ts";

/**
 * A convex objective on a convex domain (concave for a maximum): a stationary point is the best of all, and the only one where the second derivatives are definite
 * (S. Boyd and L. Vandenberghe, Convex Optimization, 3.1.3). That the derivatives are 0 at it is what putting back decides.
 */
export function isConvexOptimum({ objective, variables, constraints, facts, assumptions, wanted, points }: ClaimedOptima): boolean {
  const question = { variables, assumptions };
  const [only, ...more] = points.filter(({ global }) => global);
  if (!only || more.length > 0 || constraints.length > 0 || wanted === "stationary" || only.integers.length > 0) return false;
  const isHalfSpace = (fact: Expression): boolean =>
    fact.kind === "relation" &&
    fact.comparisons.every((comparison) => comparison !== "=" && comparison !== "!=") &&
    fact.operands.every((side) => isConvexFunction(side, question) && isConcave(side, question));
  const isShaped =
    wanted === "minimum"
      ? isConvexFunction(objective, question)
      : isConcave(objective, question) || concaveLogarithm(objective, { variables, assumptions: [...assumptions, ...facts] }) !== undefined;
  const slopes = variables.map((variable) => differentiate(objective, variable));
  const known = [...assumptions, ...only.conditions];
  const isStationary = slopes.every((slope) => equalityTest(substitute(slope, only.values), ZERO, known).kind === "zero");
  const second = slopes.map((slope) => variables.map((variable) => simplify(substitute(differentiate(slope, variable), only.values)).expression));
  return facts.every(isHalfSpace) && isShaped && isStationary && natureByHessian(second, known) === (wanted === "minimum" ? "minimum" : "maximum");
}

/** A convex function of one variable with bars (concave for a maximum): it falls towards the point on the left and rises from it on the right. */
export function isConvexCorner({ objective, variables, constraints, facts, assumptions, wanted, points }: ClaimedOptima): boolean {
  const [variable, ...others] = variables;
  const [only, ...more] = points.filter(({ global }) => global);
  if (variable === undefined || others.length + more.length + constraints.length + facts.length > 0 || !only || wanted === "stationary") return false;
  const question = { variables, assumptions };
  return (wanted === "minimum" ? isConvexFunction(objective, question) : isConcave(objective, question)) && isCorner(objective, variable, only.values, wanted);
}

/** Whether a function of one variable with bars falls towards a point and rises from it (the other way for a maximum), by its slopes on both sides. */
export function isCorner(objective: Expression, variable: string, values: ReadonlyMap<string, Expression>, wanted: "minimum" | "maximum"): boolean {
  const beside = (side: 1 | -1): -1 | 0 | 1 | undefined => {
    const slope = differentiate(withBarsBeside(objective, variable, values, side), variable);
    const there = simplify(substitute(slope, values)).expression;
    return freeNames(there).size === 0 ? constantSign(there) : undefined;
  };
  const sign = wanted === "minimum" ? 1 : -1;
  return beside(-1) === -sign && beside(1) === sign;
}

/** A convex function of one variable (concave for a maximum) is best where it keeps its value on a whole interval or ray: that it does is decided again. */
export function isConvexPlateau({ objective, variables, constraints, facts, assumptions, wanted, points }: ClaimedOptima): boolean {
  const [variable, ...others] = variables;
  const [only, ...more] = points.filter(({ global }) => global);
  if (variable === undefined || others.length + more.length + constraints.length + facts.length > 0 || !only || wanted === "stationary") return false;
  const { integers, conditions, values, value } = only;
  const [low, high] = statedBounds(variable, conditions);
  if (!integers.includes(variable) || values.get(variable)?.kind !== "name" || !low || conditions.length !== 1) return false;
  const question = { variables, assumptions };
  const isShaped = wanted === "minimum" ? isConvexFunction(objective, question) : isConcave(objective, question);
  return isShaped && (!high || constantSign(subtract(high, low)) === 1) && decide(relation(objective, "=", value), [...assumptions, ...conditions]) === true;
}

/** Bars left out as they are close to a place, right or left of it, where their insides are not 0 or cross 0 with a slope. */
function withBarsBeside(e: Expression, variable: string, values: ReadonlyMap<string, Expression>, side: 1 | -1): Expression {
  if (e.kind !== "call" || e.name !== "abs") return mapChildren(e, (child) => withBarsBeside(child, variable, values, side));
  const [inside = ZERO] = e.args.map((arg) => withBarsBeside(arg, variable, values, side));
  const at = constantSign(substitute(inside, values));
  const sign = at === 0 ? side * (constantSign(substitute(differentiate(inside, variable), values)) ?? 0) : at;
  return sign === undefined || sign === 0 ? call("abs", inside) : product(number(sign), inside);
}

/** The numbers that conditions hold a letter against. */
export function statedBounds(letter: string, conditions: readonly Expression[]): readonly Expression[] {
  return simpleRelations(conditions).flatMap(({ left, right }) => (left.kind === "name" && left.name === letter && freeNames(right).size === 0 ? [right] : []));
}
