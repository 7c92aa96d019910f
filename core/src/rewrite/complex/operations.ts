import type { Parts } from "../../canonical/real-and-imaginary.ts";
import { E, I, isNumber, negate, number, ONE, PI, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { piMultiple } from "../../expression/functions/arguments.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import { ungrouped } from "../../notation/latex.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as rational from "../../number/rational.ts";
import { readable } from "../readable.ts";
import { inParts, partsOf } from "./parts.ts";
import { isShortAngle, polarOf } from "./polar.ts";
import type { Arithmetic, Operation } from "./work.ts";
import { inBrackets, sumOf, sumOfSquares, turnedOf, writtenExponential, writtenPolar } from "./written.ts";
import { asPolar } from "./written-polar.ts";

/** Whether a written form is a number p + iq already, so that nothing has to be said of it. */
export const isPlain = (work: Arithmetic, written: Syntax, value: Expression): boolean => equal(work.meaning(written), value);

const asFactor = (e: Expression): Syntax => inBrackets(present(e));

/** The operands of a written sum or product, from left to right. */
function operandsOf(written: Syntax, kind: "binary" | "times"): readonly Syntax[] {
  if (written.kind === "group" && kind === "times" && written.inner.kind === kind) return operandsOf(written.inner, kind);
  return written.kind === kind ? [...operandsOf(written.left, kind), ...(kind === "times" ? operandsOf(written.right, kind) : [written.right])] : [written];
}

/** Sums: real and imaginary parts are added by themselves. */
export const ofSum: Operation<"binary"> = (written, work) => {
  const left = work.worked(written.left);
  const right = work.worked(written.right);
  if (!left || !right) return undefined;
  const value = inParts(written.operator === "-" ? subtract(left, right) : sum(left, right));
  if (!value || isPlain(work, written, value)) return value;
  const isWorked = !isPlain(work, written.left, left) || !isPlain(work, written.right, right);
  const numbers: Syntax = { ...written, left: present(left), right: written.operator === "-" ? asFactor(right) : present(right) };
  work.say(written, isWorked ? [numbers] : [], value, "add parts", []);
  return value;
};

/** Products: every term by every term, with i² = −1. */
export const ofProduct: Operation<"times"> = (written, work) => {
  const euler = timesEuler(written, work);
  if (euler) return euler;
  const values = operandsOf(written, "times").map((operand) => work.worked(operand));
  if (!values.every((value) => value !== undefined)) return undefined;
  const value = inParts(product(...values));
  const complex = values.filter(holdsImaginary);
  if (!value || isPlain(work, written, value)) return value;
  const isWorked = !equal(product(...values), work.meaning(written));
  const numbers = values.map(asFactor).reduce((left, right): Syntax => ({ kind: "times", dot: false, left, right }));
  const last = complex.at(-1);
  const head = complex.slice(0, -1).reduce<Expression | undefined>((left, right) => (left ? work.worked(timesWritten(left, right)) : right), undefined);
  const real = product(...values.filter((one) => !holdsImaginary(one)));
  const [a, b] = [head && partsOf(product(real, head)), last && partsOf(last)];
  if (!head || !last || !a || !b) {
    work.say(written, isWorked ? [numbers] : [], value, "multiply out", []);
    return value;
  }
  const isPaired = isWorked || complex.length > 2;
  work.say(written, [...(isPaired ? [timesWritten(product(real, head), last)] : []), multipliedOut(a, b)], value, "multiply complex numbers", []);
  return value;
};

const timesWritten = (a: Expression, b: Expression): Syntax => ({ kind: "times", dot: false, left: asFactor(a), right: asFactor(b) });

/** (p + iq)(r + is) with its four terms. */
function multipliedOut(a: Parts, b: Parts): Syntax {
  return sumOf([
    { c: readable(product(a.re, b.re)), exponent: 0 },
    { c: readable(product(a.re, b.im)), exponent: 1 },
    { c: readable(product(a.im, b.re)), exponent: 1 },
    { c: readable(product(a.im, b.im)), exponent: 2 },
  ]);
}

/** Quotients: extended by the conjugate of the denominator. */
export const ofFraction: Operation<"fraction"> = (written, work) => {
  const [top, bottom] = [work.worked(written.numerator), work.worked(written.denominator)];
  const [above, below] = [top && partsOf(top), bottom && partsOf(bottom)];
  if (!top || !bottom || !above || !below) return undefined;
  const value = inParts(product(top, power(bottom, number(-1))));
  if (!value || isPlain(work, written, value)) return value;
  const isWorked = !isPlain(work, written.numerator, top) || !isPlain(work, written.denominator, bottom);
  const numbers: Syntax = { kind: "fraction", numerator: present(top), denominator: present(bottom) };
  if (isNumber(below.im, 0)) {
    work.say(written, isWorked ? [numbers] : [], value, "divide the parts", []);
    return value;
  }
  const conjugate = sum(below.re, negate(product(I, below.im)));
  const times = (e: Expression): Syntax => (isNumber(e, 1) ? present(conjugate) : { kind: "times", dot: false, left: asFactor(e), right: asFactor(conjugate) });
  const extended: Syntax = { kind: "fraction", numerator: times(top), denominator: times(bottom) };
  work.say(written, [...(isWorked ? [numbers] : []), extended], undefined, "extend by the conjugate of the denominator", [conjugate]);
  const squares = isNumber(below.re, 0) ? present(readable(power(below.im, TWO))) : sumOfSquares(below.re, below.im);
  const conjugateParts = { re: below.re, im: negate(below.im) };
  const worked: Syntax = { kind: "fraction", numerator: multipliedOut(above, conjugateParts), denominator: squares };
  work.say(written, [worked], value, "multiply complex numbers", []);
  return value;
};

/** Powers of this exponent are multiplied out where the angle is no part of a turn that helps. */
const MOST_MULTIPLIED = 12;

/** Whole powers: squares and cubes multiplied out, higher ones by size and angle where the angle is a part of a turn (A. de Moivre). */
export const ofPower: Operation<"power"> = (written, work) => {
  const exponent = work.meaning(written.exponent);
  if (isEuler(written)) return byEuler(written, work);
  const polar = exponent.kind === "number" && exponent.value.den === 1 ? powerOfPolar(written, Number(exponent.value.num), work) : undefined;
  if (polar) return polar;
  const base = work.worked(written.base);
  const parts = base && partsOf(base);
  if (base && holdsImaginary(exponent)) return byLogarithm(written, work);
  if (!base || !parts || exponent.kind !== "number") return undefined;
  if (exponent.value.den !== 1) return rootOfNumber(written, work);
  if (!holdsImaginary(base)) return powerOfReal(written, base, exponent, work);
  const n = Number(exponent.value.num);
  if (n > 3 && equal(base, I)) return powerOfUnit(written, n, work);
  if (n < 0) {
    const positive: Syntax = { ...written, exponent: { kind: "number", text: `${-n}` } };
    const reciprocal: Syntax = { kind: "fraction", numerator: { kind: "number", text: "1" }, denominator: n === -1 ? ungrouped(written.base) : positive };
    work.say(written, [reciprocal], undefined, "negative power", []);
    return work.worked(reciprocal);
  }
  if (n < 2) return n === 0 ? ONE : base;
  const value = n <= 3 ? smallPower(written, parts, n, work) : undefined;
  return value ?? byDeMoivre(written, base, parts, n, work) ?? (n <= MOST_MULTIPLIED ? bySquares(written, base, n, work) : leap(written, base, n, work));
};

function powerOfReal(written: Syntax & { kind: "power" }, base: Expression, exponent: Expression, work: Arithmetic): Expression {
  const value = readable(power(base, exponent));
  work.say(written, [{ ...written, base: asFactor(base) }], value, "evaluate", []);
  return value;
}

/** z^w as e^(w ln z). */
function byLogarithm(written: Syntax & { kind: "power" }, work: Arithmetic): Expression | undefined {
  const logarithm = work.worked({ kind: "call", name: "ln", args: [ungrouped(written.base)] });
  const exponent = logarithm && inParts(product(work.meaning(written.exponent), logarithm));
  const value = exponent && inParts(power(E, exponent));
  if (value) work.say(written, [{ kind: "power", base: present(E), exponent: present(exponent) }], value, "power by the logarithm", []);
  return value;
}

/** iⁿ by the remainder of n by 4. */
function powerOfUnit(written: Syntax & { kind: "power" }, n: number, work: Arithmetic): Expression {
  const value = power(I, number(n));
  work.say(written, n % 4 < 2 ? [] : [{ ...written, exponent: { kind: "number", text: `${n % 4}` } }], value, "power of i", [
    `${n}`,
    `${Math.floor(n / 4)}`,
    `${n % 4}`,
  ]);
  return value;
}

/** A power of a number that is written by its modulus and angle. */
function powerOfPolar(written: Syntax & { kind: "power" }, n: number, work: Arithmetic): Expression | undefined {
  const polar = asPolar(written.base, work);
  const value = polar && inParts(product(power(polar.modulus, number(n)), turnedOf(product(number(n), polar.angle))));
  if (!polar || !value) return undefined;
  const form = polar.isExponential ? writtenExponential : writtenPolar;
  work.say(written, [form(readable(power(polar.modulus, number(n))), product(number(n), polar.angle))], value, "de Moivre", [number(n)]);
  return value;
}

/** (p + iq)² and (p + iq)³ by the binomial formulas. */
function smallPower(written: Syntax & { kind: "power" }, { re, im }: Parts, n: number, work: Arithmetic): Expression | undefined {
  const value = inParts(power(sum(re, product(I, im)), number(n)));
  const coefficients = n === 2 ? [1, 2, 1] : n === 3 ? [1, 3, 3, 1] : [];
  if (!value || coefficients.length === 0) return undefined;
  const terms = coefficients.map((coefficient, k) => ({
    c: readable(product(number(coefficient), power(re, number(n - k)), power(im, number(k)))),
    exponent: k,
  }));
  work.say(written, isNumber(re, 0) ? [] : [sumOf(terms)], value, "multiply complex numbers", []);
  return value;
}

function byDeMoivre(written: Syntax & { kind: "power" }, base: Expression, parts: Parts, n: number, work: Arithmetic): Expression | undefined {
  const polar = polarOf(parts, work.known);
  const turn = polar && piMultiple(polar.angle);
  if (!polar || !turn || !isShortAngle(turn) || freeNames(base).size > 0) return undefined;
  const total = rational.multiply(turn, rational.rational(n));
  const rest = withoutTurns(total);
  const size = readable(power(polar.modulus, number(n)));
  const angle = (of: rational.Rational): Expression => product(number(of), PI);
  const value = inParts(product(size, turnedOf(angle(rest))));
  if (!value) return undefined;
  work.say(ungrouped(written.base), [writtenPolar(polar.modulus, polar.angle)], undefined, "in polar form", [polar.modulus, polar.angle]);
  const isReduced = rational.equal(total, rest);
  work.say(written, [writtenPolar(size, angle(total))], isReduced ? value : undefined, "de Moivre", [number(n)]);
  if (!isReduced) work.say(written, [writtenPolar(size, angle(rest))], value, "leave out whole turns", []);
  return value;
}

/** A part of a turn in (−1, 1] half turns. */
function withoutTurns(turn: rational.Rational): rational.Rational {
  const whole = rational.floor(rational.divide(rational.add(turn, rational.ONE), rational.rational(2)));
  const rest = rational.subtract(turn, rational.multiply(rational.rational(2), { num: whole, den: 1 }));
  return rational.equal(rest, rational.rational(-1)) ? rational.ONE : rest;
}

/** Squares of squares: z⁴ = (z²)², z⁵ = z⁴ z. */
function bySquares(written: Syntax & { kind: "power" }, base: Expression, n: number, work: Arithmetic): Expression | undefined {
  const to = (exponent: number): Syntax => ({
    kind: "power",
    base: { kind: "group", inner: present(base) },
    exponent: { kind: "number", text: `${exponent}` },
  });
  const half = work.worked(to(Math.floor(n / 2)));
  const square: Syntax | undefined = half && { kind: "power", base: { kind: "group", inner: present(half) }, exponent: { kind: "number", text: "2" } };
  if (!square) return undefined;
  const product: Syntax = n % 2 === 0 ? square : { kind: "times", dot: false, left: square, right: { kind: "group", inner: present(base) } };
  const value = inParts(work.meaning(product));
  if (value) work.say(written, [product], value, "square again", []);
  return value;
}

function leap(written: Syntax, base: Expression, n: number, work: Arithmetic): Expression | undefined {
  const value = inParts(readable(power(base, number(n))));
  if (value) work.say(written, [], value, "multiply complex numbers", []);
  return value;
}

const isEuler = (written: Syntax & { kind: "power" }): boolean => written.base.kind === "name" && written.base.name === "e" && !written.base.own;

/** r e^(i y) with a real factor, in one step. */
function timesEuler(written: Syntax & { kind: "times" }, work: Arithmetic): Expression | undefined {
  const { left, right } = written;
  if (right.kind !== "power" || !isEuler(right) || holdsImaginary(work.meaning(left))) return undefined;
  const parts = partsOf(work.meaning(right.exponent));
  const value = parts && inParts(work.meaning(written));
  if (!parts || !value) return undefined;
  work.say(written, [writtenPolar(product(work.meaning(left), power(E, parts.re)), parts.im)], value, "by Euler's formula", []);
  return value;
}

/** e^(x + iy) = e^x (cos y + i sin y). */
function byEuler(written: Syntax & { kind: "power" }, work: Arithmetic): Expression | undefined {
  const parts = partsOf(work.meaning(written.exponent));
  const value = parts && inParts(work.meaning(written));
  if (!parts || !value) return undefined;
  work.say(written, [writtenPolar(power(E, parts.re), parts.im)], value, "by Euler's formula", []);
  return value;
}

/** A square root of a number, known by its square. */
export function rootOfNumber(written: Syntax, work: Arithmetic): Expression | undefined {
  const value = inParts(readable(work.meaning(written)));
  if (value) work.say(written, [], value, "root of a complex number", [value]);
  return value;
}
