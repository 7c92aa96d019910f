import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined, type RealBall } from "../number/real-ball.ts";
import { call, product } from "./construct.ts";
import { contains, type Expression } from "./expression.ts";
import { BITS, type LocalModel, type ModelArithmetic } from "./local-model.ts";

/** An end of an interval, the side on which it is approached, and the values of letters and constants there. */
export interface End {
  readonly variable: string;
  /** Undefined for an infinite one. */
  readonly at: RealBall | undefined;
  /** The sign of the way from the end inwards; of the end itself where it is infinite. */
  readonly sign: 1 | -1;
  readonly value: (e: Expression) => RealBall;
}

/** A function as a polynomial in ln h with models as coefficients. @throws BallUndefined */
export function withLogarithms(e: Expression, end: End, models: ModelArithmetic): readonly LocalModel[] {
  const plain = real.whereDefined(() => modelOf(e, end, models));
  if (plain) return [plain];
  const own = (part: Expression): readonly LocalModel[] => withLogarithms(part, end, models);
  const times = (a: readonly LocalModel[], b: readonly LocalModel[]): readonly LocalModel[] =>
    Array.from({ length: a.length + b.length - 1 }, (_, k) =>
      a.reduce((total, x, i) => {
        const y = b[k - i];
        return y ? models.add(total, models.multiply(x, y)) : total;
      }, models.constant(real.ZERO)),
    );
  if (e.kind === "product") return e.factors.map(own).reduce(times);
  if (e.kind === "sum")
    return e.terms
      .map(own)
      .reduce((a, b) =>
        Array.from({ length: Math.max(a.length, b.length) }, (_, k) => models.add(a[k] ?? models.constant(real.ZERO), b[k] ?? models.constant(real.ZERO))),
      );
  if (e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 1 && e.exponent.value.num > 0 && e.exponent.value.num < 8)
    return Array.from({ length: Number(e.exponent.value.num) }, () => own(e.base)).reduce(times);
  if (e.kind === "power" && contains(e.exponent, end.variable)) {
    const exponent = e.base.kind === "constant" && e.base.name === "e" ? e.exponent : product(e.exponent, call("ln", e.base));
    const [first, ...logarithmic] = own(exponent);
    const small = exponentialOfSmall([models.constant(real.ZERO), ...logarithmic], times, models);
    return times([first ? models.exponential(first) : models.constant(real.ONE)], small);
  }
  const [inside] = e.kind === "call" && e.name === "ln" ? e.args : [];
  if (!inside) throw new BallUndefined("this has no model");
  const model = modelOf(inside, end, models);
  return [models.logarithm({ ...model, power: rational.ZERO }), models.constant(real.fromRational(model.power, BITS))];
}

const MOST_POWERS = 8;

/** e^E for E that vanishes at the end, such as h ln h: 1 + E + E²/2 + …, with what is left bounded by |E|^n e^|E|/n!. @throws BallUndefined where E is not seen to be small */
function exponentialOfSmall(
  e: readonly LocalModel[],
  times: (a: readonly LocalModel[], b: readonly LocalModel[]) => readonly LocalModel[],
  models: ModelArithmetic,
): readonly LocalModel[] {
  const size = e.reduce((total, model, k) => total + models.mostWithLogarithm(model, k), 0);
  if (size === 0) return [models.constant(real.ONE)];
  if (!(size < 0.5)) throw new BallUndefined("the exponent is not seen to vanish at the end");
  let term: readonly LocalModel[] = [models.constant(real.ONE)];
  let sum = term;
  for (let n = 1; n <= MOST_POWERS; n += 1) {
    term = times(term, e).map((model) => models.multiply(model, models.constant(real.fromRational(rational.rational(1, n), BITS))));
    sum = Array.from({ length: Math.max(sum.length, term.length) }, (_, k) =>
      models.add(sum[k] ?? models.constant(real.ZERO), term[k] ?? models.constant(real.ZERO)),
    );
  }
  const left: RealBall = { mid: 0n, rad: 1n, exp: Math.ceil((MOST_POWERS + 1) * Math.log2(size)) };
  const [plain = models.constant(real.ZERO), ...others] = sum;
  return [models.add(plain, models.constant(left)), ...others];
}

/** The model of an expression near an end. @throws BallUndefined where a part has no model */
export function modelOf(e: Expression, end: End, models: ModelArithmetic): LocalModel {
  if (!contains(e, end.variable)) return models.constant(end.value(e));
  const own = (part: Expression): LocalModel => modelOf(part, end, models);
  switch (e.kind) {
    case "name":
      return models.variable(end.at, end.sign);
    case "sum":
      return e.terms.map(own).reduce((a, b) => models.add(a, b));
    case "product":
      return e.factors.map(own).reduce((a, b) => models.multiply(a, b));
    case "power": {
      if (e.base.kind === "constant" && e.base.name === "e") return models.exponential(own(e.exponent));
      if (e.exponent.kind !== "number") throw new BallUndefined("this power has no model");
      return raised(own(e.base), e.exponent.value, models);
    }
    case "call":
      return modelOfCall(e, own, models);
    default:
      throw new BallUndefined("this has no model");
  }
}

function raised(base: LocalModel, exponent: Rational, models: ModelArithmetic): LocalModel {
  const whole = Number(exponent.num);
  if (exponent.den === 1 && whole > 0 && whole < 12) return Array.from({ length: whole }, () => base).reduce((a, b) => models.multiply(a, b));
  return models.raise(base, exponent);
}

function modelOfCall(e: Expression & { readonly kind: "call" }, own: (part: Expression) => LocalModel, models: ModelArithmetic): LocalModel {
  const [inside] = e.args;
  if (!inside || e.args.length > 1) throw new BallUndefined("this function has no model");
  switch (e.name) {
    case "sin":
      return models.wave(own(inside), 0);
    case "cos":
      return models.wave(own(inside), 1);
    case "tan":
      return models.multiply(models.wave(own(inside), 0), models.raise(models.wave(own(inside), 1), rational.MINUS_ONE));
    case "ln":
      return models.logarithm(own(inside));
    case "abs": {
      // Close to the end the inside keeps its sign.
      const model = own(inside);
      const sign = real.certifiedSign(models.enclosure(model));
      if (sign === undefined || sign === 0) throw new BallUndefined("the sign of what stands in bars is not known");
      return sign === 1 ? model : models.multiply(model, models.constant(real.fromInteger(-1)));
    }
    case "sinh":
    case "cosh": {
      const [up, down] = [models.exponential(own(inside)), models.exponential(models.multiply(own(inside), models.constant(real.fromInteger(-1))))];
      const half = models.constant({ mid: 1n, rad: 0n, exp: -1 });
      const other = e.name === "cosh" ? down : models.multiply(down, models.constant(real.fromInteger(-1)));
      return models.multiply(models.add(up, other), half);
    }
    default:
      throw new BallUndefined("this function has no model");
  }
}
