import { ln } from "../number/elementary.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined, type RealBall } from "../number/real-ball.ts";
import { E, HALF, negate, power, product, sum } from "./construct.ts";
import type { Expression } from "./expression.ts";
import { type End, modelOf, withLogarithms } from "./expression-model.ts";
import { BITS, type LocalModel, ModelArithmetic } from "./local-model.ts";
import { mapChildren } from "./substitute.ts";

/** A bound C h^p (1 + |ln h|)^k e^(−q h^(−r)) of a function for 0 < h ≤ ε < 1, C by its binary logarithm; q is negative where it grows. */
interface EndBound {
  readonly size: number;
  readonly power: number;
  readonly logs: number;
  readonly decay: { readonly q: number; readonly r: number } | undefined;
}

/** More than enough for what doubles lose. */
const SLACK = 1e-9;

/**
 * The integral over the strip between an end and the distance 2^exponent from it (beyond the size 2^(−exponent), where the end is infinite): by a model of the integrand, in powers
 * of the distance and of its logarithm, else 0 with a bound of what vanishes exponentially.
 * @throws BallUndefined where neither is found or the integral does not converge absolutely
 */
export function stripValue(e: Expression, end: End, exponent: number): RealBall {
  const models = new ModelArithmetic(exponent);
  const terms = real.whereDefined(() => withLogarithms(e, end, models));
  if (!terms) return { mid: 0n, rad: 1n, exp: Math.ceil(stripBits(e, end, exponent)) };
  const measure = (model: LocalModel): LocalModel => (end.at ? model : { ...model, power: rational.subtract(model.power, rational.rational(2)) });
  return terms.reduce((total, model, k) => real.add(total, models.overStrip(measure(model), k), BITS), real.ZERO);
}

/**
 * The binary logarithm of a bound on the integral of |e| over the strip between an end and the distance 2^exponent from it (beyond the size 2^(−exponent), where the end is
 * infinite): by a model of the integrand, or bounds of its factors, with the part that vanishes exponentially kept apart.
 * @throws BallUndefined where no bound is found or the integral does not converge absolutely
 */
function stripBits(e: Expression, end: End, exponent: number): number {
  const { size, power, logs, decay } = boundOf(inExponentials(e), end, new ModelArithmetic(exponent));
  const p = end.at ? power : power - 2;
  const [fall, rest, lift] = decayed(p, decay, exponent);
  const a = rest + 1;
  if (a <= SLACK) throw new BallUndefined("the integral is not seen to converge");
  const s = -exponent * Math.LN2;
  // ∫_s^∞ (1 + t)^k e^(−a t) dt
  let total = 0;
  let factor = 1 / a;
  for (let j = 0; j <= logs; j += 1) {
    total += factor * (1 + s) ** (logs - j);
    factor *= (logs - j) / a;
  }
  return size + lift + Math.log2(total) + (fall - a * s) / Math.LN2 + 1;
}

/** What an exponential factor gives: the exponent it has at the end of the strip, the power that is left, and the binary logarithm of what was paid for a better one. */
function decayed(p: number, decay: EndBound["decay"], exponent: number): readonly [number, number, number] {
  if (!decay || decay.q === 0) return [0, p, 0];
  const { q, r } = decay;
  const reach = q * 2 ** (-r * exponent);
  if (q < 0) throw new BallUndefined("the integrand grows");
  if (p > -1 + SLACK) return [-reach, p, 0];
  // h^(−N) e^(−(q/2) h^(−r)) is at most (2 N/(e q r))^(N/r).
  const n = Math.ceil(-p) + 1;
  const most = (n / r) * Math.log2(Math.max((2 * n) / (Math.E * q * r), 1e-300));
  return [-reach / 2, p + n, Math.max(most, 0)];
}

const NOTHING: EndBound = { size: Number.NEGATIVE_INFINITY, power: 0, logs: 0, decay: undefined };
/** cosh u and sinh u as exponentials, of which one leads. */
function inExponentials(e: Expression): Expression {
  const [u] = e.kind === "call" && (e.name === "cosh" || e.name === "sinh") ? e.args : [];
  if (e.kind !== "call" || !u) return mapChildren(e, inExponentials);
  const inside = inExponentials(u);
  const [up, down] = [power(E, inside), power(E, negate(inside))];
  return product(HALF, sum(up, e.name === "cosh" ? down : negate(down)));
}

const bits = (x: RealBall): number => real.magnitudeBits(x);

function boundOf(e: Expression, end: End, models: ModelArithmetic): EndBound {
  const model = real.whereDefined(() => modelOf(e, end, models));
  if (model) return { size: bits(models.enclosure(model)), power: rational.toNumber(model.power), logs: 0, decay: undefined };
  switch (e.kind) {
    case "product":
      return e.factors.map((factor) => boundOf(factor, end, models)).reduce(times, { ...NOTHING, size: 0 });
    case "sum":
      return e.terms.map((term) => boundOf(term, end, models)).reduce(plus, NOTHING);
    case "power":
      return boundOfPower(e, end, models);
    case "call":
      return boundOfCall(e, end, models);
    default:
      throw new BallUndefined("no bound is known near the end");
  }
}

function boundOfPower({ base, exponent }: Expression & { readonly kind: "power" }, end: End, models: ModelArithmetic): EndBound {
  if (base.kind === "constant" && base.name === "e") return growth(exponent, end, models, "above");
  if (exponent.kind !== "number") throw new BallUndefined("no bound is known of this power");
  const value = rational.toNumber(exponent.value);
  const inner = value > 0 ? boundOf(base, end, models) : leastOf(base, end, models);
  const decay = inner.decay && { q: inner.decay.q * value, r: inner.decay.r };
  return { size: inner.size * value, power: inner.power * value, logs: Math.ceil(inner.logs * Math.max(0, value)), decay };
}

/** e^g where g grows: between exponentials of its least and greatest multiple of a power of 1/h. */
function growth(g: Expression, end: End, models: ModelArithmetic, side: "above" | "below"): EndBound {
  const model = modelOf(g, end, models);
  const power = rational.toNumber(model.power);
  if (power >= 0) throw new BallUndefined("the exponent has no model");
  const { mid, rad, exp } = models.enclosure(model);
  const reached = real.toNumber({ mid: side === "above" ? mid + rad : mid - rad, rad: 0n, exp });
  return { size: SLACK, power: 0, logs: 0, decay: { q: -reached * (1 + Math.sign(reached) * (side === "above" ? SLACK : -SLACK)), r: -power } };
}

const BOUNDED: Readonly<Record<string, number>> = {
  sin: 1,
  cos: 1,
  tanh: 1,
  arctan: Math.PI / 2,
  arccot: Math.PI,
  arcsin: Math.PI / 2,
  arccos: Math.PI,
  sech: 1,
  sgn: 1,
};

function boundOfCall(e: Expression & { readonly kind: "call" }, end: End, models: ModelArithmetic): EndBound {
  const [inside] = e.args;
  if (inside && e.name === "abs") return boundOf(inside, end, models);
  if (inside && e.name === "ln") {
    const model = modelOf(inside, end, models);
    const whole = models.enclosure(model);
    if (real.certifiedSign(whole) !== 1) throw new BallUndefined("the logarithm of what may not be positive");
    const size = Math.max(Math.abs(rational.toNumber(model.power)), 2 ** bits(ln(whole, BITS)));
    return { size: Math.log2(size) + SLACK, power: 0, logs: 1, decay: undefined };
  }
  const most = BOUNDED[e.name];
  if (most === undefined || e.args.length > 1) throw new BallUndefined("no bound is known of this function near the end");
  return { size: Math.log2(most) + SLACK, power: 0, logs: 0, decay: undefined };
}

/** A lower bound of the same form. */
function leastOf(e: Expression, end: End, models: ModelArithmetic): EndBound {
  const model = real.whereDefined(() => modelOf(e, end, models));
  if (model) {
    const whole = models.enclosure(model);
    if (real.containsZero(whole)) throw new BallUndefined("what is divided by may be 0");
    return { size: -bits(real.divide(real.ONE, whole, BITS)), power: rational.toNumber(model.power), logs: 0, decay: undefined };
  }
  if (e.kind === "product") return e.factors.map((factor) => leastOf(factor, end, models)).reduce(times, { ...NOTHING, size: 0 });
  if (e.kind === "power" && e.base.kind === "constant" && e.base.name === "e") return growth(e.exponent, end, models, "below");
  if (e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.num > 0) {
    const inner = leastOf(e.base, end, models);
    const value = rational.toNumber(e.exponent.value);
    return { size: inner.size * value, power: inner.power * value, logs: 0, decay: inner.decay && { q: inner.decay.q * value, r: inner.decay.r } };
  }
  if (e.kind === "sum") return leastOfSum(e.terms, end, models);
  throw new BallUndefined("no lower bound is known near the end");
}

/** A sum in which one term grows so much faster than the others together that half of it is left. */
function leastOfSum(terms: readonly Expression[], end: End, models: ModelArithmetic): EndBound {
  const upper = terms.map((term) => boundOf(term, end, models));
  const at = upper.reduce((best, one, k) => ((one.decay?.q ?? 0) < (upper[best]?.decay?.q ?? 0) ? k : best), 0);
  const [own, leading] = [terms[at], upper[at]];
  if (!own || !leading?.decay || leading.decay.q >= 0) throw new BallUndefined("no term of the sum leads");
  const least = leastOf(own, end, models);
  const { decay } = least;
  if (!decay) throw new BallUndefined("no term of the sum leads");
  const share = upper.filter((_, k) => k !== at).reduce((total, one) => total + 2 ** quotientBits(one, { ...least, decay }, models.exponent), 0);
  if (share > 0.5) throw new BallUndefined("the leading term is not twice the others");
  return { ...least, size: least.size - 1 };
}

/** The binary logarithm of what one bound is over another one at most, for h up to 2^exponent. */
function quotientBits(above: EndBound, below: EndBound & { readonly decay: { readonly q: number; readonly r: number } }, exponent: number): number {
  const q = (above.decay?.q ?? 0) - below.decay.q;
  if (above.decay && above.decay.r !== below.decay.r) throw new BallUndefined("exponentials of different kinds");
  const power = above.power - below.power;
  if (above.logs > 0 || q <= 0) throw new BallUndefined("no term of the sum leads");
  // h^p e^(−q h^(−r)) rises with h as long as p + q r h^(−r) > 0.
  const reach = 2 ** (-below.decay.r * exponent);
  if (power + q * below.decay.r * reach <= 0) throw new BallUndefined("no term of the sum leads");
  return above.size - below.size + power * exponent - (q * reach) / Math.LN2;
}

function times(a: EndBound, b: EndBound): EndBound {
  const decay = a.decay && b.decay ? joined(a.decay, b.decay) : (a.decay ?? b.decay);
  return { size: a.size + b.size, power: a.power + b.power, logs: a.logs + b.logs, decay };
}

/** Two exponential factors: of one kind they add up; of different kinds the one that falls is left out for the other, where it does not grow. */
function joined(a: { readonly q: number; readonly r: number }, b: { readonly q: number; readonly r: number }): { readonly q: number; readonly r: number } {
  if (a.r === b.r) return { q: a.q + b.q, r: a.r };
  const [fast, slow] = a.r > b.r ? [a, b] : [b, a];
  if (slow.q >= 0) return fast;
  throw new BallUndefined("exponentials of different kinds");
}

function plus(a: EndBound, b: EndBound): EndBound {
  if (a.size === Number.NEGATIVE_INFINITY) return b;
  if (b.size === Number.NEGATIVE_INFINITY) return a;
  const size = Math.max(a.size, b.size) + 1;
  return { size, power: Math.min(a.power, b.power), logs: Math.max(a.logs, b.logs), decay: weaker(a.decay, b.decay) };
}

function weaker(a: EndBound["decay"], b: EndBound["decay"]): EndBound["decay"] {
  const [p, q] = [a?.q ?? 0, b?.q ?? 0];
  if (a && b && a.r === b.r) return p < q ? a : b;
  if (p < 0 || q < 0) return p < q ? a : b;
  return undefined;
}
