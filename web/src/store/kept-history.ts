import { newHistory } from "redux-undo";
import { type Draft, type SheetHistory, type SheetLine, sourcesOf, type Written } from "./sheet.ts";

/** A history as it is kept: the lines of all its states once, and of each state which of them it has. */
interface KeptHistory {
  readonly lines: readonly SheetLine[];
  readonly past: readonly KeptState[];
  readonly present: KeptState;
  readonly future: readonly KeptState[];
}

interface KeptState extends Pick<Written, "title" | "statement" | "did"> {
  readonly lines: readonly number[];
}

const key = (problemId: string): string => `history ${problemId}`;

/** Keeps what can be undone of a problem until the page is loaded again in this tab; not where there is no room for it. */
export function keepHistory(problemId: string, { past, present, future }: SheetHistory): void {
  const places = new Map<SheetLine, number>();
  const place = (line: SheetLine): number => {
    const known = places.get(line);
    if (known !== undefined) return known;
    places.set(line, places.size);
    return places.size - 1;
  };
  const state = ({ title, statement, did, lines }: Written): KeptState => ({ title, statement, did, lines: lines.map(place) });
  const kept: KeptHistory = { past: past.map(state), present: state(present), future: future.map(state), lines: [...places.keys()] };
  try {
    sessionStorage.setItem(key(problemId), JSON.stringify(kept));
  } catch {
    // The text itself is kept elsewhere.
  }
}

/** What can be undone of a problem, if its text is what it was when it was kept. */
export function keptHistory(problemId: string, now: Draft): SheetHistory | undefined {
  try {
    const kept = JSON.parse(sessionStorage.getItem(key(problemId)) ?? "null") as KeptHistory | null;
    if (!kept) return undefined;
    const state = ({ lines, ...rest }: KeptState): Written => ({
      ...rest,
      lines: lines.map((place) => {
        const line = kept.lines[place];
        if (!line) throw new RangeError("a kept state speaks of a line that is not kept");
        return line;
      }),
    });
    const present = state(kept.present);
    return isSame(present, now) ? newHistory(kept.past.map(state), present, kept.future.map(state)) : undefined;
  } catch {
    return undefined;
  }
}

const isSame = (one: Draft, other: Draft): boolean =>
  JSON.stringify([one.title, one.statement, sourcesOf(one)]) === JSON.stringify([other.title, other.statement, sourcesOf(other)]);
