import type { Expression } from "../expression/expression.ts";
import type { Sentence } from "./sentence.ts";

/** Reads `x = …, y = …` (or `(3)`, the values of a line with one solution) after “with”. */
export function readValues(sentence: Sentence, stops: readonly string[]): ReadonlyMap<string, Expression> {
  const values = new Map<string, Expression>();
  let first = true;
  do {
    if (!first) sentence.pieces.push({ kind: "words", text: "," });
    first = false;
    const from = sentence.next.span.from;
    const written = sentence.quantity("a value such as x = 3", stops, true);
    const span = { from, to: sentence.next.span.from };
    if (written.kind === "line") {
      for (const [name, value] of lineValues(sentence, written.line, span)) values.set(name, value);
      continue;
    }
    const [left, right] = written.kind === "relation" && written.comparisons.length === 1 && written.comparisons[0] === "=" ? written.operands : [];
    if (left?.kind !== "name" || !right) return sentence.fail("a value such as x = 3 was expected here", span);
    values.set(left.name, sentence.mean(right));
  } while (sentence.takeMark(","));
  return values;
}

function lineValues(sentence: Sentence, line: number, span: { from: number; to: number }): ReadonlyMap<string, Expression> {
  const outcome = sentence.environment.outcomes.get(line);
  const answer = outcome?.answer;
  const [only, ...others] = answer?.kind === "solutions" ? answer.set.solutions : [];
  if (only?.free.some((name) => only.values.has(name))) return sentence.fail(`line ${line} says where its unknown lies, which is no single value`, span);
  if (only && others.length === 0) return only.values;
  const count = answer?.kind === "solutions" ? answer.set.solutions.length : undefined;
  const why =
    count === undefined
      ? `line ${line} has no solution whose values could be put in`
      : `line ${line} has ${count} solutions: choose one with “keep … from (${line})”`;
  return sentence.fail(why, span);
}
