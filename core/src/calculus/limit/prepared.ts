import {
  call,
  divide,
  E,
  HALF,
  isNumber,
  MINUS_ONE,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  sqrt,
  subtract,
  sum,
  TWO,
  ZERO,
} from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { CIRCULAR, CIRCULAR_QUOTIENTS } from "../../expression/functions/kinds.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import type { Asymptotics, Limit } from "./asymptotics.ts";
import { LimitOpen, NotDefinedThere, Oscillates } from "./open.ts";

const exp = (u: Expression): Expression => power(E, u);
const ln = (u: Expression): Expression => call("ln", u);
const inverse = (u: Expression): Expression => power(u, MINUS_ONE);
const isInfinite = (limit: Limit): limit is Limit & { readonly kind: "infinite" } => limit.kind === "infinite";

function tendsTo(limit: Limit, value: Expression): boolean {
  return limit.kind === "finite" && zeroTest(subtract(limit.value, value)).kind === "zero";
}

/** How a function of the table is written where its argument grows, or comes to the end of its domain; undefined where it is analytic. */
type Writing = (u: Expression, asked: Asymptotics) => Expression | undefined;

const byExponentials =
  (written: (up: Expression, down: Expression) => Expression): Writing =>
  (u, { limit }) =>
    isInfinite(limit(u)) ? written(exp(u), exp(negate(u))) : undefined;

/** A circular function by sine and cosine. */
export function bySineAndCosine(called: string, u: Expression): Expression {
  const [sin, cos] = [call("sin", u), call("cos", u)];
  switch (called) {
    case "tan":
      return divide(sin, cos);
    case "cot":
      return divide(cos, sin);
    case "sec":
      return inverse(cos);
    case "csc":
      return inverse(sin);
    default:
      return call(called, u);
  }
}

/** arcsin and arccos near ±1, where they have a root. */
const nearOne =
  (atOne: (half: Expression) => Expression, atMinusOne: (half: Expression) => Expression): Writing =>
  (u, { limit }) => {
    const end = limit(u);
    if (isInfinite(end)) throw new NotDefinedThere(`${text(u)} leaves the interval from -1 to 1`);
    const half = (difference: Expression): Expression => call("arcsin", sqrt(product(HALF, difference)));
    if (tendsTo(end, ONE)) return atOne(half(subtract(ONE, u)));
    return tendsTo(end, MINUS_ONE) ? atMinusOne(half(sum(ONE, u))) : undefined;
  };

const WRITINGS: Readonly<Record<string, Writing>> = {
  sinh: byExponentials((up, down) => product(HALF, subtract(up, down))),
  cosh: byExponentials((up, down) => product(HALF, sum(up, down))),
  tanh: byExponentials((up, down) => divide(subtract(up, down), sum(up, down))),
  coth: (u, { limit }) => {
    const [up, down] = [exp(u), exp(negate(u))];
    return isInfinite(limit(u)) || tendsTo(limit(u), ZERO) ? divide(sum(up, down), subtract(up, down)) : undefined;
  },
  sech: byExponentials((up, down) => divide(TWO, sum(up, down))),
  csch: (u, { limit }) => (isInfinite(limit(u)) || tendsTo(limit(u), ZERO) ? divide(TWO, subtract(exp(u), exp(negate(u)))) : undefined),
  arsinh: (u, { limit }) => {
    const end = limit(u);
    if (!isInfinite(end)) return undefined;
    const size = end.sign === 1 ? u : negate(u);
    const value = ln(sum(size, sqrt(sum(power(size, TWO), ONE))));
    return end.sign === 1 ? value : negate(value);
  },
  arcosh: (u, { limit }) => {
    const end = limit(u);
    if (tendsTo(end, ONE)) return product(TWO, call("arsinh", sqrt(product(HALF, subtract(u, ONE)))));
    return isInfinite(end) ? ln(sum(u, sqrt(subtract(power(u, TWO), ONE)))) : undefined;
  },
  artanh: (u) => product(HALF, ln(divide(sum(ONE, u), subtract(ONE, u)))),
  arctan: (u, { limit }) => {
    const end = limit(u);
    if (!isInfinite(end)) return undefined;
    return subtract(end.sign === 1 ? product(HALF, PI) : negate(product(HALF, PI)), call("arctan", inverse(u)));
  },
  arccot: (u, { limit }) => {
    const end = limit(u);
    if (!isInfinite(end)) return subtract(product(HALF, PI), call("arctan", u));
    return end.sign === 1 ? call("arctan", inverse(u)) : sum(PI, call("arctan", inverse(u)));
  },
  arcsin: nearOne(
    (half) => subtract(product(HALF, PI), product(TWO, half)),
    (half) => subtract(product(TWO, half), product(HALF, PI)),
  ),
  arccos: nearOne(
    (half) => product(TWO, half),
    (half) => subtract(PI, product(TWO, half)),
  ),
  arcsec: (u) => call("arccos", inverse(u)),
  arccsc: (u) => call("arcsin", inverse(u)),
  ...Object.fromEntries([...CIRCULAR_QUOTIENTS].map((called) => [called, (u: Expression) => bySineAndCosine(called, u)])),
  abs: (u, { sign }) => (sign(u) === -1 ? negate(u) : u),
  sgn: (u, { sign }) => number(sign(u)),
  floor: (u, asked) => rounded(u, asked, -1),
  ceil: (u, asked) => rounded(u, asked, 1),
  factorial: (u, { limit }) => (isInfinite(limit(u)) ? stirling(u) : undefined),
};

/** ⌊u⌋ and ⌈u⌉ of what comes to a number: that number rounded, or the next one where it is whole and comes from below (above). */
function rounded(u: Expression, { limit, sign }: Asymptotics, way: -1 | 1): Expression {
  const end = limit(u);
  if (isInfinite(end)) throw new Oscillates(call(way === -1 ? "floor" : "ceil", u));
  const at = simplify(call(way === -1 ? "floor" : "ceil", end.value)).expression;
  if (at.kind !== "number") throw new LimitOpen("a rounded number is not known", at);
  const isWhole = zeroTest(subtract(end.value, at)).kind === "zero";
  return isWhole && sign(subtract(u, at)) === way ? sum(at, number(way)) : at;
}

/** Stirling's series for n! (NIST Digital Library of Mathematical Functions, 5.11.1), to five terms. */
function stirling(u: Expression): Expression {
  const terms = [
    [1, 12, 1],
    [-1, 360, 3],
    [1, 1260, 5],
    [-1, 1680, 7],
    [1, 1188, 9],
  ] as const;
  const rest = terms.map(([sign, size, exponent]) => divide(number(sign), product(number(size), power(u, number(exponent)))));
  return exp(sum(product(u, ln(u)), negate(u), product(HALF, ln(product(TWO, PI, u))), ...rest));
}

/**
 * A function in the form in which its growth is looked at: powers with the variable in the exponent by e, hyperbolic and inverse functions by exponentials
 * and logarithms where they grow, signs, bars, rounded numbers and cases by what they are from some place on.
 */
export function prepared(e: Expression, asked: Asymptotics): Expression {
  if (!contains(e, asked.variable)) return e;
  switch (e.kind) {
    case "power":
      return preparedPower(prepared(e.base, asked), prepared(e.exponent, asked), asked);
    case "call":
      return preparedCall(
        e.name,
        e.args.map((arg) => prepared(arg, asked)),
        asked,
      );
    case "cases":
      return preparedCases(e, asked);
    case "iterated":
    case "derivative":
    case "relation":
    case "logic":
    case "tuple":
      throw new LimitOpen(`${text(e)} is not followed`, undefined);
    case "number":
    case "constant":
    case "name":
      return e;
    case "sum":
    case "product":
      return mapChildren(e, (part) => prepared(part, asked));
  }
}

function preparedPower(base: Expression, exponent: Expression, asked: Asymptotics): Expression {
  if (!contains(exponent, asked.variable)) return power(base, exponent);
  if (base.kind === "constant" && base.name === "e") return power(base, exponent);
  const sign = asked.sign(base);
  if (sign === 0) return ZERO;
  if (sign === -1) throw new Oscillates(power(base, exponent));
  return exp(product(exponent, ln(base)));
}

function preparedCall(called: string, args: readonly Expression[], asked: Asymptotics): Expression {
  const [u = ZERO, v] = args;
  if (v === undefined && CIRCULAR.has(called) && contains(u, asked.variable) && isInfinite(asked.limit(u))) throw new Oscillates(call(called, u));
  const written = v ? undefined : WRITINGS[called]?.(u, asked);
  if (written) return WRITINGS[called] && sameCall(written, called, u) ? written : again(written, called, asked);
  if (called === "log" && v) return divide(ln(v), ln(u));
  if (called === "root" && v) return preparedRoot(u, v, asked);
  if (called === "max" || called === "min") return args.reduce((a, b) => (asked.sign(subtract(a, b)) === (called === "max" ? -1 : 1) ? b : a));
  if (v || ["arg", "Re", "Im", "conj", "det", "binomial"].includes(called)) throw new LimitOpen(`${text(call(called, ...args))} is not followed`, undefined);
  return call(called, ...args);
}

const sameCall = (e: Expression, called: string, u: Expression): boolean => e.kind === "call" && e.name === called && e.args[0] === u;

/** A new writing may hold functions that are to be prepared in their turn; those of the same kind are analytic by now. */
function again(e: Expression, called: string, asked: Asymptotics): Expression {
  if (!contains(e, asked.variable)) return e;
  if (e.kind === "call" && e.name === called) return call(called, ...e.args.map((arg) => again(arg, called, asked)));
  if (e.kind === "call")
    return preparedCall(
      e.name,
      e.args.map((arg) => again(arg, called, asked)),
      asked,
    );
  return mapChildren(e, (part) => again(part, called, asked));
}

/** An odd root of what is negative from some place on is the negative root of its size. */
function preparedRoot(degree: Expression, u: Expression, { sign }: Asymptotics): Expression {
  const isNegative = sign(u) === -1;
  const size = power(isNegative ? negate(u) : u, inverse(degree));
  return isNegative ? negate(size) : size;
}

function preparedCases({ branches, otherwise }: Expression & { readonly kind: "cases" }, asked: Asymptotics): Expression {
  for (const { value, condition } of branches) if (holdsFinally(condition, asked)) return prepared(value, asked);
  if (otherwise) return prepared(otherwise, asked);
  throw new NotDefinedThere("none of the cases holds there");
}

/** Whether a statement holds from some place on. */
export function holdsFinally(statement: Expression, asked: Asymptotics): boolean {
  if (statement.kind === "logic") return holdsOfItems(statement, asked);
  if (statement.kind !== "relation") throw new LimitOpen(`${text(statement)} is not followed`, undefined);
  if (!contains(statement, asked.variable)) {
    const holds = decide(statement, asked.known.assumptions);
    if (holds === undefined) throw new LimitOpen("a condition on the letters is not decided", undefined);
    return holds;
  }
  return statement.comparisons.every((comparison, k) => {
    const [left = ZERO, right = ZERO] = [statement.operands[k], statement.operands[k + 1]];
    const sign = asked.sign(subtract(left, right));
    return { "=": sign === 0, "!=": sign !== 0, "<": sign < 0, "<=": sign <= 0, ">": sign > 0, ">=": sign >= 0 }[comparison];
  });
}

/** Of alternatives one that holds is enough, whatever is open of the others. */
function holdsOfItems({ operator, items }: Expression & { readonly kind: "logic" }, asked: Asymptotics): boolean {
  const deciding = operator === "or";
  let open: LimitOpen | undefined;
  for (const item of items) {
    try {
      if (holdsFinally(item, asked) === deciding) return deciding;
    } catch (error) {
      if (!(error instanceof LimitOpen)) throw error;
      open = error;
    }
  }
  if (open) throw open;
  return !deciding;
}

/** The exponent by which a part is a power of e: u of e^u, u ln b of b^u. */
export function exponentOf(e: Expression): Expression | undefined {
  if (e.kind !== "power" || isNumber(e.exponent, 0)) return undefined;
  return e.base.kind === "constant" && e.base.name === "e" ? e.exponent : product(e.exponent, ln(e.base));
}
