import { type Step, step } from "../derivation/step.ts";
import { equation, negate, number, power, subtract, sum, ZERO } from "../expression/construct.ts";
import { contains, type Expression, findAll, freeNames, isRoot, termsOf } from "../expression/expression.ts";
import { text } from "../notation/text.ts";
import { expand, simplify } from "../truth/index.ts";
import { putBack } from "./put-back.ts";
import type { Solved, Task } from "./solution.ts";

/** Radicals that are left after so many rounds are given up. */
const MOST_ROUNDS = 4;

/**
 * An equation with the unknown under roots: a root is left alone and both sides are raised to its power, which may add
 * solutions but loses none; every candidate is put back, and those that fail are listed with the numbers on both sides.
 */
export function solveRadical(task: Task, solveCleared: (task: Task) => Solved | undefined): Solved | undefined {
  if (task.domain !== "real" || freeNames(task.equation).size > 1) return undefined;
  const steps: Step[] = [];
  let current: Expression = task.equation;
  for (let round = 0; round < MOST_ROUNDS && hasRadical(current, task.unknown); round += 1) {
    const next = raised(current, task.unknown, steps);
    if (!next) return undefined;
    current = next;
  }
  if (steps.length === 0 || current.kind !== "relation" || hasRadical(current, task.unknown)) return undefined;
  const solved = solveCleared({ ...task, equation: current, assumptions: [] });
  // Where every value solves the raised equation, putting candidates back decides nothing.
  if (!solved || solved.set.solutions.some(({ free }) => free.length > 0)) return undefined;
  return { steps: [...steps, ...solved.steps], set: putBack(solved, task, "raising both sides to a power") };
}

/** The degree of a root with the unknown under it; undefined for anything else. */
export function radicalDegree(e: Expression, unknown: string): Expression | undefined {
  if (e.kind === "call" && e.name === "root") return e.args[1] && contains(e.args[1], unknown) ? e.args[0] : undefined;
  return isRoot(e) && contains(e.base, unknown) ? number({ num: e.exponent.value.den, den: 1 }) : undefined;
}

function isRadical(unknown: string): (e: Expression) => boolean {
  return (e) => radicalDegree(e, unknown) !== undefined;
}

/** Whether the unknown stands under a root. */
export function hasRadical(e: Expression, unknown: string): boolean {
  return findAll(e, isRadical(unknown)).length > 0;
}

/** One root left alone on the left, and both sides raised to its power. */
function raised(e: Expression, unknown: string, steps: Step[]): Expression | undefined {
  const [left = ZERO, right = ZERO] = e.kind === "relation" ? e.operands : [];
  const difference = simplify(subtract(left, right)).expression;
  const terms = termsOf(difference);
  const candidates = terms.filter((term) => hasRadical(term, unknown));
  // The longest term first: the others are then simpler to square.
  const chosen = candidates.reduce<Expression | undefined>((best, term) => (!best || text(term).length > text(best).length ? term : best), undefined);
  const root = chosen && findAll(chosen, isRadical(unknown))[0];
  const degree = root && radicalDegree(root, unknown);
  if (!chosen || !degree) return undefined;
  const rest = negate(sum(...terms.filter((term) => term !== chosen)));
  const [alone, other] = text(chosen).startsWith("-") ? [negate(chosen), negate(rest)] : [chosen, rest];
  const isolated = equation(alone, simplify(other).expression);
  if (text(isolated) !== text(e)) steps.push(step("bring terms over", [text(alone)], { kind: "equivalent", unknown, before: e, after: isolated }));
  const [top, bottom] = [alone, simplify(other).expression].map((side) => simplify(expand(power(side, degree))).expression);
  if (!top || !bottom) return undefined;
  const after = equation(top, bottom);
  steps.push(
    step("raise both sides, maybe more", [text(degree)], { kind: "implies", unknown, before: isolated, after, done: { kind: "power", exponent: degree } }),
  );
  return after;
}
