import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { equation, name, relation, subtract, tuple, ZERO } from "../../expression/construct.ts";
import { compile } from "../../expression/double-value.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { readable } from "../../rewrite/readable.ts";
import { solveEquation } from "../../solve/equation.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { constantSign, simplify, zeroTest } from "../../truth/index.ts";
import { position } from "../marks/point-mark.ts";
import type { Curve, Mark, Position } from "../scene.ts";
import type { GraphItem } from "./item.ts";

type Parametric = GraphItem & { readonly kind: "parametric" };

const FIRST_POINTS = 200;
const DEEPEST = 10;
const TOLERANCE = 1 / 1200;
const JUMP = 1 / 4;

/** A path (x(t), y(t)), sampled until it is straight between its points; it is cut where a coordinate has no value or jumps. */
export function parametricCurve(item: Parametric): Curve {
  const { label, x, y, parameter } = item;
  const [f, g] = [compile(x, [parameter]), compile(y, [parameter])];
  const [from, to] = [approximateValue(item.from) ?? 0, approximateValue(item.to) ?? 1];
  const at = (t: number): Position => [f(t), g(t)];
  const first = Array.from({ length: FIRST_POINTS + 1 }, (_, k) => from + ((to - from) * k) / FIRST_POINTS);
  const size = extent(first.map(at));
  const isPoint = ([a, b]: Position): boolean => Number.isFinite(a) && Number.isFinite(b);
  const pieces: Position[][] = [[]];
  const add = (point: Position): void => {
    if (isPoint(point)) pieces.at(-1)?.push(point);
    else if ((pieces.at(-1)?.length ?? 0) > 0) pieces.push([]);
  };
  const between = (a: number, b: number, depth: number): void => {
    const [start, end, middle] = [at(a), at(b), at((a + b) / 2)];
    const bend = Math.hypot(middle[0] - (start[0] + end[0]) / 2, middle[1] - (start[1] + end[1]) / 2);
    const straight = [start, end, middle].every(isPoint) && bend < size * TOLERANCE;
    if (depth >= DEEPEST || straight) {
      if (depth >= DEEPEST && Math.hypot(end[0] - start[0], end[1] - start[1]) > size * JUMP && (pieces.at(-1)?.length ?? 0) > 0) pieces.push([]);
      add(end);
      return;
    }
    between(a, (a + b) / 2, depth + 1);
    between((a + b) / 2, b, depth + 1);
  };
  add(at(from));
  for (const [k, t] of first.slice(1).entries()) between(first[k] ?? from, t, 0);
  const arrows = [0.2, 0.7].flatMap((share) => {
    const t = from + share * (to - from);
    const [here, next] = [at(t), at(t + (to - from) * 1e-4)];
    return isPoint(here) && isPoint(next) ? [{ at: here, direction: [next[0] - here[0], next[1] - here[1]] as const }] : [];
  });
  return { kind: "parametric", label, expression: tuple([x, y]), pieces: pieces.filter((piece) => piece.length > 1), arrows };
}

function extent(points: readonly Position[]): number {
  const finite = points.filter(([a, b]) => Number.isFinite(a) && Number.isFinite(b));
  const along = (k: 0 | 1): number => {
    const all = finite.map((point) => point[k]);
    return Math.max(...all) - Math.min(...all);
  };
  return finite.length === 0 ? 1 : Math.max(along(0), along(1), 1e-9);
}

/** Start and end, where the path meets the axes, and where it is highest and lowest. */
export function parametricMarks(item: Parametric, index: number): readonly Mark[] {
  const { x, y, parameter, from, to } = item;
  const mark = (kind: Mark["kind"], t: Expression): readonly Mark[] => {
    const there = new Map([[parameter, t]]);
    const [a, b] = [readable(substitute(x, there)), readable(substitute(y, there))];
    const at = position(a, b);
    return at ? [{ kind, x: a, y: b, parameter: t, at, curves: [index] }] : [];
  };
  const closed = [x, y].every(
    (part) => zeroTest(subtract(substitute(part, new Map([[parameter, from]])), substitute(part, new Map([[parameter, to]])))).kind === "zero",
  );
  const found = [
    ...zerosBetween(y, item).flatMap((t) => mark("zero", t)),
    ...zerosBetween(x, item).flatMap((t) => mark("intercept", t)),
    ...turns(item).flatMap(({ kind, t }) => mark(kind, t)),
    ...mark("endpoint", from),
    ...(closed ? [] : mark("endpoint", to)),
  ];
  return found.filter(
    (one, k) => found.findIndex((other) => other.kind === one.kind && Math.hypot(other.at[0] - one.at[0], other.at[1] - one.at[1]) < 1e-9) === k,
  );
}

function zerosBetween(e: Expression, { parameter, from, to }: Parametric): readonly Expression[] {
  try {
    const task = equation(e, ZERO);
    if (task.kind !== "relation" || freeNames(e).size === 0) return [];
    const t = name(parameter);
    const assumptions = [relation(t, ">=", from), relation(t, "<=", to)];
    const { set } = solveEquation({ equation: task, unknown: parameter, domain: "real", assumptions, brief: true });
    return set.solutions.flatMap(({ values, integers, free }) => (integers.length + free.length > 0 ? [] : [values.get(parameter) ?? ZERO]));
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return [];
    throw error;
  }
}

/** y′ = 0 where the path runs sideways: the second derivative of y by x has the sign of y″. */
function turns(item: Parametric): readonly { readonly kind: "maximum" | "minimum"; readonly t: Expression }[] {
  try {
    const slope = simplify(differentiate(item.y, item.parameter)).expression;
    const bend = differentiate(slope, item.parameter);
    const sideways = differentiate(item.x, item.parameter);
    return zerosBetween(slope, item).flatMap((t): readonly { readonly kind: "maximum" | "minimum"; readonly t: Expression }[] => {
      const there = new Map([[item.parameter, t]]);
      const [sign, moves] = [constantSign(substitute(bend, there)), constantSign(substitute(sideways, there))];
      if (moves === 0 || moves === undefined) return [];
      return sign === -1 ? [{ kind: "maximum", t }] : sign === 1 ? [{ kind: "minimum", t }] : [];
    });
  } catch (error) {
    if (error instanceof NotDifferentiable) return [];
    throw error;
  }
}
