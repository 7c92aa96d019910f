import { step } from "../../derivation/step.ts";
import { call, divide, E, HALF, number, ONE, power, product, splitCoefficient, subtract, sum } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { quotientOf } from "../../expression/quotient.ts";
import * as rational from "../../number/rational.ts";
import { simplify } from "../../truth/index.ts";
import { grows, type LimitWay, nearby, type Stage, vanishes } from "./way.ts";

/** f(a) − f(b) as a product, or as a function of the quotient, by the theorems of addition. */
const DIFFERENCES: Readonly<Record<string, (a: Expression, b: Expression) => Expression>> = {
  sin: (a, b) => product(number(2), call("cos", middle(a, b)), call("sin", half(a, b))),
  cos: (a, b) => product(number(-2), call("sin", middle(a, b)), call("sin", half(a, b))),
  tan: (a, b) => divide(call("sin", short(subtract(a, b))), product(call("cos", a), call("cos", b))),
  ln: (a, b) => call("ln", short(divide(a, b))),
  exp: (a, b) => product(power(E, b), subtract(power(E, short(subtract(a, b))), ONE)),
};

const short = (e: Expression): Expression => simplify(e).expression;
const middle = (a: Expression, b: Expression): Expression => short(product(HALF, sum(a, b)));
const half = (a: Expression, b: Expression): Expression => short(product(HALF, subtract(a, b)));

/** A function of the table with its argument, and what it is multiplied by. */
interface Value {
  readonly called: string;
  readonly of: Expression;
  readonly factor: Expression;
}

function valueIn(term: Expression): Value | undefined {
  for (const factor of factorsOf(term)) {
    const rest = product(...factorsOf(term).filter((other) => other !== factor));
    if (factor.kind === "power" && equal(factor.base, E)) return { called: "exp", of: factor.exponent, factor: rest };
    const [of] = factor.kind === "call" && factor.args.length === 1 ? factor.args : [];
    if (factor.kind === "call" && of && DIFFERENCES[factor.name]) return { called: factor.name, of, factor: rest };
  }
  return undefined;
}

/** The difference of two values of one function, whose arguments come near each other, as a product. */
export const byDifference: LimitWay = (stage) => {
  const { e, place } = stage;
  const { numerator, denominator } = quotientOf(e);
  const difference = factorsOf(numerator).find(({ kind }) => kind === "sum");
  if (difference?.kind !== "sum" || difference.terms.length !== 2 || !contains(difference, place.variable)) return undefined;
  const values = difference.terms.map(valueIn);
  const [one, other] = values;
  if (!one || !other || one.called !== other.called || !isOpposite(one.factor, other.factor) || !isNear(one, other, stage)) return undefined;
  const [first, second] = splitCoefficient(one.factor).coefficient.num > 0 ? [one, other] : [other, one];
  const written = product(first.factor, DIFFERENCES[first.called]?.(first.of, second.of) ?? difference);
  const next = divide(product(...factorsOf(numerator).filter((factor) => factor !== difference), written), denominator);
  const rule = first.called === "ln" ? "difference of logarithms" : "difference as a product";
  return { steps: [{ ...step(rule, [], { kind: "equal", before: e, after: next }, { conditions: nearby(stage) }), under: place }], next };
};

function isOpposite(a: Expression, b: Expression): boolean {
  const [one, other] = [splitCoefficient(a), splitCoefficient(b)];
  return equal(one.rest, other.rest) && rational.isZero(rational.add(one.coefficient, other.coefficient));
}

function isNear(one: Value, other: Value, stage: Stage): boolean {
  if (one.called === "ln" && grows(one.of, stage) && grows(other.of, stage)) return true;
  return vanishes(short(subtract(one.of, other.of)), stage);
}
