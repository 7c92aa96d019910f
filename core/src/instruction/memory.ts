import type { Outcome } from "./answer.ts";
import type { Environment, Letters, Outcomes } from "./environment.ts";
import type { Line } from "./line.ts";

/** A line that was carried out, with everything that it depended on: it stands as long as that does. */
export interface Remembered {
  readonly line: Line;
  /** What was declared above it. */
  readonly before: Environment;
  /** What is declared below it; the same object where it declares nothing. */
  readonly after: Environment;
  readonly asked: Asked;
  /** Its number, where what it says may hang on that. */
  readonly number?: number;
}

/** What is kept of workings that were run, so that an edited one is run without doing anything twice. */
export interface Memory {
  /** By the text of the lines. */
  readonly lines: ReadonlyMap<string, readonly Remembered[]>;
  /** What holds before the first line, by the settings: declarations are told apart by identity. */
  readonly starts: ReadonlyMap<string, Environment>;
}

export const NO_MEMORY: Memory = { lines: new Map(), starts: new Map() };

/** What a line looked up of the working around it, and what it was told. Looking up is noted as long as the line lives. */
export class Asked {
  readonly #outcomes = new Map<number, Outcome | undefined>();
  readonly #letters = new Map<string, boolean>();

  /** The results of earlier lines for this line alone. */
  outcomes(known: Outcomes): Outcomes {
    return { get: noted(this.#outcomes, (line) => known.get(line)) };
  }

  /** The letters of the working for this line alone. */
  letters(known: Letters): Letters {
    return { has: noted(this.#letters, (name) => known.has(name)) };
  }

  /** Whether no other line was looked up. */
  get standsAlone(): boolean {
    return this.#outcomes.size === 0;
  }

  /** Whether the line would be told the same now. */
  isSame(outcomes: Outcomes, letters: Letters): boolean {
    return [...this.#outcomes].every(([line, told]) => outcomes.get(line) === told) && [...this.#letters].every(([name, told]) => letters.has(name) === told);
  }
}

/** A question whose answers are noted. */
function noted<Key, Told>(told: Map<Key, Told>, ask: (key: Key) => Told): (key: Key) => Told {
  return (key) => {
    const answer = ask(key);
    told.set(key, answer);
    return answer;
  };
}

/** The line as it was carried out before in the same circumstances; undefined where it has to be carried out. */
export function recall(
  lines: Memory["lines"],
  source: string,
  here: { readonly number: number; readonly before: Environment; readonly outcomes: Outcomes; readonly letters: Letters },
): Remembered | undefined {
  return lines
    .get(source)
    ?.find(
      ({ before, number, asked }) => before === here.before && (number === undefined || number === here.number) && asked.isSame(here.outcomes, here.letters),
    );
}

/** So many lines beyond those of the working itself are kept, for what is undone and redone. */
const MOST_KEPT = 400;

/** What is kept after a run: the lines of the working, then those that were kept before. */
export function remember(memory: Memory, ran: readonly Remembered[], starts: Memory["starts"]): Memory {
  const known = new Set(ran);
  const others = [...memory.lines.values()].flat().filter((one) => !known.has(one));
  const lines = new Map<string, readonly Remembered[]>();
  for (const one of [...known, ...others.slice(0, MOST_KEPT)]) lines.set(one.line.source, [...(lines.get(one.line.source) ?? []), one]);
  return { lines, starts };
}
