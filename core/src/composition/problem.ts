import type { Known } from "../document/author-words.ts";
import type { Block } from "../document/block.ts";
import type { LineReport } from "../instruction/line-report.ts";
import type { Printed } from "../instruction/reading/printed.ts";
import type { Problem } from "../problemset/problem-set.ts";
import type { Choices } from "./choices.ts";
import { lineBlocks, type Place, printedBlock } from "./line.ts";

/** A problem with its working as it was run. */
export interface RunProblem {
  readonly problem: Problem;
  readonly lines: readonly LineReport[];
}

/** A line with its number in the working. */
interface Numbered {
  readonly report: LineReport;
  readonly number: number;
}

/** What stands under one question: the lines before the first part belong to all of them. */
interface Section {
  readonly part?: { readonly letter: string; readonly prints: Printed & { readonly kind: "part" } };
  readonly lines: readonly Numbered[];
}

/** A problem as it is published: its heading and statement, the parts with their questions, and what the choices say of the working. */
export function problemBlocks({ problem, lines }: RunProblem, number: number, choices: Choices): readonly Block[] {
  const sections = sectionsOf(lines);
  const points = sections.flatMap(({ part }) => part?.prints.points ?? []);
  const known = knownOf(lines);
  const statement: readonly Block[] =
    problem.statement === "" ? [] : [{ kind: "author's words", role: "statement", words: { markdown: problem.statement, known } }];
  return [
    { kind: "heading", number, title: problem.title, ...(points.length > 0 ? { points: points.reduce((total, one) => total + one, 0) } : {}) },
    ...statement,
    ...BODIES[choices.kind](sections, { lines, known, number, choices }),
    ...(choices.kind === "worked" && problem.remarks !== ""
      ? [{ kind: "author's words", role: "remarks", words: { markdown: problem.remarks, known } } as const]
      : []),
  ];
}

/** What the author's words may speak of: what the lines came to, and the names and functions that they declare. */
export const knownOf = (lines: readonly LineReport[]): Known => ({
  values: Object.fromEntries(lines.flatMap(({ value }, index) => (value ? [[index + 1, value] as const] : []))),
  names: lines.flatMap(({ declared = [] }) => declared.flatMap(({ name, arity }) => (arity === 0 ? [name] : []))),
  functions: Object.fromEntries(lines.flatMap(({ declared = [] }) => declared.flatMap(({ name, arity }) => (arity > 0 ? [[name, arity] as const] : [])))),
});

interface Context {
  readonly lines: readonly LineReport[];
  readonly known: Known;
  /** Of the problem. */
  readonly number: number;
  readonly choices: Choices;
}

const BODIES: Readonly<Record<Choices["kind"], (sections: readonly Section[], context: Context) => readonly Block[]>> = {
  handout: questions,
  worked: solutions,
  key: answers,
};

/** Lines of room for a part, and for a problem without parts. */
const SPACE = { part: 8, problem: 14 } as const;

/** The questions with their hints, and room to write where it is wanted. */
function questions(sections: readonly Section[], { choices, known }: Context): readonly Block[] {
  const room = (lines: number): readonly Block[] => (choices.space ? [{ kind: "space", lines }] : []);
  const shown = sections.flatMap(({ part, lines }) => [...partBlocks(part, known), ...hintBlocks(lines, known), ...(part ? room(SPACE.part) : [])]);
  return sections.some(({ part }) => part) ? shown : [...shown, ...room(SPACE.problem)];
}

const partBlocks = (part: Section["part"], known: Known): readonly Block[] => (part ? [printedBlock(part.prints, known, part.letter)] : []);

const hintBlocks = (lines: readonly Numbered[], known: Known): readonly Block[] =>
  lines.flatMap(({ report: { prints } }) => (prints?.kind === "hint" ? [printedBlock(prints, known)] : []));

/** The answers alone, one for each part. */
function answers(sections: readonly Section[], { known }: Context): readonly Block[] {
  const place = { detail: "answer", known } as const;
  return sections.flatMap((section) => {
    const final = finalLine(section, sections.length > 1);
    const letter = section.part ? { letter: section.part.letter } : {};
    return final ? lineBlocks(final.report, { ...place, answers: letter }).filter(({ kind }) => kind === "answer") : [];
  });
}

/** Every part with its question and the lines that answer it. */
function solutions(sections: readonly Section[], context: Context): readonly Block[] {
  const numbers: Numbers = {
    figures: figureNumbers(context),
    referred: new Set(context.lines.flatMap(({ references, printing }) => (printing.hidden ? [] : references))),
  };
  return sections.flatMap((section) => [
    ...partBlocks(section.part, context.known),
    ...hintBlocks(section.lines, context.known),
    ...sectionBlocks(section, finalLine(section, sections.length > 1), numbers, context),
  ]);
}

/** The numbers of figures and tables by their lines, and the lines that others refer to. */
interface Numbers {
  readonly figures: ReadonlyMap<number, string>;
  readonly referred: ReadonlySet<number>;
}

function sectionBlocks(section: Section, final: Numbered | undefined, { figures, referred }: Numbers, context: Context): readonly Block[] {
  const placed = ({ number, report }: Numbered): Place => {
    const figure = figures.get(number);
    return {
      detail: context.choices.detail,
      known: context.known,
      ...(context.choices.allNumbers || referred.has(number) ? { number } : {}),
      ...(figure === undefined ? {} : { figure }),
      ...(final?.number === number && (report.printing.isAnswer || report.answer?.kind !== "table")
        ? { answers: section.part ? { letter: section.part.letter } : {} }
        : {}),
    };
  };
  return runsOf(section.lines.filter(isPrinted), referred, context.choices.allNumbers).flatMap((run): readonly Block[] =>
    run.kind === "givens"
      ? [{ kind: "givens", items: run.lines.flatMap(({ report: { given = [] } }) => given) }]
      : besideEachOther(run.lines.map((line) => lineBlocks(line.report, placed(line)))),
  );
}

const isPrinted = ({ report }: Numbered): boolean => !report.printing.hidden || report.error !== undefined;

/** Lines that are one after the other on the page: those given in one sentence, pictures next to each other, or one line. */
interface Run {
  readonly kind: "givens" | "lines";
  readonly lines: readonly Numbered[];
}

/** What is given in lines that follow each other is said together; a given with a reason or a number of its own stands alone. */
function runsOf(lines: readonly Numbered[], referred: ReadonlySet<number>, allNumbers: boolean): readonly Run[] {
  const runs: Run[] = [];
  for (const line of lines) {
    const { report, number } = line;
    if (report.ignored) continue;
    const isPlain = report.given !== undefined && !report.error && report.printing.because === undefined && !referred.has(number) && !allNumbers;
    const kind = isPlain ? "givens" : "lines";
    const last = runs.at(-1);
    const joins = last && (isPlain ? last.kind === "givens" : report.printing.beside === true && last.kind === "lines");
    if (joins) runs[runs.length - 1] = { kind, lines: [...last.lines, line] };
    else runs.push({ kind, lines: [line] });
  }
  return runs;
}

/** Several lines whose pictures stand next to each other: what is said of each comes first. */
function besideEachOther(parts: readonly (readonly Block[])[]): readonly Block[] {
  const all = parts.flat();
  if (parts.length < 2) return all;
  const isPicture = ({ kind }: Block): boolean => kind === "graph" || kind === "figure" || kind === "table";
  const isEvidence = ({ kind }: Block): boolean => kind === "evidence";
  return [...all.filter((block) => !isPicture(block) && !isEvidence(block)), { kind: "beside", blocks: all.filter(isPicture) }, ...all.filter(isEvidence)];
}

/** The parts of a problem with the lines under each. */
function sectionsOf(lines: readonly LineReport[]): readonly Section[] {
  const sections: Section[] = [{ lines: [] }];
  lines.forEach((report, index) => {
    if (report.prints?.kind === "part") {
      const letter = String.fromCharCode("a".charCodeAt(0) + (sections.length - 1));
      sections.push({ part: { letter, prints: report.prints }, lines: [] });
      return;
    }
    const last = sections.length - 1;
    const section = sections[last];
    if (section) sections[last] = { ...section, lines: [...section.lines, { report, number: index + 1 }] };
  });
  return sections;
}

/** Lines that answer with values. */
const ANSWERS: ReadonlySet<string> = new Set(["solutions", "expression", "optimum", "table"]);
/** Lines that answer although they are only said. */
const NO_ANSWERS: ReadonlySet<string> = new Set(["stated", "let", "given"]);

/** The line that answers a part: the one its author names, or the last that answers with values. */
function finalLine({ part, lines }: Section, hasParts: boolean): Numbered | undefined {
  const named = lines.findLast(({ report }) => report.printing.isAnswer);
  const answering = lines.filter(({ report }) => report.answer && ANSWERS.has(report.answer.kind) && !NO_ANSWERS.has(report.instruction ?? ""));
  const last = answering.findLast(({ report }) => report.answer?.kind !== "table") ?? answering.at(-1);
  return named ?? (part || !hasParts ? last : undefined);
}

/** The numbers of figures and tables, each kind by itself: 2.1 is the first of the second problem. */
function figureNumbers({ lines, number }: Context): ReadonlyMap<number, string> {
  const counts = { figure: 0, table: 0 };
  return new Map(
    lines.flatMap(({ blocks, printing }, index) => {
      const kind = blocks.some((block) => block.kind === "graph" || block.kind === "figure")
        ? "figure"
        : blocks.some((block) => block.kind === "table")
          ? "table"
          : undefined;
      if (!kind || printing.hidden) return [];
      counts[kind] += 1;
      return [[index + 1, `${number}.${counts[kind]}`] as const];
    }),
  );
}
