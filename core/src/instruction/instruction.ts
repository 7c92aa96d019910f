import type { Line } from "../notation/inline.ts";
import type { Above } from "./above.ts";
import type { Outcome } from "./answer.ts";
import type { Environment } from "./environment.ts";
import type { Printed } from "./reading/printed.ts";
import type { Sentence } from "./reading/sentence.ts";
import type { Spelling } from "./reading/spelling.ts";

/** A declared name, or a function with how many arguments. */
export interface Declared {
  readonly name: string;
  readonly arity: number;
}

/** An instruction that has been read: it can be typeset, and carried out. */
export interface Reading {
  /** The instruction's name in the registry. */
  readonly instruction: string;
  /** How the line is said to a reader, where that is not as it is typed. */
  readonly says?: Line;
  /** The names and functions that it declares, for the author's words. */
  readonly declared?: readonly Declared[];
  /** What is given, each by itself. */
  readonly given?: readonly Line[];
  /** What the line prints, where it does nothing else. */
  readonly prints?: Printed;
  /** Lines beyond those named in the sentence that it depends on, such as the line above. */
  readonly dependsOn?: readonly number[];
  /** What the line adds to the environment of later lines. */
  readonly declares?: (environment: Environment) => Environment;
  /** Carries the instruction out; throws CannotDo, Unsolvable or NotationError. */
  readonly run: () => Outcome;
}

/** One kind of instruction; its file owns how it is read and what it does. */
export interface Instruction {
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly purpose: string;
  /** Its sentences; E, Q and x stand for an expression, an equation or other relation, and a name; brackets mark what may be left out. */
  readonly forms: readonly string[];
  /** What may stand in places of its forms that have a name: FORM. */
  readonly slots?: Readonly<Record<string, readonly string[]>>;
  /** Short workings; the instruction stands in each. */
  readonly examples: readonly (readonly string[])[];
  /** Words or marks by which it begins; the first that matches in the registry reads the line. */
  readonly begins: (sentence: Sentence) => boolean;
  readonly read: (sentence: Sentence) => Reading;
  /** Its sentences that rewrite {E}, as they are offered for a part of a line; {x} is one of the letters in it. */
  readonly rewrites?: readonly string[];
  /** Its sentences that could come next below a line; □ marks what is to be filled in. */
  readonly follows?: (above: Above) => readonly string[];
  /** Other spellings of its sentences. */
  readonly spellings?: readonly Spelling[];
}
