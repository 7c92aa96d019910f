import { stepsCheck } from "../../check/step.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import { weakest } from "../../check/verdict.ts";
import { logic, name, relation, ZERO } from "../../expression/construct.ts";
import { isInequality } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { type Line, mathematics, say, spaced, words } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import { tidyFamilies } from "../../solve/members/tidy-families.ts";
import type { OptimumPoint } from "../../solve/optima/optimum.ts";
import { type Answer, CannotDo, NO_STEPS, type Outcome } from "../answer.ts";
import { anglesIn } from "../answers/degrees.ts";
import { chooseFrom, failure, holdsFor, onlyValue } from "../carrying-out/choose.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { solvedInequality } from "../carrying-out/solved-inequality.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import type { Sentence } from "../reading/sentence.ts";
import { besideAbove } from "../reading/units-read.ts";

/** The members of families that satisfy a bounded condition, listed and checked one by one. */
function membersKept(
  { set, equation: statement, scope, angles, units }: Answer & { kind: "solutions" },
  wanted: Expression,
  environment: Environment,
): Outcome | undefined {
  const [unknown = ""] = set.variables;
  if (set.variables.length > 1 || statement.kind !== "relation" || !set.solutions.some(({ integers }) => integers.length > 0)) return undefined;
  const task = { equation: statement, unknown, domain: set.domain, assumptions: [...environment.assumptions, wanted] };
  const listed = tidyFamilies({ set, steps: [] }, task);
  if (listed.set.solutions.some(({ integers }) => integers.length > 0)) return undefined;
  const { check, verdicts } = stepsCheck(listed.steps, environment.assumptions);
  const detail = `the members of the families with ${text(wanted)} were listed again and compared`;
  const own: Check = { kind: "completeness", outcome: check.outcome, detail, lines: [{ note: detail }] };
  return {
    answer: { kind: "solutions", set: listed.set, equation: statement, scope, kept: true, angles, ...(units ? { units } : {}) },
    steps: listed.steps,
    stepVerdicts: verdicts,
    checks: [own, check],
    verdict: check.outcome,
  };
}

/** So many solutions are offered one by one. */
const MOST_OFFERED = 4;

/** `keep Q [from (n)]`: chooses among the solutions of line n or the points of its optimum, or of the last line that has some; the others are reported as set aside. */
export const KEEP: Instruction = {
  name: "keep",
  purpose: "Chooses among the solutions of a line, or the points of an optimum; the others are set aside with the reason.",
  forms: ["keep Q [from (3)]"],
  examples: [
    ["solve x^2 = 4", "keep x > 0"],
    ["stationary points of x^3 - 3x", "keep x > 0"],
  ],
  follows: ({ line, outcome: { answer }, environment }) => {
    if (answer?.kind !== "solutions" || answer.set.variables.length !== 1) return [];
    const [unknown = ""] = answer.set.variables;
    const isPositive = answer.set.solutions.map((solution) => holdsFor(relation(name(unknown), ">", ZERO), solution, environment.assumptions));
    // A choice that leaves all or none is none.
    if (isPositive.includes(true) && isPositive.includes(false)) return [`keep ${unknown} > 0 from (${line})`, `keep ${unknown} < 0 from (${line})`];
    const values = answer.set.solutions.flatMap((solution) => (solution.integers.length > 0 ? [] : (onlyValue(solution) ?? [])));
    return values.length > 1 && values.length <= MOST_OFFERED ? values.map((value) => `keep ${unknown} = ${text(value)} from (${line})`) : [];
  },
  spellings: [{ typed: "choose|select {Q}", means: "keep {Q}" }],
  begins: (sentence) => sentence.peekWords("keep"),
  read: (sentence) => {
    sentence.takeWords("keep");
    const start = sentence.next.span.from;
    const condition = sentence.expression("a relation such as t > 0", ["from"], false, besideAbove(sentence.environment));
    if (condition.kind !== "relation" && condition.kind !== "logic")
      sentence.fail("a relation such as t > 0 was expected here", { from: start, to: sentence.next.span.from });
    const at = sentence.next.span;
    const line = sentence.takeWords("from") ? sentence.reference("the number of the line to choose from") : lastSolved(sentence);
    sentence.expectEnd();
    const { environment } = sentence;
    const [, wish] = sentence.pieces;
    const from = line === environment.line - 1 ? [words("Keep those with")] : [words("Of"), mathematics({ kind: "line", line }), words("keep those with")];
    const says = spaced([...from, ...(wish ? [wish] : [])]);
    const source = environment.outcomes.get(line);
    if (source?.answer?.kind === "optimum") {
      const { answer, verdict = "loose", checks = [] } = source;
      const variables = new Set(answer.points.flatMap(({ values }) => [...values.keys()]));
      const wanted = (): Expression => putIn(condition, environment, variables).expression;
      return { instruction: "keep", says, dependsOn: [line], run: () => keptPoints(answer, wanted(), { line, verdict, checks }, environment) };
    }
    if (source?.answer?.kind !== "solutions")
      return sentence.fail(`line ${line} has no solutions to choose from`, { from: at.from, to: sentence.source.length });
    const { set, equation } = source.answer;
    const angles = sentence.inDegrees ? anglesIn([equation], set.variables) : source.answer.angles;
    const given = { ...source.answer, angles };
    return {
      instruction: "keep",
      says,
      dependsOn: [line],
      run: () => {
        const names = new Set(set.variables);
        const wanted = putIn(condition, environment, names).expression;
        if (isInequality(equation)) return keptOfInequality(given, wanted, environment);
        const listed = membersKept(given, wanted, environment);
        if (listed) return listed;
        const undecided: string[] = [];
        const kept = chooseFrom(set, (solution) => {
          const holds = holdsFor(wanted, solution, environment.assumptions);
          const value = onlyValue(solution);
          if (holds === undefined) undecided.push(value ? text(value) : "a solution");
          return holds === false ? failure(wanted) : undefined;
        });
        if (undecided.length > 0 && kept.solutions.length > 1) {
          throw new CannotDo(`it is not decided whether ${text(wanted)} holds for ${undecided.join(", ")}: a given about the letters may decide it`);
        }
        const others = set.solutions.length - kept.solutions.length;
        const outcome = undecided.length === 0 ? "nailed" : "loose";
        const detail =
          undecided.length === 0
            ? `${text(wanted)} was decided for each of the ${set.solutions.length} solutions of line ${line}`
            : `${text(wanted)} was not decided for ${undecided.join(", ")}`;
        const own: Check = { kind: "completeness", outcome, detail, lines: [{ note: detail }] };
        const inherited = (source.checks ?? []).filter((check) => check.kind !== "completeness" && check.kind !== "steps");
        const all = [...inherited, own];
        return {
          ...NO_STEPS,
          answer: { ...given, set: { ...kept, reason: keptReason(kept.solutions.length, others, line) }, kept: true },
          checks: all,
          verdict: weakest([source.verdict ?? "loose", outcome]),
        };
      },
    };
  },
};

/** What was done with the solutions of a line; why there are no more of them is said there. */
function keptReason(kept: number, others: number, line: number): Line {
  if (kept === 0) return say`none of the solutions of line ${line} is kept`;
  if (others === 0) return kept === 1 ? say`the solution of line ${line} is kept` : say`all solutions of line ${line} are kept`;
  return others === 1 ? say`the other solution of line ${line} is set aside` : say`the other ${others} solutions of line ${line} are set aside`;
}

/** The part of an inequality's intervals that is kept: both hold there. */
function keptOfInequality({ set, equation, scope }: Answer & { kind: "solutions" }, wanted: Expression, environment: Environment): Outcome {
  const [unknown = ""] = set.variables;
  const outcome = solvedInequality(logic("and", [equation, wanted]), { unknown, facts: scope.facts, statements: [], scope }, environment);
  return outcome.answer?.kind === "solutions" ? { ...outcome, answer: { ...outcome.answer, kept: true } } : outcome;
}

/** The points of an optimum at which a condition holds; the others are set aside. */
function keptPoints(
  answer: Answer & { kind: "optimum" },
  wanted: Expression,
  { line, verdict, checks }: { readonly line: number; readonly verdict: Verdict; readonly checks: readonly Check[] },
  environment: Environment,
): Outcome {
  const said = ({ values }: OptimumPoint): string => [...values].map(([key, value]) => `${key} = ${text(value)}`).join(", ");
  const judged = answer.points.map((point) => ({ point, holds: holdsFor(wanted, point, environment.assumptions) }));
  const kept = judged.filter(({ holds }) => holds !== false);
  const undecided = kept.filter(({ holds }) => holds === undefined);
  if (kept.length === 0) throw new CannotDo(`at none of the points of line ${line} does ${text(wanted)} hold`);
  if (undecided.length > 0)
    throw new CannotDo(
      `it is not decided whether ${text(wanted)} holds at ${undecided.map(({ point }) => said(point)).join("; ")}: a given about the letters may decide it`,
    );
  const aside = judged.filter(({ holds }) => holds === false).map(({ point }) => said(point));
  const detail = `${text(wanted)} was decided at each of the ${judged.length} points of line ${line}${aside.length > 0 ? `; set aside: ${aside.join("; ")}` : ""}`;
  const own: Check = { kind: "completeness", outcome: "nailed", detail, lines: [{ note: detail }] };
  const inherited = checks.filter(({ kind }) => kind !== "completeness" && kind !== "steps");
  return { ...NO_STEPS, answer: { ...answer, points: kept.map(({ point }) => point) }, checks: [...inherited, own], verdict };
}

/** The last line above that has solutions, or the points of an optimum. */
function lastSolved(sentence: Sentence): number {
  const { outcomes, line } = sentence.environment;
  for (let above = line - 1; above >= 1; above -= 1) if (["solutions", "optimum"].includes(outcomes.get(above)?.answer?.kind ?? "")) return above;
  return sentence.fail("no line above has solutions to choose from", { from: 0, to: sentence.source.length });
}
