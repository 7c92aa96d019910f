import { bitLength } from "../../number/integer.ts";
import type { IntegerPolynomial } from "./dense.ts";

/** A point of the complex plane in doubles, as mantissa and a common power of two: (re + i im) · 2^exp. */
export interface RoughPoint {
  readonly re: number;
  readonly im: number;
  readonly exp: number;
}

const log2 = (coefficient: bigint): number => {
  const size = coefficient < 0n ? -coefficient : coefficient;
  const excess = Math.max(0, bitLength(size) - 53);
  return Math.log2(Number(size >> BigInt(excess))) + excess;
};

/**
 * Starting points for a simultaneous iteration: the upper convex hull of the points (k, log |a_k|) tells how many roots have
 * about which absolute value (D. Bini, "Numerical computation of polynomial zeros by means of Aberth's method", 1996).
 */
export function startingPoints(f: IntegerPolynomial): readonly RoughPoint[] {
  const hull: { k: number; log: number }[] = [];
  f.forEach((coefficient, k) => {
    if (coefficient === 0n) return;
    const next = { k, log: log2(coefficient) };
    for (;;) {
      const [before, last] = [hull[hull.length - 2], hull[hull.length - 1]];
      if (!before || !last || (last.log - before.log) * (next.k - last.k) > (next.log - last.log) * (last.k - before.k)) break;
      hull.pop();
    }
    hull.push(next);
  });
  const lowest = hull[0]?.k ?? 0;
  const zeros = Array.from({ length: lowest }, (): RoughPoint => ({ re: 0, im: 0, exp: 0 }));
  const circles = hull.slice(1).flatMap((high, index) => {
    const low = hull[index] ?? high;
    const count = high.k - low.k;
    const size = (low.log - high.log) / count;
    const exp = Math.floor(size);
    return Array.from({ length: count }, (_, k): RoughPoint => {
      const angle = (2 * Math.PI * k) / count + (2 * Math.PI * index) / f.length + 0.7;
      const radius = 2 ** (size - exp);
      return { re: radius * Math.cos(angle), im: radius * Math.sin(angle), exp };
    });
  });
  return [...zeros, ...circles];
}

const ROUNDS = 60;

/**
 * Aberth's iteration in doubles, for a quick start; undefined where coefficients or roots do not fit into doubles.
 */
export function roughRoots(f: IntegerPolynomial): readonly RoughPoint[] | undefined {
  const top = Math.max(...f.map((coefficient) => bitLength(coefficient < 0n ? -coefficient : coefficient)));
  const start = startingPoints(f);
  if (start.some(({ exp }) => Math.abs(exp) > 100)) return undefined;
  const shift = Math.max(0, top - 500);
  const a = f.map((coefficient) => Number(coefficient >> BigInt(shift)));
  const n = a.length - 1;
  const x = start.map(({ re, exp }) => re * 2 ** exp);
  const y = start.map(({ im, exp }) => im * 2 ** exp);
  const settled = start.map(() => false);
  for (let round = 0; round < ROUNDS && !settled.every(Boolean); round += 1) {
    for (let i = 0; i < n; i += 1) {
      const [re, im] = [x[i] ?? 0, y[i] ?? 0];
      if (settled[i]) continue;
      const [stepRe, stepIm] = newton(a, re, im);
      let [sumRe, sumIm] = [0, 0];
      for (let j = 0; j < n; j += 1) {
        if (j === i) continue;
        const [dx, dy] = [re - (x[j] ?? 0), im - (y[j] ?? 0)];
        const norm = dx * dx + dy * dy;
        if (norm === 0) continue;
        sumRe += dx / norm;
        sumIm -= dy / norm;
      }
      const [bottomRe, bottomIm] = [1 - (stepRe * sumRe - stepIm * sumIm), -(stepRe * sumIm + stepIm * sumRe)];
      const norm = bottomRe * bottomRe + bottomIm * bottomIm;
      const [moveRe, moveIm] = [(stepRe * bottomRe + stepIm * bottomIm) / norm, (stepIm * bottomRe - stepRe * bottomIm) / norm];
      if (!Number.isFinite(moveRe) || !Number.isFinite(moveIm)) {
        settled[i] = true;
        continue;
      }
      x[i] = re - moveRe;
      y[i] = im - moveIm;
      if (Math.abs(moveRe) + Math.abs(moveIm) < 1e-13 * (Math.abs(re) + Math.abs(im))) settled[i] = true;
    }
  }
  return x.map((re, i) => ({ re, im: y[i] ?? 0, exp: 0 }));
}

/** f/f′ in doubles; outside the unit circle by the reversed polynomial. */
function newton(a: readonly number[], re: number, im: number): readonly [number, number] {
  const outside = re * re + im * im > 1;
  const norm = re * re + im * im;
  const [wRe, wIm] = outside ? [re / norm, -im / norm] : [re, im];
  let [vRe, vIm, sRe, sIm] = [0, 0, 0, 0];
  const n = a.length - 1;
  for (let k = 0; k <= n; k += 1) {
    [sRe, sIm] = [sRe * wRe - sIm * wIm + vRe, sRe * wIm + sIm * wRe + vIm];
    [vRe, vIm] = [vRe * wRe - vIm * wIm + (a[outside ? k : n - k] ?? 0), vRe * wIm + vIm * wRe];
  }
  if (!outside) return quotient(vRe, vIm, sRe, sIm);
  const [bottomRe, bottomIm] = [n * vRe - (wRe * sRe - wIm * sIm), n * vIm - (wRe * sIm + wIm * sRe)];
  return quotient(re * vRe - im * vIm, re * vIm + im * vRe, bottomRe, bottomIm);
}

function quotient(aRe: number, aIm: number, bRe: number, bIm: number): readonly [number, number] {
  const norm = bRe * bRe + bIm * bIm;
  return [(aRe * bRe + aIm * bIm) / norm, (aIm * bRe - aRe * bIm) / norm];
}
