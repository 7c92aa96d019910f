import type { LimitPlace } from "../derivation/step.ts";
import { call, equation, MINUS_ONE, name, negate, number, PI, power, product, subtract, sum } from "../expression/construct.ts";
import { curveDomain, realDomain } from "../expression/domain.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../expression/expression.ts";
import { infinityOf } from "../expression/infinity.ts";
import { substitute } from "../expression/substitute.ts";
import { simplify } from "../truth/index.ts";

/** The name of what grows beyond all bounds where a place is approached. */
export const GROWN = "\u0001x";

/** Whether a name stands for what grows or oscillates, and is no letter of the author: it begins below the characters that are printed. */
function isStandIn(letter: string): boolean {
  return letter.charCodeAt(0) < FIRST_PRINTED;
}
const FIRST_PRINTED = 32;

/** A constant of the author's letters, on which something hangs; undefined for numbers and for what holds a stand-in. */
export function ofLetters(about: Expression | undefined): Expression | undefined {
  const names = about ? [...freeNames(about)] : [];
  return names.length > 0 && !names.some(isStandIn) ? about : undefined;
}

/** A place in the variable of a function. */
export interface Place {
  readonly variable: string;
  readonly at: Expression;
}

/** A way on which a place is approached: an angle keeps its value but for whole turns, a number the part behind its point, a whole number its remainder. */
export type PathTo =
  | { readonly kind: "angle" | "fraction"; readonly of: Expression; readonly value: Expression }
  | { readonly kind: "remainder"; readonly period: number; readonly value: number };

/** Whether an angle is a n + b with a rational a that is not 0: no whole multiple of it is a whole turn (J. H. Lambert 1761). */
export function hasRationalSlope(of: Expression): boolean {
  const [variable, ...others] = freeNames(of);
  if (variable === undefined || others.length > 0) return false;
  const at = (k: number): Expression => substitute(of, new Map([[variable, number(k)]]));
  const [slope, next] = [simplify(subtract(at(1), at(0))).expression, simplify(subtract(at(2), at(1))).expression];
  const isPolynomial = findAll(of, ({ kind }) => kind === "call" || kind === "power").length === 0;
  return isPolynomial && slope.kind === "number" && slope.value.num !== 0 && equal(slope, next);
}

/** What holds on a way, in the variable of the function. */
export function pathStatement(path: PathTo, variable: string): Expression {
  switch (path.kind) {
    case "angle":
      return equation(path.of, sum(path.value, product(number(2), PI, name("n", "integer"))));
    case "fraction":
      return equation(subtract(path.of, call("floor", path.of)), path.value);
    case "remainder":
      return equation(name(variable), sum(product(number(path.period), name("k", "integer")), number(path.value)));
  }
}

/** A side of a place as 1 (right, or ∞) or −1. */
export type Side = 1 | -1;

/** The sides from which a place is approached; far out there is one. */
export function sidesOfPlace({ at, side }: Pick<LimitPlace, "at" | "side">): readonly Side[] {
  if (infinityOf(at) !== undefined) return [1];
  return side === "left" ? [-1] : side === "right" ? [1] : [-1, 1];
}

/** The same function of what grows: 1 over the distance to a place on one side, or the variable with a sign. */
export function approaching(e: Expression, { variable, at }: Place, side: 1 | -1): Expression {
  const end = infinityOf(at);
  const far = name(GROWN);
  const near = power(far, MINUS_ONE);
  const value = end === 1 ? far : end === -1 ? negate(far) : side === 1 ? sum(at, near) : subtract(at, near);
  return substitute(e, new Map([[variable, value]]));
}

/** A power of the distance, the reciprocal of what grows, in the variable: of x − a, of a − x on the left, of ±1/x far out. */
export function powerOfDistance({ variable, at }: Place, side: "left" | "right" | "both", exponent: Expression): Expression {
  const x = name(variable);
  const far = infinityOf(at);
  if (far === undefined) return power(side === "left" ? subtract(at, x) : subtract(x, at), exponent);
  return simplify(power(far === 1 ? x : negate(x), negate(exponent))).expression;
}

/** What letters must be for a function of a variable to be defined: of a^x only a > 0 counts, but where x is whole. */
export function lettersDomain(e: Expression, variable: string, whole: boolean): readonly Expression[] {
  return (whole ? realDomain : curveDomain)(e).filter((condition) => !contains(condition, variable));
}
