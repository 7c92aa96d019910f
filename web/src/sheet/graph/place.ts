/** Where a graph or figure stands: its working, the number of its line, and what can be done with that line. */
export interface GraphPlace {
  readonly working: readonly string[];
  readonly number: number;
}

/** What a graph may do with its working. */
export interface GraphActions {
  /** Puts an instruction into the writing line. */
  readonly write: (instruction: string) => void;
  /** Replaces the line of the graph. */
  readonly replace: (source: string) => void;
}

/** The line in which the graph is written. */
export function sourceOf({ working, number }: GraphPlace): string {
  return working[number - 1] ?? "";
}
