import { sidesOfPlace } from "../../calculus/place.ts";
import type { LimitPlace } from "../../derivation/step.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { equation, name, number, subtract, sum } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { substitute } from "../../expression/substitute.ts";
import { plain } from "../../notation/plain.ts";
import * as complex from "../../number/complex-ball.ts";
import { formatBall } from "../../number/decimal.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { type Point, samplePoints } from "../../truth/index.ts";
import { decimalText } from "../compare.ts";
import type { Approach, Check, EvidenceLine } from "../verdict.ts";

/** How near the place numbers are tried: 10^−k from it, or 10^k out; of sequences so many members. */
const NEARNESS = [1, 2, 4, 8, 16, 32] as const;
const MEMBERS = [1, 2, 3] as const;
/** Beyond this the numbers are too long to be read. */
const MOST_SHOWN = 8;

interface Tried {
  readonly at: Expression;
  readonly shown: string;
  readonly k: number;
  /** The size of the difference from the limit, or the reciprocal of the value where the limit is infinite. */
  readonly distance: number;
}

/** The function at numbers that come ever nearer to the place: with error bounds, its distance from the limit must fall. */
export function approachCheck(of: Expression, asked: LimitPlace, limit: Expression, assumptions: readonly Expression[]): Check {
  const point = lettersFixed(of, asked, limit, assumptions);
  const fixed = (one: Expression): Expression => substitute(one, point);
  const [e, value, place] = [fixed(of), fixed(limit), { ...asked, at: fixed(asked.at) }];
  const sides = sidesOfPlace(place);
  const isFar = infinityOf(place.at) !== undefined;
  const tables = sides.map((side) => (place.whole ? MEMBERS : NEARNESS).flatMap((k) => tried(e, place, value, side, k) ?? []));
  const letters = [...point].map(([letter, held]) => `${letter} = ${plain(held)}`);
  const held: readonly EvidenceLine[] = letters.length === 0 ? [] : [{ note: `tried with ${letters.join(", ")}` }];
  const values = tables
    .flat()
    .flatMap(({ at, shown, k }): readonly EvidenceLine[] => (k > MOST_SHOWN ? [] : [{ subject: equation(name(place.variable), at), note: shown }]));
  const verdicts = tables.filter((table) => table.length > 2).map(fall);
  const detail = {
    falls: "at numbers ever nearer to the place the distance from the limit falls",
    stays: "at numbers ever nearer to the place the distance from the limit does not fall",
    open: "no numbers near the place tell it",
  };
  const found = verdicts.includes("stays") ? "stays" : verdicts.length > 0 && verdicts.every((one) => one === "falls") ? "falls" : "open";
  const approach = tables.map((table, k): Approach => {
    const points = table.flatMap((one) => (one.k <= MOST_SHOWN && one.distance > 0 ? [{ nearness: one.k, distance: one.distance }] : []));
    return { of: infinityOf(value) === undefined ? "function" : "reciprocal", side: isFar ? "far out" : sides[k] === 1 ? "right" : "left", points };
  });
  return {
    kind: "comparison",
    outcome: found === "falls" ? "tacked" : found === "stays" ? "bent" : "loose",
    detail: detail[found],
    lines: [...held, ...values],
    approach,
  };
}

/** One number for each letter that the givens allow. */
function lettersFixed(e: Expression, { variable, at }: LimitPlace, limit: Expression, assumptions: readonly Expression[]): Point {
  const letters = [...new Set([e, at, limit].flatMap((one) => [...freeNames(one)]))].filter((letter) => letter !== variable);
  if (letters.length === 0) return new Map();
  const granted = realDomain(e).filter((condition) => !contains(condition, variable));
  const [point = new Map()] = samplePoints([e, at, limit], [...assumptions, ...granted], 1);
  return new Map([...point].filter(([letter]) => letters.includes(letter)));
}

function fall(table: readonly Tried[]): "falls" | "stays" | "open" {
  const [first, last] = [table[0], table.at(-1)];
  if (!first || !last) return "open";
  if (last.distance <= SMALL || last.distance < first.distance * LESS) return "falls";
  return last.distance > first.distance * 2 && last.distance > 1 ? "stays" : "open";
}

const FIGURES = 6;
const SMALL = 1e-9;
const LESS = 0.7;

/** A place at the distance 10^−k, written as a decimal where it is one. */
function beside(at: Expression, side: 1 | -1, k: number): Expression {
  const distance = rational.multiply(rational.rational(side), rational.power(rational.rational(10), -k));
  if (at.kind !== "number" || at.value.den !== 1) return sum(at, number(distance, decimalOf(distance, k)));
  const value = rational.add(at.value, distance);
  return number(value, decimalOf(value, k));
}

/** The size of a whole multiple of 10^−k as a decimal. */
function decimalOf(value: Rational, k: number): string {
  const { num } = rational.abs(rational.multiply(value, rational.power(rational.rational(10), k)));
  const digits = String(num).padStart(k + 1, "0");
  return `${digits.slice(0, -k)}.${digits.slice(-k)}`;
}

function tried(e: Expression, { variable, at }: LimitPlace, value: Expression, side: 1 | -1, k: number): Tried | undefined {
  const far = infinityOf(at);
  const place = far === undefined ? beside(at, side, k) : number(rational.multiply(rational.rational(far), rational.power(rational.rational(10), k)));
  const there = substitute(e, new Map([[variable, place]]));
  if (freeNames(there).size > 0) return undefined;
  try {
    const precision = 32 * k + 256;
    const own = ballValue(there, precision);
    // Far out numbers may be known too roughly to say anything.
    if (!complex.isReal(own) || formatBall(own.re, FIGURES) === undefined) return undefined;
    const size = Math.abs(real.toNumber(own.re));
    const distance = infinityOf(value) !== undefined ? 1 / size : Math.abs(real.toNumber(ballValue(subtract(there, value), precision).re));
    return Number.isNaN(distance) ? undefined : { at: place, shown: decimalText(own, 10), k, distance };
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}
