import { around, boundsOf } from "../calculus/cover.ts";
import { onlyZero } from "../calculus/only-zero.ts";
import { zeroForm } from "../calculus/zero-form.ts";
import { Analysed, boundZeros, type Isolation, isolateZeros, type Piece } from "../calculus/zeros.ts";
import { NOWHERE } from "../derivation/nowhere.ts";
import { step } from "../derivation/step.ts";
import { ballValue } from "../expression/ball-value.ts";
import { divide, iterated, number, PI, product, subtract, ZERO } from "../expression/construct.ts";
import { compile } from "../expression/double-value.ts";
import { alternatives } from "../expression/equations.ts";
import { contains, type Expression, freeNames } from "../expression/expression.ts";
import { withKnownPlace } from "../expression/root-value.ts";
import { substitute } from "../expression/substitute.ts";
import { say } from "../notation/inline.ts";
import { plain } from "../notation/plain.ts";
import { formatRational, terminatingDecimal } from "../number/decimal.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { readable } from "../rewrite/readable.ts";
import { recognise } from "../rewrite/roots/recognise.ts";
import { complexity, decide, simplify, zeroTest } from "../truth/index.ts";
import { type Solution, type Solved, solution, type Task } from "./solution.ts";

/** How far is looked where nothing bounds the solutions. */
const VIEW = 30;
const RECOGNISING_PRECISION = 128;
/** Longer guesses are accidents. */
const LONGEST_GUESS = 14;
const MANY = 8;

/**
 * Where no formula is known: all zeros of the difference of the sides, isolated with proof on the interval that was asked for, or
 * on the whole line where it is proven that there are none further out. A zero whose decimals look like a short exact value is
 * that value, once it has been put in and proven.
 */
export function solveNumerically(task: Task): Solved | undefined {
  const { unknown } = task;
  if (task.domain !== "real" || freeNames(task.equation).size > 1) return undefined;
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const f = new Analysed(zeroForm(left, right, unknown), unknown);
  if (!f.usable) return undefined;
  const facts = task.assumptions.filter((fact) => contains(fact, unknown));
  const given = boundsOf(unknown, facts);
  const proven = given.low === undefined || given.high === undefined ? boundZeros(f) : { low: undefined, high: undefined };
  const low = given.low ?? proven.low ?? Math.min(-VIEW, (given.high ?? 0) - VIEW);
  const high = given.high ?? proven.high ?? Math.max(VIEW, (given.low ?? 0) + VIEW);
  const bounded = (given.low ?? proven.low) !== undefined && (given.high ?? proven.high) !== undefined;
  const everywhere = { low: low - MARGIN * Math.max(1, Math.abs(low)), high: high + MARGIN * Math.max(1, Math.abs(high)) };
  const isolation = isolateZeros(f, everywhere, task.brief ? BRIEF.boxes : undefined);
  const seen = bounded ? { ...isolation, view: { low, high } } : nearest(isolation, { low, high });
  const { cells, unresolved, beyond } = task.brief
    ? widest(isolation, BRIEF)
    : isolation.unresolved.length > 0
      ? widest(seen, CROWDED)
      : { ...seen, beyond: [] };
  // Many zeros of one function are seldom sums of surds.
  const many = cells.length > MANY;
  const valueIn = (cell: Piece): Solution => {
    // At a short number no error bound ever tells the sign: it is looked at first.
    const short = shortZeroIn(f, cell);
    if (short) return solution(unknown, short);
    const zero = zeroIn(f, cell);
    return solution(unknown, (task.brief && many ? undefined : exactValue(f, zero, many)) ?? namedZero(f, cell, zero));
  };
  const found = cells.map(valueIn);
  const open: Piece[] = [...beyond];
  for (const piece of unresolved) {
    const zero = exactZeroAt(f, piece, task.brief ? BRIEF.orders : MOST_ORDERS);
    if (zero) found.push(solution(unknown, zero.value, { multiplicity: zero.times ?? 1 }));
    // Others may lie next to it.
    if (zero && zero.times === undefined) open.push(piece);
    if (zero) continue;
    if (task.brief) {
      open.push(piece);
      continue;
    }
    const again = isolateZeros(f, { ...piece, stubborn: true }, STUBBORN_BOXES);
    found.push(...again.cells.map(valueIn));
    open.push(...again.unresolved.filter((rest) => !outside(rest, low, high)));
  }
  const sorted = distinctZeros(found, unknown).sort((a, b) => placeOf(a, unknown) - placeOf(b, unknown));
  const complete = bounded && open.length === 0;
  const values = sorted.map((one) => one.values.get(unknown) ?? ZERO);
  const after = values.length === 0 ? NOWHERE : alternatives(unknown, values);
  const inside = values.filter((value) =>
    facts.every((fact) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, []) !== false),
  ).length;
  const count = inside === 0 ? "no zero" : inside === 1 ? "exactly one zero" : `exactly ${inside} zeros`;
  const where = facts.length > 0 ? `with ${facts.map(plain).join(" and ")}` : "on the whole line";
  const claim = { kind: "isolated", unknown, before: task.equation, after, within: facts } as const;
  return {
    steps: complete ? [step("isolate the roots", [`${count} ${where}`], claim)] : [],
    set: {
      variables: [unknown],
      domain: "real",
      complete,
      reason: say`${reasonOf(count, where, complete, bounded, open, seen.view)}`,
      solutions: sorted,
      rejected: [],
      complexSolutions: [],
    },
  };
}

const MARGIN = 1e-9;

/** Where no end is in sight, no more zeros than these are listed. */
const MOST_LISTED = 60;

/** Of very many zeros those next to 0, with the part of the line on which they are all that were found. */
function nearest(isolation: Isolation, view: Piece): Isolation & { readonly view: Piece } {
  const distance = ({ low, high }: Piece): number => Math.min(Math.abs(low), Math.abs(high));
  const first = isolation.cells.map(distance).sort((a, b) => a - b)[MOST_LISTED];
  if (first === undefined) return { ...isolation, view };
  const isNear = (piece: Piece): boolean => distance(piece) < first;
  return {
    ...isolation,
    cells: isolation.cells.filter(isNear),
    unresolved: isolation.unresolved.filter(isNear),
    view: { low: Math.max(view.low, -first), high: Math.min(view.high, first) },
  };
}

/** What is enough where only so many zeros can be seen. */
const BRIEF = { boxes: 600, cells: 24, unresolved: 2, orders: 1 };
/** Where zeros crowd together, those that can be told apart well. */
const CROWDED = { cells: MOST_LISTED, unresolved: 4 };

/** The widest pieces, which are those that can be told apart; the others are left open. */
function widest({ cells, unresolved }: Isolation, most: Pick<typeof BRIEF, "cells" | "unresolved">): Isolation & { readonly beyond: readonly Piece[] } {
  const byWidth = (pieces: readonly Piece[]): readonly Piece[] => [...pieces].sort((a, b) => b.high - b.low - (a.high - a.low));
  const [known, doubtful] = [byWidth(cells), byWidth(unresolved)];
  return {
    cells: known.slice(0, most.cells),
    unresolved: doubtful.slice(0, most.unresolved),
    beyond: [...known.slice(most.cells), ...doubtful.slice(most.unresolved)],
  };
}

const STUBBORN_BOXES = 1500;

function reasonOf(count: string, where: string, complete: boolean, bounded: boolean, open: readonly Piece[], view: Piece): string {
  if (complete) return `interval arithmetic proves that the two sides meet at ${count} ${where}`;
  const places = [...new Set(open.map(({ low }) => `near ${shortDecimal(low)}`))];
  const clusters = [...places.slice(0, MOST_NAMED), ...(places.length > MOST_NAMED ? [`at ${places.length - MOST_NAMED} other places`] : [])].join(" and ");
  const unresolved = open.length > 0 ? `it is not decided whether the sides meet ${clusters}: they come closer than the bounds can tell` : "";
  const beyond = bounded ? "" : `only the zeros from ${shortDecimal(view.low)} to ${shortDecimal(view.high)} are listed; further out there may be others`;
  return [unresolved, beyond].filter((part) => part !== "").join("; ");
}

/** How many places are named where it is not decided whether the sides meet. */
const MOST_NAMED = 3;

const shortDecimal = (x: number): string => formatRational(rational.fromNumber(x), 5);

function outside(piece: Piece, low: number, high: number): boolean {
  return piece.high < low || piece.low > high;
}

function placeOf(one: Solution, unknown: string): number {
  return around(one.values.get(unknown) ?? ZERO)?.low ?? 0;
}

/** Zeros that two neighbouring pieces share are listed once. */
function distinctZeros(found: readonly Solution[], unknown: string): Solution[] {
  const known: Solution[] = [];
  for (const one of found) {
    const value = one.values.get(unknown) ?? ZERO;
    const isSame = (other: Solution): boolean => {
      const before = other.values.get(unknown) ?? ZERO;
      const [a, b] = [around(before), around(value)];
      const isApart = a !== undefined && b !== undefined && (a.high < b.low || b.high < a.low);
      return !isApart && zeroTest(subtract(before, value)).kind === "zero";
    };
    if (!known.some(isSame)) known.push(one);
  }
  return known;
}

/** The zero in a cell, bounded by the cell. */
function zeroIn(f: Analysed, { low, high }: Piece): Expression {
  return rootBetween(f, number(rational.fromNumber(low)), number(rational.fromNumber(high)));
}

function rootBetween(f: Analysed, lower: Expression, upper: Expression): Expression {
  return iterated({ operator: "root", variable: f.name, lower, upper, body: f.expression });
}

/** A zero under the shortest decimals that hold it alone. */
function namedZero(f: Analysed, cell: Piece, zero: Expression): Expression {
  const decimal = (value: rational.Rational): Expression => number(value, value.den === 1 ? undefined : terminatingDecimal(rational.abs(value)));
  const place = around(zero);
  if (!place) return zero;
  for (let digits = 1; digits <= 15; digits += 1) {
    const scale = rational.power(rational.rational(10), digits);
    const at = rational.floor(rational.multiply(rational.fromNumber(place.low), scale));
    const [low, high] = [at, integer.add(at, 1)].map((end) => rational.divide(rational.rational(end), scale));
    if (!low || !high || rational.toNumber(low) <= cell.low || rational.toNumber(high) >= cell.high || rational.toNumber(high) <= place.high) continue;
    if (rational.toNumber(low) >= place.low) continue;
    return withKnownPlace(rootBetween(f, decimal(low), decimal(high)), zero);
  }
  return zero;
}

/** The zero of a cell where it is a short number, first found in doubles. */
function shortZeroIn(f: Analysed, { low, high }: Piece): Expression | undefined {
  const value = compile(f.expression, [f.name]);
  const before = Math.sign(value(low));
  let [from, to] = [low, high];
  for (let round = 0; round < 64; round += 1) {
    const middle = (from + to) / 2;
    if (Math.sign(value(middle)) === before) from = middle;
    else to = middle;
  }
  return [...candidates(f, { low: from, high: to }, 0)].find((one) => isZeroAt(f, one) && isWithin(one, low, high));
}

function isWithin(value: Expression, low: number, high: number): boolean {
  const place = around(value);
  return place !== undefined && place.low > low && place.high < high;
}

/** The short exact value that a zero is proven to have. */
function exactValue(f: Analysed, zero: Expression, plainOnly = false): Expression | undefined {
  try {
    return provenGuess(f, ballValue(zero, RECOGNISING_PRECISION).re, plainOnly);
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

function provenGuess(f: Analysed, ball: ReturnType<typeof ballValue>["re"], plainOnly: boolean): Expression | undefined {
  const guesses = recognise(ball, { plainOnly })
    .map(({ value }) => readable(value))
    .filter((value) => complexity(value) <= LONGEST_GUESS);
  return guesses.find((value) => isZeroAt(f, value));
}

function isZeroAt(f: Analysed, value: Expression): boolean {
  return zeroTest(substitute(f.expression, new Map([[f.name, value]]))).kind === "zero";
}

const MOST_ORDERS = 4;
const AROUND = 1e-4;

/**
 * An exactly known zero in a piece that could not be resolved: a zero of a derivative that is simple there, or a short number,
 * which must be proven to be a zero. It counts as often as is said, where it is proven to be the only one in the piece.
 */
function exactZeroAt(f: Analysed, piece: Piece, orders: number): { readonly value: Expression; readonly times: number | undefined } | undefined {
  let zero: Expression | undefined;
  for (const value of candidates(f, piece, orders)) {
    if (!isZeroAt(f, value)) continue;
    const place = around(value);
    if (!place) continue;
    const times = onlyZero(f, value, { low: Math.min(piece.low, place.low), high: Math.max(piece.high, place.high) });
    if (times !== undefined) return { value, times };
    zero ??= value;
  }
  return zero && { value: zero, times: undefined };
}

function* candidates(f: Analysed, { low, high }: Piece, orders: number): Generator<Expression> {
  const middle = (low + high) / 2;
  for (const unit of [number(1), PI]) {
    const size = around(unit)?.low ?? 1;
    for (const den of [1, 2, 3, 4, 6, 10, 12]) {
      const num = Math.round((middle / size) * den);
      if (Math.abs((num / den) * size - middle) <= Math.max(high - low, 1e-9)) yield divide(product(number(num), unit), number(den));
    }
  }
  for (let order = 1; order <= orders; order += 1) {
    const derivative = f.derivative(order);
    if (!derivative) return;
    const wide = { low: low - AROUND, high: high + AROUND };
    const { cells } = isolateZeros(new Analysed(derivative, f.name), wide, 200);
    const [cell] = cells;
    if (!cell || cells.length > 1) continue;
    const own = new Analysed(derivative, f.name);
    const exact = exactValue(own, zeroIn(own, cell));
    if (exact) yield exact;
  }
}
