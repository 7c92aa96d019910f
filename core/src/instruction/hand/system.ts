import type { Check, Verdict } from "../../check/verdict.ts";
import { equation, name } from "../../expression/construct.ts";
import { alternativesOf, isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { allOf, joined, type Line, listed, say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { findSlipOfCombination, findSlipOfSolution } from "../../proof/slips/wrong-combination.ts";
import type { Solution, SolutionSet } from "../../solve/solution.ts";
import { solveSystem } from "../../solve/systems/system.ts";
import { zeroTest } from "../../truth/index.ts";
import { NO_STEPS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { judgeSystem } from "../judging/judge-solutions.ts";
import { match } from "../reading/matching.ts";
import type { TypedNumber } from "../reading/typed-numbers.ts";
import type { Claimed } from "./pair.ts";
import type { Question } from "./question.ts";

/** A system that was only stated, with its solutions for all names that have no value. */
export function solvedSystem(question: Question, environment: Environment): Question {
  const equations = statedTogether(question.statement).map((one) => putIn(one, environment).expression);
  const unknowns = [...new Set(equations.flatMap((one) => [...freeNames(one)]))].filter((letter) => !environment.quantities.has(letter)).sort();
  const plain = equations.filter((one) => one.kind === "relation");
  if (plain.length < equations.length || unknowns.length === 0) return question;
  const { assumptions } = environment;
  const solved = solveSystem({ equations: plain, unknowns, domain: "real", assumptions });
  if (!solved) return question;
  const { verdict } = judgeSystem(plain, solved.set, solved.steps, assumptions, []);
  return { ...question, unknowns, answered: { set: solved.set, proven: verdict === "nailed" && solved.set.complete, kept: false } };
}

/** The equations that are stated together; one alone is no system. */
export const statedTogether = (statement: Expression): readonly Expression[] =>
  statement.kind === "logic" && statement.operator === "and" ? statement.items : [];

interface Said {
  readonly holds: boolean | undefined;
  readonly verdict: Verdict;
  readonly sentence: Line;
  /** What probably went wrong. */
  readonly hint?: Line;
}

type Values = ReadonlyMap<string, Expression>;

/** Whether the author's line agrees with the solutions of a system: values for its unknowns as a set, any other equation as one that follows. */
export function judgeAgainstSystem(question: Question, { statement: claimed, typed }: Claimed, environment: Environment): Outcome {
  const meant = putIn(claimed, environment, new Set(question.unknowns)).expression;
  definedOnly(meant);
  const { answered, line } = question;
  const stated = statedTogether(question.statement).map((one) => putIn(one, environment, new Set(question.unknowns)).expression);
  const said: Said = answered
    ? sayOfSolutions(answered.set, answered.proven, meant, line, environment.assumptions, typed, stated)
    : { holds: undefined, verdict: "loose", sentence: say`the solutions of line ${line} are not known` };
  const own: Check = { kind: "steps", outcome: said.verdict, detail: linePlain(said.sentence), lines: [{ note: linePlain(said.sentence) }] };
  return {
    ...NO_STEPS,
    statement: claimed,
    answer: { kind: "truth", holds: said.holds, sentence: said.sentence, ...(said.hint ? { hint: said.hint } : {}) },
    checks: [own],
    verdict: said.verdict,
    question,
  };
}

function sayOfSolutions(
  set: SolutionSet,
  proven: boolean,
  claimed: Expression,
  line: number,
  assumptions: readonly Expression[],
  typed: readonly TypedNumber[],
  stated: readonly Expression[],
): Said {
  if (set.solutions.some(({ integers }) => integers.length > 0))
    return { holds: undefined, verdict: "loose", sentence: say`line ${line} has families of solutions, which were not compared` };
  const lists = alternativesOf(claimed).map((one) => valuesIn(one, set.variables));
  return lists.every((list) => list !== undefined)
    ? sayList(set, proven, lists, line, assumptions, typed)
    : sayFollows(set, proven, claimed, line, assumptions, stated);
}

/** A value for every unknown; undefined where a statement is anything else. */
export function valuesIn(statement: Expression, unknowns: readonly string[]): Values | undefined {
  const parts = statement.kind === "logic" && statement.operator === "and" ? statement.items : [statement];
  const pairs = parts.map((part): readonly [string, Expression] | undefined => {
    const [left, right] = sidesOf(part);
    const isValue = right && left?.kind === "name" && unknowns.includes(left.name) && !unknowns.some((unknown) => freeNames(right).has(unknown));
    return isValue && left?.kind === "name" ? [left.name, right] : undefined;
  });
  if (!pairs.every((pair) => pair !== undefined) || pairs.length !== unknowns.length) return undefined;
  return new Map(pairs);
}

function sayList(
  set: SolutionSet,
  proven: boolean,
  lists: readonly Values[],
  line: number,
  assumptions: readonly Expression[],
  typed: readonly TypedNumber[],
): Said {
  const same = (list: Values, { values, conditions }: Solution): "zero" | "nonzero" | "undecided" => {
    const kinds = [...list].map(([name, value]) => match(value, values.get(name) ?? value, [...assumptions, ...conditions], typed).kind);
    return kinds.includes("differs") ? "nonzero" : kinds.includes("undecided") ? "undecided" : "zero";
  };
  const tests = lists.map((list) => set.solutions.map((one) => same(list, one)));
  const wrong = lists.filter((_, k) => tests[k]?.every((kind) => kind === "nonzero"));
  const lost = set.solutions.filter((_, j) => tests.every((row) => row[j] === "nonzero"));
  if (wrong.length > 0 || lost.length > 0) {
    const parts = [
      ...(wrong.length > 0 ? [say`${joined(wrong.map(shown), " and ")} is no solution of line ${line}`] : []),
      ...(lost.length > 0
        ? [
            say`${joined(
              lost.map(({ values }) => shown(values)),
              " and ",
            )} is missing`,
          ]
        : []),
    ];
    const [claimedValues, right] = [wrong[0], lost[0]];
    const slip = claimedValues && right ? findSlipOfSolution(right.values, claimedValues) : undefined;
    return { holds: false, verdict: "bent", sentence: joined(parts, "; "), ...(slip ? { hint: slip.said } : {}) };
  }
  const met = lists.every((_, k) => tests[k]?.includes("zero")) && set.solutions.every((_, j) => tests.some((row) => row[j] === "zero"));
  const conditional = set.solutions.flatMap(({ conditions }) => conditions);
  if (!met) return { holds: undefined, verdict: "loose", sentence: say`it was not decided whether these are the solutions of line ${line}` };
  if (conditional.length > 0)
    return { holds: undefined, verdict: "loose", sentence: say`these are the solutions of line ${line} only where ${allOf(conditional)}` };
  return { holds: true, verdict: proven ? "nailed" : "tacked", sentence: say`the same solutions as line ${line}` };
}

function shown(values: Values): Line {
  return listed(
    [...values].map(([letter, value]) => equation(name(letter), value)),
    ", ",
  );
}

/** An equation, or several, that every solution satisfies. */
function sayFollows(
  set: SolutionSet,
  proven: boolean,
  claimed: Expression,
  line: number,
  assumptions: readonly Expression[],
  stated: readonly Expression[],
): Said {
  const holds = (e: Expression, { values, conditions }: Solution): boolean | undefined => {
    if (e.kind === "logic") {
      const parts = e.items.map((item) => holds(item, { values, conditions } as Solution));
      const decisive = e.operator === "or";
      return parts.includes(decisive) ? decisive : parts.includes(undefined) ? undefined : !decisive;
    }
    if (!isEquation(e)) return undefined;
    const { kind } = zeroTest(substitute(sideDifference(e), values), [...assumptions, ...conditions]);
    return kind === "undecided" ? undefined : kind === "zero";
  };
  const truths = set.solutions.map((one) => holds(claimed, one));
  const at = truths.indexOf(false);
  const against = set.solutions[at];
  if (against) {
    const parts = claimed.kind === "logic" && claimed.operator === "and" ? claimed.items : [claimed];
    const wrong = parts.find((part) => holds(part, against) === false);
    const slip = wrong && findSlipOfCombination(stated, wrong);
    return { holds: false, verdict: "bent", sentence: say`${shown(against.values)} solves line ${line} but not this`, ...(slip ? { hint: slip.said } : {}) };
  }
  if (truths.includes(undefined)) return { holds: undefined, verdict: "loose", sentence: say`it was not decided whether this follows from line ${line}` };
  return { holds: true, verdict: proven ? "nailed" : "tacked", sentence: say`every solution of line ${line} satisfies this` };
}
