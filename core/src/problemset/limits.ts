/** How much a set may hold, in characters where nothing else is said: the same in the editor, in requests and in files. */
export const LIMITS = {
  /** Of a set or a problem. */
  title: 200,
  frontMatter: 20_000,
  introduction: 100_000,
  statement: 100_000,
  remarks: 100_000,
  /** Instructions of a working, and the characters of one. */
  lines: 300,
  line: 4000,
  /** Of a set. */
  problems: 200,
  /** All of a set together, in bytes. */
  set: 2_000_000,
  /** A whole file: with what it takes to write a set of that size down. */
  file: 3_000_000,
  /** Sets of one account that are published, previewed or written to files at the same time. */
  jobs: 5,
} as const;
