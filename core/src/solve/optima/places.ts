import { plainBound } from "../../calculus/plain-bounds.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { equation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { type Solution, Unsolvable } from "../solution.ts";
import { caseConditions, jumpAt, type Limits } from "./jumps.ts";
import type { OptimumTask } from "./optimum.ts";

/** An end of the domain of a function of one variable. */
interface End {
  readonly place: number;
  readonly value: Expression | undefined;
  /** Whether the function has a value there. */
  readonly attained: boolean;
}

/** A place where something may happen: a stationary point, an end, a point without a derivative or without a value. */
export interface Place {
  readonly at: number;
  readonly value: Expression | undefined;
  readonly kind: "stationary" | "corner" | "end" | "gap";
  readonly attained: boolean;
  readonly solution?: Solution;
  /** What the function comes close to on either side, where it jumps. */
  readonly limits?: Limits;
}

/** The value at a place, in a readable form. */
export function valueAt(objective: Expression, variable: string, value: Expression): Expression {
  return readable(substitute(objective, new Map([[variable, value]])));
}

/** Stationary points, corners, gaps and ends, by rising place. */
export function allPlaces(
  task: OptimumTask,
  variable: string,
  derivative: Expression,
  solutions: readonly Solution[],
  facts: readonly Expression[],
): readonly Place[] {
  const { objective } = task;
  const domain = curveDomain(objective).filter((condition) => contains(condition, variable));
  const [low, high] = endsOf([...facts, ...domain], variable, objective);
  const inside = (at: number): boolean => at >= low.place && at <= high.place;
  const isDefinedAt = (value: Expression): boolean =>
    domain.every((condition) => decide(simplify(substitute(condition, new Map([[variable, value]]))).expression, []) !== false);
  const own: Place[] = solutions.flatMap((one): readonly Place[] => {
    const value = one.values.get(variable);
    const at = value && approximateValue(value);
    if (!value || at === undefined) return [];
    // The derivative may have a value where the function has none.
    return [isDefinedAt(value) ? { at, value, kind: "stationary", attained: true, solution: one } : { at, value, kind: "gap", attained: false }];
  });
  const bounds = facts.filter((fact) => !(fact.kind === "relation" && fact.comparisons.includes("!=")));
  const borders = boundaries([...curveDomain(derivative), ...domain, ...caseConditions(objective, variable)], variable, bounds);
  if (!borders) throw new Unsolvable("the places where the function or its derivative is not defined could not be listed");
  const edges = borders.flatMap((value): readonly Place[] => {
    const at = approximateValue(value);
    if (at === undefined || !inside(at)) return [];
    const attained = isDefinedAt(value);
    const limits = attained ? jumpAt(objective, variable, value, valueAt(objective, variable, value)) : undefined;
    return [{ at, value, kind: attained ? "corner" : "gap", attained, ...(limits ? { limits } : {}) }];
  });
  const ends = [low, high].map((end): Place => ({ at: end.place, value: end.value, kind: "end", attained: end.attained }));
  const places: Place[] = [];
  for (const place of [...ends, ...edges.filter(({ limits }) => limits), ...own, ...edges]) {
    const twin = places.find(
      (other) => other.value && place.value && Math.abs(other.at - place.at) < 1e-9 && zeroTest(subtract(other.value, place.value)).kind === "zero",
    );
    if (!twin && inside(place.at)) places.push(place);
  }
  return places.sort((a, b) => a.at - b.at);
}

/** Where conditions of the form u ≠ 0, u ≥ 0, u > 0 change from holding to failing. */
function boundaries(conditions: readonly Expression[], variable: string, facts: readonly Expression[]): readonly Expression[] | undefined {
  const found: Expression[] = [];
  for (const condition of conditions) {
    if (condition.kind !== "relation") continue;
    for (let k = 0; k + 1 < condition.operands.length; k += 1) {
      const border = equation(condition.operands[k] ?? ZERO, condition.operands[k + 1] ?? ZERO);
      if (border.kind !== "relation" || !contains(border, variable)) continue;
      try {
        const { set } = solveEquation({ equation: border, unknown: variable, domain: "real", assumptions: facts });
        if (!set.complete || set.solutions.some(({ integers }) => integers.length > 0)) return undefined;
        found.push(...set.solutions.filter(({ free, integers }) => free.length + integers.length === 0).map(({ values }) => values.get(variable) ?? ZERO));
      } catch (error) {
        if (!(error instanceof Unsolvable)) throw error;
        return undefined;
      }
    }
  }
  return found;
}

/** The ends of the interval in which the variable lies, infinite where nothing bounds it. */
function endsOf(conditions: readonly Expression[], variable: string, objective: Expression): readonly [End, End] {
  let low: End = { place: Number.NEGATIVE_INFINITY, value: undefined, attained: false };
  let high: End = { place: Number.POSITIVE_INFINITY, value: undefined, attained: false };
  const bounds = simpleRelations(conditions.map((condition) => plainBound(condition, variable)));
  for (const { left, comparison, right } of bounds) {
    if (left.kind !== "name" || left.name !== variable || contains(right, variable)) continue;
    const place = approximateValue(right);
    if (place === undefined) continue;
    const isDefined = curveDomain(objective).every(
      (condition) => decide(simplify(substitute(condition, new Map([[variable, right]]))).expression, []) !== false,
    );
    const attained = (comparison === ">=" || comparison === "<=") && isDefined;
    if ((comparison === ">" || comparison === ">=") && (place > low.place || (place === low.place && !attained))) low = { place, value: right, attained };
    if ((comparison === "<" || comparison === "<=") && (place < high.place || (place === high.place && !attained))) high = { place, value: right, attained };
  }
  return [low, high];
}
