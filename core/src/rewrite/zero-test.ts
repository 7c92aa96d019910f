import { ballValue } from "../expression/ball-value.ts";
import { isNumber, subtract } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { BudgetExhausted } from "../number/budget.ts";
import * as complex from "../number/complex-ball.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import * as poly from "../polynomial/multivariate.ts";
import { Kernels, NotAnalysable, normalForm } from "./normal-form.ts";
import { separationBits } from "./root-bound.ts";
import { environmentAt, type Point, samplePoints } from "./sample.ts";

/**
 * The answer to "is this expression 0 wherever it is defined?". `zero` names the method that proves it; `nonzero` has a
 * point at which a ball excludes 0 (no names: the empty point); `undecided` says to how many digits it vanishes.
 */
export type ZeroTest =
  | { readonly kind: "zero"; readonly method: string }
  | { readonly kind: "nonzero"; readonly witness: Point }
  | { readonly kind: "undecided"; readonly digits: number };

const PRECISIONS = [64, 128, 256, 512, 1024, 2048] as const;
const MOST_SEPARATION_BITS = 60_000;
const SAMPLE_POINTS = 8;

/**
 * Decides whether an expression is 0 for all values of its names at which it is defined and the assumptions hold: by
 * canonical form, then rational normal form over kernels, then a root separation bound for algebraic constants, then balls
 * at sample points, which can only refute.
 */
export function zeroTest(e: Expression, assumptions: readonly Expression[] = []): ZeroTest {
  if (isNumber(e, 0)) return { kind: "zero", method: "both sides have the same canonical form" };
  if (e.kind === "number") return { kind: "nonzero", witness: new Map() };
  if (normalFormIsZero(e)) return { kind: "zero", method: "the difference reduces to 0 in rational normal form" };
  return freeNames(e).size === 0 ? constantTest(e) : sampledTest(e, assumptions);
}

/** Whether a − b is 0, as `zeroTest`. */
export function equalityTest(a: Expression, b: Expression, assumptions: readonly Expression[] = []): ZeroTest {
  return zeroTest(subtract(a, b), assumptions);
}

function normalFormIsZero(e: Expression): boolean {
  try {
    return poly.isZero(normalForm(e, new Kernels()).numerator);
  } catch (error) {
    if (error instanceof NotAnalysable || error instanceof BudgetExhausted) return false;
    throw error;
  }
}

function constantTest(e: Expression): ZeroTest {
  const separation = separationBits(e);
  const algebraic = separation !== undefined && separation <= MOST_SEPARATION_BITS;
  let digits = 0;
  for (const precision of algebraic ? [...PRECISIONS, separation + 64, 2 * separation + 256] : PRECISIONS) {
    const size = sizeBits(e, precision);
    if (size === "nonzero") return { kind: "nonzero", witness: new Map() };
    if (size === undefined) continue;
    if (algebraic && size < -separation) return { kind: "zero", method: "an algebraic number smaller than its root separation bound is 0" };
    digits = Math.max(digits, Math.floor(-size * Math.log10(2)));
  }
  return { kind: "undecided", digits };
}

/** "nonzero" where a ball excludes 0, else log2 of a bound of the absolute value; undefined where it cannot be evaluated. */
function sizeBits(e: Expression, precision: number, point: Point = new Map()): "nonzero" | number | undefined {
  try {
    const value = ballValue(e, precision, environmentAt(point, precision));
    if (!complex.containsZero(value)) return "nonzero";
    return Math.max(real.magnitudeBits(value.re), real.magnitudeBits(value.im)) + 1;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

function sampledTest(e: Expression, assumptions: readonly Expression[]): ZeroTest {
  const points = samplePoints(freeNames(e), [...realDomain(e), ...assumptions], SAMPLE_POINTS);
  let digits = Number.POSITIVE_INFINITY;
  for (const point of points) {
    for (const precision of [128, 512]) {
      const size = sizeBits(e, precision, point);
      if (size === "nonzero") return { kind: "nonzero", witness: point };
      if (size !== undefined) digits = Math.min(digits, Math.floor(-size * Math.log10(2)));
    }
  }
  return { kind: "undecided", digits: Number.isFinite(digits) ? Math.max(0, digits) : 0 };
}

/** The certified sign of a real constant: 0 only when proven, undefined when neither sign nor zero could be proven. */
export function constantSign(e: Expression): -1 | 0 | 1 | undefined {
  if (e.kind === "number") return e.value.num > 0 ? 1 : e.value.num < 0 ? -1 : 0;
  if (freeNames(e).size > 0) return undefined;
  for (const precision of PRECISIONS) {
    try {
      const value = ballValue(e, precision);
      const sign = complex.isReal(value) ? real.certifiedSign(value.re) : undefined;
      if (sign !== undefined) return sign;
      if (!real.containsZero(value.im)) return undefined;
    } catch (error) {
      if (!(error instanceof BallUndefined)) throw error;
    }
    if (precision === PRECISIONS[1] && zeroTest(e).kind === "zero") return 0;
  }
  return undefined;
}
