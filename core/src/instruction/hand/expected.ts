import { decimalText } from "../../check/compare.ts";
import { sameFamilies } from "../../check/families/same-families.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { equation, logic, name, subtract } from "../../expression/construct.ts";
import { alternatives, alternativesOf } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { substitute } from "../../expression/substitute.ts";
import { joined, type Line, say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { text } from "../../notation/text.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { findSlip } from "../../proof/slips/find-slip.ts";
import { findSlipOfSolution } from "../../proof/slips/wrong-combination.ts";
import type { Solution, SolutionSet } from "../../solve/solution.ts";
import { type Answer, NO_STEPS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import { betterRounded, type Match, match } from "../reading/matching.ts";
import type { TypedNumber } from "../reading/typed-numbers.ts";
import { hintForValues } from "./causes.ts";
import { withConstantOf } from "./up-to-constant.ts";

/** The line that is compared with, and the verdict on agreeing with it. */
export interface Above {
  readonly line: number;
  readonly answer: Compared;
  readonly agreed: Verdict;
}

/** What an expectation can be compared with. */
export type Compared = Extract<Answer, { kind: "solutions" } | { kind: "expression" } | { kind: "no limit" }>;

/** x = E is compared with a value by its right side. */
export function rightSide(claimed: Expression): Expression {
  return claimed.kind === "relation" && claimed.operands[0]?.kind === "name" && claimed.operands[1] ? claimed.operands[1] : claimed;
}

/** The outcome of what an author expected, with the evidence for it. */
export function truth(
  holds: boolean | undefined,
  verdict: Verdict,
  sentence: Line,
  lines: Check["lines"],
  more: { readonly counterexample?: ReadonlyMap<string, Expression>; readonly hint?: Line } = {},
): Outcome {
  const check: Check = { kind: "substitution", outcome: verdict, detail: linePlain(sentence), lines };
  return { ...NO_STEPS, answer: { kind: "truth", holds, sentence, ...more }, checks: [check], verdict };
}

/** An expected value against that of a line. */
export function againstValue(
  claimed: Expression,
  { line, agreed }: Above,
  { value, antiderivative }: Compared & { readonly kind: "expression" },
  assumptions: readonly Expression[],
  typed: readonly TypedNumber[],
): Outcome {
  const actual = antiderivative ? withConstantOf(claimed, value, antiderivative) : value;
  const found = match(claimed, actual, assumptions, typed);
  const lines = [{ left: claimed, right: actual, note: noteOf(found, claimed, actual) }];
  switch (found.kind) {
    case "exact":
      return truth(true, agreed, say`agrees exactly with line ${line}`, lines);
    case "rounds":
      return truth(true, agreed, say`line ${line} is ${actual}, which rounds to ${found.typed}`, lines);
    case "differs": {
      const hint = betterRounded(claimed, actual, typed) ?? findSlip(actual, claimed, assumptions)?.said;
      return truth(false, "bent", say`line ${line} is ${actual}, not ${claimed}; ${noteOf(found, claimed, actual)}`, lines, hint ? { hint } : {});
    }
    case "undecided":
      return truth(undefined, "loose", say`it was not decided whether this equals line ${line}; they agree to ${found.digits} digits`, lines);
  }
}

function noteOf(found: Match, claimed: Expression, actual: Expression): string {
  switch (found.kind) {
    case "exact":
      return "equal, exactly";
    case "rounds":
      return `equal when rounded to the digits typed: ${decimal(actual)}`;
    case "differs":
      return [claimed, actual].every((e) => freeNames(e).size === 0 && infinityOf(e) === undefined)
        ? `expected ${decimal(claimed)}, found ${decimal(actual)}, a difference of ${decimal(subtract(actual, claimed))}`
        : "they differ";
    case "undecided":
      return `they agree to ${found.digits} digits`;
  }
}

function decimal(e: Expression): string {
  try {
    return decimalText(ballValue(e, 160), 10);
  } catch (error) {
    if (error instanceof BallUndefined) return text(e);
    throw error;
  }
}

/** One alternative of the author's answer: a value for each name. */
type Claimed = ReadonlyMap<string, Expression>;

function claimedAlternatives(claimed: Expression, unknown: string, environment: Environment): readonly Claimed[] {
  const items = alternativesOf(claimed);
  return items.map((item) => {
    const parts = item.kind === "logic" && item.operator === "and" ? item.items : [item];
    return new Map(
      parts.map((part): [string, Expression] => {
        const value = putIn(rightSide(part), environment).expression;
        const left = part.kind === "relation" ? part.operands[0] : undefined;
        return [left?.kind === "name" ? left.name : unknown, value];
      }),
    );
  });
}

/** Expected solutions against those of a line, as sets. */
export function againstSolutions(
  claimed: Expression,
  { line, agreed }: Above,
  answer: Extract<Answer, { kind: "solutions" }>,
  environment: Environment,
  typed: readonly TypedNumber[],
): Outcome {
  const { assumptions } = environment;
  const { set } = answer;
  const [unknown = "x"] = set.variables;
  const claims = claimedAlternatives(claimed, unknown, environment);
  const actual = set.solutions.length > 0 ? set.solutions : set.complexSolutions;
  const families = againstFamilies(claims, set, unknown, { line, agreed }, environment);
  if (families) return families;
  const pairs = claims.map((alternative) => ({ alternative, found: actual.map((solution) => matchAll(alternative, solution, assumptions, typed)) }));
  const surplus = pairs.filter(({ found }) => !found.some(agrees));
  const missing = actual.filter((_, k) => !pairs.some(({ found }) => found[k] && agrees(found[k])));
  const lines = pairs.map(({ alternative, found }) => {
    const best = found.find(agrees);
    const nearest = actual[0] ? onlyPair(alternative, actual) : undefined;
    return {
      subject: alternativeText(alternative),
      note: best
        ? noteOf(best, firstOf(alternative), firstOf(actual[found.indexOf(best)]?.values ?? alternative))
        : nearest
          ? `not among the solutions; ${nearest}`
          : "not among the solutions",
    };
  });
  if (surplus.length === 0 && missing.length === 0) {
    const rounded = pairs.some(({ found }) => found.find(agrees)?.kind === "rounds");
    const sentence = rounded ? say`agrees with line ${line} when rounded to the digits typed` : say`agrees exactly with line ${line}`;
    return truth(true, agreed, sentence, lines);
  }
  const open = surplus.some(({ found }) => found.some((one) => one.kind === "undecided"));
  if (open && surplus.length === missing.length) return truth(undefined, "loose", say`it was not decided whether this agrees with line ${line}`, lines);
  const tooMuch =
    surplus.length > 0
      ? [
          say`${joined(
            surplus.map(({ alternative }) => say`${alternativeText(alternative)}`),
            " and ",
          )} ${surplus.length === 1 ? "is" : "are"} not a solution of line ${line}`,
        ]
      : [];
  const lost =
    missing.length > 0
      ? [
          say`missing: ${joined(
            missing.map((solution) => say`${alternativeText(solution.values)}`),
            " and ",
          )}`,
        ]
      : [];
  const [wrong] = surplus;
  const hint = hintForExpected(answer, environment, typed, {
    missing: missing.map(({ values }) => values),
    wrong: surplus.map(({ alternative }) => alternative),
  });
  return truth(false, "bent", joined([...tooMuch, ...lost], "; "), lines, {
    ...(wrong ? { counterexample: wrong.alternative } : {}),
    ...(hint ? { hint } : {}),
  });
}

/** What probably went wrong in the author's own solutions. */
function hintForExpected(
  { set, equation: statement }: Extract<Answer, { kind: "solutions" }>,
  { assumptions }: Environment,
  typed: readonly TypedNumber[],
  { missing, wrong }: { readonly missing: readonly Claimed[]; readonly wrong: readonly Claimed[] },
): Line | undefined {
  const [right, claimed] = [missing[0], wrong[0]];
  const [unknown, ...more] = set.variables;
  if (!right || !claimed || unknown === undefined) return undefined;
  if (more.length > 0) return findSlipOfSolution(right, claimed)?.said;
  return hintForValues({ before: statement, unknown, assumptions, typed }, missing.map(firstOf), wrong.map(firstOf));
}

/** Families are compared as sets of numbers: another start or another letter is the same family. */
function againstFamilies(
  claims: readonly Claimed[],
  set: SolutionSet,
  unknown: string,
  { line, agreed }: Pick<Above, "line" | "agreed">,
  environment: Environment,
): Outcome | undefined {
  const [letter] = set.solutions.flatMap(({ integers }) => integers);
  if (letter === undefined || set.variables.length > 1) return undefined;

  const claimed = claims.map((alternative) => {
    const value = firstOf(alternative);
    const own = [...freeNames(value)].filter((other) => !environment.quantities.has(other) && other !== unknown);
    return substitute(value, new Map(own.map((other) => [other, name(letter)])));
  });
  const actual = set.solutions.map(({ values }) => values.get(unknown) ?? name(unknown));
  const same = sameFamilies({ before: alternatives(unknown, actual), after: alternatives(unknown, claimed), unknown, letter, within: [] });
  if (!same) return undefined;
  return truth(true, agreed, say`agrees exactly with line ${line}`, [{ note: "the same numbers, compared member by member over one period" }]);
}

const agrees = (found: Match): boolean => found.kind === "exact" || found.kind === "rounds";

/** The weakest match over the names of an alternative; a name the solution does not have differs. */
function matchAll(alternative: Claimed, solution: Solution, assumptions: readonly Expression[], typed: readonly TypedNumber[]): Match {
  let worst: Match = { kind: "exact" };
  for (const [key, value] of alternative) {
    const actual = solution.values.get(key);
    const found: Match = actual ? match(value, actual, [...assumptions, ...solution.conditions], typed) : { kind: "differs" };
    if (found.kind === "differs") return found;
    if (found.kind === "undecided" || worst.kind === "exact") worst = found;
  }
  return worst;
}

function firstOf(values: Claimed): Expression {
  const [value] = values.values();
  return value ?? name("x");
}

/** The values of one solution as a statement. */
export function alternativeText(values: Claimed): Expression {
  const parts = [...values].map(([key, value]) => equation(name(key), value));
  return parts.length > 0 ? logic("and", parts) : name("x");
}

/** How far the nearest solution is, in words. */
function onlyPair(alternative: Claimed, solutions: readonly Solution[]): string | undefined {
  const claimed = firstOf(alternative);
  const distances = solutions.flatMap((solution) => {
    const actual = firstOf(solution.values);
    try {
      const distance = Number(decimalText(ballValue(subtract(actual, claimed), 96), 10).replace("−", "-"));
      return Number.isFinite(distance) ? [{ actual, distance: Math.abs(distance) }] : [];
    } catch (error) {
      if (error instanceof BallUndefined) return [];
      throw error;
    }
  });
  const [nearest] = distances.sort((a, b) => a.distance - b.distance);
  return nearest && `the nearest is ${text(nearest.actual)}, off by ${nearest.distance}`;
}
