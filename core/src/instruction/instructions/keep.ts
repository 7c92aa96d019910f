import type { Check } from "../../check/verdict.ts";
import { weakest } from "../../check/verdict.ts";
import { text } from "../../notation/text.ts";
import { CannotDo, NO_STEPS } from "../answer.ts";
import { chooseFrom, failure, holdsFor, onlyValue } from "../choose.ts";
import type { Instruction } from "../instruction.ts";
import { putIn } from "../put-in.ts";

/** `keep Q from (n)`: chooses among the solutions of line n; the others are reported as set aside. */
export const KEEP: Instruction = {
  name: "keep",
  begins: (sentence) => sentence.peekWords("keep"),
  read: (sentence) => {
    sentence.takeWords("keep");
    const start = sentence.next.span.from;
    const condition = sentence.expression("a relation such as t > 0", ["from"]);
    if (condition.kind !== "relation" && condition.kind !== "logic")
      sentence.fail("a relation such as t > 0 was expected here", { from: start, to: sentence.next.span.from });
    sentence.expectWords("from");
    const at = sentence.next.span;
    const line = sentence.reference("the number of the line to choose from");
    sentence.expectEnd();
    const { environment } = sentence;
    const source = environment.outcomes.get(line);
    if (source?.answer?.kind !== "solutions")
      return sentence.fail(`line ${line} has no solutions to choose from`, { from: at.from, to: sentence.source.length });
    const { set, equation } = source.answer;
    return {
      instruction: "keep",
      run: () => {
        const names = new Set(set.variables);
        const wanted = putIn(condition, environment, names).expression;
        const undecided: string[] = [];
        const kept = chooseFrom(set, (solution) => {
          const holds = holdsFor(wanted, solution, environment.assumptions);
          const value = onlyValue(solution);
          if (holds === undefined) undecided.push(value ? text(value) : "a solution");
          return holds === false ? failure(wanted, solution) : undefined;
        });
        if (undecided.length > 0 && kept.solutions.length > 1) {
          throw new CannotDo(`it is not decided whether ${text(wanted)} holds for ${undecided.join(", ")}: a given about the letters may decide it`);
        }
        const outcome = undecided.length === 0 ? "nailed" : "loose";
        const detail =
          undecided.length === 0
            ? `${text(wanted)} was decided for each of the ${set.solutions.length} solutions of line ${line}`
            : `${text(wanted)} was not decided for ${undecided.join(", ")}`;
        const own: Check = { kind: "completeness", outcome, detail, lines: [{ note: detail }] };
        const inherited = (source.checks ?? []).filter((check) => check.kind !== "completeness" && check.kind !== "steps");
        const all = [...inherited, own];
        return { ...NO_STEPS, answer: { kind: "solutions", set: kept, equation }, checks: all, verdict: weakest([source.verdict ?? "loose", outcome]) };
      },
    };
  },
};
