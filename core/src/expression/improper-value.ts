import * as complex from "../number/complex-ball.ts";
import type { RealBall } from "../number/real-ball.ts";
import * as real from "../number/real-ball.ts";
import { type Integrand, integrateBall, NotIntegrated } from "./integral-value.ts";

/** An end of an interval: a number, or infinity with its sign. */
export type Bound = { readonly at: RealBall } | { readonly infinite: 1 | -1 };

/** The integral over what lies within 2^exponent of an end on the side inwards, whose sign is given (of the end itself, where that is infinite). @throws BallUndefined */
export type Strip = (at: RealBall | undefined, sign: 1 | -1, exponent: number) => RealBall;

/** Distances from an end, or reciprocals of sizes, as powers of 2. */
const STRIPS = [-2, -3, -4, -5, -6, -7, -8, -10, -12, -16, -20, -24, -32];

/**
 * An integral between rising bounds, which may be infinite or ends where the integrand is not analytic: the inner part by rules with proven errors, the strips at such ends by
 * models or bounds, as narrow as the precision needs.
 * @throws NotIntegrated where a strip is not seen to converge, or the inner part not to be smooth
 */
export function integrateToEnds(f: Integrand, from: Bound, to: Bound, strip: Strip, precision: number): RealBall {
  const [start, stop] = [cut(f, from, 1, strip, precision), cut(f, to, -1, strip, precision)];
  if (real.certifiedCompare(start.place, stop.place) === 1) throw new NotIntegrated("the strips at the ends meet");
  const middle = integrateBall(f, start.place, stop.place, precision);
  return [start.strip, stop.strip].reduce((total, part) => real.add(total, part, precision + 32), middle);
}

/** Where the inner part begins, seen from an end inwards, and the integral up to there. */
function cut(f: Integrand, end: Bound, inwards: 1 | -1, strip: Strip, precision: number): { readonly place: RealBall; readonly strip: RealBall } {
  const at = "at" in end ? end.at : undefined;
  if (at && isRegular(f, at)) return { place: at, strip: real.ZERO };
  if (at && !real.isExact(at)) throw new NotIntegrated("an end where the integrand is not analytic is not exact");
  for (const exponent of STRIPS) {
    const part = real.whereDefined(() => strip(at, "at" in end ? inwards : end.infinite, exponent));
    if (part === undefined || real.radiusBits(part) > -precision) continue;
    if (!at) return { place: { mid: BigInt(-inwards), rad: 0n, exp: -exponent }, strip: part };
    return { place: real.add(at, { mid: BigInt(inwards), rad: 0n, exp: exponent }, 2 * precision + 800), strip: part };
  }
  throw new NotIntegrated("the integral is not seen to converge towards an end");
}

/** Whether an integrand is seen to be analytic around a place. */
function isRegular(f: Integrand, place: RealBall): boolean {
  const near: RealBall = { mid: 0n, rad: 1n, exp: -24 };
  const size = real.whereDefined(() => complex.abs(f.analytic({ re: real.add(place, near, 64), im: near }), 64));
  return size !== undefined;
}
