/** A problem set as its file holds it. */
export interface ProblemSet {
  readonly title: string;
  /** The YAML between the `---` lines, without them; empty where the file has none. */
  readonly frontMatter: string;
  /** CommonMark between the title and the first problem. */
  readonly introduction: string;
  readonly problems: readonly Problem[];
  /** The file as it was read, part by part, so that unchanged parts are written back to the letter. */
  readonly layout?: SetLayout;
}

export interface Problem {
  readonly title: string;
  /** CommonMark with `$…$`. */
  readonly statement: string;
  /** The instructions, one a line. */
  readonly working: readonly string[];
  /** CommonMark after the working. */
  readonly remarks: string;
  readonly layout?: ProblemLayout;
}

export interface SetLayout {
  readonly frontMatter: string;
  readonly beforeTitle: string;
  readonly titleLine: string;
  readonly introduction: string;
}

export interface ProblemLayout {
  readonly titleLine: string;
  readonly statement: string;
  readonly working: string;
  readonly remarks: string;
}

/** A fault in a problem-set file, with its line number from 1. */
export class ProblemSetError extends Error {
  override readonly name = "ProblemSetError";
  readonly line: number;

  constructor(message: string, line: number) {
    super(`line ${line}: ${message}`);
    this.line = line;
  }
}
