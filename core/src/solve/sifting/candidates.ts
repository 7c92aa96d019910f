import { type Step, step } from "../../derivation/step.ts";
import { chain, equation, name, relation, ZERO } from "../../expression/construct.ts";
import { opposite } from "../../expression/equations.ts";
import { contains, type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";
import { decide, simplify } from "../../truth/index.ts";
import type { Rejected, SolutionSet, Task } from "../solution.ts";
import { saysSame, withValuesWritten } from "./filled-in.ts";

/** Most candidates that are put back before the reader's eyes, and the longest line that shows one. */
const MOST_CANDIDATES = 6;
const LONGEST = 60;

/**
 * The end of a derivation: the candidates of an equation that may have gained some are put back into it, and those that are left out are
 * named with what they do not satisfy.
 */
export function candidatesTried(task: Task, { solutions, rejected }: SolutionSet, steps: readonly Step[]): readonly Step[] {
  if (task.domain !== "real" || solutions.some(({ free, integers }) => free.length + integers.length > 0)) return [];
  if (solutions.length + rejected.length > MOST_CANDIDATES) return [];
  const mayGain = steps.some(({ claim }) => claim.kind === "implies" || claim.kind === "split" || claim.kind === "signs of the base");
  const kept = mayGain ? solutions.map(({ values }) => heldAgainst(task, values)) : [];
  const failed = rejected.map((one) => (one.sides ? heldAgainst(task, one.values, one.sides) : leftOut(task, one)));
  return [...kept, ...failed].filter((one) => one !== undefined);
}

/** A candidate put into both sides. */
function heldAgainst({ equation: asked, unknown, assumptions }: Task, values: Rejected["values"], differ?: Rejected["sides"]): Step | undefined {
  const value = values.get(unknown);
  if (!value || isMember(value) || isNamedRoot(value)) return undefined;
  const [left, right] = differ ?? asked.operands.map((side) => simplify(substitute(side, values)).expression);
  const statement = relation(left ?? ZERO, differ ? "!=" : "=", right ?? ZERO);
  if (
    decide(
      statement,
      assumptions.filter((fact) => !contains(fact, unknown)),
    ) !== true
  )
    return undefined;
  const filled = withValuesWritten(asked, new Map([[unknown, value]]));
  const shown = filled.kind === "relation" ? { ...filled, comparisons: [differ ? "!=" : "="] as const } : undefined;
  const said = [equation(name(unknown), value)] as const;
  const isShown = shown && writtenText(shown).length <= LONGEST && freeNames(statement).size === 0 && saysSame(shown, [left, right]);
  const written = isShown ? { written: withValues(shown, [left, right]) } : {};
  return step(differ ? "put back in vain" : "put back and it holds", said, { kind: "holds", statement }, written);
}

/** Each side with what it comes to, the values next to each other: |−1 − 1| = 2 ≠ −2 = 2·(−1). */
function withValues(shown: Syntax & { readonly kind: "relation" }, [left, right]: readonly (Expression | undefined)[]): Syntax {
  const [first, last] = shown.operands;
  const [comparison = "="] = shown.comparisons;
  if (!first || !last || !left || !right) return shown;
  const [value, other] = [present(left), present(right)];
  const isNew = (one: Syntax, ...among: readonly Syntax[]): boolean => among.every((each) => writtenText(each) !== writtenText(one));
  const before = isNew(value, first, last) ? [value] : [];
  const after = comparison !== "=" && isNew(other, last) ? [other] : [];
  return {
    kind: "relation",
    operands: [first, ...before, ...after, last],
    comparisons: [...before.map(() => "=" as const), comparison, ...after.map(() => "=" as const)],
  };
}

/** A candidate that does not satisfy what is given, or at which the equation has no value. */
function leftOut({ unknown, assumptions }: Task, { values, fails }: Rejected): Step | undefined {
  const value = values.get(unknown);
  if (!value || !fails || fails.condition.kind !== "relation" || isMember(value)) return undefined;
  const known = assumptions.filter((fact) => !contains(fact, unknown));
  const against = opposite(simplify(substitute(fails.condition, values)).expression);
  const statement = [strict(against), against].find((one) => decide(one, known) === true);
  if (statement?.kind !== "relation") return undefined;
  const pieces = [equation(name(unknown), value), fails.condition] as const;
  const isZero = statement.comparisons.join() === "=";
  const filled = isZero ? withValuesWritten(opposite(fails.condition), new Map([[unknown, value]])) : undefined;
  const written = filled && saysSame(filled, statement.operands) ? { written: filled } : {};
  return step(fails.isGiven ? "not as given" : "not defined there", pieces, { kind: "holds", statement }, written);
}

/** a < b for a ≤ b, which says more. */
const strict = (e: Expression): Expression =>
  e.kind === "relation"
    ? chain(
        e.operands,
        e.comparisons.map((one) => (one === "<=" ? "<" : one === ">=" ? ">" : one)),
      )
    : e;

/** A root that is known by its polynomial or its bounds: put back it says nothing, and its sides are equal to any number of digits. */
const isNamedRoot = (value: Expression): boolean => findAll(value, (part) => part.kind === "iterated").length > 0;

/** Whether a value stands for many, with a letter for whole numbers. */
const isMember = (value: Expression): boolean => findAll(value, (part) => part.kind === "name" && part.range === "integer").length > 0;
