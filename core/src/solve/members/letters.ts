import { contains, type Expression } from "../../expression/expression.ts";
import { integerNames } from "../../expression/whole.ts";
import type { Task } from "../solution.ts";

/** The first of the letters that stands in none of the expressions. */
function firstFree(letters: readonly string[], avoid: readonly Expression[]): string {
  const free = letters.find((letter) => !avoid.some((e) => contains(e, letter)));
  if (free !== undefined) return free;
  for (let k = 1; ; k += 1) if (!avoid.some((e) => contains(e, `${letters[0]}_${k}`))) return `${letters[0]}_${k}`;
}

/** A letter for all integers in the solutions of a task, which stands in none of the values met on the way either. */
export function integerLetter({ equation, unknown, assumptions }: Task, ...met: readonly Expression[]): string {
  return firstFree(
    ["n", "k", "m", "j"].filter((letter) => letter !== unknown),
    [equation, ...assumptions, ...met],
  );
}

/** The letters for all integers that have come into a value of a task. */
export function lettersIn(value: Expression, { equation, assumptions }: Task): readonly string[] {
  return integerNames(value).filter((letter) => ![equation, ...assumptions].some((e) => contains(e, letter)));
}

/** A name for a part of the equation. */
export function partLetter({ equation, unknown, assumptions }: Task): string {
  return firstFree(
    ["u", "w", "z", "q"].filter((letter) => letter !== unknown),
    [equation, ...assumptions],
  );
}
