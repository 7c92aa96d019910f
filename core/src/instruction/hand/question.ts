import { type Expression, freeNames } from "../../expression/expression.ts";
import type { SolutionSet } from "../../solve/solution.ts";
import { CannotDo } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, lineStatement, type NumberKind } from "../environment.ts";

/** Among which numbers solutions are asked for, and what else they must satisfy. */
export interface Scope {
  readonly kind: NumberKind;
  readonly facts: readonly Expression[];
}

export const EVERYWHERE: Scope = { kind: "reals", facts: [] };

/** What a line asks, so that the author's next step can be held against it. */
export interface Question {
  readonly line: number;
  readonly statement: Expression;
  /** The names solved for; none where the line was only stated. */
  readonly unknowns: readonly string[];
  readonly scope: Scope;
  /** The solutions where the line was solved, or what was kept of them, and whether they are proven to be all. */
  readonly answered?: { readonly set: SolutionSet; readonly proven: boolean; readonly kept: boolean };
  /** The line whose solutions are wanted, where a step such as squaring has let others in since. */
  readonly origin?: Question;
}

/** The nearest statement above that a step can follow from. */
export function questionAbove(environment: Environment): Question | undefined {
  for (let line = environment.line - 1; line >= 1; line -= 1) {
    const outcome = environment.outcomes.get(line);
    if (outcome?.question) return outcome.question;
    const { answer } = outcome ?? {};
    const statement = lineStatement(environment, line);
    if (!answer || !statement || (statement.kind !== "relation" && statement.kind !== "logic")) continue;
    if (answer.kind !== "solutions") return { line, statement, unknowns: [], scope: EVERYWHERE };
    return {
      line,
      statement,
      unknowns: answer.set.variables,
      scope: answer.scope,
      answered: { set: answer.set, proven: outcome?.verdict === "nailed" && answer.set.complete, kept: answer.kept === true },
    };
  }
  return undefined;
}

/**
 * The name that a step is about: the one solved for, the one that either line has alone on the left, or the only one that is free.
 * @throws CannotDo where several names are free and none is set apart.
 */
export function unknownOf(question: Question, claimed: Expression, environment: Environment): string {
  const [solvedFor] = question.unknowns;
  if (solvedFor !== undefined) return solvedFor;
  const alone = aloneOnTheLeft(claimed) ?? aloneOnTheLeft(question.statement);
  const [before = new Set<string>(), after = new Set<string>()] = [question.statement, claimed].map((e) => freeNames(putIn(e, environment).expression));
  const names = [...new Set([...before, ...after])].sort();
  if (alone !== undefined && names.includes(alone)) return alone;
  // A letter that one of the lines has dropped is not what they are about.
  const shared = names.filter((name) => before.has(name) && after.has(name));
  const pool = shared.length > 0 ? shared : names;
  const open = pool.filter((name) => !environment.quantities.has(name));
  const candidates = open.length > 0 ? open : pool;
  const [first, ...more] = candidates;
  if (first === undefined) throw new CannotDo("there is no unknown in this");
  if (shared.length === 0 && more.length > 0) throw new CannotDo("several names are free: it is not clear which is the unknown; start from a “solve” line");
  return first;
}

/** The name for which a statement gives values: x in x = 2 or x = 3, v in m v = q B r or v = 0. */
function aloneOnTheLeft(claimed: Expression): string | undefined {
  const items = claimed.kind === "logic" ? claimed.items : [claimed];
  const names = items.flatMap((item) => (item.kind === "relation" && item.operands[0]?.kind === "name" ? [item.operands[0].name] : []));
  const [first] = names;
  return first !== undefined && names.every((name) => name === first) ? first : undefined;
}
