import { divide, equation, name, negate, subtract, ZERO } from "../expression/construct.ts";
import { complexDomain } from "../expression/domain.ts";
import { contains, type Expression, equal, freeNames } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { plain, plainName } from "../notation/plain.ts";
import { BudgetExhausted } from "../number/budget.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { undefinedPart } from "../rewrite/defined.ts";
import { decide } from "../rewrite/sign.ts";
import { simplify } from "../rewrite/simplify.ts";
import { nonZero } from "./conditions.ts";
import type { Solve } from "./joining.ts";
import { polynomialForm } from "./polynomial-form.ts";
import { sift } from "./sift.ts";
import { type Solution, type SolutionSet, type Task, Unsolvable } from "./solution.ts";
import { readable } from "./values.ts";

/** A value of a letter for which a condition fails. */
interface Special {
  readonly letter: string;
  readonly value: Expression;
}

const MOST_SPECIAL = 4;

/** The values of letters for which a condition of the form a ≠ b fails: all of one letter, or one letter by the others. */
export function specialValues(condition: Expression, unknowns: readonly string[], solve: Solve): readonly Special[] {
  const [left, right] = condition.kind === "relation" && condition.comparisons[0] === "!=" ? condition.operands : [];
  if (!left || !right) return [];
  const difference = subtract(left, right);
  const letters = [...freeNames(difference)].filter((letter) => !unknowns.includes(letter));
  const [only, ...more] = letters;
  if (only === undefined) return [];
  if (more.length === 0) {
    const border = equation(difference, ZERO);
    if (border.kind !== "relation") return [];
    const solved = attempt(() => solve({ equation: border, unknown: only, domain: "real", assumptions: [] }));
    const values = (solved?.set.solutions ?? [])
      .filter(({ free, integers }) => free.length + integers.length === 0)
      .map(({ values: found }) => found.get(only) ?? ZERO);
    return values.length <= MOST_SPECIAL ? values.map((value) => ({ letter: only, value })) : [];
  }
  for (const letter of letters) {
    const coefficients = polynomialCoefficients(difference, letter);
    const [constant = ZERO, slope] = coefficients ?? [];
    if (slope && coefficients?.length === 2 && freeNames(slope).size === 0) return [{ letter, value: readable(divide(negate(constant), slope)) }];
  }
  return [];
}

export function attempt<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

/**
 * What becomes of a polynomial equation where its leading coefficient is 0, in words: for each such value of a letter the
 * equation is solved again. Undefined where the coefficient cannot be 0.
 */
export function degenerateCases(task: Task, solve: Solve): string | undefined {
  const form = freeNames(task.equation).size > 1 ? attempt(() => polynomialForm(task)) : undefined;
  const leading = form?.coefficients.at(-1);
  if (!form || form.coefficients.length < 2 || !leading || freeNames(leading).size === 0) return undefined;
  const cases = nonZero(leading, task.assumptions)
    .flatMap((condition) => specialValues(condition, [task.unknown], solve))
    .map(({ letter, value }) => {
      const special = simplify(substitute(task.equation, new Map([[letter, value]]))).expression;
      const solved = special.kind === "relation" ? attempt(() => solve({ ...task, equation: special })) : undefined;
      return `if ${plainName(letter)} = ${plain(value)}, ${solved ? outcomeOf(solved.set, task.unknown) : "it is another equation"}`;
    });
  return cases.length === 0 ? undefined : cases.join("; ");
}

/**
 * The solutions for values of letters at which a condition of the solutions found fails, such as a = 0 for x = πn/a: the equation is
 * solved again there. Listed where they hold whatever the other letters are; the conditions that the equation itself asks for are none of these.
 */
export function solutionsAtSpecialValues(task: Task, set: SolutionSet, solve: Solve): readonly Solution[] {
  const { unknown, equation: one, assumptions } = task;
  const asked = set.solutions.flatMap(({ conditions }) => conditions).filter((condition) => !contains(condition, unknown));
  const distinct = asked.filter((condition, k) => asked.findIndex((other) => equal(other, condition)) === k);
  return distinct.flatMap((condition) =>
    specialValues(condition, [unknown], solve).flatMap(({ letter, value }): readonly Solution[] => {
      const at = new Map([[letter, value]]);
      const there = equation(name(letter), value);
      const isPossible = [...complexDomain(one), ...assumptions].every((fact) => decide(simplify(substitute(fact, at)).expression, []) !== false);
      const special = simplify(substitute(one, at)).expression;
      if (!isPossible || special.kind !== "relation" || undefinedPart(substitute(one, at))) return [];
      const own = { ...task, equation: special, assumptions: assumptions.map((fact) => substitute(fact, at)) };
      const solved = attempt(() => solve(own));
      const unsimplified = substitute(one, at);
      if (!solved?.set.complete || unsimplified.kind !== "relation") return [];
      // What the equation asks for must hold there too, although it no longer shows.
      return sift(solved, { ...own, equation: unsimplified })
        .set.solutions.filter(({ conditions }) => conditions.every((other) => contains(other, unknown)))
        .map((found) => ({ ...found, conditions: [there, ...found.conditions] }));
    }),
  );
}

function outcomeOf({ solutions }: SolutionSet, unknown: string): string {
  if (solutions.length === 0) return `no real ${plainName(unknown)} solves it`;
  return solutions
    .map(({ values, free, conditions }) => {
      const needed = conditions.length > 0 ? ` (where ${conditions.map(plain).join(" and ")})` : "";
      return free.includes(unknown)
        ? `every ${plainName(unknown)} solves it${needed}`
        : `${plainName(unknown)} = ${plain(values.get(unknown) ?? ZERO)}${needed}`;
    })
    .join(" or ");
}
