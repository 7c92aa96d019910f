import { call, divide, E, MINUS_ONE, name, negate, number, ONE, power, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { simplify } from "../../truth/index.ts";
import { differentiate, NotDifferentiable } from "../derivative.ts";
import type { Asymptotics } from "./asymptotics.ts";
import { Cancelled, LimitOpen, NotDefinedThere, Oscillates } from "./open.ts";
import { exponentOf } from "./prepared.ts";
import { add, compareExponents, compose, constantSeries, monomial, multiply, type Series, scale, split } from "./series.ts";

/** The parts of the most rapid class as powers of one of them, ω, that vanishes. */
export interface Scale {
  /** ln ω. */
  readonly logarithm: Expression;
  /** Each part as A ω^c. */
  readonly parts: readonly { readonly part: Expression; readonly factor: Expression; readonly exponent: Expression }[];
}

/** ω for a class: 1 over the variable, or the power of e in it that is written shortest. */
export function scaleOf(rapid: readonly Expression[], asked: Asymptotics): Scale {
  const own = name(asked.variable);
  if (rapid.some((part) => equal(part, own))) return scaleBy(negate(call("ln", own)), rapid, asked);
  const [shortest = own] = [...rapid].sort((a, b) => text(a).length - text(b).length);
  const exponent = exponentOf(shortest) ?? ZERO;
  const end = asked.limit(exponent);
  return scaleBy(end.kind === "infinite" && end.sign === 1 ? negate(exponent) : exponent, rapid, asked);
}

function scaleBy(logarithm: Expression, rapid: readonly Expression[], asked: Asymptotics): Scale {
  const parts = rapid.map((part) => {
    const exponent = exponentOf(part);
    if (!exponent) return { part, factor: ONE, exponent: MINUS_ONE };
    const ratio = asked.limit(divide(exponent, logarithm));
    if (ratio.kind === "infinite") throw new LimitOpen("two parts do not grow alike", undefined);
    return { part, factor: power(E, simplify(subtract(exponent, product(ratio.value, logarithm))).expression), exponent: ratio.value };
  });
  return { logarithm, parts };
}

/** The series of a prepared function in ω, its coefficients in what grows more slowly. */
export function expansion(e: Expression, { logarithm, parts }: Scale, asked: Asymptotics): Series {
  const { known, variable } = asked;
  const at = (part: Expression): Series => {
    const own = parts.find((one) => equal(one.part, part));
    if (own) return own.exponent === MINUS_ONE && equal(own.factor, ONE) ? monomial(ONE, MINUS_ONE) : shifted(at(own.factor), own.exponent);
    if (!contains(part, variable) || !parts.some((one) => holds(part, one.part))) return constantSeries(part);
    switch (part.kind) {
      case "sum":
        return add(part.terms.map(at), known);
      case "product":
        return part.factors.map(at).reduce((a, b) => multiply(a, b, known));
      case "power":
        return contains(part.exponent, variable) ? exponential(at(exponentOf(part) ?? part.exponent)) : raised(at(part.base), part.exponent);
      case "call":
        return part.name === "ln" ? logarithmic(at(part.args[0] ?? ONE)) : analytic(part.name, at(part.args[0] ?? ZERO), part);
      default:
        throw new LimitOpen(`${text(part)} is not followed`, undefined);
    }
  };

  const shifted = ({ terms, order }: Series, by: Expression): Series => ({
    terms: terms.map(({ exponent, coefficient }) => ({ exponent: sum(exponent, by), coefficient })),
    order: order && sum(order, by),
  });

  const raised = (base: Series, exponent: Expression): Series => {
    const whole =
      exponent.kind === "number" && exponent.value.den === 1 && exponent.value.num > 0 && exponent.value.num <= LARGEST_POWER ? Number(exponent.value.num) : 0;
    if (whole > 0) return Array.from({ length: whole }, () => base).reduce((a, b) => multiply(a, b, known));
    const { first, rest } = split(base, known);
    const isWhole = exponent.kind === "number" && exponent.value.den === 1;
    if (!isWhole && asked.sign(first.coefficient) === -1) throw new NotDefinedThere("a root of a negative number is not real");
    const series = compose((k) => binomial(exponent, k), rest, known);
    return shifted(scale(series, power(first.coefficient, exponent), known), product(first.exponent, exponent));
  };

  const exponential = (u: Series): Series => {
    const lead = u.terms[0]?.exponent;
    if (lead && compareExponents(lead, ZERO, known) < 0) throw new LimitOpen("a power of e grows faster than was seen", undefined);
    const { level, delta } = levelOf(u);
    return scale(
      compose((k) => divide(ONE, factorial(k)), delta, known),
      power(E, level),
      known,
    );
  };

  const logarithmic = (u: Series): Series => {
    const { first, rest } = split(u, known);
    if (asked.sign(first.coefficient) === -1) throw new NotDefinedThere("a logarithm of a negative number is not real");
    const start = sum(call("ln", first.coefficient), product(first.exponent, logarithm));
    return add(
      [constantSeries(simplify(start).expression), compose((k) => (k === 0 ? ZERO : number({ num: k % 2 === 1 ? 1 : -1, den: k })), rest, known)],
      known,
    );
  };

  const levelOf = (u: Series): { readonly level: Expression; readonly delta: Series } => {
    const [first, ...others] = u.terms;
    const isLevel = first && compareExponents(first.exponent, ZERO, known) === 0;
    if (!first && u.order && compareExponents(u.order, ZERO, known) <= 0) throw new Cancelled();
    return isLevel ? { level: first.coefficient, delta: { terms: others, order: u.order } } : { level: ZERO, delta: u };
  };

  const analytic = (called: string, u: Series, part: Expression): Series => {
    const lead = u.terms[0]?.exponent;
    if (lead && compareExponents(lead, ZERO, known) < 0) throw new Oscillates(part);
    const { level, delta } = levelOf(u);
    return compose((k) => divide(derivativeAt(called, k, level), factorial(k)), delta, known);
  };

  return at(e);
}

const LARGEST_POWER = 12;

function holds(e: Expression, part: Expression): boolean {
  return findAll(e, (own) => equal(own, part)).length > 0;
}

function factorial(k: number): Expression {
  return call("factorial", number(k));
}

/** The binomial coefficient of an exponent that need not be whole. */
function binomial(exponent: Expression, k: number): Expression {
  const factors = Array.from({ length: k }, (_, j) => divide(subtract(exponent, number(j)), number(j + 1)));
  return factors.length === 0 ? ONE : product(...factors);
}

const derivatives = new Map<string, Expression[]>();

/** The k-th derivative of a function of the table, at a place. */
function derivativeAt(called: string, k: number, place: Expression): Expression {
  const variable = "\u0001z";
  const known = derivatives.get(called) ?? [call(called, name(variable))];
  derivatives.set(called, known);
  try {
    while (known.length <= k) known.push(simplify(differentiate(known.at(-1) ?? ZERO, variable)).expression);
  } catch (error) {
    if (error instanceof NotDifferentiable) throw new LimitOpen(`${called} has no derivative here`, undefined);
    throw error;
  }
  return simplify(substitute(known[k] ?? ZERO, new Map([[variable, place]]))).expression;
}
