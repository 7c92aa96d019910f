import {
  call,
  divide,
  E,
  HALF,
  MINUS_ONE,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  relation,
  splitCoefficient,
  subtract,
  sum,
  ZERO,
} from "../expression/construct.ts";
import { type Comparison, type Expression, freeNames, termsOf } from "../expression/expression.ts";
import { simplify } from "./simplify.ts";
import { constantSign } from "./zero-test.ts";

/** A function that rises or falls strictly, with its inverse and the ends of its values. */
interface Monotone {
  readonly rises: boolean;
  readonly inverse: (value: Expression) => Expression;
  readonly ends?: readonly [Expression, Expression];
  /** Whether the ends are values. */
  readonly reached?: boolean;
}

const QUARTER = product(HALF, PI);

/** Forster, Analysis 1, §§ 12 and 14. */
const MONOTONE: Readonly<Record<string, Monotone>> = {
  arcsin: { rises: true, inverse: (v) => call("sin", v), ends: [negate(QUARTER), QUARTER], reached: true },
  arccos: { rises: false, inverse: (v) => call("cos", v), ends: [ZERO, PI], reached: true },
  arctan: { rises: true, inverse: (v) => call("tan", v), ends: [negate(QUARTER), QUARTER] },
  arccot: { rises: false, inverse: (v) => call("cot", v), ends: [ZERO, PI] },
  ln: { rises: true, inverse: (v) => power(E, v) },
  sinh: { rises: true, inverse: (v) => call("arsinh", v) },
  arsinh: { rises: true, inverse: (v) => call("sinh", v) },
  tanh: { rises: true, inverse: (v) => call("artanh", v), ends: [MINUS_ONE, ONE] },
};

const MIRRORED: Readonly<Record<Comparison, Comparison>> = { ">": "<", "<": ">", ">=": "<=", "<=": ">=", "!=": "!=", "=": "=" };
/** What holds of a number below a bound. */
const OF_SMALLER: readonly Comparison[] = ["<", "<=", "!="];

/**
 * The comparison of c + k f(u) with 0, for a monotone f that holds all letters, as one of u with a number, or its truth wherever f has a
 * value, where the bound lies outside of the values of f; undefined for anything else.
 */
export function byArgument(e: Expression, comparison: Comparison): Expression | boolean | undefined {
  const terms = termsOf(e);
  const own = terms.filter((term) => freeNames(term).size > 0);
  const [only] = own;
  const { coefficient, rest } = splitCoefficient(only ?? e);
  const f = rest.kind === "call" ? MONOTONE[rest.name] : undefined;
  const [u] = rest.kind === "call" ? rest.args : [];
  if (!f || !u || own.length !== 1) return undefined;
  const bound = divide(negate(sum(...terms.filter((term) => term !== only))), number(coefficient));
  const ofValue = coefficient.num > 0 ? comparison : MIRRORED[comparison];
  if (f.ends) {
    const [below, above] = [constantSign(subtract(bound, f.ends[0])), constantSign(subtract(f.ends[1], bound))];
    if (below === undefined || above === undefined) return undefined;
    const isPast = (sign: number): boolean => sign === -1 || (sign === 0 && f.reached !== true);
    if (isPast(above)) return OF_SMALLER.includes(ofValue);
    if (isPast(below)) return OF_SMALLER.includes(MIRRORED[ofValue]);
  }
  return relation(u, f.rises ? ofValue : MIRRORED[ofValue], simplify(f.inverse(bound)).expression);
}
