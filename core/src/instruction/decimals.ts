import { ballValue } from "../expression/ball-value.ts";
import { type Expression, freeNames, holdsBoundedRoot } from "../expression/expression.ts";
import * as complex from "../number/complex-ball.ts";
import { formatBall, formatRational } from "../number/decimal.ts";
import { parseDecimal } from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";

const PRECISIONS = [128, 256, 512, 2048, 8192] as const;

/**
 * The certified decimals of the parts of a number, to so many figures; a part that cannot be told from 0 at the highest precision
 * is given as 0. Undefined where it is no number.
 */
export function decimals(e: Expression, figures: number): { re: string; im?: string } | undefined {
  if (e.kind === "number") return { re: formatRational(e.value, figures) };
  if (freeNames(e).size > 0 || e.kind === "relation" || e.kind === "tuple" || e.kind === "logic") return undefined;
  // A root that is known by its bounds alone is dear at many digits, and what vanishes there is 0 to all that can be seen.
  const ladder = holdsBoundedRoot(e) ? PRECISIONS.slice(0, 3) : PRECISIONS;
  const highest = ladder.at(-1);
  for (const precision of ladder) {
    if (precision < figures * 4 && precision !== highest) continue;
    try {
      const value = ballValue(e, precision);
      const zeroText = (part: real.RealBall): string | undefined => (precision === highest && real.containsZero(part) ? "0" : undefined);
      const re = formatBall(value.re, figures) ?? zeroText(value.re);
      if (re === undefined) continue;
      if (complex.isReal(value)) return { re };
      const im = formatBall(value.im, figures) ?? zeroText(value.im);
      if (im !== undefined) return im === "0" ? { re } : { re, im };
    } catch (error) {
      if (!(error instanceof BallUndefined)) throw error;
    }
  }
  return undefined;
}

/** A certified decimal rounded again to fewer figures; its own digits are far beyond those. */
export function shortened(decimal: string, figures: number): string {
  const sign = decimal.startsWith("-") ? "-" : "";
  return sign + formatRational(parseDecimal(decimal.replace(/^-/, "")), figures);
}
