import * as complex from "../number/complex-ball.ts";
import * as intervals from "../number/interval.ts";
import { aroundBall, type Interval, interval, type MaybeInterval } from "../number/interval.ts";
import * as rational from "../number/rational.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { ballValue } from "./ball-value.ts";
import { call, E } from "./construct.ts";
import { type Comparison, type Expression, equal, freeNames } from "./expression.ts";
import { increasing } from "./functions/interval-shapes.ts";
import { family } from "./functions/registry.ts";

/** The interval of a function of one real name, for an interval of that name; undefined where it has no value anywhere there. */
export type IntervalFunction = (x: Interval) => MaybeInterval;

/** As an interval function, for one interval for each of several names. */
export type BoxFunction = (box: readonly Interval[]) => MaybeInterval;

/** Thrown for an expression that has no interval evaluation. */
export class NoIntervals extends Error {
  override readonly name = "NoIntervals";
}

const CONSTANT_PRECISION = 96;
const EXP = increasing(complex.exp, { atFrom: 0, atTo: Number.POSITIVE_INFINITY });

/**
 * Prepares the interval evaluation of an expression in one name.
 * @throws NoIntervals where a part has none: another name, a sum with variable bounds, a complex constant.
 */
export function compileInterval(e: Expression, name: string): IntervalFunction {
  const own = compileBox(e, [name]);
  return (x) => own([x]);
}

/** As `compileInterval`, for an expression in several names. */
export function compileBox(e: Expression, names: readonly string[]): BoxFunction {
  if (e.kind === "name") {
    const place = names.indexOf(e.name);
    if (place < 0) throw new NoIntervals(`${e.name} has no interval`);
    return (box) => box[place];
  }
  if (freeNames(e).size === 0) return constantInterval(e);
  const at = (part: Expression): BoxFunction => compileBox(part, names);
  switch (e.kind) {
    case "sum":
      return folded(e.terms.map(at), intervals.add);
    case "product":
      return folded(e.factors.map(at), intervals.multiply);
    case "power":
      return compilePower(e.base, e.exponent, names);
    case "call": {
      const own = family(e.name)?.interval;
      if (!own) throw new NoIntervals(`${e.name} has no interval evaluation`);
      const args = e.args.map(at);
      return (x) => {
        const values = args.map((arg) => arg(x));
        return values.every((value) => value !== undefined) ? own(values) : undefined;
      };
    }
    case "cases":
      return compileCases(e, names);
    default:
      throw new NoIntervals(`a ${e.kind} has no interval evaluation`);
  }
}

function constantInterval(e: Expression): BoxFunction {
  try {
    const value = ballValue(e, CONSTANT_PRECISION);
    if (!complex.isReal(value)) throw new NoIntervals("a constant is not real");
    const around = e.kind === "number" && Number.isSafeInteger(rational.toNumber(e.value)) ? interval(rational.toNumber(e.value)) : aroundBall(value.re);
    return () => around;
  } catch (error) {
    if (error instanceof BallUndefined) throw new NoIntervals("a constant could not be evaluated");
    throw error;
  }
}

function folded(parts: readonly BoxFunction[], combine: (a: Interval, b: Interval) => Interval): BoxFunction {
  return (x) => {
    let total: MaybeInterval;
    for (const part of parts) {
      const value = part(x);
      if (!value) return undefined;
      total = total ? combine(total, value) : value;
    }
    return total;
  };
}

function compilePower(base: Expression, exponent: Expression, names: readonly string[]): BoxFunction {
  if (exponent.kind === "number") {
    const { num, den } = exponent.value;
    if (typeof num === "bigint" || typeof den === "bigint") throw new NoIntervals("an exponent is too large");
    const inner = compileBox(base, names);
    const root = den === 1 ? undefined : family("root")?.interval;
    return (x) => {
      const value = inner(x);
      if (!value) return undefined;
      // A fractional power asks for a base that is not negative.
      const rooted = root ? nonNegative(value, (part) => (den === 2 ? intervals.squareRoot(part) : root([interval(den), part]))) : value;
      return rooted && intervals.integerPower(rooted, num);
    };
  }
  const power = compileBox(exponent, names);
  if (equal(base, E)) return (x) => chained(power(x), EXP);
  const logarithm = compileBox(call("ln", base), names);
  return (x) => {
    const [p, l] = [power(x), logarithm(x)];
    return p && l && EXP([intervals.multiply(p, l)]);
  };
}

function chained(value: MaybeInterval, f: (args: readonly Interval[]) => MaybeInterval): MaybeInterval {
  return value && f([value]);
}

function nonNegative(value: Interval, f: (part: Interval) => MaybeInterval): MaybeInterval {
  const part = intervals.within(value, 0, Number.POSITIVE_INFINITY);
  return part && f(part);
}

/** The branches that can apply, joined; a value between branches may jump. */
function compileCases(e: Expression & { kind: "cases" }, names: readonly string[]): BoxFunction {
  const branches = e.branches.map(({ value, condition }) => ({ value: compileBox(value, names), holds: compileCondition(condition, names) }));
  const otherwise = e.otherwise && compileBox(e.otherwise, names);
  return (x) => {
    const found: Interval[] = [];
    let open = true;
    let reached = 0;
    for (const { value, holds } of branches) {
      const truth = holds(x);
      if (truth === false) continue;
      reached += 1;
      const own = value(x);
      if (own) found.push(own);
      if (truth === true) {
        open = false;
        break;
      }
    }
    if (open && otherwise) {
      reached += 1;
      const own = otherwise(x);
      if (own) found.push(own);
    }
    if (found.length === 0) return undefined;
    const joined = found.reduce(intervals.hull);
    return { ...joined, partial: joined.partial || found.length < reached || (open && !otherwise), broken: joined.broken || reached > 1 };
  };
}

/** Whether a relation holds everywhere or nowhere on a box; undefined in between. */
export function compileCondition(e: Expression, names: readonly string[]): (box: readonly Interval[]) => boolean | undefined {
  if (e.kind === "logic") {
    const items = e.items.map((item) => compileCondition(item, names));
    const decisive = e.operator === "or";
    return (x) => {
      const truths = items.map((item) => item(x));
      return truths.includes(decisive) ? decisive : truths.includes(undefined) ? undefined : !decisive;
    };
  }
  if (e.kind !== "relation") throw new NoIntervals("a condition is a relation");
  const operands = e.operands.map((operand) => compileBox(operand, names));
  return (x) => {
    const values = operands.map((operand) => operand(x));
    const truths = e.comparisons.map((comparison, k) => compared(values[k], comparison, values[k + 1]));
    return truths.includes(false) ? false : truths.includes(undefined) ? undefined : true;
  };
}

function compared(a: MaybeInterval, comparison: Comparison, b: MaybeInterval): boolean | undefined {
  if (!a || !b) return false;
  const sure = !a.partial && !b.partial;
  const decided = (holds: boolean, fails: boolean): boolean | undefined => (holds && sure ? true : fails ? false : undefined);
  switch (comparison) {
    case "<":
      return decided(a.high < b.low, a.low >= b.high);
    case "<=":
      return decided(a.high <= b.low, a.low > b.high);
    case ">":
      return decided(a.low > b.high, a.high <= b.low);
    case ">=":
      return decided(a.low >= b.high, a.high < b.low);
    case "=":
      return decided(a.low === a.high && b.low === b.high && a.low === b.low, a.high < b.low || a.low > b.high);
    case "!=":
      return decided(a.high < b.low || a.low > b.high, a.low === a.high && b.low === b.high && a.low === b.low);
  }
}
