import { inequalityChecks } from "../../check/inequality/inequality.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, type Verdict, verdictOf } from "../../check/verdict.ts";
import { inCase, type Step, step } from "../../derivation/step.ts";
import { chain, equation, name, relation } from "../../expression/construct.ts";
import { opposite } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { inequalityScene } from "../../graph/solution-scene.ts";
import { type Line, say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { findSlipOfEquation } from "../../proof/slips/slip-of-equation.ts";
import { otherInequalities } from "../../proof/slips/wrong-inequality.ts";
import { solveEquation } from "../../solve/equation.ts";
import { type Border, holdTogether, type SolvedInequality, solveInequality } from "../../solve/inequality.ts";
import { linearInequalitySteps } from "../../solve/linear-inequality.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { decide, simplify } from "../../truth/index.ts";
import { CannotDo, NO_STEPS, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";
import type { Question } from "../hand/question.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { claimOf, judgeSolutions } from "../judging/judge-solutions.ts";
import { answerUnits } from "../units.ts";
import { putIn } from "./put-in.ts";

/** What is asked of an inequality: the unknown, what is given of it on the line, and the statement with its units as factors. */
interface Asked {
  readonly unknown: string;
  readonly facts: readonly Expression[];
  readonly statements: readonly Expression[];
  readonly scope: Question["scope"];
}

/** The intervals on which an inequality holds, with the equations that bound them and the signs between. */
export function solvedInequality(typed: Expression, { unknown, facts, statements, scope }: Asked, environment: Environment): Outcome {
  const before = putIn(typed, environment, new Set([unknown]));
  const range = new Map([[unknown, "real" as const]]);
  const statement = withRanges(before.expression, range);
  definedOnly(statement);
  if (scope.kind !== "reals") throw new CannotDo("inequalities are solved over the real numbers");
  const given = [...environment.assumptions, ...facts].map((fact) => withRanges(putIn(fact, environment, new Set([unknown])).expression, range));
  const own = given.filter((fact) => decide(fact, []) === undefined);
  const found = solveInequality({ statement, unknown, facts: own }, solveEquation);
  const direct = own.length === 0 ? linearInequalitySteps(statement, unknown) : undefined;
  const steps = [...before.steps, ...(direct ?? [...found.borders.flatMap(bordersSteps), ...signSteps(statement, unknown, own, found)])];

  const borders = found.borders.map(({ equation: border, solved: { set, steps: way } }) => {
    const within = found.period ? ownRange(found, unknown) : own;
    const verdict: Verdict = isComplete({ equation: border, solved: { set, steps: way } }, within) ? "nailed" : "loose";
    return { equation: border, solutions: set.solutions.map((one) => claimOf(one, unknown, border)), verdict };
  });
  const { places, samples, period, set } = found;
  const solutions = set.solutions.map((one) => claimOf(one, unknown, statement));
  const { check, verdicts } = stepsCheck(steps, []);
  const checks = [...inequalityChecks({ statement, unknown, facts: own, solutions, borders, places, samples, ...(period ? { period } : {}) }), check];
  return {
    answer: { kind: "solutions", set, equation: statement, scope, angles: [], ...answerUnits(environment, [unknown], { statements }) },
    statement: typed,
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
    pictured: () => inequalityScene(statement, unknown, set.solutions, own),
  };
}

/** The way to the places where the truth can change; where several equations give them, each by itself. */
const bordersSteps = ({ equation: border, solved }: Border, _: number, { length }: readonly Border[]): readonly Step[] =>
  length > 1 ? inCase(border, solved.steps) : solved.steps;

/** Whether the judge finds the solutions of an equation proven to be all that lie where they were sought. */
function isComplete({ equation: border, solved: { set, steps } }: Border, within: readonly Expression[]): boolean {
  return judgeSolutions(border, set, steps, [], within).checks.every(({ kind, outcome }) => kind === "comparison" || outcome === "nailed");
}

/** The interval of one period in which the borders were sought. */
function ownRange({ places }: SolvedInequality, unknown: string): readonly Expression[] {
  const [first, last] = [places[0], places.at(-1)];
  return first && last ? [chain([first, name(unknown), last], ["<=", "<="])] : [];
}

/** One number of each interval put in: what holds there, and the opposite of what does not; an interval that is not asked for is left out. */
function signSteps(statement: Expression, unknown: string, facts: readonly Expression[], { samples, places }: SolvedInequality): readonly Step[] {
  // In one period the first interval begins at the first place.
  const first = samples.length > places.length ? 0 : 1;
  return samples.flatMap((at, k) => {
    const here = new Map([[unknown, at]]);
    const there = substitute(statement, here);
    const holds = decide(simplify(there).expression, []);
    const isAsked = facts.every((fact) => decide(substitute(fact, here), []) !== false);
    const range = rangeBetween(places[k + first - 1], places[k + first], unknown);
    if (holds === undefined || !isAsked || !range) return [];
    const claim = { kind: "holds", statement: holds ? there : opposite(there) } as const;
    return [step("sign on an interval", [range, equation(name(unknown), at), holds ? "holds" : "does not hold"], claim)];
  });
}

/** low < x < high, as far as there are bounds. */
function rangeBetween(low: Expression | undefined, high: Expression | undefined, unknown: string): Expression | undefined {
  const x = name(unknown);
  if (low && high) return chain([low, x, high], ["<", "<"]);
  if (high) return relation(x, "<", high);
  return low && relation(x, ">", low);
}

/** What is asked of a statement that is held against an inequality. */
interface Held {
  readonly line: number;
  readonly statement: Expression;
  readonly unknown: string;
  readonly facts: readonly Expression[];
}

/** The author's statement held against an inequality: whether both hold for the same numbers. */
export function heldAgainst(claimed: Expression, { line, statement, unknown, facts }: Held, environment: Environment): Outcome {
  const range = new Map([[unknown, "real" as const]]);
  const own = (e: Expression): Expression => withRanges(putIn(e, environment, new Set([unknown])).expression, range);
  const given = [...environment.assumptions, ...facts].map(own).filter((fact) => decide(fact, []) === undefined);
  try {
    const { borders, differs } = holdTogether(own(statement), own(claimed), { unknown, facts: given }, solveEquation);
    if (differs) {
      const isRight = (other: Expression): boolean => holdTogether(own(statement), own(other), { unknown, facts: given }, solveEquation).differs === undefined;
      const hint = otherInequalities(claimed).find(({ instead }) => isRight(instead))?.said ?? findSlipOfInequality(own(statement), own(claimed));
      const isHere = decide(simplify(substitute(own(claimed), new Map([[unknown, differs]]))).expression, []) === true;
      const at = equation(name(unknown), differs);
      const sentence = isHere ? say`${at} satisfies this, but not line ${line}` : say`${at} satisfies line ${line}, but not this`;
      return said(false, "bent", sentence, claimed, { counterexample: new Map([[unknown, differs]]), ...(hint ? { hint } : {}) });
    }
    const verdict = borders.every((border) => isComplete(border, given)) ? "nailed" : "tacked";
    return said(true, verdict, say`holds for the same numbers as line ${line}`, claimed);
  } catch (error) {
    if (error instanceof Unsolvable)
      return said(undefined, "loose", say`it was not decided whether this holds for the same numbers as line ${line}: ${error.message}`, claimed);
    throw error;
  }
}

/** The slip in moving a term or in a number, as for an equation. */
function findSlipOfInequality(before: Expression, claimed: Expression): Line | undefined {
  const [one, other] = [before, claimed].map((e) =>
    e.kind === "relation" && e.operands.length === 2 ? equation(e.operands[0] ?? e, e.operands[1] ?? e) : undefined,
  );
  return one && other ? findSlipOfEquation(one, other)?.said : undefined;
}

function said(
  holds: boolean | undefined,
  verdict: Verdict,
  sentence: Line,
  statement: Expression,
  more: { readonly counterexample?: ReadonlyMap<string, Expression>; readonly hint?: Line } = {},
): Outcome {
  const check: Check = { kind: "substitution", outcome: verdict, detail: linePlain(sentence), lines: [{ note: linePlain(sentence) }] };
  return { ...NO_STEPS, statement, answer: { kind: "truth", holds, sentence, ...more }, checks: [check], verdict };
}
