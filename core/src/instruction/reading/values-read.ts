import type { Expression } from "../../expression/expression.ts";
import { words } from "../../notation/inline.ts";
import { readUnit } from "../../units/read.ts";
import type { Unit } from "../../units/unit.ts";
import type { Answer } from "../answer.ts";
import type { Sentence } from "./sentence.ts";
import { unitWritten } from "./unit-written.ts";

type Values = ReadonlyMap<string, Expression>;

/** Values that are put in, a set for each solution of a line, and the units with which they were written. */
export interface ValueSets {
  readonly sets: readonly Values[];
  readonly units: ReadonlyMap<string, Unit>;
}

/** Reads `x = …, y = …` (or `(3)`, the values of a line with one solution) after “with”. */
export function readValues(sentence: Sentence, stops: readonly string[]): Values {
  const [values = new Map()] = readSets(sentence, stops, false).sets;
  return values;
}

/** As `readValues`, where a line with several solutions gives a set of values for each. */
export function readValueSets(sentence: Sentence, stops: readonly string[]): ValueSets {
  return readSets(sentence, stops, true);
}

function readSets(sentence: Sentence, stops: readonly string[], maySeveral: boolean): ValueSets {
  const units = new Map<string, Unit>();
  let sets: readonly Values[] = [new Map()];
  const withEach = (more: readonly Values[]): void => {
    sets = sets.flatMap((one) => more.map((other) => new Map([...one, ...other])));
  };
  let first = true;
  do {
    if (!first) sentence.pieces.push(words(","));
    first = false;
    const from = sentence.next.span.from;
    const written = sentence.quantity("a value such as x = 3", stops, true);
    const span = { from, to: sentence.next.span.from };
    if (written.kind === "line") {
      withEach(lineValues(sentence, written.line, span, maySeveral));
      for (const [letter, unit] of unitsOfLine(sentence, written.line)) units.set(letter, unit);
      continue;
    }
    const [left, right] = written.kind === "relation" && written.comparisons.length === 1 && written.comparisons[0] === "=" ? written.operands : [];
    if (left?.kind !== "name" || !right) return sentence.fail("a value such as x = 3 was expected here", span);
    withEach([new Map([[left.name, sentence.mean(right)]])]);
    const unit = unitWritten(right);
    if (unit) units.set(left.name, unit);
  } while (sentence.takeMark(","));
  return { sets, units };
}

/** The units that the unknowns of a line turned out to have. */
function unitsOfLine({ environment }: Sentence, line: number): readonly (readonly [string, Unit])[] {
  const answer = environment.outcomes.get(line)?.answer;
  const names = answer?.kind === "solutions" || answer?.kind === "optimum" ? answer.units?.names : undefined;
  return [...(names ?? [])].flatMap(([letter, text]) => {
    const unit = readUnit(text);
    return unit ? [[letter, unit] as const] : [];
  });
}

function lineValues(sentence: Sentence, line: number, span: { from: number; to: number }, maySeveral: boolean): readonly Values[] {
  const answer = sentence.environment.outcomes.get(line)?.answer;
  if (answer?.kind === "optimum") return optimumValues(sentence, answer, line, span, maySeveral);
  const solutions = answer?.kind === "solutions" ? answer.set.solutions : [];
  if (solutions.length === 0) return sentence.fail(`line ${line} has no solution whose values could be put in`, span);
  if (solutions.some(({ free, values }) => free.some((name) => values.has(name))))
    return sentence.fail(`line ${line} says where its unknown lies, which is no single value`, span);
  if (solutions.length > 1 && !maySeveral)
    return sentence.fail(`line ${line} has ${solutions.length} solutions: choose one with “keep … from (${line})”`, span);
  return solutions.map(({ values }) => values);
}

/** The points of an optimum: those of the whole domain where there are such, else those that are one of their neighbourhood, else all. */
function optimumValues(
  sentence: Sentence,
  { points: all, wanted }: Answer & { readonly kind: "optimum" },
  line: number,
  span: { from: number; to: number },
  maySeveral: boolean,
): readonly Values[] {
  const best = all.filter(({ global }) => global);
  const near = all.filter(({ nature }) => nature === wanted);
  const points = [best, near].find((list) => list.length > 0) ?? all;
  if (points.length === 0) return sentence.fail(`line ${line} has no point whose values could be put in`, span);
  if (points.length > 1 && !maySeveral) return sentence.fail(`line ${line} has ${points.length} points: one alone can be put in here`, span);
  return points.map(({ values }) => values);
}
