import { exp, ln, sinCos } from "../number/elementary.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined, type RealBall } from "../number/real-ball.ts";

/**
 * A function near an end of an interval as h^p (c_0 + c_1 h + … + rest h^K) for 0 < h ≤ ε, h the distance from the end, or 1 over the size of the variable where the end
 * is infinite: a Taylor model with a power before it (K. Makino and M. Berz 2003). Coefficients that are exactly 0 are known to be so.
 */
export interface LocalModel {
  readonly power: Rational;
  readonly coefficients: readonly RealBall[];
  readonly rest: RealBall;
}

/** How many coefficients are kept. */
const TERMS = 8;
/** The bits that coefficients of models have. */
export const BITS = 144;

/** Models over the distances up to 2^exponent. */
export class ModelArithmetic {
  readonly #reach: RealBall;
  /** ε = 2^exponent. */
  readonly exponent: number;

  constructor(exponent: number) {
    this.exponent = exponent;
    // [0, ε] as a ball.
    this.#reach = { mid: 1n, rad: 1n, exp: exponent - 1 };
  }

  constant(value: RealBall): LocalModel {
    return { power: rational.ZERO, coefficients: [value, ...zeros(TERMS - 1)], rest: real.ZERO };
  }

  /** a + s h, or s/h far out. */
  variable(at: RealBall | undefined, sign: 1 | -1): LocalModel {
    const s = real.fromInteger(sign);
    if (!at) return { power: rational.MINUS_ONE, coefficients: [s, ...zeros(TERMS - 1)], rest: real.ZERO };
    return this.#normal({ power: rational.ZERO, coefficients: [at, s, ...zeros(TERMS - 2)], rest: real.ZERO });
  }

  /** The integral of h^p (…) (ln h)^logs over the strip, by its terms: ∫ h^q (ln h)^k = ε^(q + 1) Σ … (by parts k times). @throws BallUndefined where it does not converge */
  overStrip({ power, coefficients, rest }: LocalModel, logs: number): RealBall {
    return [...coefficients, rest].reduce((total, c, j) => {
      if (real.isZero(c)) return total;
      const q = rational.add(power, rational.rational(j));
      return real.add(total, real.multiply(c, this.#moment(q, logs), BITS), BITS);
    }, real.ZERO);
  }

  /** A bound of |h^p (…) (ln h)^k| over the strip, as a double. @throws BallUndefined where it is not greatest at ε */
  mostWithLogarithm(model: LocalModel, k: number): number {
    const whole = this.enclosure(model);
    if (real.isZero(whole)) return 0;
    const p = rational.toNumber(model.power);
    const logarithm = -this.exponent * Math.LN2;
    if (p <= 0 || logarithm * p < k) throw new BallUndefined("this does not vanish at the end");
    return 2 ** (real.magnitudeBits(whole) + p * this.exponent + k * Math.log2(logarithm)) * (1 + 1e-9);
  }

  /** ∫_0^ε h^q (ln h)^k dh, which is ε^(q + 1) (ln ε)^k/(q + 1) less k/(q + 1) times the same with k − 1. */
  #moment(q: Rational, k: number): RealBall {
    const a = rational.add(q, rational.ONE);
    if (a.num <= 0) throw new BallUndefined("the integral is not seen to converge");
    const step = real.fromRational(rational.invert(a), BITS);
    const epsilon: RealBall = { mid: 1n, rad: 0n, exp: this.exponent };
    const logarithm = ln(epsilon, BITS);
    const reach = exp(real.multiply(real.fromRational(a, BITS), logarithm, BITS), BITS);
    let value = real.multiply(reach, step, BITS);
    for (let m = 1; m <= k; m += 1) {
      const lead = real.multiply(real.multiply(reach, real.integerPower(logarithm, m, BITS), BITS), step, BITS);
      value = real.subtract(lead, real.multiply(real.multiply(real.fromInteger(m), step, BITS), value, BITS), BITS);
    }
    return value;
  }

  /** All values of what stands behind the power of h. */
  enclosure({ coefficients, rest }: LocalModel): RealBall {
    return [...coefficients, rest].reduceRight((total, c) => real.add(real.multiply(total, this.#reach, BITS), c, BITS), real.ZERO);
  }

  /** @throws BallUndefined where the powers differ by no whole number */
  add(a: LocalModel, b: LocalModel): LocalModel {
    if (isNothing(a)) return b;
    if (isNothing(b)) return a;
    const difference = rational.subtract(b.power, a.power);
    if (!rational.isInteger(difference)) throw new BallUndefined("powers that differ by a fraction have no common model");
    const d = Number(difference.num);
    if (d < 0) return this.add(b, a);
    const long = [...zeros(d), ...b.coefficients, b.rest];
    const coefficients = a.coefficients.map((c, k) => real.add(c, long[k] ?? real.ZERO, BITS));
    const beyond = long.slice(TERMS).reduceRight<RealBall>((total, c) => real.add(real.multiply(total, this.#reach, BITS), c, BITS), real.ZERO);
    return this.#normal({ power: a.power, coefficients, rest: real.add(a.rest, beyond, BITS) });
  }

  multiply(a: LocalModel, b: LocalModel): LocalModel {
    const [x, y] = [
      [...a.coefficients, a.rest],
      [...b.coefficients, b.rest],
    ];
    const all = Array.from({ length: 2 * TERMS + 1 }, (_, k) =>
      x.reduce((total, c, i) => (k - i >= 0 && k - i <= TERMS ? real.add(total, real.multiply(c, y[k - i] ?? real.ZERO, BITS), BITS) : total), real.ZERO),
    );
    const rest = all.slice(TERMS).reduceRight<RealBall>((total, c) => real.add(real.multiply(total, this.#reach, BITS), c, BITS), real.ZERO);
    return { power: rational.add(a.power, b.power), coefficients: all.slice(0, TERMS), rest };
  }

  /** A power with a rational exponent of what is not 0 near the end, and positive where the exponent is a fraction. @throws BallUndefined */
  raise(a: LocalModel, exponent: Rational): LocalModel {
    const [c0 = real.ZERO] = a.coefficients;
    const whole = this.enclosure(a);
    if (real.containsZero(c0) || real.containsZero(whole)) throw new BallUndefined("a power of what may be 0");
    const inner = this.#compose({ ...a, power: rational.ZERO }, (x, m) =>
      real.multiply(binomial(exponent, m), powerOf(x, rational.subtract(exponent, rational.rational(m))), BITS),
    );
    return { ...inner, power: rational.multiply(a.power, exponent) };
  }

  exponential(a: LocalModel): LocalModel {
    return this.#compose(this.#withoutPower(a), (x, m) => real.divide(real.isZero(x) ? real.ONE : exp(x, BITS), factorial(m), BITS));
  }

  logarithm(a: LocalModel): LocalModel {
    if (!rational.isZero(a.power)) throw new BallUndefined("a logarithm that grows has no model");
    return this.#compose(a, (x, m) =>
      m === 0
        ? ln(x, BITS)
        : real.divide(real.fromInteger(m % 2 === 1 ? 1 : -1), real.multiply(real.fromInteger(m), real.integerPower(x, m, BITS), BITS), BITS),
    );
  }

  /** The sine, or the cosine, which is the sine a quarter turn on. */
  wave(a: LocalModel, quarter: 0 | 1): LocalModel {
    return this.#compose(this.#withoutPower(a), (x, m) => {
      const turn = (m + quarter) % 4;
      const size = turn % 2 === 0 ? (real.isZero(x) ? real.ZERO : sinCos(x, BITS).sin) : real.isZero(x) ? real.ONE : sinCos(x, BITS).cos;
      return real.divide(turn < 2 ? size : real.negate(size), factorial(m), BITS);
    });
  }

  /** f(c_0 + v) = Σ f_m(c_0) v^m with the last coefficient taken over all values of the argument. */
  #compose(a: LocalModel, coefficient: (x: RealBall, m: number) => RealBall): LocalModel {
    const [c0 = real.ZERO, ...others] = a.coefficients;
    const v: LocalModel = { power: rational.ZERO, coefficients: [real.ZERO, ...others], rest: a.rest };
    const whole = this.enclosure(a);
    let total = this.constant(coefficient(whole, TERMS));
    for (let m = TERMS - 1; m >= 0; m -= 1) total = this.#sum(this.multiply(total, v), this.constant(coefficient(c0, m)));
    return this.#normal(total);
  }

  /** A sum of models without a power before them, not brought to normal form. */
  #sum(a: LocalModel, b: LocalModel): LocalModel {
    return {
      power: rational.ZERO,
      coefficients: a.coefficients.map((c, k) => real.add(c, b.coefficients[k] ?? real.ZERO, BITS)),
      rest: real.add(a.rest, b.rest, BITS),
    };
  }

  /** A model of what stays bounded, with its power of h among the coefficients. */
  #withoutPower(a: LocalModel): LocalModel {
    if (!rational.isInteger(a.power) || a.power.num < 0) throw new BallUndefined("what grows has no model as an argument");
    const d = Math.min(TERMS, Number(a.power.num));
    const long = [...zeros(d), ...a.coefficients, a.rest];
    const rest = long.slice(TERMS).reduceRight<RealBall>((total, c) => real.add(real.multiply(total, this.#reach, BITS), c, BITS), real.ZERO);
    return { power: rational.ZERO, coefficients: long.slice(0, TERMS), rest };
  }

  /** Leading coefficients that are exactly 0 go into the power. */
  #normal(a: LocalModel): LocalModel {
    let current = a;
    for (let k = 0; k < TERMS && real.isZero(current.coefficients[0] ?? real.ONE); k += 1)
      current = { power: rational.add(current.power, rational.ONE), coefficients: [...current.coefficients.slice(1), current.rest], rest: real.ZERO };
    return current;
  }
}

const zeros = (count: number): readonly RealBall[] => Array.from({ length: count }, () => real.ZERO);
const isNothing = ({ coefficients, rest }: LocalModel): boolean => [...coefficients, rest].every(real.isZero);

function factorial(m: number): RealBall {
  return real.fromInteger(Array.from({ length: m }, (_, k) => k + 1).reduce((a, b) => a * b, 1));
}

function binomial(exponent: Rational, m: number): RealBall {
  const value = Array.from({ length: m }, (_, k) => rational.divide(rational.subtract(exponent, rational.rational(k)), rational.rational(k + 1))).reduce(
    rational.multiply,
    rational.ONE,
  );
  return real.fromRational(value, BITS);
}

function powerOf(x: RealBall, exponent: Rational): RealBall {
  const { num, den } = exponent;
  const size = Math.abs(Number(num));
  const root = Number(den) === 1 ? x : real.root(x, Number(den), BITS);
  const raised = real.integerPower(root, size, BITS);
  return num < 0 ? real.divide(real.ONE, raised, BITS) : raised;
}
