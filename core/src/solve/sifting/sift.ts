import { undoesInverse, withoutInverse } from "../../canonical/inverse-circular.ts";
import type { Step } from "../../derivation/step.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { ZERO } from "../../expression/construct.ts";
import { complexDomain, realDomain } from "../../expression/domain.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { statedWhole } from "../../expression/whole.ts";
import { allOf, asName, type Line, say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import { evenPowersOut } from "../../rewrite/forms/root-and-log-forms.ts";
import { decide, decideForMembers, equalityTest, integerCases, simplify, workedOut } from "../../truth/index.ts";
import { distinctSolutions } from "../cases/each-alternative.ts";
import { fewMembers, sortedByRemainder, wholeAmong } from "../members/by-remainder.ts";
import type { Rejected, Solution, SolutionSet, Solved, Task } from "../solution.ts";
import { openConditions, tidyConditions } from "./conditions.ts";

/**
 * Holds every candidate against what it must satisfy: where both sides are defined, and what is given about the unknown.
 * A candidate that fails is listed with the reason; what is open because of letters becomes a condition.
 */
export function sift(solved: Solved, task: Task): Solved {
  const { unknown, equation, assumptions } = task;
  const domain = (task.domain === "real" ? realDomain(equation) : complexDomain(equation)).filter((condition) => contains(condition, unknown));
  const given = assumptions.filter((assumption) => contains(assumption, unknown));
  const others = assumptions.filter((assumption) => !contains(assumption, unknown));
  // Where the equation is defined at all, the conditions on the other letters hold.
  const elsewhere = (task.domain === "real" ? realDomain(equation) : complexDomain(equation)).filter((condition) => !contains(condition, unknown));
  const rejected: Rejected[] = [...solved.set.rejected];
  const steps: Step[] = [...solved.steps];
  const keep = (found: Solution): readonly Solution[] => {
    const bare = found.values.get(unknown);
    if (!bare) return [found];
    // √(2a²) is √2 a where a > 0 is given.
    const value = others.length > 0 && task.domain === "real" ? evenPowersOut(bare, others) : bare;
    const solution = value === bare ? found : { ...found, values: new Map([...found.values, [unknown, value]]) };
    if (solution.free.includes(unknown)) {
      const open = domain.flatMap((condition) => openConditions(condition, [...solution.conditions, ...given]));
      return [{ ...solution, conditions: tidyConditions(distinct([...solution.conditions, ...open, ...given]), others) }];
    }
    const open: Expression[] = [];
    for (const [condition, why] of [
      ...domain.map((c) => [c, "the equation is not defined there"] as const),
      ...given.map((c) => [c, "this is given"] as const),
    ]) {
      const whole = wholeAmong(solution, condition, unknown);
      if (whole) {
        steps.push(whole.step);
        return whole.kept.flatMap(keep);
      }
      const put = substitute(condition, new Map([[unknown, value]]));
      const at = simplify(undoesInverse(put) ? mapChildren(put, withoutInverse) : put).expression;
      const known = [...others, ...solution.conditions];
      const sorted = task.domain === "real" ? sortedByRemainder(solution, at, unknown, known) : undefined;
      if (sorted) {
        steps.push(sorted.step);
        for (const one of sorted.rejected)
          rejected.push({ values: one.values, multiplicity: one.multiplicity, reason: say`${condition} does not hold there; ${why}` });
        return sorted.kept.flatMap(keep);
      }
      const holds =
        task.domain === "complex" ? differs(at, solution.integers, known) : decideForMembers(statedWhole(condition) ? put : at, solution.integers, known);
      if (holds === false || (holds === undefined && freeNames(at).size === 0)) {
        rejected.push({
          values: solution.values,
          multiplicity: solution.multiplicity,
          reason: reasonAgainst(condition, value, why),
          fails: { condition, isGiven: given.includes(condition) },
        });
        return [];
      }
      if (holds === undefined) open.push(...openConditions(at, [...others, ...elsewhere, ...solution.conditions]));
    }
    const [letter] = solution.integers;
    const all = distinct([...solution.conditions, ...open]);
    // Each may hold somewhere, and all of them nowhere.
    if (all.some((one) => decideForMembers(one, solution.integers, [...others, ...all.filter((other) => other !== one)]) === false)) {
      const reason = say`what is given of ${asName(unknown)} leaves no room for it: ${allOf(given)}`;
      if (given.length > 0) rejected.push({ values: solution.values, multiplicity: solution.multiplicity, reason });
      return [];
    }
    const few = fewMembers({ ...solution, conditions: all }, unknown);
    if (few) {
      steps.push(few.step);
      return few.kept.flatMap(keep);
    }
    return [{ ...solution, conditions: tidyConditions(letter === undefined ? all : workedOut(all, letter), others) }];
  };
  const set: SolutionSet = { ...solved.set, solutions: distinctSolutions(withoutTwins(solved.set.solutions.flatMap(keep), unknown)) };
  const lost = set.solutions.length === 0 && solved.set.solutions.length > 0;
  const reason = lost ? say`${solved.set.reason}; none of the candidates satisfies what is required of ${asName(unknown)}` : solved.set.reason;
  return { steps, set: { ...set, reason, rejected } };
}

function reasonAgainst(condition: Expression, value: Expression, why: string): Line {
  if (statedWhole(condition)) return say`${value} is no whole number`;
  return condition.kind === "logic" ? say`${why}` : say`${condition} does not hold there; ${why}`;
}

/** Numbers that are equal are one solution, however they are written; one that counts several times keeps its count. */
function withoutTwins(solutions: readonly Solution[], unknown: string): readonly Solution[] {
  const kept: Solution[] = [];
  for (const next of solutions) {
    const value = next.values.get(unknown);
    const isPlain = value !== undefined && next.conditions.length + next.free.length + next.integers.length === 0 && freeNames(value).size === 0;
    const at = isPlain ? approximateValue(value) : undefined;
    const twin = kept.find((one) => {
      const other = one.values.get(unknown);
      if (at === undefined || !value || !other || one.conditions.length + one.free.length > 0 || freeNames(other).size > 0) return false;
      const near = approximateValue(other);
      return near !== undefined && Math.abs(near - at) < 1e-9 * Math.max(1, Math.abs(at)) && equalityTest(value, other).kind === "zero";
    });
    if (!twin) kept.push(next);
  }
  return kept;
}

/** Whether two complex numbers differ, which is all that a domain over the complex numbers asks, for every member of a family or for none. */
function differs(condition: Expression, integers: readonly string[], known: readonly Expression[]): boolean | undefined {
  const letter = integers.find((one) => contains(condition, one));
  const cases = letter === undefined ? undefined : integerCases(condition, letter);
  if (cases && letter !== undefined && cases.every((one) => !contains(one, letter))) {
    const truths = cases.map((one) => differs(one, [], known));
    return truths.every((truth) => truth === truths[0]) ? truths[0] : undefined;
  }
  if (condition.kind !== "relation" || condition.comparisons[0] !== "!=" || freeNames(condition).size > 0) return decide(condition, known);
  const test = equalityTest(condition.operands[0] ?? ZERO, condition.operands[1] ?? ZERO, known);
  return test.kind === "undecided" ? undefined : test.kind === "nonzero";
}

function distinct(conditions: readonly Expression[]): readonly Expression[] {
  const seen = new Set<string>();
  return conditions.filter((condition) => {
    const key = text(condition);
    return seen.has(key) ? false : seen.add(key);
  });
}
