import { ballValue } from "../../expression/ball-value.ts";
import { type Expression, freeNames, holdsBoundedRoot } from "../../expression/expression.ts";
import * as complex from "../../number/complex-ball.ts";
import { formatBall, formatRational } from "../../number/decimal.ts";
import { parseDecimal } from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import type { Digits } from "../answer.ts";

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

/** The decimal of a number to the digits asked for, with the zeros at its end; undefined where it is no real number. */
export function rounded(e: Expression, { kind, count }: Digits): string | undefined {
  const first = decimals(e, ROUGH);
  if (!first || first.im !== undefined) return undefined;
  const lead = Math.floor(Math.log10(Math.abs(Number(first.re)))) + 1;
  if (kind === "decimals" && (first.re === "0" || lead + count <= 0)) {
    const isHalf = Math.abs(Number(first.re)) * 10 ** count >= 0.5;
    return isHalf ? fixed(`${first.re.startsWith("-") ? "-" : ""}1e-${count}`, count) : fixed("0", count);
  }
  const own = decimals(e, kind === "decimals" ? lead + count : count)?.re;
  if (own === undefined || kind === "usual") return own;
  return kind === "decimals" ? fixed(own, count) : withFigures(own, count);
}

const ROUGH = 15;

/** A decimal with so many places, which it does not exceed. */
function fixed(decimal: string, places: number): string {
  const tiny = /^(-?)1e-\d+$/.exec(decimal);
  if (tiny) return `${tiny[1] ?? ""}0.${"1".padStart(places, "0")}`;
  if (decimal.includes("e") || places === 0) return decimal;
  const [whole = "0", part = ""] = decimal.split(".");
  return `${whole}.${part.padEnd(places, "0")}`;
}

/** A decimal with zeros at its end until it shows so many figures; a whole number that ends in zeros stays. */
function withFigures(decimal: string, figures: number): string {
  const [mantissa = "", exponent] = decimal.split("e");
  const shown = mantissa.replace(/[-.]/g, "").replace(/^0+/, "").length;
  const zeros = "0".repeat(Math.max(0, figures - shown));
  const long = zeros === "" ? mantissa : `${mantissa}${mantissa.includes(".") ? "" : "."}${zeros}`;
  return exponent === undefined ? long : `${long}e${exponent}`;
}

/** A certified decimal rounded again to fewer figures; its own digits are far beyond those. */
export function shortened(decimal: string, figures: number): string {
  const sign = decimal.startsWith("-") ? "-" : "";
  return sign + formatRational(parseDecimal(decimal.replace(/^-/, "")), figures);
}
