import { NotDifferentiable } from "../calculus/derivative.ts";
import { type Line as InlineLine, sentenceOf } from "../notation/inline.ts";
import { SENTENCE_WORDS } from "../notation/keywords.ts";
import { NotationError, type Span, UnknownWord } from "../notation/syntax.ts";
import { tokenize } from "../notation/tokens.ts";
import type { Outcome } from "./answer.ts";
import { withVectorSteps } from "./carrying-out/vector-steps.ts";
import { PLACE } from "./completion/form.ts";
import type { Environment } from "./environment.ts";
import type { Reading } from "./instruction.ts";
import { toDigits } from "./reading/digits.ts";
import { letterOrder } from "./reading/letter-order.ts";
import { bodyOf, type Printing } from "./reading/line-body.ts";
import type { ReadingNote } from "./reading/reading-note.ts";
import { Sentence } from "./reading/sentence.ts";
import { respelled } from "./reading/spelling.ts";
import { suggestions } from "./reading/suggestions.ts";
import { INSTRUCTIONS, SPELLED_WORDS, SPELLINGS } from "./registry.ts";
import { withDimensions } from "./units.ts";

/** What is wrong with a line, where, and the sentence that was probably meant. */
export interface Fault {
  readonly message: string;
  readonly span: Span;
  readonly suggestion?: string;
  /** The line was given up while it was worked on: nothing is known about what it says. */
  readonly notDecided?: true;
}

/** A line that was read and not carried out. */
export interface Read {
  readonly sentence: InlineLine;
  readonly references: ReadonlySet<number>;
  readonly reading?: Reading;
  readonly printing: Printing;
  readonly ignored: boolean;
  readonly inDegrees: boolean;
  readonly error?: Fault;
  /** How something was read that could have been meant otherwise. */
  readonly notes: readonly ReadingNote[];
  /** What is judged for its dimensions. */
  readonly withDimensions: (outcome: Outcome) => Outcome;
}

const NOTHING = { sentence: [], printing: {}, references: new Set<number>(), inDegrees: false, notes: [], withDimensions: (outcome: Outcome) => outcome };

/** A line that is not tried again, with what is said of it. */
export const notTried = (source: string, message: string): Read => ({
  ...NOTHING,
  ignored: false,
  printing: bodyOf(source).printing,
  error: { message, span: { from: 0, to: source.length }, notDecided: true },
});

/** Reads one line without carrying it out: its typeset form, or the place and reason why it cannot be read, with what was probably meant. */
export function readLine(source: string, environment: Environment): Read {
  const { body, printing, ending } = bodyOf(source);
  const open = source.indexOf(PLACE);
  if (open >= 0)
    return { ...NOTHING, ignored: false, printing, error: { message: "this place is still to be filled in", span: { from: open, to: open + PLACE.length } } };
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
