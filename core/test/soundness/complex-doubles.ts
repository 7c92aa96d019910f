import { parse } from "../../src/notation/parse.ts";
import type { Syntax } from "../../src/notation/syntax.ts";

/**
 * An oracle: the value of what is written, in complex doubles, by formulas of its own. It shares the parser with the product and
 * nothing else. A value that is not defined is not a number; in the world of the reals neither is one that meets a number that is not real.
 */
export interface Complex {
  readonly re: number;
  readonly im: number;
}

export type World = "real" | "complex";
export type Values = Readonly<Record<string, Complex>>;

export const complexOf = (re: number, im = 0): Complex => ({ re, im });
const NONE = complexOf(Number.NaN, Number.NaN);
const ONE = complexOf(1);
const I = complexOf(0, 1);

export const isDefined = ({ re, im }: Complex): boolean => Number.isFinite(re) && Number.isFinite(im);
export const size = ({ re, im }: Complex): number => Math.hypot(re, im);
const add = (a: Complex, b: Complex): Complex => complexOf(a.re + b.re, a.im + b.im);
const scale = (a: Complex, k: number): Complex => complexOf(a.re * k, a.im * k);
export const minus = (a: Complex, b: Complex): Complex => add(a, scale(b, -1));
export const times = (a: Complex, b: Complex): Complex => complexOf(a.re * b.re - a.im * b.im, a.re * b.im + a.im * b.re);
const conj = ({ re, im }: Complex): Complex => complexOf(re, -im);
/** Far below the size of what tests are made of, a number is the zero that exact arithmetic would have met. */
const TINY = 1e-13;
const isNone = (a: Complex): boolean => size(a) < TINY;
export const over = (a: Complex, b: Complex): Complex => (isNone(b) ? NONE : scale(times(a, conj(b)), 1 / (b.re ** 2 + b.im ** 2)));
/** On the cut the imaginary part is 0, whatever rounding made of it. */
const angle = ({ re, im }: Complex): number => (Math.abs(im) < TINY * Math.max(1, Math.abs(re)) ? (re < 0 ? Math.PI : 0) : Math.atan2(im, re));
const exp = ({ re, im }: Complex): Complex => scale(complexOf(Math.cos(im), Math.sin(im)), Math.exp(re));
const ln = (a: Complex): Complex => (isNone(a) ? NONE : complexOf(Math.log(size(a)), angle(a)));
const sqrt = (a: Complex): Complex => (isNone(a) ? complexOf(0) : exp(scale(ln(a), 1 / 2)));
const isReal = (a: Complex): boolean => Math.abs(a.im) < 1e-11 * Math.max(1, Math.abs(a.re));
const isWhole = (a: Complex): boolean => isReal(a) && Math.abs(a.re - Math.round(a.re)) < 1e-10;

function power(base: Complex, exponent: Complex): Complex {
  if (isWhole(exponent)) {
    const n = Math.round(exponent.re);
    if (n < 0) return over(ONE, power(base, complexOf(-n)));
    if (n === 0 && isNone(base)) return NONE;
    // By squaring, so that real powers stay real.
    let [result, square] = [ONE, base];
    for (let k = n; k > 0; k = Math.floor(k / 2)) {
      if (k % 2 === 1) result = times(result, square);
      square = times(square, square);
    }
    return result;
  }
  if (isNone(base)) return exponent.re > 0 ? complexOf(0) : NONE;
  return exp(times(exponent, ln(base)));
}

const sin = (a: Complex): Complex => over(minus(exp(times(I, a)), exp(times(complexOf(0, -1), a))), complexOf(0, 2));
const cos = (a: Complex): Complex => scale(add(exp(times(I, a)), exp(times(complexOf(0, -1), a))), 1 / 2);
const sinh = (a: Complex): Complex => scale(minus(exp(a), exp(scale(a, -1))), 1 / 2);
const cosh = (a: Complex): Complex => scale(add(exp(a), exp(scale(a, -1))), 1 / 2);
/** Abramowitz and Stegun 4.4.26–28, on the real axis by the machine. */
const arcsin = (a: Complex): Complex =>
  isReal(a) && Math.abs(a.re) <= 1 ? complexOf(Math.asin(a.re)) : times(complexOf(0, -1), ln(add(times(I, a), sqrt(minus(ONE, times(a, a))))));
const arctan = (a: Complex): Complex =>
  isReal(a) ? complexOf(Math.atan(a.re)) : times(complexOf(0, 1 / 2), minus(ln(minus(ONE, times(I, a))), ln(add(ONE, times(I, a)))));
const ofReal =
  (f: (x: number) => number) =>
  (a: Complex): Complex =>
    isReal(a) ? complexOf(f(a.re)) : NONE;

function root(n: Complex, a: Complex): Complex {
  const odd = Math.round(n.re) % 2 === 1;
  return odd && isReal(a) && a.re < 0 ? scale(power(scale(a, -1), over(ONE, n)), -1) : power(a, over(ONE, n));
}

const FUNCTIONS: Readonly<Record<string, (...args: readonly Complex[]) => Complex>> = {
  sqrt: (a = NONE) => sqrt(a),
  cbrt: (a = NONE) => root(complexOf(3), a),
  root: (n = NONE, a = NONE) => root(n, a),
  exp: (a = NONE) => exp(a),
  ln: (a = NONE) => ln(a),
  lg: (a = NONE) => over(ln(a), ln(complexOf(10))),
  log: (b = NONE, a = NONE) => over(ln(a), ln(b)),
  sin: (a = NONE) => sin(a),
  cos: (a = NONE) => cos(a),
  tan: (a = NONE) => over(sin(a), cos(a)),
  cot: (a = NONE) => over(cos(a), sin(a)),
  sec: (a = NONE) => over(ONE, cos(a)),
  csc: (a = NONE) => over(ONE, sin(a)),
  arcsin: (a = NONE) => arcsin(a),
  arccos: (a = NONE) => minus(complexOf(Math.PI / 2), arcsin(a)),
  arctan: (a = NONE) => arctan(a),
  sinh: (a = NONE) => sinh(a),
  cosh: (a = NONE) => cosh(a),
  tanh: (a = NONE) => over(sinh(a), cosh(a)),
  abs: (a = NONE) => complexOf(size(a)),
  sgn: ofReal((x) => (Math.abs(x) < TINY ? 0 : Math.sign(x))),
  floor: ofReal((x) => Math.floor(x + 1e-11)),
  ceil: ofReal((x) => Math.ceil(x - 1e-11)),
  min: (...args) => (args.every(isReal) ? complexOf(Math.min(...args.map(({ re }) => re))) : NONE),
  max: (...args) => (args.every(isReal) ? complexOf(Math.max(...args.map(({ re }) => re))) : NONE),
  Re: ({ re } = NONE) => complexOf(re),
  Im: ({ im } = NONE) => complexOf(im),
  arg: (a = NONE) => (isNone(a) ? NONE : complexOf(angle(a))),
  conj: (a = NONE) => conj(a),
  arsinh: ofReal(Math.asinh),
  arcosh: ofReal(Math.acosh),
  artanh: ofReal(Math.atanh),
};

const CONSTANTS: Values = { pi: complexOf(Math.PI), e: complexOf(Math.E), i: I };

const written = new Map<string, Syntax>();
function read(source: string): Syntax {
  const known = written.get(source);
  if (known) return known;
  const syntax = parse(source);
  written.set(source, syntax);
  return syntax;
}

/** The value of an expression as it is written; not a number where it has none. */
export function valueAt(source: string, values: Values, world: World = "complex"): Complex {
  return evaluate(read(source), values, world);
}

function evaluate(e: Syntax, values: Values, world: World): Complex {
  const value = formed(e, values, world);
  // Real functions of real numbers come out without an imaginary part, however small the number is.
  return world === "real" && Math.abs(value.im) > 1e-9 * Math.abs(value.re) ? NONE : value;
}

function formed(e: Syntax, values: Values, world: World): Complex {
  const at = (part: Syntax): Complex => evaluate(part, values, world);
  switch (e.kind) {
    case "number":
      return complexOf(Number(e.text));
    case "name":
      // i belongs to the complex world alone: there it may stand in what is real in the end.
      return values[e.name] ?? CONSTANTS[e.name] ?? NONE;
    case "group":
      return at(e.inner);
    case "sign":
      return e.sign === "-" ? scale(at(e.operand), -1) : at(e.operand);
    case "binary":
      return e.operator === "-" ? minus(at(e.left), at(e.right)) : add(at(e.left), at(e.right));
    case "times":
      return times(at(e.left), at(e.right));
    case "fraction":
      return over(at(e.numerator), at(e.denominator));
    case "power": {
      const [base, exponent] = [at(e.base), at(e.exponent)];
      return isDefined(base) && isDefined(exponent) ? power(base, exponent) : NONE;
    }
    case "call": {
      const args = e.args.map(at);
      const f = FUNCTIONS[e.name];
      if (!f || !args.every(isDefined)) return NONE;
      return e.exponent ? power(f(...args), at(e.exponent)) : f(...args);
    }
    case "cases": {
      for (const { condition, value } of e.branches) {
        const met = truth(condition, values, world);
        if (met === undefined) return NONE;
        if (met) return at(value);
      }
      return e.otherwise ? at(e.otherwise) : NONE;
    }
    case "root":
      return e.index === undefined ? NONE : (realRoots(e.body)[e.index - 1] ?? NONE);
    default:
      return NONE;
  }
}

const rootsOf = new WeakMap<Syntax, readonly Complex[]>();

/** The real roots of a polynomial from the left, by a look at every hundredth; the complex ones behind them are not found. */
function realRoots(body: Syntax): readonly Complex[] {
  const known = rootsOf.get(body);
  if (known) return known;
  const free = [..."tuvwxyz"].find((name) => Number.isNaN(evaluate(body, {}, "real").re) && isDefined(evaluate(body, { [name]: ONE }, "real")));
  const f = (x: number): number => (free === undefined ? Number.NaN : evaluate(body, { [free]: complexOf(x) }, "real").re);
  const crossings = Array.from({ length: 6000 }, (_, k) => (k - 3000.5) / 100).filter((x) => f(x) * f(x + 0.01) < 0);
  const roots = crossings.map((start) => complexOf(bisected(f, start, start + 0.01)));
  rootsOf.set(body, roots);
  return roots;
}

/** A change of sign between two places, halved down to doubles. */
export function bisected(f: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  const sign = Math.sign(f(low));
  for (let k = 0; k < 60; k += 1) {
    const middle = (low + high) / 2;
    if (Math.sign(f(middle)) === sign) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Whether what is written holds; undefined where a side has no value. Equal is what differs by rounding alone. */
export function holdsAt(source: string, values: Values, world: World = "complex"): boolean | undefined {
  return truth(read(source), values, world);
}

function truth(e: Syntax, values: Values, world: World): boolean | undefined {
  if (e.kind === "group") return truth(e.inner, values, world);
  if (e.kind === "logic") {
    const items = e.items.map((item) => truth(item, values, world));
    // A part without a value does not hold.
    return e.operator === "and" ? items.every((item) => item === true) : items.some((item) => item === true);
  }
  if (e.kind !== "relation") return undefined;
  const operands = e.operands.map((operand) => evaluate(operand, values, world));
  if (!operands.every(isDefined)) return undefined;
  return e.comparisons.every((comparison, k) => {
    const [a, b] = [operands[k] ?? NONE, operands[k + 1] ?? NONE];
    const same = isNear(a, b);
    if (comparison === "=") return same;
    if (comparison === "!=") return !same;
    if (comparison === "<=" || comparison === ">=") return same || (comparison === "<=" ? a.re < b.re : a.re > b.re);
    return !same && (comparison === "<" ? a.re < b.re : a.re > b.re);
  });
}

export function isNear(a: Complex, b: Complex, tolerance = 1e-8): boolean {
  return size(minus(a, b)) <= tolerance * Math.max(0.01, size(a), size(b));
}
