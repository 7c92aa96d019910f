import { System } from "../../calculus/boxes.ts";
import { zeroForms } from "../../calculus/system-root.ts";
import { step } from "../../derivation/step.ts";
import { equation, logic, name, number, power, ZERO } from "../../expression/construct.ts";
import { isEquation } from "../../expression/equations.ts";
import { contains, distinct as distinctExpressions, type Expression, equal, findAll, freeNames, isRoot } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { statedWhole } from "../../expression/whole.ts";
import { allOf, asName, joined, type Line, say } from "../../notation/inline.ts";
import { solveEquation } from "../equation.ts";
import { membersWithin, withIndependentLetters } from "../members/independent-letters.ts";
import { replaced } from "../naming.ts";
import { type Solution, type Solved, Unsolvable } from "../solution.ts";
import { withFreshLetters } from "./branches/solving.ts";
import type { Branches } from "./branches/state.ts";
import { solveBranches } from "./branches.ts";
import { checkedPairs } from "./checked-pairs.ts";
import { distinct } from "./distinct.ts";
import { solveSystemNumerically } from "./numeric.ts";
import { solvePolar } from "./polar.ts";
import { siftSystem } from "./sift.ts";
import type { SystemTask } from "./task.ts";

/** A system that is not linear: all its solutions, with the steps that lead to them. */
export function solveNonlinearSystem(task: SystemTask): Solved | undefined {
  const found = exactly(task) ?? numerically(task);
  if (!found) return undefined;
  const independent = found.solutions.map(withIndependentLetters).flatMap((one) => membersWithin(one, task.assumptions));
  const sifted = siftSystem({ ...found, solutions: independent }, task);
  const solutions = sifted.solutions.map((one) => inOrder(one, task));
  const apart = solutions.length === 0 && task.domain === "real" ? complexSolutions(task).map((one) => inOrder(one, task)) : [];
  return {
    steps: [...found.steps, ...checkedPairs(task.equations, solutions)],
    set: {
      variables: task.unknowns,
      domain: task.domain,
      complete: found.complete,
      reason: joined([found.reason ?? reasonOf(solutions, task, found.complete), ...leftOut(solutions, task)], "; "),
      solutions,
      rejected: sifted.rejected,
      complexSolutions: apart,
    },
  };
}

/** What was found, with why it is all where that is not that every case was followed. */
type Found = Branches & { readonly reason?: Line };

/** By named parts, or step by step; undefined where some step has no method. */
function exactly(task: SystemTask): Found | undefined {
  try {
    const polar = solvePolar(task);
    if (polar) return polar;
    const named = namedUnknowns(task);
    const byNames = named && solveNamed(task, named);
    // A curve that names do not describe is left to other ways.
    return byNames ?? (named && task.equations.length < task.unknowns.length ? undefined : branchesOf(task));
  } catch (error) {
    if (error instanceof Unsolvable && System.of(zeroForms(task.equations), task.unknowns)) return undefined;
    throw error;
  }
}

function numerically(task: SystemTask): Found | undefined {
  const solved = solveSystemNumerically(task);
  return solved && { solutions: solved.set.solutions, rejected: [], steps: solved.steps, complete: solved.set.complete, reason: solved.set.reason };
}

function branchesOf({ equations, unknowns, domain, assumptions }: SystemTask): Branches | undefined {
  const own = assumptions.filter((fact) => !unknowns.some((unknown) => contains(fact, unknown)));
  return solveBranches({ equations, unknowns, expressed: [], conditions: [], divided: [], integers: [], domain, assumptions: own, combined: false });
}

function reasonOf(solutions: readonly Solution[], { unknowns, domain }: SystemTask, complete: boolean): Line {
  if (!complete) return say`not all solutions of one of the equations could be found`;
  const kind = domain === "real" ? "real " : "";
  if (solutions.length === 0) return say`every case was followed to its end, and none leaves a ${kind}solution`;
  const needed = solutions.flatMap(({ conditions }) => conditions.filter((condition) => isEquation(condition) && !statedWhole(condition)));
  if (needed.length > 0) return say`every case was followed to its end; unless ${allOf(needed)} the equations contradict each other`;
  const free = [...new Set(solutions.flatMap((one) => one.free))];
  if (free.length > 0) return say`every case was followed to its end; ${joined(free.map(asName), " and ")} may take any value`;
  return say`every case was followed to its end; ${solutions.length === 1 ? `there is one ${kind}solution` : `there are ${solutions.length} ${kind}solutions`} for ${joined(unknowns.map(asName), ", ")}`;
}

/** The values of letters that the conditions of the solutions leave out, in words. */
function leftOut(solutions: readonly Solution[], { unknowns }: SystemTask): readonly Line[] {
  const isExclusion = (condition: Expression): boolean =>
    condition.kind === "relation" && condition.comparisons.includes("!=") && !unknowns.some((unknown) => contains(condition, unknown));
  const exclusions = distinctExpressions(solutions.flatMap(({ conditions, integers }) => (integers.length > 0 ? [] : conditions.filter(isExclusion))));
  return exclusions.length > 0 ? [say`this is for ${allOf(exclusions)}: other values of the letters are not looked at`] : [];
}

/** The complex solutions where there are no real ones, as far as they are found. */
function complexSolutions(task: SystemTask): readonly Solution[] {
  if (task.equations.some((one) => [...freeNames(one)].some((letter) => !task.unknowns.includes(letter)))) return [];
  try {
    const solutions = branchesOf({ ...task, domain: "complex", assumptions: [] })?.solutions ?? [];
    return solutions.every(({ free, integers }) => free.length + integers.length === 0) ? distinct(solutions) : [];
  } catch (error) {
    if (error instanceof Unsolvable) return [];
    throw error;
  }
}

/** For each unknown the one part that it stands in, and the name for it. */
interface Named {
  readonly unknown: string;
  readonly letter: string;
  readonly meaning: Expression;
}

const LETTERS = ["u", "w", "q", "r", "s", "p"];

/**
 * Where unknowns stand only in one function, power or root each, those parts are the unknowns of a simpler system: x² and y²,
 * e^x and e^y, 1/x and 1/y. Undefined where that is not so, or nothing gets simpler.
 */
function namedUnknowns({ equations, unknowns, domain }: SystemTask): readonly Named[] | undefined {
  if (domain === "complex") return undefined;
  const taken = new Set(equations.flatMap((one) => [...freeNames(one)]));
  const letters = LETTERS.filter((letter) => !taken.has(letter));
  const found: Named[] = [];
  for (const [k, unknown] of unknowns.entries()) {
    const part = commonPart(equations, unknown, unknowns);
    const letter = letters[k];
    if (!part || letter === undefined) return undefined;
    found.push({ unknown, letter, meaning: part });
  }
  return found.some(({ meaning, unknown }) => !(meaning.kind === "name" && meaning.name === unknown)) ? found : undefined;
}

/** The largest part in which an unknown always stands, itself where it stands alone somewhere. */
function commonPart(equations: readonly Expression[], unknown: string, unknowns: readonly string[]): Expression | undefined {
  const isPart = (part: Expression): boolean =>
    (part.kind === "power" || part.kind === "call") && contains(part, unknown) && unknowns.every((other) => other === unknown || !contains(part, other));
  const parts = equations.flatMap((one) => findAll(one, isPart));
  for (const part of parts) {
    const left = equations.map((one) => replaced(one, [{ part, by: number(1) }]));
    if (left.every((one) => !contains(one, unknown))) return part;
  }
  // Roots: the unknown itself may stand beside them, as the root's power.
  const root = parts.find((part) => isRoot(part) && part.base.kind === "name");
  if (root) return root;
  return name(unknown);
}

function solveNamed(task: SystemTask, named: readonly Named[]): Branches | undefined {
  const table = named.flatMap(({ letter, meaning, unknown }) => {
    const own = { part: meaning, by: name(letter) };
    return isRoot(meaning)
      ? [own, { part: name(unknown), by: power(name(letter), number({ num: meaning.exponent.value.den, den: meaning.exponent.value.num })) }]
      : [own];
  });
  const plain = task.equations.map((one) => replaced(one, table)).flatMap((one) => (one.kind === "relation" ? [one] : []));
  if (plain.some((one) => named.some(({ unknown, letter }) => unknown !== letter && contains(one, unknown)))) return undefined;
  const changed = named.filter(({ meaning, unknown }) => !(meaning.kind === "name" && meaning.name === unknown));
  const renamed = plain.map((one) =>
    substitute(one, new Map(named.filter((part) => !changed.includes(part)).map(({ letter, unknown }) => [letter, name(unknown)]))),
  );
  const unknowns = named.map((part) => (changed.includes(part) ? part.letter : part.unknown));
  const equations = renamed.flatMap((one) => (one.kind === "relation" ? [one] : []));
  let before: Expression = logic("and", task.equations);
  const steps = changed.map(({ letter, meaning }, k) => {
    const own = table.filter(({ part }) => equal(part, meaning) || (part.kind === "name" && contains(meaning, part.name)));
    const after = k === changed.length - 1 ? logic("and", equations) : replaced(before, own);
    const made = step("name a part", [letter, meaning], { kind: "named", name: letter, meaning, before, after });
    before = after;
    return made;
  });
  const inner = branchesOf({ ...task, equations, unknowns, assumptions: [] });
  if (!inner) return undefined;
  const parts = inner.solutions.map((one) => backTo(one, changed, task));
  if (!parts.every((part) => part !== undefined)) return undefined;
  return {
    solutions: parts.flatMap((part) => part.solutions),
    rejected: [...parts.flatMap((part) => part.rejected)],
    steps: [...steps, ...inner.steps, ...parts.flatMap((part) => part.steps)],
    complete: inner.complete,
  };
}

/** The values in the order of the unknowns. */
function inOrder(one: Solution, { unknowns }: SystemTask): Solution {
  return { ...one, values: new Map(unknowns.map((unknown) => [unknown, one.values.get(unknown) ?? name(unknown)])) };
}

/** From the values of the parts to those of the unknowns: every combination of their solutions. */
function backTo(one: Solution, changed: readonly Named[], task: SystemTask): Branches | undefined {
  if (one.free.some((own) => changed.some(({ letter }) => letter === own))) return undefined;
  const kept = new Map([...one.values].filter(([key]) => !changed.some(({ letter }) => letter === key)));
  let open: readonly Solution[] = [{ ...one, values: kept }];
  const steps = [];
  for (const { letter, meaning, unknown } of changed) {
    const value = one.values.get(letter) ?? ZERO;
    const back = equation(meaning, value);
    if (back.kind !== "relation") return undefined;
    steps.push(step("put the part back in", [letter, meaning], { kind: "named", name: letter, meaning, before: equation(name(letter), value), after: back }));
    const solved = solveEquation({ equation: back, unknown, domain: "real", assumptions: [] });
    steps.push(...solved.steps);
    if (solved.set.solutions.length === 0) {
      const reason = say`${back} has no real solution`;
      return { solutions: [], rejected: [{ values: new Map([[unknown, meaning]]), multiplicity: 1, reason }], steps, complete: true };
    }
    open = open.flatMap((partial) =>
      solved.set.solutions
        .map((found) => withFreshLetters(found, new Set(partial.integers)))
        .map((own) => ({
          ...partial,
          values: new Map([...partial.values, ...own.values]),
          integers: [...new Set([...partial.integers, ...own.integers])],
          conditions: [...partial.conditions, ...own.conditions],
        })),
    );
  }
  return { solutions: open.map((partial) => inOrder(partial, task)), rejected: [], steps, complete: true };
}
