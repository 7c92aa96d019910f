import { NoSeries } from "../../calculus/limit/local-series.ts";
import { LimitOpen } from "../../calculus/limit/open.ts";
import { roundedUp, taylorRemainderBound } from "../../calculus/taylor-remainder.ts";
import { approachCheck } from "../../check/calculus/approach.ts";
import { stepsCheck } from "../../check/step.ts";
import { verdictOf } from "../../check/verdict.ts";
import { relation, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { seriesScene } from "../../graph/solution-scene.ts";
import { plain } from "../../notation/plain.ts";
import { presentInOrder } from "../../notation/present.ts";
import { name as nameSyntax } from "../../notation/syntax.ts";
import { type SeriesFound, seriesWithSteps } from "../../solve/derivatives/series-with-steps.ts";
import { decide } from "../../truth/index.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, withoutGivens } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { definedOnly } from "../judging/defined-only.ts";
import type { Interval, Sentence } from "../reading/sentence.ts";

const HIGHEST_ORDER = 30;

/** `series of E at x = a to order n`: the terms through degree n, and the order of what is left out. */
export const SERIES: Instruction = {
  name: "series",
  purpose:
    "Gives the terms of a function near a place, or far out, through an order, and says like which power the rest vanishes; on an interval also how far they are off at most.",
  forms: ["series of E at x = a to order n [in INTERVAL]", "series of E at x = infinity to order n"],
  examples: [
    ["series of sin(x) at x = 0 to order 5"],
    ["series of m c^2/sqrt(1 - v^2/c^2) at v = 0 to order 4"],
    ["series of 1/sin(x) at x = 0 to order 3"],
    ["series of cos(x) at x = 0 to order 4 in [-1, 1]"],
  ],
  spellings: [
    { typed: "the? taylor|power|laurent series of {E}", means: "series of {E}" },
    { typed: "find|what is? the? series of {E}", means: "series of {E}" },
    { typed: "series of {E} around|about|near {x} = {R}", means: "series of {E} at {x} = {R}" },
    { typed: "expand {E} in|as a series at|around|about {R}", means: "series of {E} at {R}" },
  ],
  begins: (sentence) => sentence.peekWords("series", "of"),
  read: (sentence) => {
    sentence.takeWords("series", "of");
    const written = sentence.written("a function", ["at"]);
    const typed = sentence.mean(written);
    if (typed.kind === "relation" || typed.kind === "logic" || typed.kind === "tuple") sentence.fail("a function was expected here", written.span);
    sentence.expectWords("at");
    const variable = sentence.declaredName("the variable, as in x = 0");
    if (!sentence.takeMark("=")) sentence.fail("“=” and the place were expected here");
    const at = sentence.expression("the place", ["to"]);
    sentence.relate(nameSyntax(variable), "=");
    sentence.expectWords("to", "order");
    const order = readOrder(sentence);
    const range = sentence.takeWords("in") ? sentence.interval() : undefined;
    sentence.expectEnd();
    return { instruction: "series", run: () => carryOut(typed, { variable, at, order, range }, sentence.environment) };
  },
};

function readOrder(sentence: Sentence): number {
  const { next } = sentence;
  const order = next.kind === "number" ? Number(next.text) : -1;
  if (!Number.isInteger(order) || order < 0 || order > HIGHEST_ORDER) sentence.fail(`a whole number from 0 to ${HIGHEST_ORDER} was expected here`);
  sentence.takeNumber();
  return order;
}

/** Where, through which order, and the range on which the rest is to be bounded. */
interface Asked {
  readonly variable: string;
  readonly at: Expression;
  readonly order: number;
  readonly range: Interval | undefined;
}

function carryOut(typed: Expression, { variable, at, order, range }: Asked, environment: Environment): Outcome {
  const bare = withoutGivens(environment);
  const before = putIn(typed, bare, new Set([variable]));
  const place = { variable, at: putIn(at, bare, new Set([variable])).expression };
  if (contains(place.at, variable)) throw new CannotDo(`${variable} cannot be at itself`);
  const e = before.expression;
  definedOnly(e);
  // What is given of the variable says nothing of the place.
  const assumptions = environment.assumptions.filter((fact) => !contains(fact, variable));
  const found = seriesOf(() => seriesWithSteps(e, place, order, assumptions));
  const bound = range && boundOf(e, found, range);
  const steps = [...before.steps, ...found.steps];
  const { check, verdicts } = stepsCheck(steps, found.known);
  const checks = [check, ...(found.remainder ? [approachCheck(found.error, found.place, ZERO, found.known)] : [])];
  return {
    answer: {
      kind: "expression",
      value: found.value,
      conditions: found.conditions,
      digits: DEFAULT_DIGITS,
      written: presentInOrder(found.written),
      ...(found.remainder ? { remainder: found.remainder } : {}),
    },
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
    ...(bound ? { notes: [bound] } : {}),
    pictured: () => seriesScene(e, found.value, found.place),
  };
}

/** How far the terms are off on a range, in words. */
function boundOf(e: Expression, { place, taylorDegree, remainder }: SeriesFound, { from, to }: Interval): string {
  const range = `from ${plain(from)} to ${plain(to)}`;
  if (!remainder) return `${range} nothing is left out`;
  const isInside = [relation(from, "<=", place.at), relation(place.at, "<=", to)].every((one) => decide(one, []) === true);
  if (!isInside) throw new CannotDo(`the range ${range} must hold the place ${plain(place.at)}`);
  const bound = taylorDegree === undefined ? undefined : taylorRemainderBound(e, place.variable, place.at, taylorDegree, [from, to]);
  if (bound === undefined) return `${range} no bound of what is left out was found`;
  return `${range} the terms differ from the function by at most ${plain(roundedUp(bound))} (the remainder in the form of Lagrange, bounded by interval arithmetic)`;
}

function seriesOf(find: () => SeriesFound): SeriesFound {
  try {
    return find();
  } catch (error) {
    if (error instanceof NoSeries) throw new CannotDo(`there is no such series: ${error.message}`);
    if (error instanceof LimitOpen) throw new CannotDo(`the series was not found: ${error.message}`);
    throw error;
  }
}
