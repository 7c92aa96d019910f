import { inCase, type Piece, type Step, step } from "../../derivation/step.ts";
import { chain, equation, logic, name, negate, number, relation } from "../../expression/construct.ts";
import { opposite } from "../../expression/equations.ts";
import { contains, distinct, type Expression, findAll } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { asName, say } from "../../notation/inline.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { decide, partValues } from "../../truth/index.ts";
import { replaced } from "../naming.ts";
import type { Solution, Solved, Task } from "../solution.ts";
import { distinctSolutions, type Solve, within } from "./each-alternative.ts";

/** Bars beyond this make more intervals than one wants to read. */
const MOST_BARS = 4;

/** Bars around a u + b, with the place where it is 0. */
interface Bar {
  readonly part: Expression;
  readonly inside: Expression;
  readonly place: Rational;
  readonly grows: boolean;
}

/**
 * An equation with several bars around expressions of first degree in the unknown: the line is cut where one of them is 0, and on each
 * interval the equation has no bars; of its solutions those in the interval are kept.
 */
export function solveByIntervals(task: Task, solve: Solve): Solved | undefined {
  const { unknown, equation: before } = task;
  const bars = task.domain === "real" ? barsIn(before, unknown) : undefined;
  if (!bars) return undefined;
  const places = bars.map(({ place }) => place).sort(rational.compare);
  const cuts = places.filter((place, k) => k === 0 || !rational.equal(place, places[k - 1] ?? place));
  if (cuts.length < 2) return undefined;
  const pieces = rangesBetween(cuts, unknown).map((when, k): Piece => ({ when, equation: withSigns(before, bars, cuts[k - 1]) }));
  const after = logic(
    "or",
    pieces.map((piece) => piece.equation),
  );
  const steps: Step[] = [
    step("pieces of the line", [cuts.map((cut) => equation(name(unknown), number(cut)))], { kind: "pieces", unknown, before, after, pieces }),
  ];
  const found: Solution[] = [];
  for (const piece of pieces) {
    const own = within(task, piece.equation);
    const solved = own && solve({ ...own, assumptions: task.assumptions.filter((fact) => !contains(fact, unknown)) });
    const members = solved?.set.complete ? solved.set.solutions.map((one) => membership(one, piece.when, unknown)) : undefined;
    if (!solved || !members?.every((one) => one !== undefined)) return undefined;
    steps.push(...inCase(logic("and", [piece.when, piece.equation]), [...solved.steps, ...members.flatMap((one) => one.steps)]));
    found.push(...members.flatMap((one) => one.kept));
  }
  const reason = say`between the places where bars change their sign every solution for ${asName(unknown)} was found`;
  return {
    steps,
    set: { variables: [unknown], domain: "real", complete: true, reason, solutions: distinctSolutions(found), rejected: [], complexSolutions: [] },
  };
}

/** The bars in an equation, where all of them are of that kind and nothing else has cases. */
function barsIn(e: Expression, unknown: string): readonly Bar[] | undefined {
  const parts = distinct(findAll(e, (part) => contains(part, unknown) && partValues(part) !== undefined));
  if (parts.length < 2 || parts.length > MOST_BARS) return undefined;
  const bars = parts.map((part): Bar | undefined => {
    const [inside] = part.kind === "call" && part.name === "abs" ? part.args : [];
    const [constant, slope, ...higher] = (inside && polynomialCoefficients(inside, unknown)) ?? [];
    if (!inside || constant?.kind !== "number" || slope?.kind !== "number" || higher.length > 0) return undefined;
    return { part, inside, place: rational.negate(rational.divide(constant.value, slope.value)), grows: slope.value.num > 0 };
  });
  return bars.every((bar) => bar !== undefined) ? bars : undefined;
}

/** x < a, a <= x < b, …, x >= z. */
function rangesBetween(cuts: readonly Rational[], unknown: string): readonly Expression[] {
  const x = name(unknown);
  return [undefined, ...cuts].map((lower, k) => {
    const upper = cuts[k];
    if (!lower) return relation(x, "<", number(upper ?? rational.ZERO));
    return upper ? chain([number(lower), x, number(upper)], ["<=", "<"]) : relation(x, ">=", number(lower));
  });
}

/** The equation with what stands for its bars on the interval that begins at a place, or has no beginning. */
function withSigns(e: Expression, bars: readonly Bar[], from: Rational | undefined): Expression {
  const isRightOf = (place: Rational): boolean => from !== undefined && rational.compare(from, place) >= 0;
  const meanings = bars.map(({ part, inside, place, grows }) => ({ part, by: isRightOf(place) === grows ? inside : negate(inside) }));
  return replaced(e, meanings);
}

/** Whether a solution lies in its interval, with the step that says so; undefined where that is open, or every value is a solution. */
function membership(one: Solution, when: Expression, unknown: string): { readonly kept: readonly Solution[]; readonly steps: readonly Step[] } | undefined {
  const value = one.values.get(unknown);
  const links = linksOf(when).map((link) => ({ link, there: substitute(link, one.values) }));
  const failing = links.find(({ there }) => decide(there, []) === false);
  if (!value || one.free.length + one.integers.length > 0 || (!failing && links.some(({ there }) => decide(there, []) !== true))) return undefined;
  const said = [equation(name(unknown), value)] as const;
  if (!failing) return { kept: [one], steps: [step("inside of the case", said, { kind: "holds", statement: substitute(when, one.values) })] };
  return { kept: [], steps: [step("outside of the case", said, { kind: "holds", statement: substitute(opposite(failing.link), one.values) })] };
}

/** a <= x < b as a <= x and x < b, the unknown first. */
function linksOf(when: Expression): readonly Expression[] {
  if (when.kind !== "relation" || when.operands.length < 3) return [when];
  const [lower = when, x = when, upper = when] = when.operands;
  return [relation(x, ">=", lower), relation(x, "<", upper)];
}
