import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { type LocalSeries, localSeries, NoSeries, sizeOf, termAt } from "../../calculus/limit/local-series.ts";
import { LimitOpen } from "../../calculus/limit/open.ts";
import type { Term } from "../../calculus/limit/series.ts";
import { type Place, powerOfDistance } from "../../calculus/place.ts";
import { type LimitPlace, type Step, step } from "../../derivation/step.ts";
import { call, divide, isNumber, name, number, ONE, power, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, distinct, type Expression, equal, factorsOf, freeNames, isRoot, type NumberNode } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { freshName, mapChildren, substitute } from "../../expression/substitute.ts";
import { present, presentInOrder } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as syntax from "../../notation/syntax.ts";
import * as rational from "../../number/rational.ts";
import { undefinedPart } from "../../rewrite/defined.ts";
import { complexity, decide, equalityTest, perfectSquareRoot, simplify } from "../../truth/index.ts";
import { openConditions } from "../sifting/conditions.ts";

/** A series with the way to it. */
export interface SeriesFound {
  /** The terms in the variable, by rising powers of the distance. */
  readonly written: readonly Expression[];
  readonly value: Expression;
  /** The power of the distance like which the rest vanishes; undefined where nothing is left out. */
  readonly remainder: Expression | undefined;
  /** The degree below which the terms are the Taylor polynomial; undefined where they are none, or nothing is left out. */
  readonly taylorDegree: number | undefined;
  /** What is asked of the letters, and of the variable where it holds on one side only. */
  readonly conditions: readonly Expression[];
  /** What is given, what is asked, and what the domain says of the letters. */
  readonly known: readonly Expression[];
  readonly steps: readonly Step[];
  /** What vanishes, by definition of the order: (f − s)/(x − a)^n. */
  readonly error: Expression;
  readonly place: LimitPlace;
}

/** What is asked: a function, where, and through which order. */
interface Task {
  readonly e: Expression;
  readonly place: Place;
  readonly order: number;
  readonly assumptions: readonly Expression[];
}

/**
 * The series of a function through an order: from a known series, by its derivatives (Taylor), else by its leading terms.
 * @throws NoSeries where it has none.
 * @throws LimitOpen where it was not found.
 */
export function seriesWithSteps(e: Expression, place: Place, order: number, given: readonly Expression[]): SeriesFound {
  const granted = [...given, ...nearDomain(e, place)];
  const { found, asked } = withLetters({ e, place, order, assumptions: granted });
  const known = [...granted, ...asked];
  const task: Task = { e, place, order, assumptions: known };
  const { side } = found;
  const written = writtenTerms(found, place);
  const value = sum(...written);
  const scale = powerOfDistance(place, side, number(order));
  const error = divide(subtract(e, value), scale);
  const limitPlace = limitPlaceOf(place, side);
  const remainder = found.next && sizeOf(place, side, found.next);
  const claim = { kind: "series", place: limitPlace, of: e, after: value, scale } as const;
  const isSame = !remainder && equalityTest(e, value, known).kind === "zero";
  const shown = { written: presentInOrder(written) };
  const last = remainder
    ? step("remainder of a series", [remainder, number(order)], claim, shown)
    : step("series ends", [], isSame ? { kind: "equal", before: e, after: value } : claim, shown);
  const before = byKnownSeries(task) ?? byDerivatives(task, found.terms) ?? byParts(task);
  const beside = side === "both" ? [] : [relation(name(place.variable), side === "right" ? ">" : "<", place.at)];
  return {
    written,
    value,
    remainder,
    taylorDegree: side === "both" && found.terms.every(isTaylor) && found.next && isTaylor(found.next) ? Number(found.next.exponent.value.num) : undefined,
    conditions: [...asked.flatMap((fact) => openConditions(fact, granted)), ...beside],
    known,
    steps: [...before, last],
    error,
    place: limitPlace,
  };
}

/** Whether a term is a multiple of a whole power of the distance to a finite place. */
function isTaylor(term: Term): term is Term & { readonly exponent: NumberNode } {
  return term.exponent.kind === "number" && term.exponent.value.den === 1 && term.exponent.value.num >= 0;
}

function limitPlaceOf(place: Place, side: LocalSeries["side"]): LimitPlace {
  return { ...place, whole: false, ...(side === "both" ? {} : { side }) };
}

function writtenTerms({ terms, side }: LocalSeries, place: Place): readonly Expression[] {
  return terms.map((term) => withBars(termAt(place, side, term)));
}

/** √(A²) as |A|. */
function withBars(e: Expression): Expression {
  const inner = mapChildren(e, withBars);
  if (!isRoot(inner) || inner.exponent.value.den !== 2 || freeNames(inner).size === 0) return inner;
  const root = perfectSquareRoot(inner.base);
  return root ? power(call("abs", root), number(rational.rational(inner.exponent.value.num))) : inner;
}

/** What the domain of a function says of its letters at the place. */
function nearDomain(e: Expression, { variable, at }: Place): readonly Expression[] {
  if (infinityOf(at) !== undefined) return [];
  const there = realDomain(e).map((condition) => simplify(substitute(condition, new Map([[variable, at]]))).expression);
  return there.filter((condition) => freeNames(condition).size > 0 && !undefinedPart(condition) && decide(condition, []) === undefined);
}

const MOST_CONDITIONS = 4;

/** The series for letters at large: what must not vanish, or must be positive, is asked of them. */
function withLetters(task: Task, asked: readonly Expression[] = []): { readonly found: LocalSeries; readonly asked: readonly Expression[] } {
  try {
    return { found: localSeries(task.e, task.place, task.order, [...task.assumptions, ...asked]), asked };
  } catch (error) {
    const about = error instanceof LimitOpen ? error.about : undefined;
    if (!about || contains(about, task.place.variable) || asked.length >= MOST_CONDITIONS) throw error;
    const isNew = (fact: Expression): boolean => !asked.some((other) => equal(other, fact));
    const next = [relation(about, "!=", ZERO), relation(about, ">", ZERO)].find(isNew);
    if (!next) throw error;
    return withLetters(task, [...asked.filter((fact) => !equal(fact, relation(about, "!=", ZERO))), next]);
  }
}

/** A function of u whose series at u = 0 stands in the books. */
interface Known {
  readonly outer: (u: Expression) => Expression;
  readonly u: Expression;
}

const VANISHING_ARGUMENT: ReadonlySet<string> = new Set(["sin", "cos", "tan", "sinh", "cosh", "tanh", "arcsin", "arctan", "arsinh", "artanh"]);

/** A function of a short u(x) that vanishes at the place, by the known series in u; undefined where u is the distance itself, or there is none. */
function byKnownSeries({ e, place, order, assumptions }: Task): readonly Step[] | undefined {
  if (infinityOf(place.at) !== undefined) return undefined;
  const varying = factorsOf(e).filter((factor) => contains(factor, place.variable));
  const [factor] = varying;
  const known = varying.length === 1 && factor ? knownIn(factor, place, assumptions) : undefined;
  if (!known) return undefined;
  const inside = localSeries(known.u, place, order, assumptions).terms;
  const [first, ...more] = inside;
  if (!first || more.length > 1 || first.exponent.kind !== "number" || equal(termAt(place, "both", first), subtract(name(place.variable), place.at)))
    return undefined;
  const letter = contains(e, "u") ? freshName("u", [e]) : "u";
  const small: Place = { variable: letter, at: ZERO };
  const outer = known.outer(name(letter));
  const through = Math.max(1, Math.floor((order * Number(first.exponent.value.den)) / Number(first.exponent.value.num)));
  const series = localSeries(outer, small, through, assumptions);
  const value = sum(...series.terms.map((term) => termAt(small, "both", term)));
  const scale = power(name(letter), number(through));
  const claim = { kind: "series", place: { ...small, whole: false }, of: outer, after: value, scale } as const;
  return [step("known series", [outer, name(letter), known.u], claim, { written: presentInOrder(writtenTerms(series, small)) })];
}

/**
 * A part written as its series through an order.
 * @throws NoSeries, LimitOpen as `localSeries`
 */
export function seriesOfPart(part: Expression, place: Place, order: number, assumptions: readonly Expression[]): Step {
  const series = localSeries(part, place, order, assumptions);
  const terms = writtenTerms(series, place);
  const scale = powerOfDistance(place, series.side, number(order));
  const claim = { kind: "series", place: limitPlaceOf(place, series.side), of: part, after: sum(...terms), scale } as const;
  return step("series of a part", [part], claim, { written: presentInOrder(terms) });
}

/** The series of the parts that are no polynomials, before they are put together; none where the function is such a part itself. */
function byParts({ e, place, order, assumptions }: Task): readonly Step[] {
  try {
    return transcendental(e, place.variable)
      .filter((part) => !equal(part, e))
      .map((part) => seriesOfPart(part, place, order + BESIDE, assumptions));
  } catch (error) {
    if (error instanceof LimitOpen || error instanceof NoSeries) return [];
    throw error;
  }
}

/** How many orders more of the parts are written. */
const BESIDE = 2;

/** The greatest parts that are neither sums nor products nor whole powers, each once. */
function transcendental(e: Expression, variable: string): readonly Expression[] {
  const within = (part: Expression): readonly Expression[] => {
    if (!contains(part, variable) || part.kind === "name") return [];
    if (part.kind === "sum") return part.terms.flatMap(within);
    if (part.kind === "product") return part.factors.flatMap(within);
    const isWhole = part.kind === "power" && part.exponent.kind === "number" && part.exponent.value.den === 1;
    return isWhole ? within(part.base) : [part];
  };
  const found = within(e);
  return distinct(found);
}

function knownIn(factor: Expression, { variable, at }: Place, assumptions: readonly Expression[]): Known | undefined {
  const there = (part: Expression): Expression => simplify(substitute(part, new Map([[variable, at]]))).expression;
  const vanishes = (part: Expression): boolean => equalityTest(there(part), ZERO, assumptions).kind === "zero";
  if (factor.kind === "call") {
    const [u, ...others] = factor.args;
    if (!u || others.length > 0) return undefined;
    if (factor.name === "ln") {
      const distance = simplify(subtract(u, ONE)).expression;
      return vanishes(distance) ? { outer: (letter) => call("ln", sum(ONE, letter)), u: distance } : undefined;
    }
    return VANISHING_ARGUMENT.has(factor.name) && vanishes(u) ? { outer: (letter) => call(factor.name, letter), u } : undefined;
  }
  if (factor.kind !== "power") return undefined;
  if (factor.base.kind === "power" && !contains(factor.exponent, variable) && !contains(factor.base.exponent, variable)) {
    const inside = knownIn(factor.base, { variable, at }, assumptions);
    return inside && { outer: (letter) => power(inside.outer(letter), factor.exponent), u: inside.u };
  }
  if (contains(factor.exponent, variable))
    return !contains(factor.base, variable) && vanishes(factor.exponent) ? { outer: (letter) => power(factor.base, letter), u: factor.exponent } : undefined;
  const start = there(factor.base);
  if (undefinedPart(start) || vanishes(factor.base)) return undefined;
  const ratio = simplify(divide(subtract(factor.base, start), start)).expression;
  return { outer: (letter) => power(sum(ONE, letter), factor.exponent), u: ratio };
}

const LARGEST_DERIVATIVE = 60;
const MOST_DERIVATIVES = 12;

/** The coefficients as derivatives at the place over k! (B. Taylor); undefined where the function has none there, or they grow too long to be read. */
function byDerivatives({ e, place: { variable, at }, order, assumptions }: Task, terms: readonly Term[]): readonly Step[] | undefined {
  if (infinityOf(at) !== undefined || order > MOST_DERIVATIVES) return undefined;
  const put = (one: Expression): Expression => substitute(one, new Map([[variable, at]]));
  const inside = realDomain(e).filter((condition) => contains(condition, variable));
  if (inside.some((condition) => decide(simplify(put(condition)).expression, assumptions) !== true)) return undefined;
  const steps: Step[] = [];
  const letter = ["f", "h"].find((one) => !freeNames(e).has(one)) ?? "y";
  let current = e;
  let factorial = 1;
  try {
    for (let k = 0; k <= order; k += 1) {
      if (complexity(current) > LARGEST_DERIVATIVE || undefinedPart(put(current))) return undefined;
      const coefficient = simplify(terms.find(({ exponent }) => isNumber(exponent, k))?.coefficient ?? ZERO).expression;
      const claim = { kind: "equal", before: divide(put(current), number(factorial)), after: coefficient } as const;
      const own = k === 0 ? step("value at a place", [current], claim) : step("Taylor coefficient", [number(k), current], claim);
      steps.push({ ...own, named: writtenCoefficient(letter, k, at) });
      current = simplify(differentiate(current, variable)).expression;
      factorial *= k + 1;
    }
  } catch (error) {
    if (error instanceof NotDifferentiable) return undefined;
    throw error;
  }
  return steps;
}

/** f‴(a)/3! as it is written. */
function writtenCoefficient(letter: string, order: number, at: Expression): Syntax {
  const derivative: Syntax = { kind: "apply", name: letter, primes: order, args: [present(at)] };
  return order < 2 ? derivative : { kind: "fraction", numerator: derivative, denominator: { kind: "factorial", operand: syntax.number(order) } };
}
