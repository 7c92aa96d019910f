import type { RealBall } from "./real-ball.ts";
import * as real from "./real-ball.ts";
import { BallUndefined } from "./real-ball.ts";

/** A node of a Gauss–Legendre rule on [−1, 1] with its weight. */
export interface Node {
  readonly node: RealBall;
  readonly weight: RealBall;
}

const known = new Map<string, readonly Node[]>();
const NEWTON_STEPS = 40;
const LOST_BITS = 1.3;
/** Near the ends an error of a node is n⁵ times as large in its weight. */
const AMPLIFIED_BITS = 5;

/**
 * The Gauss–Legendre rule with n points. The zeros of the Legendre polynomial come from Newton's method and are proven by the change
 * of sign across their balls; the weights are 2 / ((1 − x²) P′(x)²) (P. Davis, P. Rabinowitz, Methods of Numerical Integration, 2.7).
 */
export function legendreRule(n: number, precision: number): readonly Node[] {
  const key = `${n} ${precision}`;
  const before = known.get(key);
  if (before) return before;
  const positive = Array.from({ length: Math.floor(n / 2) }, (_, k) => nodeNear(Math.cos((Math.PI * (k + 0.75)) / (n + 0.5)), n, precision));
  const middle: readonly Node[] = n % 2 === 1 ? [{ node: real.ZERO, weight: weightAt(real.ZERO, n, precision + Math.ceil(LOST_BITS * n)) }] : [];
  const rule = [...positive, ...middle, ...positive.map(({ node, weight }) => ({ node: real.negate(node), weight }))];
  known.set(key, rule);
  return rule;
}

function nodeNear(start: number, n: number, precision: number): Node {
  // In balls the recurrence loses up to log2(1 + √2) bits a step.
  // What a node is known to less exactly grows in the same way in its weight.
  const fine = precision + 8 + Math.ceil(AMPLIFIED_BITS * Math.log2(n)) + Math.ceil(LOST_BITS * n);
  const work = fine + Math.ceil(LOST_BITS * n) + 32;
  let x = exact(real.fromRational({ num: Math.round(start * 2 ** 50), den: 2 ** 50 }, work));
  for (let step = 0; step < NEWTON_STEPS; step += 1) {
    const { value, slope } = legendre(x, n, work);
    const change = real.divide(exact(value), exact(slope), work);
    x = exact(real.subtract(x, change, work));
    if (real.magnitudeBits(change) < -(fine + 4)) break;
  }
  const node = real.widen(x, -fine);
  const { low, high, exp } = real.ends(node);
  const [below, above] = [low, high].map((mid) => real.certifiedSign(legendre({ mid, rad: 0n, exp }, n, work).value));
  if (below === undefined || above === undefined || below * above !== -1) throw new BallUndefined("a node of the rule was not found");
  return { node, weight: weightAt(node, n, work) };
}

function exact(a: RealBall): RealBall {
  return { ...a, rad: 0n };
}

function weightAt(x: RealBall, n: number, precision: number): RealBall {
  const { slope } = legendre(x, n, precision);
  const root = real.subtract(real.ONE, real.multiply(x, x, precision), precision);
  return real.divide(real.fromInteger(2), real.multiply(root, real.multiply(slope, slope, precision), precision), precision);
}

/** P_n(x) and its derivative by the recurrence (k + 1) P_(k+1) = (2k + 1) x P_k − k P_(k−1). */
function legendre(x: RealBall, n: number, precision: number): { readonly value: RealBall; readonly slope: RealBall } {
  let [before, value] = [real.ZERO, real.ONE];
  for (let k = 0; k < n; k += 1) {
    const next = real.divide(
      real.subtract(
        real.multiply(real.multiply(real.fromInteger(2 * k + 1), x, precision), value, precision),
        real.multiply(real.fromInteger(k), before, precision),
        precision,
      ),
      real.fromInteger(k + 1),
      precision,
    );
    [before, value] = [value, next];
  }
  // (x² − 1) P′_n = n (x P_n − P_(n−1))
  const above = real.multiply(real.fromInteger(n), real.subtract(real.multiply(x, value, precision), before, precision), precision);
  return { value, slope: real.divide(above, real.subtract(real.multiply(x, x, precision), real.ONE, precision), precision) };
}
