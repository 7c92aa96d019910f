import { natureByHessian } from "../../calculus/definiteness.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { limitValue } from "../../calculus/limit/found.ts";
import { isSmoothAt } from "../../calculus/rough-places.ts";
import { withoutInverse } from "../../canonical/inverse-circular.ts";
import { type Claim, type Step, step } from "../../derivation/step.ts";
import { equation, logic, name, product, relation, subtract, tuple, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { present } from "../../notation/present.ts";
import { equality, type Syntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { simplify, zeroTest } from "../../truth/index.ts";
import { filledIn } from "../sifting/filled-in.ts";
import type { Approached } from "./approached.ts";
import { greatest, signKnown } from "./compared.ts";
import { atMember } from "./members.ts";
import type { NatureCase, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

/** Derivatives are said up to this order. */
const MOST_ORDER = 6;

/** A second derivative that is longer than this says nothing to a reader. */
const MOST_LETTERS = 60;

const isShort = (e: Expression): boolean => text(e).length <= MOST_LETTERS;

/** More values than these are not written one by one. */
const MOST_VALUES = 8;

/** The first derivatives of an objective by its variables, and the matrix of the second. */
export interface Derivatives {
  readonly slopes: readonly Expression[];
  readonly second: readonly (readonly Expression[])[];
}

/** How the way of one variable ends once the places are known: what each stationary point is, where the function goes at open ends, and all values compared. */
export function withConclusion(found: Optimum, task: OptimumTask, ends: readonly Approached[] = []): Optimum {
  const [variable = ""] = task.variables;
  return concluded(found, task, ends, (points) => byOneDerivative(points, task, variable));
}

/** How the way of several variables ends once the points are known. */
export function withConclusionInSeveral(found: Optimum, task: OptimumTask, derivatives: Derivatives): Optimum {
  return concluded(found, task, [], (points) => byMatrix(points, task, derivatives));
}

type Natures = (stationary: readonly OptimumPoint[]) => readonly Step[];

function concluded(found: Optimum, task: OptimumTask, ends: readonly Approached[], natures: Natures): Optimum {
  if (task.brief) return found;
  const values = comparison(found, task, ends);
  const limits = values.length > 0 || found.none !== undefined ? ends.flatMap((end) => endStep(end, task)) : [];
  return { ...found, steps: [...found.steps, ...natureSteps(found.points, task, natures), ...limits, ...values] };
}

/** The values at all places, and the best of them; nothing where there is one only. */
export function comparison({ points, none }: Pick<Optimum, "points" | "none">, task: OptimumTask, ends: readonly Approached[] = []): readonly Step[] {
  const { objective, wanted, assumptions } = task;
  const [best] = points.filter(({ global }) => global);
  if (wanted === "stationary" || none !== undefined || !best || points.some(({ conditions }) => conditions.length > 0)) return [];
  const values = distinctValues(points);
  const [only] = values.length === 1 ? (values[0] ?? []) : [];
  if (only && !only.end) {
    const claim = { kind: "value at", of: objective, places: [only.values], after: only.value } as const;
    return [step("only stationary point", [placeOf(only), greatest(wanted)], claim, valueWritten(objective, only))];
  }
  if (values.length > MOST_VALUES || values.length < 2) return [];
  const limits = ends.flatMap(({ limit }) => (limit?.kind === "finite" ? [limit.value] : []));
  const others = [...values.flatMap(([one]) => (one ? [one.value] : [])), ...limits].filter(
    (one) => zeroTest(subtract(one, best.value), assumptions).kind !== "zero",
  );
  const isSeen = others.every((one) => signKnown(subtract(best.value, one), assumptions) === (wanted === "maximum" ? 1 : -1));
  if (!isSeen) return [];
  const at = values.flatMap(([one, ...same]): readonly Step[] =>
    one
      ? [
          step(
            "value at",
            [[one, ...same].map((point) => placeOf(point))],
            { kind: "value at", of: objective, places: [one, ...same].map((point) => point.values), after: one.value },
            same.length === 0 ? valueWritten(objective, one) : {},
          ),
        ]
      : [],
  );
  const statement = logic(
    "and",
    others.map((one) => relation(best.value, wanted === "maximum" ? ">" : "<", one)),
  );
  return [...at, step("best of these", [greatest(wanted)], { kind: "holds", statement })];
}

/** What the function approaches at an end that it does not reach. */
function endStep({ place, side, limit }: Approached, { objective, variables: [variable = ""] }: OptimumTask): readonly Step[] {
  if (!limit) return [];
  const at = place.value ?? limitValue({ kind: "infinite", sign: place.at > 0 ? 1 : -1 });
  const from = place.value ? { side: side === -1 ? ("left" as const) : ("right" as const) } : {};
  const after = limitValue(limit);
  return [
    step("approaches at an end", [variable, at, place.value ? ` from the ${side === -1 ? "left" : "right"}` : ""], {
      kind: "limit",
      place: { variable, at, whole: false, ...from },
      before: objective,
      after,
    }),
  ];
}

/** The points with the same value together. */
function distinctValues(points: readonly OptimumPoint[]): readonly (readonly OptimumPoint[])[] {
  const same = (one: OptimumPoint, other: OptimumPoint): boolean => zeroTest(subtract(one.value, other.value)).kind === "zero";
  const firsts = points.filter((one, k) => points.findIndex((other) => same(one, other)) === k);
  return firsts.map((first) => points.filter((one) => same(first, one)));
}

/** The values of a point put into a function, and what it comes to there: 3³ − 3·3 = 18. */
function valueWritten(of: Expression, { values, value, integers }: OptimumPoint): { readonly written?: Syntax } {
  const filled = integers.length === 0 ? filledIn(of, values, value) : undefined;
  return filled ? { written: equality([filled, present(value)]) } : {};
}

/** The same for a derivative, with its sign: 8/2³ = 1 > 0. */
function signWritten(of: Expression, { values, integers, nature }: OptimumPoint, value: Expression, sign: number): { readonly written?: Syntax } {
  const isSaid = integers.length === 0 && (nature === "minimum" || nature === "maximum");
  const filled = isSaid ? filledIn(of, values, value) : undefined;
  const operands = filled && [filled, present(value), present(ZERO)];
  return operands ? { written: { kind: "relation", comparisons: ["=", sign > 0 ? ">" : "<"], operands } } : {};
}

/** The coordinates of a point in one equation. */
function placeOf({ values }: Pick<OptimumPoint, "values">): Expression {
  const [[letter = "", only = ZERO] = [], ...more] = values;
  if (more.length === 0) return equation(name(letter), only);
  return equation(tuple([...values.keys()].map((own) => name(own))), tuple([...values.values()]));
}

/** Whether all derivatives are seen to be 0 at a point. */
const isStationary = (point: OptimumPoint, { objective, variables, assumptions }: OptimumTask): boolean =>
  variables.every(
    (variable) => signKnown(simplify(atMember(differentiate(objective, variable), point)).expression, [...assumptions, ...point.conditions]) === 0,
  );

/** What the inner points are: stationary ones by the derivatives there, others by their value. */
function natureSteps(points: readonly OptimumPoint[], task: OptimumTask, natures: Natures): readonly Step[] {
  const { objective, assumptions } = task;
  const isSmooth = (point: OptimumPoint): boolean => isSmoothAt(objective, point.values, [...assumptions, ...point.conditions]);
  const known = points.filter(({ end, nature, natures: byLetters }) => !end && (nature !== "undecided" || byLetters !== undefined));
  const corners = known.filter((point) => !isSmooth(point) && point.integers.length === 0);
  const stationary = known.filter((point) => isSmooth(point) && isStationary(point, task));
  return [...vanishing(points, task), ...natures(stationary), ...(corners.length > MOST_VALUES ? [] : corners.map((point) => cornerStep(point, task)))];
}

/** Families along which the value is 0, beside points where it is not. */
function vanishing(points: readonly OptimumPoint[], { objective }: OptimumTask): readonly Step[] {
  const isZero = ({ value }: OptimumPoint): boolean => zeroTest(value).kind === "zero";
  const families = points.filter((point) => point.integers.length > 0 && isZero(point));
  if (families.length === 0 || families.length > MOST_VALUES || points.every(isZero)) return [];
  const claim: Claim = { kind: "value at", of: objective, places: families.map(({ values }) => values), after: ZERO };
  return [step("vanishes at", [families.map(placeOf)], claim)];
}

/** The value at a point at which there is no derivative. */
function cornerStep(point: OptimumPoint, { objective }: OptimumTask): Step {
  const claim: Claim = { kind: "value at", of: objective, places: [point.values], after: point.value };
  return step("value at a corner", [placeOf(point)], claim, { conditions: point.conditions });
}

function byOneDerivative(points: readonly OptimumPoint[], { objective, assumptions }: OptimumTask, variable: string): readonly Step[] {
  const derivatives = [simplify(differentiate(objective, variable)).expression];
  const derivative = (order: number): Expression => {
    for (let k = derivatives.length; k < order; k += 1) derivatives.push(simplify(differentiate(derivatives[k - 1] ?? ZERO, variable)).expression);
    return derivatives[order - 1] ?? ZERO;
  };
  const orders: number[] = [];
  const said = points.flatMap((point): readonly Step[] => {
    const known = [...assumptions, ...point.conditions];
    for (let order = 2; order <= MOST_ORDER; order += 1) {
      const there = simplify(withoutInverse(atMember(derivative(order), point))).expression;
      const sign = isShort(there) ? signKnown(there, known) : undefined;
      if (sign === undefined && order === 2 && point.natures && isShort(there)) {
        orders.push(order);
        return byLetters(point, point.natures, objective, variable, there);
      }
      if (sign === undefined) return [];
      if (sign === 0) continue;
      orders.push(order);
      const claim: Claim = { kind: "nature", of: objective, variables: [variable], at: point.values, nature: point.nature, order, after: there };
      return [
        step("nature by derivative", [placeOf(point), ORDINALS[order] ?? "", sign > 0 ? "positive" : "negative", point.nature], claim, {
          conditions: point.conditions,
          ...signWritten(derivative(order), point, there, sign),
        }),
      ];
    }
    return [];
  });
  const highest = Math.max(1, ...orders);
  const ways = Array.from({ length: highest - 1 }, (_, k) =>
    step("differentiate again", [derivative(k + 1), variable], {
      kind: "derivative",
      of: derivative(k + 1),
      variable,
      after: derivative(k + 2),
    }),
  );
  return [...ways, ...said];
}

/** A second derivative whose sign hangs on letters: what that makes of the point, for each sign. */
function byLetters(point: OptimumPoint, natures: readonly NatureCase[], objective: Expression, variable: string, after: Expression): readonly Step[] {
  return natures.map(({ nature, condition }) =>
    step(
      "nature for letters",
      [placeOf(point), condition, nature === "minimum" ? "positive" : "negative", nature],
      { kind: "nature", of: objective, variables: [variable], at: point.values, nature, order: 2, after, under: condition },
      { conditions: point.conditions },
    ),
  );
}

const ORDINALS: Readonly<Record<number, string>> = { 2: "second", 3: "third", 4: "fourth", 5: "fifth", 6: "sixth" };

function byMatrix(points: readonly OptimumPoint[], { objective, variables, assumptions }: OptimumTask, { slopes, second }: Derivatives): readonly Step[] {
  const said = points.flatMap((point): readonly Step[] => {
    const at = second.map((row) => row.map((entry) => simplify(atMember(entry, point)).expression));
    if (!at.every((row) => row.every(isShort)) || natureByHessian(at, [...assumptions, ...point.conditions]) !== point.nature) return [];
    const after = tuple(at.map((row) => tuple(row)));
    const claim: Claim = { kind: "nature", of: objective, variables, at: point.values, nature: point.nature, order: 2, after };
    return [
      at.length === 2
        ? step("nature by determinant", [placeOf(point), determinantOfTwo(at), at[0]?.[0] ?? ZERO, point.nature], claim, { conditions: point.conditions })
        : step("nature by matrix", [placeOf(point), point.nature], claim, { conditions: point.conditions }),
    ];
  });
  if (said.length === 0) return [];
  const ways = second.flatMap((row, i) =>
    row.flatMap((after, k) =>
      k < i
        ? []
        : [
            step("differentiate again", [slopes[i] ?? ZERO, variables[k] ?? ""], {
              kind: "derivative",
              of: slopes[i] ?? ZERO,
              variable: variables[k] ?? "",
              after,
            }),
          ],
    ),
  );
  return [...ways, ...said];
}

function determinantOfTwo([first = [], second = []]: readonly (readonly Expression[])[]): Expression {
  const [[a = ZERO, b = ZERO], [c = ZERO, d = ZERO]] = [first, second];
  return simplify(subtract(product(a, d), product(b, c))).expression;
}
