import { step } from "../derivation/step.ts";
import { equation, logic, name, ZERO } from "../expression/construct.ts";
import { alternatives } from "../expression/equations.ts";
import { contains, type Expression, equal, findAll } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import { asName, say } from "../notation/inline.ts";
import { decide } from "../truth/index.ts";
import { type Solve, solveAll } from "./cases/each-alternative.ts";
import { partLetter } from "./members/letters.ts";
import type { Solved, Task } from "./solution.ts";

/** A part of an equation that gets a name of its own. */
export interface Part {
  /** The equation with the name in place of the part. */
  readonly equation: (letter: Expression) => Expression;
  readonly meaning: Expression;
  /** What is known of the name's values. */
  readonly facts: (letter: Expression) => readonly Expression[];
}

/**
 * Solves an equation by naming a part of it: first for the name, then the part = each value for the unknown. Values that
 * the part cannot have lead to no solution there.
 */
export function solveByNaming(task: Task, part: Part, solve: Solve): Solved | undefined {
  const letter = partLetter(task);
  const named = part.equation(name(letter));
  if (named.kind !== "relation" || contains(named, task.unknown)) return undefined;
  const steps = [step("name a part", [letter, part.meaning], { kind: "named", name: letter, meaning: part.meaning, before: task.equation, after: named })];
  const known = [...task.assumptions.filter((fact) => !contains(fact, task.unknown)), ...part.facts(name(letter))];
  const outer = solve({ ...task, equation: named, unknown: letter, assumptions: known });
  if (!outer || outer.set.solutions.some(({ free, integers }) => free.length + integers.length > 0)) return undefined;
  // Values that are known by their bounds alone are better looked for in the equation as it stands.
  if (outer.set.solutions.some(({ values: found }) => findAll(found.get(letter) ?? ZERO, isBounded).length > 0)) return undefined;
  const values = outer.set.solutions.map(({ values: found }) => found.get(letter) ?? ZERO);
  const before = alternatives(letter, values);
  const back = values.map((value) => equation(part.meaning, value));
  const returned = step("put the part back in", [letter, part.meaning], {
    kind: "named",
    name: letter,
    meaning: part.meaning,
    before,
    after: logic("or", back),
  });
  if (values.length === 0) {
    return { steps: [...steps, ...outer.steps], set: { ...outer.set, variables: [task.unknown], rejected: [], complexSolutions: [] } };
  }
  const inner = solveAll(task, back, (own) => under(outer.set.solutions[back.indexOf(own.equation)]?.conditions ?? [], solve(own), known));
  if (!inner) return undefined;
  const reason = say`all values of ${part.meaning} were found, and for each all ${asName(task.unknown)}`;
  return {
    steps: [...steps, ...outer.steps, returned, ...inner.steps],
    set: {
      ...inner.set,
      reason,
      complete: inner.set.complete && outer.set.complete,
      solutions: inner.set.solutions.map((one) => ({ ...one, multiplicity: 1 })),
      complexSolutions: task.domain === "complex" ? inner.set.complexSolutions : [],
    },
  };
}

/** A root that is known by its bounds alone. */
function isBounded(e: Expression): boolean {
  return e.kind === "iterated" && e.operator === "root" && e.index === undefined;
}

/** The expression with every occurrence of the parts replaced, outermost first. */
export function replaced(e: Expression, table: readonly { readonly part: Expression; readonly by: Expression }[]): Expression {
  const found = table.find(({ part }) => equal(part, e));
  return found ? found.by : mapChildren(e, (child) => replaced(child, table));
}

/** Solutions under the conditions of the value that they come from. */
function under(conditions: readonly Expression[], solved: Solved | undefined, known: readonly Expression[]): Solved | undefined {
  const open = conditions.filter((condition) => decide(condition, known) !== true);
  if (!solved || open.length === 0) return solved;
  return { ...solved, set: { ...solved.set, solutions: solved.set.solutions.map((one) => ({ ...one, conditions: [...one.conditions, ...open] })) } };
}
