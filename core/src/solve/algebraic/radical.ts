import { type Step, step } from "../../derivation/step.ts";
import { divide, equation, negate, number, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, factorsOf, findAll, freeNames, isRoot, termsOf } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import { decide, expand, simplify } from "../../truth/index.ts";
import { putBack } from "../sifting/put-back.ts";
import type { Rejected, Solution, Solved, Task } from "../solution.ts";

/** Radicals that are left after so many rounds are given up. */
const MOST_ROUNDS = 4;

/**
 * An equation with the unknown under roots: a root is left alone and both sides are raised to its power, which may add
 * solutions but loses none; every candidate is put back, and those that fail are listed with the numbers on both sides.
 */
export function solveRadical(task: Task, solveCleared: (task: Task) => Solved | undefined): Solved | undefined {
  if (task.domain !== "real") return undefined;
  const steps: Step[] = [];
  const sides: Expression[] = [];
  let current: Expression = task.equation;
  for (let round = 0; round < MOST_ROUNDS && hasRadical(current, task.unknown); round += 1) {
    const next = raised(current, task.unknown, steps);
    if (!next) return undefined;
    current = next.after;
    if (next.notNegative) sides.push(next.notNegative);
  }
  if (steps.length === 0 || current.kind !== "relation" || hasRadical(current, task.unknown)) return undefined;
  const solved = solveCleared({ ...task, equation: current, assumptions: task.assumptions.filter((fact) => !contains(fact, task.unknown)) });
  // Where every value solves the raised equation, putting candidates back decides nothing.
  if (!solved || solved.set.solutions.some(({ free }) => free.length > 0)) return undefined;
  const set = freeNames(task.equation).size > 1 ? whereSidesFit(solved, sides, task) : putBack(solved, task, "raising both sides to a power");
  return { steps: [...steps, ...solved.steps], set };
}

/** With letters: the candidates under the condition that what an even root was said to be is not negative. */
function whereSidesFit(solved: Solved, sides: readonly Expression[], { assumptions, unknown }: Task): Solved["set"] {
  const others = assumptions.filter((fact) => !contains(fact, unknown));
  const own = (one: Solution): Expression => one.values.get(unknown) ?? ZERO;
  /** What is 0 at most has to be 0, and there a candidate is the same as one that differs from it by a multiple of that. */
  const isOther = (side: Expression, candidate: Solution): boolean =>
    decide(relation(side, "<=", ZERO), others) === true &&
    solved.set.solutions.some((other) => other !== candidate && simplify(divide(subtract(own(other), own(candidate)), side)).expression.kind === "number");
  const rejected: Rejected[] = [];
  const solutions = solved.set.solutions.flatMap((candidate) => {
    const known = [...others, ...candidate.conditions];
    const there = sides.map((side) => simplify(substitute(side, candidate.values)).expression);
    const truths = there.map((side) => decide(relation(side, ">=", ZERO), known));
    const open = there.filter((_, k) => truths[k] === undefined);
    if (truths.includes(false)) {
      const side = there[truths.indexOf(false)] ?? ZERO;
      rejected.push({ values: candidate.values, multiplicity: 1, reason: say`an even root would be ${side} there, which is negative` });
      return [];
    }
    if (open.some((side) => isOther(side, candidate))) return [];
    return [{ ...candidate, multiplicity: 1, conditions: [...candidate.conditions, ...open.map((side) => relation(side, ">=", ZERO))] }];
  });
  const reason = say`raising both sides to a power loses no solution, and an even root is what it is said to be where that is not negative`;
  return { ...solved.set, domain: "real", solutions, rejected, complexSolutions: [], reason };
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

/** One root left alone on the left, and both sides raised to its power; for an even power, what is not negative where they were equal before. */
function raised(e: Expression, unknown: string, steps: Step[]): { readonly after: Expression; readonly notNegative: Expression | undefined } | undefined {
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
  if (text(isolated) !== text(e)) steps.push(step("bring terms over", [alone], { kind: "equivalent", unknown, before: e, after: isolated }));
  const [top, bottom] = [alone, simplify(other).expression].map((side) => simplify(expand(power(side, degree))).expression);
  if (!top || !bottom) return undefined;
  const after = equation(top, bottom);
  steps.push(step("raise both sides, maybe more", [degree], { kind: "implies", unknown, before: isolated, after, done: { kind: "power", exponent: degree } }));
  const isEven = degree.kind === "number" && Number(degree.value.num) % 2 === 0;
  // c √u = v says that c v is not negative.
  const factors = factorsOf(alone);
  const factor = product(...factors.filter((part) => (factors.includes(root) ? part !== root : !contains(part, unknown))));
  return { after, notNegative: isEven ? product(factor, simplify(other).expression) : undefined };
}
