import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined, type RealBall } from "../number/real-ball.ts";
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
  const [inside] = e.kind === "call" && e.name === "ln" ? e.args : [];
  if (!inside) throw new BallUndefined("this has no model");
  const model = modelOf(inside, end, models);
  return [models.logarithm({ ...model, power: rational.ZERO }), models.constant(real.fromRational(model.power, BITS))];
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
