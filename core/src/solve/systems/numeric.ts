import { type Box, type BoxZero, isolateSystem, System } from "../../calculus/boxes.ts";
import { boundsOf } from "../../calculus/cover.ts";
import { systemRoot, zeroForms } from "../../calculus/system-root.ts";
import { NOWHERE } from "../../derivation/nowhere.ts";
import { step } from "../../derivation/step.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { equation, logic, name, number, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { plain } from "../../notation/plain.ts";
import { terminatingDecimal } from "../../number/decimal.ts";
import * as integer from "../../number/integer.ts";
import { interval } from "../../number/interval.ts";
import * as rational from "../../number/rational.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { readable } from "../../rewrite/readable.ts";
import { recognise } from "../../rewrite/roots/recognise.ts";
import { complexity, decide, simplify, zeroTest } from "../../truth/index.ts";
import type { Solution, Solved } from "../solution.ts";
import type { SystemTask } from "./task.ts";

/** How far is looked where nothing bounds the solutions. */
const VIEW = 10;
/** Boxes for the whole space or what is given of it; the judge searches it again. */
const MOST_BOXES = 2000;
const BRIEF_BOXES = 200;
const RECOGNISING_PRECISION = 220;
const LONGEST_GUESS = 14;
const SAME_PLACE = 1e-9;

/**
 * Where no unknown can be expressed: all common zeros of as many equations as unknowns, isolated with proof in the box that is
 * given, or in the whole space where bounds leave nothing further out. Coordinates whose decimals look like short exact values
 * are those values, once they have been put in and proven.
 */
export function solveSystemNumerically({ equations, unknowns, domain, assumptions, brief = false }: SystemTask): Solved | undefined {
  if (domain !== "real") return undefined;
  const names = [...unknowns].sort();
  const system = System.of(zeroForms(equations), names);
  if (!system) return undefined;
  const facts = assumptions.filter((fact) => names.some((letter) => contains(fact, letter)));
  const given: Box = names.map((letter) => {
    const { low = Number.NEGATIVE_INFINITY, high = Number.POSITIVE_INFINITY } = boundsOf(letter, facts);
    return interval(low, high);
  });
  const whole = isolateSystem(system, given, { boxes: brief ? BRIEF_BOXES : MOST_BOXES, allOrNothing: true });
  const bounded = whole.unresolved.length === 0;
  const view: Box = given.map(({ low, high }) => interval(Math.max(low, Math.min(-VIEW, high - VIEW)), Math.min(high, Math.max(VIEW, low + VIEW))));
  const seen = bounded ? whole : isolateSystem(system, view, brief ? { boxes: BRIEF_BOXES } : {});
  const points = [...seen.zeros]
    .sort(fromLeft)
    .map((zero) => pointOf(system, zero))
    .filter((point) => point !== undefined);
  const complete = bounded && points.length === seen.zeros.length;
  if (!complete && points.length === 0) return undefined;
  const solutions = points.map((values): Solution => ({ values, multiplicity: 1, free: [], integers: [], conditions: [] }));
  const before = logic("and", equations);
  const statement = ({ values }: Solution): Expression =>
    logic(
      "and",
      unknowns.map((letter) => equation(name(letter), values.get(letter) ?? ZERO)),
    );
  const after = solutions.length === 0 ? NOWHERE : logic("or", solutions.map(statement));
  const where = facts.length > 0 ? `with ${facts.map(plain).join(" and ")}` : "anywhere";
  const asked = solutions.filter(({ values }) => facts.every((fact) => decide(simplify(substitute(fact, values)).expression, []) !== false)).length;
  const count = asked === 0 ? "no common solution" : asked === 1 ? "exactly one common solution" : `exactly ${asked} common solutions`;
  const beyond =
    seen.unresolved.length > 0 || points.length < seen.zeros.length
      ? "the bounds could not settle every part of the box that was searched"
      : `only solutions with every unknown between ${-VIEW} and ${VIEW} are listed; further out there may be others`;
  return {
    steps: complete
      ? [step("isolate the common roots", [`${count} ${where}`], { kind: "isolated together", unknowns: names, before, after, within: facts })]
      : [],
    set: {
      variables: unknowns,
      domain,
      complete,
      reason: complete ? say`interval arithmetic proves that the equations have ${count} ${where}` : say`${beyond}`,
      solutions,
      rejected: [],
      complexSolutions: [],
    },
  };
}

/** By the first coordinate, then the next. */
function fromLeft(a: BoxZero, b: BoxZero): number {
  const differences = a.around.map(({ low }, k) => low - (b.around[k]?.low ?? low));
  return differences.find((difference) => Math.abs(difference) > SAME_PLACE) ?? 0;
}

/** The values of the unknowns at a zero: exact ones that are proven, or the coordinates of a root in the shortest decimal bounds. */
function pointOf(system: System, zero: BoxZero): ReadonlyMap<string, Expression> | undefined {
  const roots = namedZero(system, zero);
  if (!roots) return undefined;
  try {
    const guesses = roots.map((root) => {
      const [best] = recognise(ballValue(root, RECOGNISING_PRECISION).re);
      return best && readable(best.value);
    });
    const exact = new Map(system.names.flatMap((letter, k): [string, Expression][] => (guesses[k] ? [[letter, guesses[k]]] : [])));
    const short = guesses.every((guess) => guess !== undefined && complexity(guess) <= LONGEST_GUESS);
    if (short && system.items.every((item) => zeroTest(substitute(item, exact)).kind === "zero")) return exact;
  } catch (error) {
    if (!(error instanceof BallUndefined)) throw error;
  }
  return new Map(system.names.map((letter, k) => [letter, roots[k] ?? ZERO]));
}

const MOST_DIGITS = 13;

function namedZero(system: System, { around, alone }: BoxZero): readonly Expression[] | undefined {
  const decimal = (value: rational.Rational): Expression => number(value, value.den === 1 ? undefined : terminatingDecimal(rational.abs(value)));
  for (let digits = 1; digits <= MOST_DIGITS; digits += 1) {
    const scale = rational.power(rational.rational(10), digits);
    const units = (end: number): integer.Integer => rational.floor(rational.multiply(rational.fromNumber(end), scale));
    const lower = around.map(({ low }) => rational.divide(rational.rational(units(low)), scale));
    const upper = around.map(({ high }) => rational.divide(rational.rational(integer.add(units(high), 1)), scale));
    const fits = around.every((side, k) => {
      const [from, to] = [rational.toNumber(lower[k] ?? rational.ZERO), rational.toNumber(upper[k] ?? rational.ZERO)];
      return from < side.low && to > side.high && from >= (alone[k]?.low ?? from) && to <= (alone[k]?.high ?? to);
    });
    if (!fits) continue;
    const roots = system.names.map((letter) => systemRoot(system.items, letter, lower.map(decimal), upper.map(decimal)));
    if (roots.every((root) => typeof root !== "string")) return roots;
  }
  return undefined;
}
