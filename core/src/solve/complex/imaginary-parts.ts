import { realAndImaginary } from "../../canonical/real-and-imaginary.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, relation, subtract, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import { complexity, simplify, zeroTest } from "../../truth/index.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import { sortedByRemainder } from "../members/by-remainder.ts";
import { attempt } from "../sifting/degenerate.ts";
import { type Rejected, type Solution, type Solved, type Task, Unsolvable } from "../solution.ts";

type PartName = "real" | "imaginary";

/** Whether i, or another number that is not real, stands in an equation that is to hold for a real unknown. */
export function hasImaginaryPart({ domain, equation: one }: Task): boolean {
  return domain === "real" && holdsImaginary(one);
}

/**
 * An equation between complex numbers for a real unknown: it holds exactly where the real parts and the imaginary parts are equal. One of
 * these two equations is solved, and the candidates are held against the other.
 * @throws Unsolvable where the parts cannot be told apart, or neither is solved.
 */
export function solveByParts(task: Task, solve: Solve): Solved {
  const { unknown } = task;
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const parts = realAndImaginary(subtract(left, right));
  if (!parts) throw new Unsolvable(`the real and the imaginary part of ${text(task.equation)} cannot be told apart`);
  const named: readonly (readonly [PartName, Expression])[] = [
    ["real", simplify(parts.re).expression],
    ["imaginary", simplify(parts.im).expression],
  ];
  const ordered = [...named].sort(([, a], [, b]) => Number(contains(b, unknown)) - Number(contains(a, unknown)) || complexity(a) - complexity(b));
  // A part that is a number other than 0 ends it.
  const never = ordered.find(([, part]) => freeNames(part).size === 0 && zeroTest(part).kind === "nonzero");
  for (const [own, part] of never ? [never] : ordered) {
    const other = named.find(([name]) => name !== own)?.[1] ?? ZERO;
    const solved = attempt(() => ofPart(task, own, part, other, solve));
    if (solved) return withComplexSolutions(solved, task, solve);
  }
  throw new Unsolvable(`neither the real nor the imaginary part of ${text(task.equation)} could be solved for ${unknown}`);
}

function ofPart(task: Task, own: PartName, part: Expression, other: Expression, solve: Solve): Solved | undefined {
  const { unknown, equation: before } = task;
  const after = equation(part, ZERO);
  const first = step("compare parts", [own], { kind: "part of a complex equation", unknown, before, after, part: own });
  const inner = within(task, after);
  const solved = inner && solve(inner);
  if (!solved) return undefined;
  const kept: Solution[] = [];
  const rejected: Rejected[] = [...solved.set.rejected];
  const steps: Step[] = [first, ...solved.steps];
  const reject = (one: Solution): void => {
    rejected.push({ values: one.values, multiplicity: 1, reason: say`the ${own === "real" ? "imaginary" : "real"} parts differ there` });
  };
  for (const one of solved.set.solutions) {
    const condition = relation(simplify(substitute(other, one.values)).expression, "=", ZERO);
    const [there = ZERO] = condition.kind === "relation" ? condition.operands : [];
    const sorted = sortedByRemainder(one, condition, unknown, task.assumptions);
    if (sorted) {
      steps.push(sorted.step);
      kept.push(...sorted.kept);
      sorted.rejected.forEach(reject);
      continue;
    }
    const test = zeroTest(there, [...task.assumptions, ...one.conditions]);
    if (test.kind === "zero") kept.push({ ...one, multiplicity: 1 });
    else if (freeNames(there).size > 0 && test.kind === "nonzero" && one.integers.length === 0)
      kept.push({ ...one, conditions: [...one.conditions, condition] });
    else if (test.kind === "nonzero") reject(one);
    else return undefined;
  }
  const reason = say`a complex number is 0 only where both its parts are; ${solved.set.reason}`;
  return { steps, set: { ...solved.set, reason, solutions: kept, rejected, complexSolutions: [] } };
}

/** Where no real number solves it, the complex solutions are given apart. */
function withComplexSolutions(solved: Solved, task: Task, solve: Solve): Solved {
  if (solved.set.solutions.length > 0 || freeNames(task.equation).size > 1) return solved;
  const equationOver = withRanges(task.equation, new Map([[task.unknown, "complex"]]));
  if (equationOver.kind !== "relation") return solved;
  const found = attempt(() => solve({ ...task, equation: equationOver, domain: "complex" }));
  const apart = (found?.set.solutions ?? []).filter(({ integers, free }) => integers.length + free.length === 0);
  return { ...solved, set: { ...solved.set, complexSolutions: apart, rejected: solved.set.rejected } };
}
