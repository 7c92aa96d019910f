import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { step } from "../../derivation/step.ts";
import { call, constant, divide, E, isNumber, number, power, product } from "../../expression/construct.ts";
import { contains, type Expression, factorsOf, findAll } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { quotientOf } from "../../expression/quotient.ts";
import { complexity, simplify } from "../../truth/index.ts";
import { grows, type Led, type LimitWay, limitAt, limitIn, type Stage, vanishes } from "./way.ts";

/** u^v with the variable in both: e to the limit of v ln u. */
export function byPowerOfE(follow: (stage: Stage) => Led | undefined): LimitWay {
  return (stage) => {
    const { e, place } = stage;
    if (e.kind !== "power" || !contains(e.exponent, place.variable) || !contains(e.base, place.variable)) return undefined;
    const exponent = product(e.exponent, call("ln", e.base));
    const found = limitAt(exponent, stage);
    const inner = found && follow({ ...stage, e: exponent, found });
    if (!found || !inner) return undefined;
    const form = { ...step("power of e", [], { kind: "equal", before: e, after: power(E, exponent) }), under: place };
    const end = step("limit of a power of e", [limitIn({ ...stage, found })], { kind: "limit", place, before: e, after: limitIn(stage) });
    return { steps: [form, ...inner.steps, end] };
  };
}

/** A bounded factor times one that vanishes. */
export const bySqueeze: LimitWay = (stage) => {
  const { e, place, found } = stage;
  if (found.bounded.length === 0) return undefined;
  const isBounded = (part: Expression): boolean => part.kind === "call" && (part.name === "sin" || part.name === "cos") && limitAt(part, stage) === undefined;
  const bounded = factorsOf(e).filter(isBounded);
  const rest = product(...factorsOf(e).filter((factor) => !bounded.includes(factor)));
  if (bounded.length === 0 || !vanishes(rest, stage)) return undefined;
  return { steps: [step("squeeze", [product(...bounded), rest], { kind: "limit", place, before: e, after: number(0) })] };
};

/** A denominator that vanishes under a numerator that does not. */
export const byPole: LimitWay = (stage) => {
  const { e, place } = stage;
  const { numerator, denominator } = quotientOf(e);
  const above = limitAt(numerator, stage);
  const side = infinityOf(limitIn(stage));
  if (
    side === undefined ||
    above?.limit.kind !== "finite" ||
    isNumber(above.limit.value, 0) ||
    !contains(denominator, place.variable) ||
    !vanishes(denominator, stage)
  )
    return undefined;
  const upward = limitAt(divide(number(1), denominator), stage);
  if (upward?.limit.kind !== "infinite") return undefined;
  const sign = upward.limit.sign === 1 ? "positive" : "negative";
  return { steps: [step("pole from one side", [above.limit.value, sign], { kind: "limit", place, before: e, after: limitIn(stage) })] };
};

/** The rule of L'Hôpital, where the quotient of the derivatives is no longer than before. */
export const byRule: LimitWay = (stage) => {
  const { e, place } = stage;
  const { numerator, denominator } = quotientOf(e);
  const bothVanish = vanishes(numerator, stage) && vanishes(denominator, stage);
  const bothGrow = !bothVanish && grows(numerator, stage) && grows(denominator, stage);
  if (place.whole || !(bothVanish || bothGrow)) return undefined;
  try {
    const next = simplify(divide(differentiate(numerator, place.variable), differentiate(denominator, place.variable))).expression;
    if (complexity(next) > LONGER * complexity(e) || !limitAt(next, stage)) return undefined;
    const claim = { kind: "same limit", place, before: e, after: next, quotient: { numerator, denominator } } as const;
    return { steps: [{ ...step("rule of L'Hôpital", [bothVanish ? "0" : constant("infinity")], claim), under: place }], next };
  } catch (error) {
    if (error instanceof NotDifferentiable) return undefined;
    throw error;
  }
};

/** How much longer a quotient of derivatives may be. */
const LONGER = 1.4;

/** Powers against exponentials and logarithms far out. */
export const byGrowth: LimitWay = (stage) => {
  const { e, place } = stage;
  const value = limitIn(stage);
  const isEnd = infinityOf(value) !== undefined || isNumber(value, 0);
  const holds = (test: (part: Expression) => boolean): boolean => findAll(e, (part) => contains(part, place.variable) && test(part)).length > 0;
  const exponentials = holds((part) => part.kind === "power" && contains(part.exponent, place.variable));
  const logarithms = holds((part) => part.kind === "call" && part.name === "ln");
  if (!isEnd || !(exponentials || logarithms) || e.kind === "sum") return undefined;
  const which = exponentials && logarithms ? GROWTH.both : exponentials ? GROWTH.exponentials : GROWTH.logarithms;
  return { steps: [step("order of growth", [which], { kind: "limit", place, before: e, after: value })] };
};

/** What grows faster than what. */
const GROWTH = {
  both: "Exponentials outgrow powers, and powers outgrow logarithms",
  exponentials: "The exponential function outgrows every power",
  logarithms: "Every power outgrows the logarithm",
} as const;
