import { NotDifferentiable } from "../calculus/derivative.ts";
import { NotationError, type Span } from "../notation/syntax.ts";
import { BudgetExhausted } from "../number/budget.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { Unsolvable } from "../solve/solution.ts";
import { CannotDo, type Outcome } from "./answer.ts";
import { EMPTY, type Environment } from "./environment.ts";
import type { Reading } from "./instruction.ts";
import { INSTRUCTIONS, NOT_YET } from "./registry.ts";
import { type Piece, Sentence } from "./sentence.ts";

/** What became of one line of a working. */
export interface Line {
  readonly source: string;
  /** Blank lines and lines that start with # keep their number and do nothing. */
  readonly ignored: boolean;
  /** The sentence as it is typeset; empty where it could not be read. */
  readonly pieces: readonly Piece[];
  readonly instruction?: string;
  /** The author's words for the margin. */
  readonly because?: string;
  readonly outcome?: Outcome;
  readonly error?: { readonly message: string; readonly span: Span };
}

/** A working that has been run, with what is needed to run an edited one without doing anything twice. */
export interface Working {
  readonly lines: readonly Line[];
  readonly memory: ReadonlyMap<string, Line>;
  /** What a further line would see. */
  readonly environment: Environment;
}

const BECAUSE = /\bbecause\s+"([^"]*)"\s*$/i;

/**
 * Runs the lines of a working in order. A line is carried out anew only when its text, or what it depends on, has changed
 * since `memory` was made: declarations it can see, lines it refers to, the line above where it speaks of that.
 */
export function runWorking(sources: readonly string[], memory: ReadonlyMap<string, Line> = new Map()): Working {
  const remembered = new Map<string, Line>();
  const lines: Line[] = [];
  const keys: string[] = [];
  let environment: Environment = EMPTY;
  let declared = "";
  sources.forEach((source, index) => {
    const number = index + 1;
    const here: Environment = { ...environment, line: number };
    const read = readLine(source, here);
    const depends = read.reading ? [...read.references, ...(read.reading.dependsOn ?? [])] : [];
    const key = [source, declared, ...depends.map((line) => `${line} ${keys[line - 1] ?? ""}`)].join("\u0001");
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

interface Read {
  readonly pieces: readonly Piece[];
  readonly references: ReadonlySet<number>;
  readonly reading?: Reading;
  readonly because?: string;
  readonly ignored: boolean;
  readonly inDegrees: boolean;
  readonly error?: { readonly message: string; readonly span: Span };
}

/** Reads one line without carrying it out: its typeset form, or the place and reason why it cannot be read. */
export function readLine(source: string, environment: Environment): Read {
  const nothing = { pieces: [], references: new Set<number>(), inDegrees: false };
  if (/^\s*(#.*)?$/.test(source)) return { ...nothing, ignored: true };
  const because = BECAUSE.exec(source)?.[1];
  const body = because === undefined ? source : source.replace(BECAUSE, "");
  const reason = because === undefined ? {} : { because };
  try {
    const sentence = new Sentence(body, environment);
    const notYet = NOT_YET.find((words) => sentence.peekWords(...words));
    if (notYet) sentence.fail(`“${notYet.join(" ")} …” cannot be carried out yet`, { from: sentence.next.span.from, to: body.length });
    const instruction = INSTRUCTIONS.find((candidate) => candidate.begins(sentence));
    const reading = instruction?.read(sentence);
    return {
      pieces: sentence.pieces,
      references: sentence.references,
      inDegrees: sentence.inDegrees,
      ignored: false,
      ...reason,
      ...(reading ? { reading } : {}),
    };
  } catch (error) {
    // A derivative is carried out while it is read.
    const span = error instanceof NotationError ? error.span : error instanceof NotDifferentiable ? { from: 0, to: source.length } : undefined;
    if (!span || !(error instanceof Error)) throw error;
    return { ...nothing, ignored: false, ...reason, error: { message: error.message, span } };
  }
}

function carriedOut(read: Read, source: string): Line {
  const { reading, error, because, pieces, ignored } = read;
  const base = { source, ignored, pieces, ...(because === undefined ? {} : { because }), ...(reading ? { instruction: reading.instruction } : {}) };
  if (error) return { ...base, error };
  if (!reading) return base;
  try {
    return { ...base, outcome: reading.run() };
  } catch (failure) {
    const whole: Span = { from: 0, to: source.length };
    if (failure instanceof NotationError) return { ...base, error: { message: failure.message, span: failure.span } };
    const expected = [CannotDo, Unsolvable, BudgetExhausted, NotDifferentiable, BallUndefined].some((kind) => failure instanceof kind);
    if (expected && failure instanceof Error) return { ...base, error: { message: failure.message, span: whole } };
    throw failure;
  }
}
