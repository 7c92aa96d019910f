import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { fractionExpression, Kernels, normalForm, whereRational } from "../../canonical/normal-form.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { call, divide, E, negate, number, ONE, power, product, sum, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { contains, type Expression, factorsOf, freeNames, isReciprocal } from "../../expression/expression.ts";
import { family } from "../../expression/functions/registry.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { readable } from "../../solve/values.ts";
import { branchBorders, decide, simplify, steppedParts, zeroTest } from "../../truth/index.ts";

const MOST_ORDERS = 4;
const DEEPEST = 4;

/** A side from which a place is come close to. */
export type Side = -1 | 1;

/** A place with the side from which it is come close to. */
interface Approach {
  readonly variable: string;
  readonly x: Expression;
  readonly side: Side;
}

/**
 * The limit of an expression from one side at a place at the border of where it is defined, where it follows from values there, from the
 * limits of its parts, from what functions come close to far out, or for quotients of two zeros or two infinities from their derivatives
 * (G. de l'Hôpital, 1696). Undefined where these do not say.
 */
export function limitAt(e: Expression, variable: string, x: Expression, side: Side): Expression | undefined {
  return limitOf(e, { variable, x, side }, 0);
}

function limitOf(e: Expression, to: Approach, depth: number): Expression | undefined {
  const { variable, x } = to;
  if (!contains(e, variable)) return e;
  if (depth > DEEPEST || branchBorders(e, variable).length + steppedParts(e, variable).length > 0) return undefined;
  const plain = simplify(e).expression;
  const own = valueAt(plain, variable, x);
  if (own) return own;
  const viaParts = (parts: readonly Expression[], whole: (limits: readonly Expression[]) => Expression | undefined): Expression | undefined => {
    const limits = parts.map((part) => limitOf(part, to, depth + 1));
    return limits.every((limit) => limit !== undefined) ? whole(limits) : undefined;
  };
  switch (plain.kind) {
    case "power":
      if (contains(plain.exponent, variable)) return limitOfPower(plain, to, depth);
      return viaParts([plain.base], ([base = ZERO]) => valueAt(power(base, plain.exponent), variable, x)) ?? ofQuotient(plain, to);
    case "call":
      return farValue(plain, to) ?? viaParts(plain.args, (args) => valueAt(call(plain.name, ...args), variable, x));
    case "sum":
      return viaParts(plain.terms, (terms) => readable(sum(...terms))) ?? limitOfFraction(plain, to, depth);
    case "product":
      return viaParts(plain.factors, (factors) => readable(product(...factors))) ?? ofQuotient(plain, to);
    default:
      return undefined;
  }
}

/** A sum whose terms have no limits, as one fraction: 1/x − 1/sin x. */
function limitOfFraction(e: Expression, to: Approach, depth: number): Expression | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const whole = fractionExpression(normalForm(e, kernels), kernels);
    return whole.kind === "product" ? limitOf(whole, to, depth + 1) : undefined;
  }, undefined);
}

/** b^u as e^(u ln b), whose exponent has a limit or falls beyond all bounds. */
function limitOfPower({ base, exponent }: Expression & { readonly kind: "power" }, to: Approach, depth: number): Expression | undefined {
  const whole = simplify(product(exponent, call("ln", base))).expression;
  if (growsAt(whole, to) && signBeside(whole, to) === -1) return ZERO;
  const limit = limitOf(whole, to, depth + 1);
  return limit && readable(power(E, limit));
}

/** What a function comes close to where its argument grows or falls beyond all bounds. */
function farValue({ name, args }: Expression & { readonly kind: "call" }, to: Approach): Expression | undefined {
  const values = family(name)?.farValues?.();
  const argument = args.at(-1);
  const sign = values && argument && growsAt(argument, to) ? signBeside(argument, to) : undefined;
  return sign === undefined || sign === 0 ? undefined : values?.[sign === 1 ? 1 : 0];
}

/** What is there, where all of it is defined. */
function valueAt(e: Expression, variable: string, x: Expression): Expression | undefined {
  const there = new Map([[variable, x]]);
  const fails = (condition: Expression): boolean => decide(simplify(substitute(condition, there)).expression, []) !== true;
  if (curveDomain(e).some(fails)) return undefined;
  const value = readable(substitute(e, there));
  return freeNames(value).size === 0 && approximateValue(value) !== undefined ? value : undefined;
}

/** Of a product: numerator over denominator, or a factor that grows beyond all bounds over the reciprocal of the rest. */
function ofQuotient(e: Expression, to: Approach): Expression | undefined {
  const factors = factorsOf(e);
  const below = factors.filter(isReciprocal);
  const above = factors.filter((factor) => !isReciprocal(factor));
  const turned = below.map((part) => (part.kind === "power" ? power(part.base, negate(part.exponent)) : part));
  const pairs: (readonly [Expression, Expression])[] = [[product(...above), product(...turned)]];
  for (const factor of above) if (growsAt(factor, to)) pairs.push([factor, divide(ONE, product(...factors.filter((other) => other !== factor)))]);
  for (const [top, bottom] of pairs) {
    const found = byDerivatives(top, bottom, to);
    if (found) return found;
  }
  return undefined;
}

function byDerivatives(top: Expression, bottom: Expression, to: Approach): Expression | undefined {
  const { variable, x } = to;
  try {
    let [above, below] = [top, bottom];
    for (let order = 0; order < MOST_ORDERS; order += 1) {
      const quotient = valueAt(simplify(divide(above, below)).expression, variable, x);
      if (quotient) return quotient;
      const [a, b] = [valueAt(above, variable, x), valueAt(below, variable, x)];
      const grows = growsAt(below, to);
      if (a && grows) return ZERO;
      const indefinite = grows || (a && b && zeroTest(a).kind === "zero" && zeroTest(b).kind === "zero");
      if (!indefinite) return undefined;
      above = simplify(differentiate(above, variable)).expression;
      below = simplify(differentiate(below, variable)).expression;
    }
  } catch (error) {
    if (!(error instanceof NotDifferentiable)) throw error;
  }
  return undefined;
}

/** Values ever closer to the place. */
function valuesBeside(e: Expression, { variable, x, side }: Approach): readonly (number | undefined)[] {
  const at = (bits: number): number | undefined => {
    const step = rational.multiply(rational.rational(side), rational.power(rational.rational(2), -bits));
    return approximateValue(substitute(e, new Map([[variable, sum(x, number(step))]])));
  };
  const values = CLOSER_BITS.map(at);
  return values.every((value) => value !== undefined) ? values : WIDER_BITS.map(at);
}

const CLOSER_BITS = [20, 40, 80];
/** Where values so near are beyond all numbers, as those of e^(1/x), these serve. */
const WIDER_BITS = [5, 8, 11];

/** Whether the values grow on and on towards a place. */
function growsAt(e: Expression, to: Approach): boolean {
  const [first = Number.NaN, second = Number.NaN, third = Number.NaN] = valuesBeside(e, to).map((value) => Math.abs(value ?? Number.NaN));
  const isMore = (next: number, before: number): boolean => next === Number.POSITIVE_INFINITY || next > before * 1.5;
  return isMore(second, first) && isMore(third, second);
}

function signBeside(e: Expression, to: Approach): number {
  return Math.sign(valuesBeside(e, to).at(-1) ?? Number.NaN);
}
