import { call, divide, negate, number, ONE, power, product, splitCoefficient, sum, TWO, ZERO } from "../expression/construct.ts";
import { type Expression, ExpressionMap, equal, findAll, freeNames, termsOf } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { type Fraction, fractionExpression, Kernels, normalForm } from "./normal-form.ts";

/**
 * Circular (and hyperbolic) functions of rational combinations of angles as polynomials in the sine and cosine of unit
 * angles: each term of the arguments gets its largest common part as its unit; sums are taken apart by the addition formulas,
 * multiples by Chebyshev polynomials (Abramowitz and Stegun, 4.3.16–29 and 4.5.24–33, 22.3.15). With sin² = 1 − cos² (sinh² =
 * cosh² − 1) divided out, this is a normal form for real trigonometric expressions.
 */

/** A pair of functions with an addition theorem. */
interface Pair {
  readonly sine: string;
  readonly cosine: string;
  /** −1 for the circular pair, 1 for the hyperbolic one: cosine(a + b) = cosine a cosine b ± sine a sine b. */
  readonly sign: -1 | 1;
  readonly quotients: Readonly<Record<string, (sine: Expression, cosine: Expression) => Expression>>;
}

const CIRCULAR: Pair = {
  sine: "sin",
  cosine: "cos",
  sign: -1,
  quotients: {
    tan: (s, c) => divide(s, c),
    cot: (s, c) => divide(c, s),
    sec: (_, c) => divide(ONE, c),
    csc: (s) => divide(ONE, s),
  },
};
const HYPERBOLIC: Pair = {
  sine: "sinh",
  cosine: "cosh",
  sign: 1,
  quotients: {
    tanh: (s, c) => divide(s, c),
    coth: (s, c) => divide(c, s),
    sech: (_, c) => divide(ONE, c),
    csch: (s) => divide(ONE, s),
  },
};
const PAIRS = [CIRCULAR, HYPERBOLIC];

const INVERSE: ReadonlySet<string> = new Set(["arcsin", "arccos", "arctan", "arccot"]);

/** Whether a function gives the angle of a circular one: arcsin, arccos, arctan or arccot. */
export function isInverseCircular(functionName: string): boolean {
  return INVERSE.has(functionName);
}

/** Whether an expression is arcsin, arccos, arctan or arccot of something. */
export const isInverseCall = (e: Expression): boolean => e.kind === "call" && isInverseCircular(e.name);

/** Multiples beyond this are left whole: their polynomials are too long to be of use. */
const LARGEST_MULTIPLE = 40;

function pairOf(e: Expression): Pair | undefined {
  return e.kind === "call" ? PAIRS.find((pair) => e.name === pair.sine || e.name === pair.cosine || e.name in pair.quotients) : undefined;
}

/** Whether the expression holds a circular or hyperbolic function. */
export function hasAngles(e: Expression): boolean {
  return findAll(e, (part) => pairOf(part) !== undefined).length > 0;
}

/** tan, sec, … by sin and cos of the same argument. */
export function inSineAndCosine(e: Expression): Expression {
  const inner = mapChildren(e, inSineAndCosine);
  const [argument] = inner.kind === "call" ? inner.args : [];
  const pair = pairOf(inner);
  if (!pair || !argument || inner.kind !== "call") return inner;
  return pair.quotients[inner.name]?.(call(pair.sine, argument), call(pair.cosine, argument)) ?? inner;
}

/** All circular and hyperbolic functions by sines and cosines of unit angles: sin(2x) by those of x. */
export function inUnitAngles(e: Expression): Expression {
  const plain = withPlainArguments(inSineAndCosine(e));
  return takenApart(
    plain,
    unitsOf(plain, ({ den }, unit) => rational.rational(1, integer.lcm(unit.den, den))),
  );
}

/** The same by the largest angles of which all others are multiples: sin(4x) and cos(2x) by those of 2x. */
export function inLargestAngles(e: Expression): Expression {
  const plain = withPlainArguments(inSineAndCosine(e));
  return takenApart(
    plain,
    unitsOf(plain, ({ num, den }, unit) => rational.rational(integer.gcd(unit.num, num), integer.lcm(unit.den, den))),
  );
}

/** The unit of every term in the arguments, from its coefficients one after another. */
function unitsOf(e: Expression, joined: (coefficient: rational.Rational, unit: rational.Rational) => rational.Rational): ExpressionMap<rational.Rational> {
  const units = new ExpressionMap<rational.Rational>();
  for (const part of findAll(e, (candidate) => pairOf(candidate) !== undefined)) {
    if (part.kind !== "call") continue;
    for (const term of fractionTerms(part.args[0] ?? ZERO)) {
      const { coefficient, rest } = splitCoefficient(term);
      units.set(rest, joined(coefficient, units.get(rest) ?? rational.ZERO));
    }
  }
  return units;
}

function fractionTerms(e: Expression): readonly Expression[] {
  return termsOf(e);
}

/** Arguments multiplied out, so that their terms are seen. */
function withPlainArguments(e: Expression): Expression {
  const inner = mapChildren(e, withPlainArguments);
  const [argument] = inner.kind === "call" && pairOf(inner) ? inner.args : [];
  if (inner.kind !== "call" || !argument || argument.kind === "name") return inner;
  const kernels = new Kernels();
  return call(inner.name, fractionExpression(normalForm(argument, kernels), kernels));
}

function takenApart(e: Expression, units: ExpressionMap<rational.Rational>): Expression {
  const pair = pairOf(e);
  const [argument] = e.kind === "call" ? e.args : [];
  if (!pair || e.kind !== "call" || !argument) return mapChildren(e, (child) => takenApart(child, units));
  const parts = fractionTerms(argument).map((term) => ofTerm(pair, term, units));
  const whole = parts.reduce((a, b) => ({
    sine: sum(product(a.sine, b.cosine), product(a.cosine, b.sine)),
    cosine: sum(product(a.cosine, b.cosine), product(number(pair.sign), a.sine, b.sine)),
  }));
  return e.name === pair.sine ? whole.sine : whole.cosine;
}

/** Sine and cosine of one term r · b: of the multiple r/u of the unit u b. */
function ofTerm(pair: Pair, term: Expression, units: ExpressionMap<rational.Rational>): { sine: Expression; cosine: Expression } {
  const whole = { sine: call(pair.sine, term), cosine: call(pair.cosine, term) };
  const { coefficient, rest } = splitCoefficient(term);
  // Constant angles stay whole, as sin(9/4) is no better by powers of sin(1/4), but not those that are known by their sine or cosine.
  if (freeNames(rest).size === 0 && !isInverseCall(rest)) return whole;
  const size = units.get(rest) ?? rational.ONE;
  const multiple = rational.divide(coefficient, size);
  const count = Math.abs(Number(multiple.num));
  if (count === 1 || count > LARGEST_MULTIPLE) return whole;
  const unit = product(number(size), rest);
  const { sine, cosine } = ofMultiple(count, call(pair.sine, unit), call(pair.cosine, unit));
  return { sine: multiple.num < 0 ? negate(sine) : sine, cosine };
}

/** cosine(nu) = T_n(cosine u), sine(nu) = sine u · U_(n−1)(cosine u). */
export function ofMultiple(n: number, sine: Expression, cosine: Expression): { sine: Expression; cosine: Expression } {
  const t = chebyshev(n, 1);
  const u = chebyshev(n - 1, 2);
  const at = (coefficients: readonly integer.Integer[]): Expression =>
    sum(
      ...coefficients.map((coefficient, k) =>
        coefficient === 0 ? ZERO : product(number({ num: coefficient, den: 1 }), k === 0 ? ONE : power(cosine, number(k))),
      ),
    );
  return { sine: product(sine, at(u)), cosine: at(t) };
}

/** Coefficients of T_n (first = 1) or U_n (first = 2) by rising powers: P_(n+1) = 2x P_n − P_(n−1), P_1 = first · x. */
function chebyshev(n: number, first: 1 | 2): readonly integer.Integer[] {
  let [before, current]: [readonly integer.Integer[], readonly integer.Integer[]] = [[1], [0, first]];
  if (n === 0) return before;
  for (let k = 1; k < n; k += 1) {
    const next = [0, ...current.map((coefficient) => integer.multiply(2, coefficient))].map((coefficient, at) =>
      integer.subtract(coefficient, before[at] ?? 0),
    );
    [before, current] = [current, next];
  }
  return current;
}

/** The normal form over sines and cosines of unit angles, at most the first power of each sine. */
export function angleForm(e: Expression): { readonly fraction: Fraction; readonly kernels: Kernels } {
  const apart = inUnitAngles(e);
  const kernels = new Kernels();
  for (const part of findAll(apart, (candidate) => pairOf(candidate) !== undefined)) {
    const pair = pairOf(part);
    const [argument] = part.kind === "call" ? part.args : [];
    if (!pair || !argument) continue;
    const cosine = call(pair.cosine, argument);
    const sine = call(pair.sine, argument);
    // Values and signs of the table, such as sin(−x) or cos(π/7), are no kernels of this pair.
    if (sine.kind !== "call" || sine.name !== pair.sine || !equal(sine.args[0] ?? ZERO, argument)) continue;
    kernels.index(cosine);
    kernels.index(sine, () => ({ degree: 2, value: normalForm(product(number(pair.sign), sum(power(cosine, TWO), number(-1))), kernels) }));
  }
  return { fraction: normalForm(apart, kernels), kernels };
}

/** The expression in its angle normal form. */
export function angleNormalForm(e: Expression): Expression {
  const { fraction, kernels } = angleForm(e);
  return fractionExpression(fraction, kernels);
}
