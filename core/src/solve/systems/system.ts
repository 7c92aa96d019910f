import { say } from "../../notation/inline.ts";
import type { Solved } from "../solution.ts";
import { solveLinearSystem } from "./linear.ts";
import { solveNonlinearSystem } from "./nonlinear.ts";
import { siftSystem } from "./sift.ts";
import type { SystemTask } from "./task.ts";

/** All solutions of a system of equations, with the way to them; undefined where no way is known. */
export function solveSystem(task: SystemTask): Solved | undefined {
  const linear = solveLinearSystem(task.equations, task.unknowns, task.assumptions, task.way);
  if (!linear) return solveNonlinearSystem(task);
  const { solutions, rejected } = siftSystem(linear.set, task);
  const isCut = solutions.length < linear.set.solutions.length;
  const reason = isCut ? say`${linear.set.reason}; it does not satisfy what is required` : linear.set.reason;
  return { ...linear, set: { ...linear.set, solutions, rejected, reason } };
}
