import * as complex from "../number/complex-ball.ts";
import * as rational from "../number/rational.ts";
import type { RealBall } from "../number/real-ball.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { ballValue } from "./ball-value.ts";
import { numberValue } from "./construct.ts";
import { type Expression, freeNames, type IteratedNode } from "./expression.ts";

const MOST_ROUNDS = 60;
const GUARD_BITS = 64;

/** The most precise balls found so far, for every system root by its bounds. */
const found = new WeakMap<Expression, { readonly precision: number; readonly balls: readonly RealBall[] }>();

/** The names that stand in the items of a system, in the order of its bounds. */
export function systemNames(body: Expression): readonly string[] {
  return [...freeNames(body)].sort();
}

/**
 * A ball around one coordinate of the common zero that a root node names: Newton's method, then the operator of Krawczyk, which
 * maps a box around the result into itself and so proves that a zero lies in it (A. Neumaier, Interval Methods for Systems of
 * Equations, 1990, 5.1).
 * @throws BallUndefined where no zero is proven in the bounds.
 */
export function systemRootValue(e: IteratedNode, precision: number): RealBall {
  const names = systemNames(e.body);
  const place = names.indexOf(e.variable);
  const bounds = e.lower ?? e.body;
  const known = found.get(bounds);
  const balls = known && known.precision >= precision ? known.balls : enclosed(e, names, precision);
  found.set(bounds, { precision: Math.max(precision, known?.precision ?? 0), balls });
  const ball = balls[place];
  if (!ball) throw new BallUndefined(`${e.variable} is no name of the system`);
  return ball;
}

interface System {
  readonly names: readonly string[];
  readonly items: readonly Expression[];
  readonly slopes: readonly (readonly Expression[])[];
}

function enclosed(e: IteratedNode, names: readonly string[], precision: number): readonly RealBall[] {
  if (e.body.kind !== "tuple" || !e.slopes || e.lower?.kind !== "tuple" || e.upper?.kind !== "tuple") throw new BallUndefined("a system without bounds");
  const system: System = { names, items: e.body.items, slopes: e.slopes };
  const ends = [e.lower.items, e.upper.items].map((items) => items.map((item) => numberValue(item) ?? rational.ZERO));
  const [lows, highs] = ends.map((values) => values.map((value) => real.fromRational(value, precision + GUARD_BITS)));
  if (!lows || !highs) throw new BallUndefined("a system without bounds");
  let at: readonly RealBall[] = lows.map((low, k) => real.scaleByPowerOfTwo(middle(real.add(low, highs[k] ?? low, precision)), -1));
  const working = precision + GUARD_BITS;
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const change = newtonStep(system, at, working);
    at = at.map((x, k) => middle(real.subtract(x, change[k] ?? real.ZERO, working)));
    // Quadratic convergence: the next change would be about the square of this one.
    if (Math.max(...change.map(real.magnitudeBits)) < -precision / 2 - GUARD_BITS / 4) break;
  }
  for (let radius = -precision - GUARD_BITS / 4; radius <= -precision / 2; radius += Math.max(8, precision >> 3)) {
    const box = at.map((x) => real.widen(x, radius));
    if (!box.every((side, k) => within(side, lows[k], highs[k]))) break;
    if (mapsInto(system, at, box, radius, working)) return box;
  }
  throw new BallUndefined("no zero of the system was proven in these bounds");
}

const middle = (x: RealBall): RealBall => ({ ...x, rad: 0n });

function within(x: RealBall, low: RealBall | undefined, high: RealBall | undefined): boolean {
  return low !== undefined && high !== undefined && real.certifiedCompare(low, x) === -1 && real.certifiedCompare(x, high) === -1;
}

function valuesAt(parts: readonly Expression[], names: readonly string[], at: readonly RealBall[], precision: number): readonly RealBall[] {
  const environment = new Map(names.map((name, k) => [name, complex.fromReal(at[k] ?? real.ZERO)]));
  return parts.map((part) => {
    const value = ballValue(part, precision, environment);
    if (!real.containsZero(value.im)) throw new BallUndefined("a side of the system is not real");
    return value.re;
  });
}

function dot(a: readonly RealBall[], b: readonly RealBall[], precision: number): RealBall {
  return a.reduce((total, x, k) => real.add(total, real.multiply(x, b[k] ?? real.ZERO, precision), precision), real.ZERO);
}

function inverseSlopes({ names, slopes }: System, at: readonly RealBall[], precision: number): readonly (readonly RealBall[])[] {
  return approximateInverse(
    slopes.map((row) => valuesAt(row, names, at, precision).map(middle)),
    precision,
  );
}

function newtonStep(system: System, at: readonly RealBall[], precision: number): readonly RealBall[] {
  const inverse = inverseSlopes(system, at, precision);
  const values = valuesAt(system.items, system.names, at, precision);
  return inverse.map((row) => middle(dot(row, values, precision)));
}

/** Whether m − Y f(m) + (1 − Y J(X)) (X − m) lies within half the radius from m. */
function mapsInto(system: System, at: readonly RealBall[], box: readonly RealBall[], radius: number, precision: number): boolean {
  const { names, items, slopes } = system;
  const inverse = inverseSlopes(system, at, precision);
  const values = valuesAt(items, names, at, precision);
  const slopesThere = slopes.map((row) => valuesAt(row, names, box, precision));
  const away: RealBall = { mid: 0n, rad: 1n, exp: radius };
  return inverse.every((row, i) => {
    const spread = names.reduce(
      (total, _, j) => {
        const entry = dot(
          row,
          slopesThere.map((slope) => slope[j] ?? real.ZERO),
          precision,
        );
        const rest = real.subtract(i === j ? real.ONE : real.ZERO, entry, precision);
        return real.add(total, real.multiply(rest, away, precision), precision);
      },
      real.negate(dot(row, values, precision)),
    );
    return real.magnitudeBits(spread) <= radius - 1;
  });
}

/** The inverse of a matrix of numbers by elimination with the largest pivot; its rounding is not accounted for. */
function approximateInverse(matrix: readonly (readonly RealBall[])[], precision: number): readonly (readonly RealBall[])[] {
  const n = matrix.length;
  const rows = matrix.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? real.ONE : real.ZERO))]);
  for (let k = 0; k < n; k += 1) {
    const size = (row: readonly RealBall[] | undefined): number => real.magnitudeBits(row?.[k] ?? real.ZERO);
    const best = rows.reduce((chosen, row, i) => (i >= k && size(row) > size(rows[chosen]) ? i : chosen), k);
    const pivotRow = rows[best] ?? [];
    const pivot = pivotRow[k] ?? real.ZERO;
    if (pivot.mid === 0n) throw new BallUndefined("the slopes of the system depend on each other");
    const scaled = pivotRow.map((entry) => middle(real.divide(entry, pivot, precision)));
    rows[best] = rows[k] ?? [];
    rows[k] = scaled;
    for (const [i, row] of rows.entries()) {
      const factor = row[k] ?? real.ZERO;
      if (i !== k && factor.mid !== 0n)
        rows[i] = row.map((entry, j) => middle(real.subtract(entry, real.multiply(factor, scaled[j] ?? real.ZERO, precision), precision)));
    }
  }
  return rows.map((row) => row.slice(n));
}
