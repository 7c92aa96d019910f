import type { Line as InlineLine } from "../notation/inline.ts";
import type { Outcome } from "./answer.ts";
import type { Declared } from "./instruction.ts";
import type { Fault } from "./read-line.ts";
import type { Printing } from "./reading/line-body.ts";
import type { Printed } from "./reading/printed.ts";

/** A line as far as it is read. */
export interface LineAsRead {
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
}

/** What became of one line of a working. */
export interface Line extends LineAsRead {
  readonly outcome?: Outcome;
  readonly error?: Fault;
  /** How something was read that could have been meant otherwise. */
  readonly notes: readonly string[];
}
