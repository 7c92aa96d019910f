import { BudgetExhausted } from "../../number/budget.ts";
import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import { magnitude } from "../../number/integer.ts";
import * as real from "../../number/real-ball.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";
import { type RoughPoint, roughRoots, startingPoints } from "./starting-points.ts";

/** A disc that holds exactly one root: the rectangle around it as a ball; a root known to be real has the exact imaginary part 0. */
export type IsolatedRoot = ComplexBall;

const LARGEST_PRECISION = 1 << 14;
const MOST_ITERATIONS = 100;

/** A complex number in fixed point; the scale is the precision in force. */
interface Fixed {
  readonly re: bigint;
  readonly im: bigint;
}

/**
 * Isolates all complex roots of a squarefree integer polynomial to a relative precision of about `precision` bits:
 * approximations by Aberth's simultaneous iteration (O. Aberth 1973), certified by the discs of B. Smith ("Error bounds for
 * zeros of a polynomial based upon Gerschgorin's theorems", 1970): |z − z_i| ≤ n |f(z_i)| / (|lc| ∏ |z_i − z_j|). Disjoint
 * discs hold one root each. Real roots come first by rising value, then the others by real and imaginary part.
 * @throws BudgetExhausted where the discs do not come apart within the largest precision.
 */
export function isolateComplexRoots(f: IntegerPolynomial, precision: number): readonly IsolatedRoot[] {
  const n = dense.degree(f);
  if (n <= 0) return [];
  // The root 0 is known exactly; the others then have a relative size.
  if (f[0] === 0n) return [...isolateComplexRoots(f.slice(1), precision), complex.ZERO].sort(inOrder);
  let start: readonly Fixed[] | undefined;
  let startBits = 0;
  for (let bits = Math.max(128, 2 * precision + n); bits <= LARGEST_PRECISION; bits *= 2) {
    const approximations: readonly Fixed[] = iterate(
      f,
      start ? start.map((z) => rescale(z, bits - startBits)) : (roughRoots(f) ?? startingPoints(f)).map((z) => fixedPoint(z, bits)),
      bits,
    );
    const roots = certified(f, approximations, bits, precision);
    if (roots) return roots.sort(inOrder);
    start = approximations;
    startBits = bits;
  }
  throw new BudgetExhausted("separating the roots of a polynomial");
}

function rescale(z: Fixed, bits: number): Fixed {
  return { re: z.re << BigInt(bits), im: z.im << BigInt(bits) };
}

function fixedPoint({ re, im, exp }: RoughPoint, bits: number): Fixed {
  const part = (x: number): bigint => {
    const whole = BigInt(Math.round(x * 2 ** 80));
    const shift = bits + exp - 80;
    return shift >= 0 ? whole << BigInt(shift) : whole >> BigInt(-shift);
  };
  return { re: part(re), im: part(im) };
}

function iterate(f: IntegerPolynomial, start: readonly Fixed[], bits: number): readonly Fixed[] {
  const z = [...start];
  const settled = z.map(() => false);
  const scale = BigInt(bits);
  for (let round = 0; round < MOST_ITERATIONS; round += 1) {
    for (let i = 0; i < z.length; i += 1) {
      const at = z[i];
      if (!at || settled[i]) continue;
      const newton = newtonStep(f, at, scale);
      if (!newton) {
        settled[i] = true;
        continue;
      }
      let sum: Fixed = { re: 0n, im: 0n };
      for (let j = 0; j < z.length; j += 1) {
        const other = z[j];
        if (j === i || !other) continue;
        const inverse = divideFixed({ re: 1n << scale, im: 0n }, { re: at.re - other.re, im: at.im - other.im }, scale);
        if (inverse) sum = { re: sum.re + inverse.re, im: sum.im + inverse.im };
      }
      const product = multiplyFixed(newton, sum, scale);
      const step = divideFixed(newton, { re: (1n << scale) - product.re, im: -product.im }, scale) ?? newton;
      z[i] = { re: at.re - step.re, im: at.im - step.im };
      const size = magnitude(step.re) + magnitude(step.im);
      // The iteration converges cubically: after a step this small the next one would change the last bits alone.
      if (size < 16n || size < (magnitude(at.re) + magnitude(at.im)) >> (scale / 2n)) settled[i] = true;
    }
    if (settled.every(Boolean)) break;
  }
  return z;
}

function multiplyFixed(a: Fixed, b: Fixed, scale: bigint): Fixed {
  return { re: (a.re * b.re - a.im * b.im) >> scale, im: (a.re * b.im + a.im * b.re) >> scale };
}

function divideFixed(a: Fixed, b: Fixed, scale: bigint): Fixed | undefined {
  const norm = b.re * b.re + b.im * b.im;
  if (norm === 0n) return undefined;
  return { re: ((a.re * b.re + a.im * b.im) << scale) / norm, im: ((a.im * b.re - a.re * b.im) << scale) / norm };
}

/** f(z)/f′(z); undefined where f′(z) is 0. For |z| > 1 the reversed polynomial is used, whose values stay small. */
function newtonStep(f: IntegerPolynomial, z: Fixed, scale: bigint): Fixed | undefined {
  const large = magnitude(z.re) + magnitude(z.im) > 1n << scale;
  if (!large) {
    const { value, slope } = horner(f, z, scale);
    return divideFixed(value, slope, scale);
  }
  // With w = 1/z and g the reversed polynomial: f/f′ = z g / (n g − w g′).
  const w = divideFixed({ re: 1n << scale, im: 0n }, z, scale);
  if (!w) return undefined;
  const { value, slope } = horner([...f].reverse(), w, scale);
  const n = BigInt(dense.degree(f));
  const turned = multiplyFixed(w, slope, scale);
  return divideFixed(multiplyFixed(z, value, scale), { re: n * value.re - turned.re, im: n * value.im - turned.im }, scale);
}

function horner(f: IntegerPolynomial, z: Fixed, scale: bigint): { value: Fixed; slope: Fixed } {
  let value: Fixed = { re: 0n, im: 0n };
  let slope: Fixed = { re: 0n, im: 0n };
  for (let k = f.length - 1; k >= 0; k -= 1) {
    const s = multiplyFixed(slope, z, scale);
    slope = { re: s.re + value.re, im: s.im + value.im };
    const v = multiplyFixed(value, z, scale);
    value = { re: v.re + ((f[k] ?? 0n) << scale), im: v.im };
  }
  return { value, slope };
}

/** The roots as balls where every disc is apart from all others and small enough, else undefined. */
function certified(f: IntegerPolynomial, approximations: readonly Fixed[], bits: number, precision: number): IsolatedRoot[] | undefined {
  const n = dense.degree(f);
  const centres = approximations.map((z): ComplexBall => ({ re: { mid: z.re, rad: 0n, exp: -bits }, im: { mid: z.im, rad: 0n, exp: -bits } }));
  const lead = real.integerPower(real.fromInteger(dense.leading(f)), 2, 64);
  const discs: { centre: ComplexBall; radiusBits: number }[] = [];
  for (const [i, centre] of centres.entries()) {
    let value = complex.ZERO;
    for (let k = n; k >= 0; k -= 1) value = complex.add(complex.multiply(value, centre, bits), complex.fromReal(real.fromInteger(f[k] ?? 0n)), bits);
    // The squares of the distances are multiplied: real products keep their relative error.
    let product = lead;
    for (const [j, other] of centres.entries()) if (j !== i) product = real.multiply(product, complex.norm(complex.subtract(centre, other, 64), 64), 64);
    if (real.containsZero(product)) return undefined;
    const size = real.multiply(real.fromInteger(n), real.root(real.divide(complex.norm(rounded(value), 64), product, 64), 2, 64), 64);
    discs.push({ centre, radiusBits: Number.isFinite(real.magnitudeBits(size)) ? real.magnitudeBits(size) : -2 * bits });
  }
  const roots = discs.map((disc) => onAxis(disc));
  for (const [i, root] of roots.entries()) {
    const magnitude = Math.max(real.magnitudeBits(root.centre.re), real.magnitudeBits(root.centre.im), root.radiusBits);
    if (root.radiusBits > Math.min(-precision, magnitude - precision) && root.radiusBits > -2 * bits) return undefined;
    for (let j = 0; j < i; j += 1) {
      const other = roots[j];
      if (!other) continue;
      const distance = complex.abs(complex.subtract(root.centre, other.centre, 64), 64);
      const reach = { mid: 0n, rad: 1n, exp: Math.max(root.radiusBits, other.radiusBits) + 1 };
      if (real.certifiedSign(real.subtract(distance, real.add(real.abs(reach), reach, 64), 64)) !== 1) return undefined;
    }
  }
  return roots.map(({ centre, radiusBits, isReal }) => ({
    re: real.widen(centre.re, radiusBits),
    im: isReal ? real.ZERO : real.widen(centre.im, radiusBits),
  }));
}

function rounded(z: ComplexBall): ComplexBall {
  return { re: real.ball(z.re.mid, z.re.rad, z.re.exp, 64), im: real.ball(z.im.mid, z.im.rad, z.im.exp, 64) };
}

/**
 * A disc that meets the real axis is replaced by one around the nearest real number that holds it. It is its own mirror
 * image, so if it is still apart from all others its only root is real.
 */
function onAxis(disc: { centre: ComplexBall; radiusBits: number }): { centre: ComplexBall; radiusBits: number; isReal: boolean } {
  const height = real.magnitudeBits(disc.centre.im);
  if (height > disc.radiusBits + 1) return { ...disc, isReal: false };
  return { centre: complex.fromReal(disc.centre.re), radiusBits: Math.max(height, disc.radiusBits) + 1, isReal: true };
}

function inOrder(a: IsolatedRoot, b: IsolatedRoot): number {
  if (complex.isReal(a) !== complex.isReal(b)) return complex.isReal(a) ? -1 : 1;
  return real.certifiedCompare(a.re, b.re) ?? real.certifiedCompare(a.im, b.im) ?? 0;
}
