import {
  call,
  divide,
  HALF,
  isNumber,
  MINUS_ONE,
  name,
  negate,
  number,
  PI,
  power,
  product,
  relation,
  subtract,
  sum,
  ZERO,
} from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { CIRCULAR } from "../../expression/functions/kinds.ts";
import { mapChildren, replacePart, substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";
import { approaching, GROWN, hasRationalSlope, lettersDomain, type PathTo, type Place, powerOfDistance } from "../place.ts";
import type { Limit } from "./asymptotics.ts";
import { AtInfinity } from "./at-infinity.ts";
import { LimitOpen, NotDefinedThere, Oscillates, whereDecided, whereFound } from "./open.ts";
import { bySineAndCosine, holdsFinally } from "./prepared.ts";
import { knownSign } from "./series.ts";

/** A place that is approached from one side; ∞ from below, −∞ from above. */
export interface Approach extends Place {
  readonly side: 1 | -1;
  /** Whether the variable is whole: a sequence. */
  readonly whole?: boolean;
}

/** One of two ways of approaching on which the function tends to different values, so that there is no limit. */
export interface Witness {
  readonly along: PathTo;
  readonly limit: Limit;
}

/** What a function does on one side of a place. */
export type Sided =
  | { readonly kind: "limit"; readonly limit: Limit; readonly bounded?: readonly Expression[] }
  | { readonly kind: "oscillates"; readonly witnesses: readonly [Witness, Witness] }
  | { readonly kind: "undefined"; readonly why: string };

/** Whether two limits are the same. */
export function sameLimit(a: Limit, b: Limit, assumptions: readonly Expression[]): boolean | undefined {
  if (a.kind === "infinite" || b.kind === "infinite") return a.kind === b.kind && a.kind === "infinite" && b.kind === "infinite" && a.sign === b.sign;
  const { kind } = zeroTest(subtract(a.value, b.value), assumptions);
  return kind === "undecided" ? undefined : kind === "zero";
}

/**
 * What a function does where a place is approached from one side.
 * @throws LimitOpen where that is not decided.
 */
export function sided(e: Expression, approach: Approach, assumptions: readonly Expression[]): Sided {
  const expression = approaching(e, approach, approach.side);
  const variable = GROWN;
  // Letters stand for values for which the function is defined.
  const granted = lettersDomain(e, approach.variable, approach.whole === true);
  const failing = granted.find((condition) => decide(condition, assumptions) === false);
  const [broken] = findAll(
    e,
    (part) => part.kind === "power" && isNumber(part.base, 0) && !contains(part.exponent, approach.variable) && constantSign(part.exponent) !== 1,
  );
  if (failing || broken) return { kind: "undefined", why: `${text(failing ?? broken ?? e)} ${failing ? "does not hold" : "is not defined"}` };
  const known = [...assumptions, ...granted];
  try {
    const asked = new AtInfinity(variable, known);
    if (!isDefined(expression, asked)) return { kind: "undefined", why: `${text(e)} is not defined there` };
    return { kind: "limit", limit: asked.limit(expression) };
  } catch (error) {
    if (error instanceof NotDefinedThere) return { kind: "undefined", why: error.message };
    if (error instanceof Oscillates) return oscillating({ e: expression, variable, known, approach });
    throw error;
  }
}

/** Whether the conditions of the domain hold from some place on; where a part oscillates, that is not asked of it. */
function isDefined(e: Expression, asked: AtInfinity): boolean {
  return realDomain(e)
    .filter((condition) => contains(condition, asked.variable))
    .every((condition) => {
      try {
        return holdsFinally(condition, asked);
      } catch (error) {
        // What is open of the letters alone is granted.
        if (error instanceof Oscillates || (error instanceof LimitOpen && !error.about)) return true;
        throw error;
      }
    });
}

interface Question {
  readonly e: Expression;
  readonly variable: string;
  readonly known: readonly Expression[];
  readonly approach: Approach;
}

/** A part that oscillates, with its angle or what it rounds, and the letter it is replaced by. */
interface Oscillation {
  readonly kind: "sin" | "cos" | "rest";
  readonly argument: Expression;
  readonly letter: string;
}

const MOST_OSCILLATIONS = 6;
const PERIODS = [2, 3, 4, 6, 8, 12] as const;

/** Oscillating parts stand for numbers between bounds: if the limit is free of them, it is the limit (uniformly in them); if not, two values of them are tried. */
function oscillating(question: Question): Sided {
  if (!question.approach.whole) return uniformly(question);
  // What is the limit for all numbers is it for whole ones.
  const found = whereFound(() => uniformly(question));
  return found?.kind === "limit" || (found?.kind === "oscillates" && found.witnesses.every(isReached)) ? found : byRemainders(question);
}

/** Whether whole numbers come as near to a way as one likes: multiples of a rational number lie dense among the angles (L. Kronecker 1884). */
function isReached({ along, limit }: Witness): boolean {
  return along.kind === "angle" && limit.kind === "finite" && hasRationalSlope(along.of);
}

function uniformly(question: Question): Sided {
  const { e, variable, known } = question;
  let current = e;
  const found: Oscillation[] = [];
  let facts = known;
  for (let turn = 0; turn < MOST_OSCILLATIONS; turn += 1) {
    try {
      if (found.length > 0) needBounded(current, variable, facts);
      const limit = new AtInfinity(variable, facts).limit(current);
      return concluded(question, current, found, limit);
    } catch (error) {
      if (error instanceof LimitOpen && found.length > 0) return byValues(question, current, found);
      if (!(error instanceof Oscillates)) throw error;
      const own = oscillationOf(error.part, `\u0003${turn}`);
      found.push(own);
      current = replaced(current, own);
      facts = [...facts, ...boundsOf(own)];
    }
  }
  throw new LimitOpen("too many parts oscillate", undefined);
}

/**
 * What is made of oscillating parts alone must stay between bounds: nothing that may vanish is divided by or stands in a logarithm.
 * @throws LimitOpen
 */
function needBounded(e: Expression, variable: string, facts: readonly Expression[]): void {
  const isOpen = (part: Expression): boolean => {
    if (contains(part, variable) || freeNames(part).size === 0) return false;
    if (part.kind === "power" && !(part.exponent.kind === "number" && part.exponent.value.num >= 0))
      return decide(relation(part.base, "!=", ZERO), facts) !== true;
    return part.kind === "call" && (part.name === "ln" || part.name === "log") && part.args.some((arg) => decide(relation(arg, ">", ZERO), facts) !== true);
  };
  if (findAll(e, isOpen).length > 0) throw new LimitOpen("a part oscillates without bounds", undefined);
}

function oscillationOf(part: Expression, letter: string): Oscillation {
  const [argument] = part.kind === "call" ? part.args : [];
  if (part.kind !== "call" || !argument) throw new LimitOpen(`${text(part)} has no real value that could be followed`, undefined);
  if (part.name === "sin" || part.name === "cos") return { kind: part.name, argument, letter };
  // The others are quotients of these: the sine is looked at first, the cosine where it stands.
  if (CIRCULAR.has(part.name)) return { kind: part.name === "tan" || part.name === "csc" ? "sin" : "cos", argument, letter };
  if (part.name === "floor") return { kind: "rest", argument, letter };
  // ⌈u⌉ is −⌊−u⌋.
  if (part.name === "ceil") return { kind: "rest", argument: negate(argument), letter };
  throw new LimitOpen(`${text(part)} oscillates`, undefined);
}

/** The function with the part, in all that is written with it, as a letter. */
function replaced(e: Expression, { kind, argument, letter }: Oscillation): Expression {
  const own = name(letter);
  if (kind === "rest") {
    const isOf = (part: Expression, inside: Expression): boolean =>
      part.kind === "call" && part.args[0] !== undefined && equal(simplify(part.args[0]).expression, simplify(inside).expression);
    const [down] = findAll(e, (part) => part.kind === "call" && part.name === "floor" && isOf(part, argument));
    if (down) return replacePart(e, down, subtract(argument, own));
    const [up] = findAll(e, (part) => part.kind === "call" && part.name === "ceil" && isOf(part, negate(argument)));
    if (up) return replacePart(e, up, subtract(own, argument));
    throw new LimitOpen("what is rounded is not followed", undefined);
  }
  const called = [...findAll(e, (part) => part.kind === "call" && part.args.length === 1 && CIRCULAR.has(part.name))];
  const written = called.reduce((all, part) => (part.kind === "call" ? replacePart(all, part, bySineAndCosine(part.name, part.args[0] ?? ZERO)) : all), e);
  const targets = findAll(
    written,
    (part) => part.kind === "call" && part.name === kind && part.args[0] !== undefined && zeroTest(subtract(part.args[0], argument)).kind === "zero",
  );
  if (targets.length === 0) throw new LimitOpen(`${text(call(kind, argument))} oscillates`, undefined);
  return targets.reduce((all, part) => replacePart(all, part, own), written);
}

function boundsOf({ kind, letter }: Oscillation): readonly Expression[] {
  const own = name(letter);
  return [relation(own, ">=", number(kind === "rest" ? 0 : -1)), relation(own, kind === "rest" ? "<" : "<=", number(1))];
}

/** A limit that holds letters is none, where the letters really take the values for which it differs. */
function concluded(question: Question, current: Expression, found: readonly Oscillation[], limit: Limit): Sided {
  const isFree = limit.kind === "infinite" || found.every(({ letter }) => !contains(limit.value, letter));
  if (isFree) return { kind: "limit", limit, bounded: found.map(({ kind, argument }) => (kind === "rest" ? call("floor", argument) : call(kind, argument))) };
  return byValues(question, current, found);
}

/** The angles at which an oscillating part is tried. */
const ANGLES = [ZERO, product(HALF, PI), PI, product(HALF, HALF, PI), product(number({ num: 3, den: 2 }), PI)];

/** Where one angle runs through all parts, two of its values that lead to different limits are sought. */
function byValues(question: Question, current: Expression, found: readonly Oscillation[]): Sided {
  const { variable, approach, known } = question;
  const [first] = found;
  if (!first || found.some(({ kind }) => (kind === "rest") !== (first.kind === "rest"))) throw new LimitOpen("several parts oscillate", undefined);
  const shift = found.map(({ argument }) => simplify(subtract(argument, first.argument)).expression);
  if (shift.some((one) => contains(one, variable))) throw new LimitOpen("parts oscillate that are not of one angle", undefined);
  const tried = first.kind === "rest" ? [ZERO, HALF] : ANGLES;
  const witnesses = tried.flatMap((angle): readonly Witness[] => {
    const values = new Map(
      found.map(({ kind, letter }, k) => [letter, kind === "rest" ? angle : simplify(call(kind, sum(angle, shift[k] ?? ZERO))).expression]),
    );
    const limit = whereFound(() => limitThere(substitute(current, values), variable, known));
    const along = { kind: first.kind === "rest" ? "fraction" : "angle", of: inVariable(first.argument, approach), value: angle } as const;
    return limit ? [{ along, limit }] : [];
  });
  const [start] = witnesses;
  const isConstant = start?.limit.kind === "finite" && zeroTest(subtract(question.e, start.limit.value), known).kind === "zero";
  if (start && isConstant) return { kind: "limit", limit: start.limit };
  for (const one of witnesses) {
    const other = witnesses.find(({ limit }) => sameLimit(one.limit, limit, known) === false);
    if (other) return { kind: "oscillates", witnesses: [one, other] };
  }
  throw new LimitOpen("a part oscillates, and no two ways of approaching were found on which the function tends to different values", undefined);
}

function limitThere(e: Expression, variable: string, known: readonly Expression[]): Limit {
  return new AtInfinity(variable, known).limit(simplify(e).expression);
}

/** An expression in what grows, in the variable of the question again. */
function inVariable(e: Expression, approach: Approach): Expression {
  const far = powerOfDistance(approach, approach.side === 1 ? "right" : "left", MINUS_ONE);
  return simplify(substitute(e, new Map([[GROWN, far]]))).expression;
}

/** Powers of negative numbers with a whole exponent by the sign that its parity gives, and circular functions without whole turns. */
function withParity(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (part) => withParity(part, known));
  if (inner.kind === "call" && CIRCULAR.has(inner.name) && contains(inner, COUNTER)) {
    const turned = (k: number): Expression => simplify(substitute(inner.args[0] ?? ZERO, new Map([[COUNTER, number(k)]]))).expression;
    const turns = simplify(divide(subtract(turned(1), turned(0)), product(number(2), PI))).expression;
    const isLinear = zeroTest(sum(turned(2), turned(0), product(number(-2), turned(1)))).kind === "zero";
    return isLinear && turns.kind === "number" && turns.value.den === 1 ? call(inner.name, turned(0)) : inner;
  }
  if (inner.kind !== "power" || !contains(inner.exponent, COUNTER) || (constantSign(inner.base) ?? knownSign(inner.base, known)) !== -1) return inner;
  const at = (k: number): Expression => simplify(substitute(inner.exponent, new Map([[COUNTER, number(k)]]))).expression;
  const [first, step] = [at(0), simplify(subtract(at(1), at(0))).expression];
  const isWhole = first.kind === "number" && first.value.den === 1 && step.kind === "number" && step.value.den === 1 && Number(step.value.num) % 2 === 0;
  if (!isWhole) return inner;
  const size = power(negate(inner.base), inner.exponent);
  return Number(first.value.num) % 2 === 0 ? size : negate(size);
}

const COUNTER = "\u0004k";

/** A sequence that depends on the remainder of its number: each remainder by itself. */
function byRemainders({ e, variable, known }: Question): Sided {
  for (const period of PERIODS) {
    const limits = Array.from({ length: period }, (_, rest) => {
      const number_ = sum(product(number(period), name(COUNTER, "integer")), number(rest));
      const own = simplify(withParity(substitute(e, new Map([[variable, number_]])), known)).expression;
      const limit = whereDecided(() => limitThere(substitute(own, new Map([[COUNTER, name(variable)]])), variable, known));
      return limit && { along: { kind: "remainder", period, value: rest } as const, limit };
    });
    if (!limits.every((one) => one !== undefined)) continue;
    const [first, ...others] = limits;
    const other = others.find(({ limit }) => first && sameLimit(first.limit, limit, known) === false);
    if (first && other) return { kind: "oscillates", witnesses: [first, other] };
    if (first && others.every(({ limit }) => sameLimit(first.limit, limit, known) === true)) return { kind: "limit", limit: first.limit };
  }
  throw new LimitOpen("a part oscillates in a way that is not followed for whole numbers", undefined);
}
