import { NotDifferentiable } from "../calculus/derivative.ts";
import { NotationError, type Span } from "../notation/syntax.ts";
import { tokensIn } from "../notation/tokens.ts";
import { BudgetExhausted } from "../number/budget.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { Unsolvable } from "../solve/solution.ts";
import { CannotDo, type Outcome } from "./answer.ts";
import { EMPTY, type Environment, type Letters, type Outcomes } from "./environment.ts";
import type { Line } from "./line.ts";
import { Asked, type Memory, NO_MEMORY, type Remembered, recall, remember } from "./memory.ts";
import { notTried, type Read, readLine } from "./read-line.ts";
import { bodyOf } from "./reading/line-body.ts";
import { lettersIn } from "./reading/units-read.ts";
import type { Settings } from "./settings.ts";

/** What stands beside a run: who is told where it is, and lines that are not tried again. */
export interface Watch {
  /** Told the number of each line before it is read. */
  readonly begins?: (line: number) => void;
  /** Told the number of each line that is carried out anew, before it is. */
  readonly carriesOut?: (line: number) => void;
  /** Lines that took too much, by their numbers, and what is said of them. */
  readonly givenUp?: ReadonlyMap<number, string>;
  /** What is said of a line that fails in a way nobody foresaw; without it the failure is thrown. */
  readonly defect?: string;
}

/** A working that has been run, with what is needed to run an edited one without doing anything twice. */
export interface Working {
  readonly lines: readonly Line[];
  readonly memory: Memory;
  /** What a further line would see. */
  readonly environment: Environment;
}

/** A line that has been carried out, and what is kept of the run so far, should it be ended here. */
export interface Ran {
  readonly line: Line;
  readonly memory: () => Memory;
}

/**
 * Runs the lines of a working in order. A line is carried out anew only when its text, or what it depends on, has changed
 * since `memory` was made: declarations it can see, lines and letters it looked up.
 */
export function runWorking(sources: readonly string[], memory: Memory = NO_MEMORY, settings: Settings = {}, watch: Watch = {}): Working {
  return drained(linesOf(sources, memory, settings, watch), () => {});
}

/** Runs a generator to its end, and tells of what it yields on the way. */
export function drained<Yielded, End>(run: Generator<Yielded, End, void>, tell: (yielded: Yielded) => void): End {
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
    tell(value);
  }
}

/** As `runWorking`, line by line: each line as soon as it has been carried out, at the end all of them. */
export function* linesOf(sources: readonly string[], memory: Memory = NO_MEMORY, settings: Settings = {}, watch: Watch = {}): Generator<Ran, Working, void> {
  const letters = lettersOf(sources);
  const key = JSON.stringify(settings);
  const start = memory.starts.get(key) ?? startWith(settings);
  const found = new Map<number, Outcome>();
  const ran: Remembered[] = [];
  /** A line that stands twice is carried out once. */
  const inThisRun = new Map<string, Remembered[]>();
  const lines: Line[] = [];
  const memoryNow = (): Memory => remember(memory, ran, new Map(memory.starts).set(key, start));
  let declared = start;
  for (const [index, source] of sources.entries()) {
    const number = index + 1;
    const one = oneLine(source, { number, before: declared, outcomes: found, letters }, [memory.lines, inThisRun], watch);
    if (one.line.outcome) found.set(number, one.line.outcome);
    if (!one.line.error?.notDecided) {
      ran.push(one);
      inThisRun.set(source, [...(inThisRun.get(source) ?? []), one]);
    }
    declared = one.after;
    lines.push(one.line);
    yield { line: one.line, memory: memoryNow };
  }
  return { lines, memory: memoryNow(), environment: { ...declared, letters, outcomes: found, line: sources.length + 1 } };
}

interface Place {
  readonly number: number;
  readonly before: Environment;
  readonly outcomes: Outcomes;
  readonly letters: Letters;
}

function oneLine(source: string, place: Place, known: readonly Memory["lines"][], { begins, carriesOut, givenUp, defect }: Watch): Remembered {
  try {
    begins?.(place.number);
    const given = givenUp?.get(place.number);
    if (given !== undefined) return givenUpLine(source, place, given);
    for (const lines of known) {
      const before = recall(lines, source, place);
      if (before) return before;
    }
    carriesOut?.(place.number);
    return carriedOut(source, place);
  } catch (failure) {
    if (defect === undefined) throw failure;
    return givenUpLine(source, place, defect);
  }
}

/** A line that is not tried, with what is said of it. */
export const untriedLine = (source: string, message: string): Line => asRead(notTried(source, message), source);

const givenUpLine = (source: string, { before }: Place, message: string): Remembered => ({
  line: untriedLine(source, message),
  before,
  after: before,
  asked: new Asked(),
});

/** What may be the number of a line. */
const REFERENCE = /\(\s*\d+\s*\)/;

function carriedOut(source: string, { number, before, outcomes, letters }: Place): Remembered {
  const asked = new Asked();
  const here: Environment = { ...before, line: number, outcomes: asked.outcomes(outcomes), letters: asked.letters(letters) };
  const read = readLine(source, here);
  const line = outcomeOf(read, source, here.outcomes);
  const after = read.reading?.declares && !line.error ? { ...read.reading.declares(here), inDegrees: here.inDegrees || read.inDegrees } : before;
  const isAnywhere = asked.standsAlone && !line.error && !REFERENCE.test(source);
  return { line, before, after, asked, ...(isAnywhere ? {} : { number }) };
}

/** What holds before the first line. */
const startWith = ({ digits, inDegrees }: Settings): Environment => ({ ...EMPTY, inDegrees: inDegrees === true, ...(digits ? { digits } : {}) });

/** The names that stand as letters in some line; a line that cannot be read says so itself. */
const lettersOf = (sources: readonly string[]): ReadonlySet<string> => new Set(sources.flatMap((source) => lettersIn(tokensIn(bodyOf(source).body) ?? [])));

/** A line as far as it is read. */
function asRead({ reading, error, printing, sentence, references, ignored, notes }: Read, source: string): Line {
  return {
    source,
    ignored,
    sentence,
    references: [...references, ...(reading?.dependsOn ?? [])],
    notes: notes.flatMap(({ text, passing }) => (passing ? [] : [text])),
    printing,
    ...(reading ? { instruction: reading.instruction } : {}),
    ...(reading?.declared ? { declared: reading.declared } : {}),
    ...(reading?.given ? { given: reading.given } : {}),
    ...(reading?.prints ? { prints: reading.prints } : {}),
    ...(error ? { error } : {}),
  };
}

/** The first of some lines that is bent or follows from a bent one. */
function firstBent(lines: readonly number[], above: Outcomes): number | undefined {
  for (const line of lines) {
    const outcome = above.get(line);
    const bent = outcome?.verdict === "bent" ? line : outcome?.followsBent;
    if (bent !== undefined) return bent;
  }
  return undefined;
}

function outcomeOf(read: Read, source: string, above: Outcomes): Line {
  const base = asRead(read, source);
  if (!read.reading || read.error) return base;
  const bent = firstBent(base.references, above);
  try {
    const outcome = { ...read.withDimensions(read.reading.run()), ...(bent === undefined ? {} : { followsBent: bent }) };
    const follows = bent === undefined ? [] : [`this follows from line ${bent}, which is bent`];
    return { ...base, notes: [...base.notes, ...(outcome.notes ?? []), ...follows], outcome };
  } catch (failure) {
    const whole: Span = { from: 0, to: source.length };
    if (failure instanceof NotationError) return { ...base, error: { message: failure.message, span: failure.span } };
    const expected = [CannotDo, Unsolvable, BudgetExhausted, NotDifferentiable, BallUndefined].some((kind) => failure instanceof kind);
    if (expected && failure instanceof Error) return { ...base, error: { message: failure.message, span: whole } };
    throw failure;
  }
}
