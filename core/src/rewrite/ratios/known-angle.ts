import { approximateValue } from "../../expression/ball-value.ts";
import { call, chain, divide, name, negate, number, ONE, PI, product, relation, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { statedLinks } from "../../expression/equations.ts";
import { distinct, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { constantSign, decide } from "../../truth/index.ts";

/** The six ratios by which an angle may be known. */
export const RATIOS = ["sin", "cos", "tan", "cot", "sec", "csc"] as const;
export type Ratio = (typeof RATIOS)[number];

export const isRatio = (functionName: string): functionName is Ratio => (RATIOS as readonly string[]).includes(functionName);

/** An angle of which one ratio is known, with its exact value: a multiple of a quarter turn and an inverse circular function. */
export interface KnownAngle {
  /** How it stands in formulas: its name, or arctan 2 and the like. */
  readonly angle: Expression;
  readonly ratio: { readonly of: Ratio; readonly value: Expression };
  readonly value: Expression;
  /** Where it lies, if on no axis. */
  readonly place: Place | undefined;
}

/** What is known of an angle: a ratio, and statements that say where it lies. */
export interface StatedAngle {
  readonly letter: string;
  readonly of: Ratio;
  readonly value: Expression;
  readonly where: readonly Expression[];
}

/** The acute angle with a positive ratio. */
function acuteAngle(of: Ratio, size: Expression): Expression {
  const inverse = divide(ONE, size);
  switch (of) {
    case "sin":
      return call("arcsin", size);
    case "cos":
      return call("arccos", size);
    case "tan":
      return call("arctan", size);
    case "csc":
      return call("arcsin", inverse);
    case "sec":
      return call("arccos", inverse);
    case "cot":
      return call("arctan", inverse);
  }
}

/** The angle of one turn that lies a reference angle beyond, or before, a half turn. */
function atPlace({ halfTurns, isBeyond }: Place, reference: Expression): Expression {
  const axis = product(number(halfTurns), PI);
  return isBeyond ? sum(axis, reference) : subtract(axis, reference);
}

/** So many quarter turns. */
const atQuarter = (count: number): Expression => divide(product(number(count), PI), TWO);

/** The places of one turn by the quadrants, from the first. */
const PLACES: readonly Place[] = [
  { quadrant: 1, halfTurns: 0, isBeyond: true },
  { quadrant: 2, halfTurns: 1, isBeyond: false },
  { quadrant: 3, halfTurns: 1, isBeyond: true },
  { quadrant: 4, halfTurns: 2, isBeyond: false },
];

/** The angles of one turn, from 0, that have a ratio; undefined where it is not known whether any has. */
function anglesOfOneTurn(of: Ratio, value: Expression): readonly Expression[] | undefined {
  const sign = constantSign(value);
  if (sign === undefined) return undefined;
  const size = sign < 0 ? negate(value) : value;
  if (sign === 0) return ANGLES_OF_ZERO[of].map(atQuarter);
  const bound = of === "sin" || of === "cos" ? "<=" : of === "sec" || of === "csc" ? ">=" : undefined;
  const fits = bound ? decide(relation(size, bound, ONE), []) : true;
  if (fits !== true) return fits === false ? [] : undefined;
  const reference = acuteAngle(of, size);
  return distinct(PLACES.filter((place) => signIn(place, of) === sign).map((place) => atPlace(place, reference)));
}

/** The quarter turns at which a ratio is 0. */
const ANGLES_OF_ZERO: Readonly<Record<Ratio, readonly number[]>> = { sin: [0, 2], cos: [1, 3], tan: [0, 2], cot: [1, 3], sec: [], csc: [] };

/** Turns that are looked at on each side of 0. */
const MOST_TURNS = 50;

/**
 * The values that an angle can have: those with the ratio that satisfy what is said of where it lies, at most two of them, since two
 * leave it open. Undefined where that is not decided, or the ratio is no number.
 */
export function valuesOfAngle({ letter, of, value, where }: StatedAngle): readonly Expression[] | undefined {
  const basic = freeNames(value).size === 0 ? anglesOfOneTurn(of, value) : undefined;
  if (!basic) return undefined;
  const isNear = nearlyWithin(letter, where);
  const found: Expression[] = [];
  for (const one of basic) {
    const guess = approximateValue(one) ?? 0;
    for (let turn = -MOST_TURNS; turn <= MOST_TURNS && found.length < 2; turn += 1) {
      if (!isNear(guess + 2 * Math.PI * turn)) continue;
      const candidate = sum(one, product(number(2 * turn), PI));
      const lies = where.map((statement) => decide(substitute(statement, new Map([[letter, candidate]])), []));
      if (lies.includes(false)) continue;
      if (lies.includes(undefined)) return undefined;
      found.push(candidate);
    }
  }
  return found;
}

/** Whether a double is within what comparisons with numbers say of a letter, or so near to it that this must be decided exactly. */
function nearlyWithin(letter: string, where: readonly Expression[]): (value: number) => boolean {
  const sides = (e: Expression): ((value: number) => number) => {
    const fixed = e.kind === "name" && e.name === letter ? undefined : (approximateValue(e) ?? Number.NaN);
    return (value) => fixed ?? value;
  };
  const links = statedLinks(where).map(({ left, comparison, right }) => ({
    left: sides(left),
    sign: comparison.startsWith("<") ? 1 : comparison.startsWith(">") ? -1 : 0,
    right: sides(right),
  }));
  return (value) => !links.some(({ left, sign, right }) => sign * (left(value) - right(value)) > NEAR);
}
const NEAR = 1e-6;

/**
 * The value of an angle whose ratio has letters, where what is said of it keeps it within one quadrant, and what follows for the ratio
 * there. Undefined where it is not so kept.
 */
export function angleInQuadrant({ letter, of, value, where }: StatedAngle): { readonly angle: KnownAngle; readonly facts: readonly Expression[] } | undefined {
  const ends = statedLinks(where).flatMap(({ left, right }) => [left, right].filter((side) => freeNames(side).size === 0));
  const [first, second] = ends.map(approximateValue).sort((a, b) => (a ?? 0) - (b ?? 0));
  if (first === undefined || second === undefined) return undefined;
  const quarter = Math.floor(first / (Math.PI / 2) + NEAR);
  const isWithin = ends.every((end) => decide(chain([atQuarter(quarter), end, atQuarter(quarter + 1)], ["<=", "<="]), []) === true);
  if (!isWithin) return undefined;
  const place = placeAfter(quarter);
  const size = signIn(place, of) === 1 ? value : negate(value);
  const facts = [relation(size, ">", ZERO), ...(of === "sin" || of === "cos" ? [relation(size, "<", ONE)] : [])];
  const angle = { angle: name(letter), ratio: { of, value }, value: atPlace(place, acuteAngle(of, size)), place };
  return { angle, facts };
}

/** Where an angle lies: the quarter of the turn, from 1, and the acute angle between it and the nearer direction of the axis. */
export interface Place {
  readonly quadrant: 1 | 2 | 3 | 4;
  /** How many half turns the nearest direction of the axis is from 0, and whether the angle lies beyond it. */
  readonly halfTurns: number;
  readonly isBeyond: boolean;
}

/** Where an angle with this value lies, if it lies on neither axis and that is certain. */
export function placeOf(value: Expression): Place | undefined {
  const guess = approximateValue(value);
  if (guess === undefined) return undefined;
  const quarter = Math.floor(guess / (Math.PI / 2));
  if (constantSign(subtract(value, atQuarter(quarter))) !== 1 || constantSign(subtract(atQuarter(quarter + 1), value)) !== 1) return undefined;
  return placeAfter(quarter);
}

/** The place between this quarter turn and the next. */
function placeAfter(quarter: number): Place {
  const quadrant = ((((quarter % 4) + 4) % 4) + 1) as Place["quadrant"];
  const isBeyond = quadrant % 2 === 1;
  return { quadrant, halfTurns: (isBeyond ? quarter : quarter + 1) / 2, isBeyond };
}

/** The sign of a ratio in a quadrant. */
export function signIn({ quadrant }: Place, of: Ratio): 1 | -1 {
  const isUpper = quadrant <= 2;
  const isRight = quadrant === 1 || quadrant === 4;
  switch (of) {
    case "sin":
    case "csc":
      return isUpper ? 1 : -1;
    case "cos":
    case "sec":
      return isRight ? 1 : -1;
    case "tan":
    case "cot":
      return isUpper === isRight ? 1 : -1;
  }
}

/** The functions whose values are angles, with the ratio that is then known. */
const INVERSES: Readonly<Record<string, Ratio>> = { arcsin: "sin", arccos: "cos", arctan: "tan", arccot: "cot", arcsec: "sec", arccsc: "csc" };

/** arctan 2 and the like as an angle that is known by a ratio. */
export function inverseAsKnown(angle: Expression): KnownAngle | undefined {
  const [value] = angle.kind === "call" ? angle.args : [];
  const of = angle.kind === "call" ? INVERSES[angle.name] : undefined;
  return of && value && freeNames(value).size === 0 ? { angle, ratio: { of, value }, value: angle, place: placeOf(angle) } : undefined;
}
