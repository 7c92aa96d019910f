import { type Move, renumbered, wordsRenumbered } from "@nail-down/core/instruction/reading/renumbered";
import { type Draft, newLine, type SheetLine, sourcesOf } from "./sheet.ts";

/** A change of a draft, with what was done in words. */
export interface Arranged extends Pick<Draft, "statement" | "lines"> {
  readonly did: string;
}

/** Where lines stand, counted from 0. */
const placesOf = ({ lines }: Draft, ids: ReadonlySet<string>): readonly number[] => lines.flatMap(({ id }, k) => (ids.has(id) ? [k] : []));

/** Lines in words, by their places. */
function named(places: readonly number[]): string {
  const [first = 0, last = 0] = [places.at(0), places.at(-1)];
  if (places.length === 1) return `line ${first + 1}`;
  return last - first === places.length - 1 ? `lines ${first + 1} to ${last + 1}` : `${places.length} lines`;
}

/** The names of functions that a working declares: what stands in brackets behind them is no line. */
function functionsOf(sources: readonly string[]): ReadonlySet<string> {
  return new Set(sources.flatMap((source) => /^\s*let\s+([^\s(]+)\s*\(/i.exec(source)?.slice(1) ?? []));
}

/** The lines in a new order, some gone or new; what refers to lines by their numbers follows them. */
function rearranged(draft: Draft, next: readonly SheetLine[]): Pick<Draft, "statement" | "lines"> {
  const numberOf = new Map(next.map(({ id }, k) => [id, k + 1]));
  const before = new Map(draft.lines.map(({ id }, k) => [id, k + 1]));
  const moved: Move["moved"] = (line) => numberOf.get(draft.lines[line - 1]?.id ?? "");
  const functions = functionsOf(sourcesOf(draft));
  const lines = next.map((line, k) => {
    const from = before.get(line.id);
    const source = from === undefined ? line.source : renumbered(line.source, { from, to: k + 1, moved }, functions);
    return source === line.source ? line : { ...line, source };
  });
  const statement = wordsRenumbered(draft.statement, { from: draft.lines.length + 1, to: next.length + 1, moved });
  return { statement, lines };
}

/** Puts new lines in at a place, counted from 0; of several that are put in at once, numbers are as they were written. */
export function inserted(draft: Draft, at: number, sources: readonly string[]): Arranged {
  const put = rearranged(draft, draft.lines.toSpliced(at, 0, ...sources.map(newLine)));
  return { ...put, did: `${named(sources.map((_, k) => at + k))} written` };
}

/** Writes a line anew. */
export function rewritten(draft: Draft, id: string, source: string): Arranged {
  const lines = draft.lines.map((line) => (line.id === id ? { ...line, source } : line));
  return { lines, statement: draft.statement, did: `line ${lines.findIndex((line) => line.id === id) + 1} changed` };
}

/** Writes several lines in place of one. */
export function replaced(draft: Draft, id: string, sources: readonly string[]): Arranged {
  const at = draft.lines.findIndex((line) => line.id === id);
  const [first = "", ...others] = sources;
  const changed = { ...draft, ...rewritten(draft, id, first) };
  return { ...inserted(changed, at + 1, others), did: `line ${at + 1} changed` };
}

/** Removes lines; what referred to them says so. */
export function removed(draft: Draft, ids: ReadonlySet<string>): Arranged {
  const left = draft.lines.filter(({ id }) => !ids.has(id));
  return { ...rearranged(draft, left), did: `${named(placesOf(draft, ids))} removed` };
}

/** Copies lines below the last of them; what refers from one of them to another refers to the copies. */
export function duplicated(draft: Draft, ids: ReadonlySet<string>): Arranged & { readonly copies: readonly string[] } {
  const own = placesOf(draft, ids);
  const at = (own.at(-1) ?? draft.lines.length - 1) + 1;
  const functions = functionsOf(sourcesOf(draft));
  const copies = own.map((k, place) => {
    const to = at + place + 1;
    const move: Move = { from: k + 1, to, moved: (line) => (own.includes(line - 1) ? at + own.indexOf(line - 1) + 1 : line) };
    return newLine(renumbered(draft.lines[k]?.source ?? "", move, functions));
  });
  const put = rearranged(draft, draft.lines.toSpliced(at, 0, ...copies));
  return { ...put, did: `${named(own)} duplicated`, copies: copies.map(({ id }) => id) };
}

/** Moves lines so that they stand together before what stands at a place now, counted from 0. */
export function moved(draft: Draft, ids: ReadonlySet<string>, to: number): Arranged {
  const own = draft.lines.filter(({ id }) => ids.has(id));
  const isOther = ({ id }: SheetLine): boolean => !ids.has(id);
  const next = [...draft.lines.slice(0, to).filter(isOther), ...own, ...draft.lines.slice(to).filter(isOther)];
  return { ...rearranged(draft, next), did: `${named(placesOf(draft, ids))} moved` };
}

/** Moves lines one place up or down; undefined where they stand at the end already. */
export function movedBy(draft: Draft, ids: ReadonlySet<string>, by: -1 | 1): Arranged | undefined {
  const places = placesOf(draft, ids);
  const [first = 0, last = 0] = [places.at(0), places.at(-1)];
  const to = by < 0 ? first - 1 : last + 2;
  return to < 0 || to > draft.lines.length || places.length === 0 ? undefined : moved(draft, ids, to);
}

/** The text of lines as it is put elsewhere: numbers count from the first of them, and what they refer to beyond them is marked as gone. */
export function cutOut(draft: Draft, ids: ReadonlySet<string>): readonly string[] {
  const own = placesOf(draft, ids).map((k) => k + 1);
  const functions = functionsOf(sourcesOf(draft));
  return own.map((number, k) => {
    const at = (line: number): number | undefined => (own.includes(line) ? own.indexOf(line) + 1 : undefined);
    return renumbered(draft.lines[number - 1]?.source ?? "", { from: number, to: k + 1, moved: at }, functions);
  });
}

/** Lines whose numbers count from the first of them, as they are written at a place, counted from 0. */
export function putIn(sources: readonly string[], at: number): readonly string[] {
  const functions = functionsOf(sources);
  return sources.map((source, k) => renumbered(source, { from: k + 1, to: at + k + 1, moved: (line) => at + line }, functions));
}
