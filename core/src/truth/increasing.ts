import {
  call,
  divide,
  E,
  HALF,
  isPositiveConstant,
  MINUS_ONE,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  relation,
  subtract,
  sum,
  ZERO,
} from "../expression/construct.ts";
import { MIRRORED } from "../expression/equations.ts";
import { type Comparison, type Expression, factorsOf, freeNames, termsOf } from "../expression/expression.ts";
import { isReal, type RealExpression } from "../expression/realness.ts";
import * as rational from "../number/rational.ts";
import { expand, simplify } from "./simplify.ts";
import { constantSign } from "./zero-test.ts";

/** A function that rises or falls strictly, with its inverse and the ends of its values, as far as there are any. */
interface Monotone {
  readonly rises: boolean;
  readonly inverse: (value: Expression) => Expression;
  readonly low?: Expression;
  readonly high?: Expression;
  /** Whether the ends are values. */
  readonly reached?: boolean;
}

const QUARTER = product(HALF, PI);
const MINUS_QUARTER = negate(QUARTER);

/** Forster, Analysis 1, §§ 12 and 14. */
const MONOTONE: Readonly<Record<string, Monotone>> = {
  arcsin: { rises: true, inverse: (v) => call("sin", v), low: MINUS_QUARTER, high: QUARTER, reached: true },
  arccos: { rises: false, inverse: (v) => call("cos", v), low: ZERO, high: PI, reached: true },
  arctan: { rises: true, inverse: (v) => call("tan", v), low: MINUS_QUARTER, high: QUARTER },
  arccot: { rises: false, inverse: (v) => call("cot", v), low: ZERO, high: PI },
  ln: { rises: true, inverse: (v) => power(E, v) },
  sinh: { rises: true, inverse: (v) => call("arsinh", v) },
  arsinh: { rises: true, inverse: (v) => call("sinh", v) },
  tanh: { rises: true, inverse: (v) => call("artanh", v), low: MINUS_ONE, high: ONE },
};

/** A monotone function of something, with what it is of. */
function monotonePart(e: RealExpression): { readonly f: Monotone; readonly u: Expression } | undefined {
  if (e.kind === "call") {
    const [f, u] = [MONOTONE[e.name], e.args[0]];
    return f && u && e.args.length === 1 ? { f, u } : undefined;
  }
  if (e.kind !== "power") return undefined;
  const { base, exponent } = e;
  if (isPositiveConstant(base) && freeNames(exponent).size > 0) {
    const side = constantSign(subtract(base, ONE));
    const inverse = (v: Expression): Expression => {
      const whole = call("log", base, v);
      return whole.kind === "number" ? whole : divide(call("ln", v), call("ln", base));
    };
    return side === undefined || side === 0 ? undefined : { f: { rises: side > 0, inverse, low: ZERO }, u: exponent };
  }
  if (exponent.kind !== "number" || exponent.value.den === 1 || exponent.value.num <= 0) return undefined;
  const inverse = (v: Expression): Expression => power(v, number(rational.invert(exponent.value)));
  return { f: { rises: true, inverse, low: ZERO, reached: true }, u: base };
}

/** What holds of a number below a bound. */
const OF_SMALLER: readonly Comparison[] = ["<", "<=", "!="];

/**
 * The comparison of c + k f(u) with 0, for a monotone f that holds all letters, as one of u with a number, or its truth wherever f has a
 * value, where the bound lies outside of the values of f; undefined for anything else.
 */
export function byArgument(e: Expression, comparison: Comparison): Expression | boolean | undefined {
  const alone = oneTerm(e, comparison);
  const part = alone && isReal(alone.part) ? monotonePart(alone.part) : undefined;

  if (!alone || !part) return undefined;
  const { bound, comparison: ofValue } = alone;
  const { f, u } = part;
  const [below, above] = [f.low ? constantSign(subtract(bound, f.low)) : 1, f.high ? constantSign(subtract(f.high, bound)) : 1];
  if (below === undefined || above === undefined) return undefined;
  const isPast = (sign: number): boolean => sign === -1 || (sign === 0 && f.reached !== true);
  const end = above === 0 && f.reached ? reachedEnd(ofValue) : below === 0 && f.reached ? reachedEnd(MIRRORED[ofValue]) : undefined;
  if (end !== undefined) return end === "only there" ? relation(u, "=", simplify(f.inverse(bound)).expression) : end;
  if (isPast(above)) return OF_SMALLER.includes(ofValue);
  if (isPast(below)) return OF_SMALLER.includes(MIRRORED[ofValue]);
  return relation(u, f.rises ? ofValue : MIRRORED[ofValue], simplify(f.inverse(bound)).expression);
}

/** What a comparison with the highest value of a function comes to, where that is more than a comparison of arguments. */
function reachedEnd(comparison: Comparison): boolean | "only there" | undefined {
  switch (comparison) {
    case ">=":
      return "only there";
    case ">":
      return false;
    case "<=":
      return true;
    case "<":
    case "=":
    case "!=":
      return undefined;
  }
}

/** c + k p compared with 0, where p holds all letters, as p compared with a number. */
function oneTerm(
  e: Expression,
  comparison: Comparison,
): { readonly part: Expression; readonly comparison: Comparison; readonly bound: Expression } | undefined {
  const terms = termsOf(e);
  const [only, ...more] = terms.filter((term) => freeNames(term).size > 0);
  if (!only || more.length > 0) return undefined;
  const constants = factorsOf(only).filter((factor) => freeNames(factor).size === 0);
  const scale = product(...constants);
  const sign = constantSign(scale);
  if (sign === undefined || sign === 0) return undefined;
  const bound = divide(negate(sum(...terms.filter((term) => term !== only))), scale);
  const part = product(...factorsOf(only).filter((factor) => !constants.includes(factor)));
  const ofPart = sign === 1 ? comparison : MIRRORED[comparison];
  return part.kind === "sum" ? oneTerm(subtract(part, bound), ofPart) : { part, bound, comparison: ofPart };
}

/**
 * The comparison of an expression in one name with 0 as one of the name with a number, through any number of monotone functions, or its
 * truth wherever the expression has a value; undefined where it is not built of them.
 */
export function byName(e: Expression, comparison: Comparison): Expression | boolean | undefined {
  const alone = oneTerm(e, comparison) ?? oneTerm(expand(e), comparison);
  if (!alone) return undefined;
  const { part, bound } = alone;
  if (part.kind === "name") return relation(part, alone.comparison, simplify(bound).expression);
  const next = byArgument(subtract(part, bound), alone.comparison);
  if (typeof next !== "object" || next.kind !== "relation") return next;
  const [left = ZERO, right = ZERO] = next.operands;
  return byName(simplify(subtract(left, right)).expression, next.comparisons[0] ?? comparison);
}
