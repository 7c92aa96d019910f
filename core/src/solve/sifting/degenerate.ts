import { divide, equation, isNumber, name, negate, relation, subtract, ZERO } from "../../expression/construct.ts";
import { complexDomain } from "../../expression/domain.ts";
import { contains, distinct, type Expression, equal, factorsOf, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { plain, plainName } from "../../notation/plain.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { undefinedPart } from "../../rewrite/defined.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, simplify } from "../../truth/index.ts";
import { polynomialForm } from "../algebraic/polynomial-form.ts";
import type { Solve } from "../cases/each-alternative.ts";
import { type Solution, type SolutionSet, type Task, Unsolvable } from "../solution.ts";
import { nonZero } from "./conditions.ts";
import { sift } from "./sift.ts";

/** A value of a letter for which a condition fails. */
interface Special {
  readonly letter: string;
  readonly value: Expression;
}

const MOST_SPECIAL = 4;

/** Comparisons that leave their border out: a > 0 may stand for a ≥ 0 and a ≠ 0. */
const WITHOUT_BORDER: ReadonlySet<string> = new Set(["!=", ">", "<"]);

/** The values of letters on the border of a condition such as a ≠ b, which it leaves out: all of one letter, or one letter by the others. */
export function specialValues(condition: Expression, unknowns: readonly string[], solve: Solve): readonly Special[] {
  const [comparison = "="] = condition.kind === "relation" ? condition.comparisons : [];
  const [left, right] = condition.kind === "relation" && WITHOUT_BORDER.has(comparison) ? condition.operands : [];
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

/** What a piece of work comes to; undefined where it finds no way, or takes more effort than is allowed. */
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
    .flatMap(({ letter, value }) => {
      const there = substitute(task.equation, new Map([[letter, value]]));
      if (undefinedPart(there)) return [];
      const special = simplify(there).expression;
      const solved = special.kind === "relation" ? attempt(() => solve({ ...task, equation: special })) : undefined;
      return `if ${plainName(letter)} = ${plain(value)}, ${solved ? outcomeOf(solved.set, task.unknown) : "it is another equation"}`;
    });
  return cases.length === 0 ? undefined : cases.join("; ");
}

/** What becomes of an equation where a letter has a value that its solutions leave out. */
interface AtSpecialValues {
  /** Solutions that hold whatever the other letters are. */
  readonly listed: readonly Solution[];
  /** In words, where more is asked of the other letters. */
  readonly said: readonly string[];
}

const NOTHING: AtSpecialValues = { listed: [], said: [] };

/**
 * The solutions for values of letters at which a condition of the solutions found fails, such as a = 0 for x = πn/a: the equation is
 * solved again there. The conditions that the equation itself asks for are none of these.
 */
export function solutionsAtSpecialValues(task: Task, set: SolutionSet, solve: Solve): AtSpecialValues {
  const asked = set.solutions.flatMap(({ conditions }) => conditions).filter((condition) => !contains(condition, task.unknown));
  const different = distinct(asked);
  const found = different.flatMap((condition) => specialValues(condition, [task.unknown], solve)).map((special) => atSpecialValue(task, special, set, solve));
  return { listed: found.flatMap(({ listed }) => listed), said: found.flatMap(({ said }) => said) };
}

function atSpecialValue(task: Task, { letter, value }: Special, set: SolutionSet, solve: Solve): AtSpecialValues {
  const { unknown, equation: one, assumptions } = task;
  const at = new Map([[letter, value]]);
  const isPossible = [...complexDomain(one), ...assumptions].every((fact) => isAt(fact, at) !== false);
  const unsimplified = substitute(one, at);
  const special = simplify(unsimplified).expression;
  if (!isPossible || special.kind !== "relation" || unsimplified.kind !== "relation" || undefinedPart(unsimplified)) return NOTHING;
  const own = { ...task, equation: special, assumptions: assumptions.map((fact) => substitute(fact, at)) };
  const solved = attempt(() => solve(own));
  const where = `if ${plainName(letter)} = ${plain(value)}`;
  if (!solved?.set.complete) return { listed: [], said: [`${where}, it is another equation`] };
  // What the equation asks for must hold there too, although it no longer shows.
  const there = sift(solved, { ...own, equation: unsimplified }).set;
  const isNew = ({ values, free }: Solution): boolean =>
    !set.solutions.some(
      (general) =>
        free.length === 0 &&
        equal(substitute(general.values.get(unknown) ?? ZERO, at), values.get(unknown) ?? ZERO) &&
        general.conditions.every((fact) => isAt(fact, at) === true),
    );
  const more = there.solutions.filter(isNew);
  if (more.some(({ conditions }) => conditions.some((other) => !contains(other, unknown))))
    return { listed: [], said: [`${where}, ${outcomeOf({ ...there, solutions: more }, unknown)}`] };
  const border = equation(name(letter), value);
  return { listed: more.map((solution) => ({ ...solution, conditions: [border, ...solution.conditions] })), said: [] };
}

function isAt(fact: Expression, at: ReadonlyMap<string, Expression>): boolean | undefined {
  return decide(simplify(substitute(fact, at)).expression, []);
}

/** The letters under the unknown, which the real powers that are undone take as positive. */
export function positiveBases({ equation: one, unknown, domain, assumptions }: Task): string | undefined {
  if (domain !== "real") return undefined;
  const bases = findAll(one, (part) => part.kind === "power" && contains(part.exponent, unknown) && !contains(part.base, unknown)).flatMap((part) =>
    part.kind === "power" ? [relation(part.base, ">", ZERO)] : [],
  );
  const open = bases.find((condition) => freeNames(condition).size > 0 && decide(condition, assumptions) === undefined);
  return open && `this is for ${plain(open)}: powers of negative numbers are real only here and there, and are not looked at`;
}

/** Whether a quotient is asked to be 0 whose numerator is not. */
function isNever(condition: Expression): boolean {
  const [left, right] = condition.kind === "relation" && condition.comparisons.join() === "=" ? condition.operands : [];
  const whole = left && right ? readable(subtract(left, right)) : undefined;
  return whole !== undefined && factorsOf(whole).every((factor) => isReciprocal(factor) || (factor.kind === "number" && !isNumber(factor, 0)));
}

function outcomeOf(set: SolutionSet, unknown: string): string {
  // What can never hold, such as 1/f = 0, needs not be said.
  const solutions = set.solutions.filter(({ conditions }) => !conditions.some((condition) => decide(condition, []) === false || isNever(condition)));
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
