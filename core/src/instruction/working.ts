import { NotDifferentiable } from "../calculus/derivative.ts";
import { type Line as InlineLine, sentenceOf } from "../notation/inline.ts";
import { SENTENCE_WORDS } from "../notation/keywords.ts";
import { NotationError, type Span, UnknownWord } from "../notation/syntax.ts";
import { tokenize } from "../notation/tokens.ts";
import { BudgetExhausted } from "../number/budget.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { Unsolvable } from "../solve/solution.ts";
import { CannotDo, type Outcome } from "./answer.ts";
import { withVectorSteps } from "./carrying-out/vector-steps.ts";
import { EMPTY, type Environment } from "./environment.ts";
import type { Declared, Reading } from "./instruction.ts";
import { toDigits } from "./reading/digits.ts";
import { letterOrder } from "./reading/letter-order.ts";
import { bodyOf, type Printing } from "./reading/line-body.ts";
import type { Printed } from "./reading/printed.ts";
import { Sentence } from "./reading/sentence.ts";
import { respelled } from "./reading/spelling.ts";
import { suggestions } from "./reading/suggestions.ts";
import { lettersIn } from "./reading/units-read.ts";
import { INSTRUCTIONS, SPELLED_WORDS, SPELLINGS } from "./registry.ts";
import type { Settings } from "./settings.ts";
import { withDimensions } from "./units.ts";

/** What became of one line of a working. */
export interface Line {
  readonly source: string;
  /** Blank lines and lines that start with # keep their number and do nothing. */
  readonly ignored: boolean;
  /** The sentence as it is published; empty where it could not be read. */
  readonly sentence: InlineLine;
  /** The numbers of the lines that it refers to, or is held against. */
  readonly references: readonly number[];
  readonly instruction?: string;
  /** How the author wants it printed. */
  readonly printing: Printing;
  readonly declared?: readonly Declared[];
  /** What is given, each by itself. */
  readonly given?: readonly InlineLine[];
  /** What it prints, where it does nothing else. */
  readonly prints?: Printed;
  readonly outcome?: Outcome;
  readonly error?: Fault;
  /** How something was read that could have been meant otherwise. */
  readonly notes: readonly string[];
}

/** What is wrong with a line, where, and the sentence that was probably meant. */
export interface Fault {
  readonly message: string;
  readonly span: Span;
  readonly suggestion?: string;
  /** The line was given up while it was worked on: nothing is known about what it says. */
  readonly notDecided?: true;
}

/** What stands beside a run: who is told where it is, and lines that are not tried again. */
export interface Watch {
  /** Told the number of each line before it is read. */
  readonly begins?: (line: number) => void;
  /** Lines that took too much, by their numbers, and what is said of them. */
  readonly givenUp?: ReadonlyMap<number, string>;
}

/** A working that has been run, with what is needed to run an edited one without doing anything twice. */
export interface Working {
  readonly lines: readonly Line[];
  readonly memory: ReadonlyMap<string, Line>;
  /** What a further line would see. */
  readonly environment: Environment;
}

/**
 * Runs the lines of a working in order. A line is carried out anew only when its text, or what it depends on, has changed
 * since `memory` was made: declarations it can see, lines it refers to, the line above where it speaks of that.
 */
export function runWorking(
  sources: readonly string[],
  memory: ReadonlyMap<string, Line> = new Map(),
  { digits, inDegrees }: Settings = {},
  { begins, givenUp }: Watch = {},
): Working {
  const remembered = new Map<string, Line>();
  const lines: Line[] = [];
  const keys: string[] = [];
  let environment: Environment = { ...EMPTY, letters: lettersOf(sources), inDegrees: inDegrees === true, ...(digits ? { digits } : {}) };
  let declared = `${inDegrees === true} ${digits ? `${digits.kind} ${digits.count}` : ""}`;
  sources.forEach((source, index) => {
    const number = index + 1;
    const here: Environment = { ...environment, line: number };
    begins?.(number);
    const taken = givenUp?.get(number);
    const read = taken === undefined ? readLine(source, here) : notTried(source, taken);
    const depends = read.reading ? [...read.references, ...(read.reading.dependsOn ?? [])] : [];
    const key = [source, read.notes.join(), declared, ...depends.map((line) => `${line} ${keys[line - 1] ?? ""}`)].join("\u0001");
    keys.push(key);
    const line = memory.get(key) ?? carriedOut(read, source);
    remembered.set(key, line);
    lines.push(line);
    if (read.reading?.declares && !line.error) {
      environment = { ...read.reading.declares(environment), inDegrees: environment.inDegrees || read.inDegrees };
      declared += `\u0002${key}`;
    }
    if (line.outcome) environment = { ...environment, outcomes: new Map(environment.outcomes).set(number, line.outcome) };
  });
  return { lines, memory: remembered, environment: { ...environment, line: sources.length + 1 } };
}

/** The names that stand as letters in some line. */
function lettersOf(sources: readonly string[]): ReadonlySet<string> {
  return new Set(
    sources.flatMap((source) => {
      try {
        return lettersIn(tokenize(bodyOf(source).body));
      } catch (error) {
        // A line that cannot be read says so itself.
        if (error instanceof NotationError) return [];
        throw error;
      }
    }),
  );
}

interface Read {
  readonly sentence: InlineLine;
  readonly references: ReadonlySet<number>;
  readonly reading?: Reading;
  readonly printing: Printing;
  readonly ignored: boolean;
  readonly inDegrees: boolean;
  readonly error?: Fault;
  /** How something was read that could have been meant otherwise. */
  readonly notes: readonly string[];
  /** What is judged for its dimensions. */
  readonly withDimensions: (outcome: Outcome) => Outcome;
}

const NOTHING = { sentence: [], printing: {}, references: new Set<number>(), inDegrees: false, notes: [], withDimensions: (outcome: Outcome) => outcome };

/** A line that is not tried again, with what is said of it. */
const notTried = (source: string, message: string): Read => ({
  ...NOTHING,
  ignored: false,
  printing: bodyOf(source).printing,
  error: { message, span: { from: 0, to: source.length }, notDecided: true },
});

/** Reads one line without carrying it out: its typeset form, or the place and reason why it cannot be read, with what was probably meant. */
export function readLine(source: string, environment: Environment): Read {
  const { body, printing, ending } = bodyOf(source);
  if (body.trim() === "") return { ...NOTHING, ignored: true };
  try {
    return { ...readBody(body, environment), ignored: false, printing };
  } catch (error) {
    // A derivative is carried out while it is read.
    const span = error instanceof NotationError ? error.span : error instanceof NotDifferentiable ? { from: 0, to: source.length } : undefined;
    if (!span || !(error instanceof Error)) throw error;
    const meant = meantBy(body, error, environment, MOST_SLIPS);
    const suggestion = meant === undefined ? {} : { suggestion: `${meant}${ending}` };
    const isName = error instanceof UnknownWord && error.word.length > LONGEST_SMALL_WORD && !SENTENCE_WORDS.has(error.word.toLowerCase());
    const hint = meant === undefined && isName ? `: a quantity is declared first, as in “given ${error.word}”` : "";
    const message = `${error.message}${hint}`;
    return { ...NOTHING, ignored: false, printing, error: { message, span, ...suggestion } };
  }
}

function readBody(body: string, before: Environment): Omit<Read, "ignored" | "printing"> {
  const tokens = respelled(body, tokenize(body), SPELLINGS, before.quantities);
  const environment = { ...before, order: letterOrder(tokens, before.quantities) };
  const sentence = new Sentence(body, environment, tokens);
  const reading = INSTRUCTIONS.find((candidate) => candidate.begins(sentence))?.read(sentence);
  const { pieces, references, inDegrees, notes } = sentence;
  const { calculated } = sentence;
  const digits = sentence.digits ?? environment.digits;
  const judged = (outcome: Outcome): Outcome => {
    const found = withDimensions(withVectorSteps(outcome, calculated, environment), sentence.dimensions, sentence.measuredParts);
    return digits ? toDigits(found, digits) : found;
  };
  return { sentence: reading?.says ?? sentenceOf(pieces), references, inDegrees, notes, withDimensions: judged, ...(reading ? { reading } : {}) };
}

/** Words of no more letters are seldom names of quantities. */
const LONGEST_SMALL_WORD = 3;

/** How many slips of one line are mended for the sentence that is offered. */
const MOST_SLIPS = 3;

/** The first sentence that may have been meant and can be read, where several words are wrong after one another. */
function meantBy(body: string, error: Error, environment: Environment, slips: number): string | undefined {
  for (const sentence of slips > 0 ? suggestions(body, error, environment, SPELLED_WORDS) : []) {
    const fault = faultOf(sentence, environment);
    const meant = fault ? meantBy(sentence, fault, environment, slips - 1) : sentence;
    if (meant !== undefined) return meant;
  }
  return undefined;
}

/** Why a sentence cannot be read; undefined where it can. */
function faultOf(sentence: string, environment: Environment): Error | undefined {
  try {
    readBody(sentence, environment);
    return undefined;
  } catch (error) {
    if (error instanceof NotationError || error instanceof NotDifferentiable) return error;
    throw error;
  }
}

function carriedOut(read: Read, source: string): Line {
  const { reading, error, printing, sentence, references, ignored, notes } = read;
  const base = {
    source,
    ignored,
    sentence,
    references: [...references, ...(reading?.dependsOn ?? [])],
    notes,
    printing,
    ...(reading ? { instruction: reading.instruction } : {}),
    ...(reading?.declared ? { declared: reading.declared } : {}),
    ...(reading?.given ? { given: reading.given } : {}),
    ...(reading?.prints ? { prints: reading.prints } : {}),
  };
  if (error) return { ...base, error };
  if (!reading) return base;
  try {
    const outcome = read.withDimensions(reading.run());
    return { ...base, notes: [...notes, ...(outcome.notes ?? [])], outcome };
  } catch (failure) {
    const whole: Span = { from: 0, to: source.length };
    if (failure instanceof NotationError) return { ...base, error: { message: failure.message, span: failure.span } };
    const expected = [CannotDo, Unsolvable, BudgetExhausted, NotDifferentiable, BallUndefined].some((kind) => failure instanceof kind);
    if (expected && failure instanceof Error) return { ...base, error: { message: failure.message, span: whole } };
    throw failure;
  }
}
