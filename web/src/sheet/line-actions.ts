import { pastedLines } from "@nail-down/core/instruction/reading/pasted-lines";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { type RefObject, useMemo } from "react";
import { useStore } from "react-redux";
import { type Arranged, cutOut, duplicated, inserted, moved, movedBy, putIn, removed, replaced, rewritten } from "../store/arranging.ts";
import { bench } from "../store/bench.ts";
import { sheet, sourcesOf } from "../store/sheet.ts";
import type { RootState } from "../store/store.ts";
import type { WritingHandle } from "./writing/writing-line.tsx";

/** Where the author writes beside the writing line: in the place of a line, or between lines, before what stands at an index. */
export type Slot = { readonly kind: "edit"; readonly id: string } | { readonly kind: "insert"; readonly at: number };

/** What can be done with lines. What is done with one of several that are chosen is done with all of them. */
export interface LineActions {
  readonly working: () => readonly string[];
  /** Puts text into the writing line. */
  readonly write: (text: string) => void;
  /** Puts (n) into the writing line. */
  readonly refer: (number: number) => void;
  /** Writes a line at the end. */
  readonly add: (source: string) => void;
  /** Writes lines in a slot, or at the end; the last of them has the focus where it is asked for. */
  readonly enter: (slot: Slot | undefined, sources: readonly string[]) => void;
  readonly rewrite: (id: string, source: string) => void;
  readonly edit: (id: string) => void;
  readonly writeAt: (id: string, side: "above" | "below") => void;
  readonly leaveSlot: (slot: Slot) => void;
  readonly duplicate: (id: string) => void;
  readonly moveBy: (id: string, by: -1 | 1) => void;
  /** Moves a line to the place of another. */
  readonly moveOnto: (id: string, target: string) => void;
  readonly remove: (id: string) => void;
  /** The text of lines as it is put elsewhere. */
  readonly textOf: (id: string) => string;
  readonly copy: (id: string) => void;
  readonly cut: (id: string) => void;
  readonly paste: (id: string, text: string) => void;
  readonly choose: (id: string, how: "also" | "to") => void;
  readonly focused: (id: string) => void;
  readonly pin: (id: string) => void;
  readonly tryAgain: (id: string) => void;
  /** Writes a reason into the margin of a line. */
  readonly giveReason: (line: number, words: string) => void;
}

/** Lines that claim nothing: their evidence would be empty. */
const DECLARATIONS: ReadonlySet<string> = new Set(["let", "given", "say", "hint", "part"]);
const isDeclaration = (source: string): boolean => DECLARATIONS.has(source.trim().split(/\s+/)[0] ?? "");

/** The actions of the bench's sheet; the object stays the same, so that lines are not drawn again for it. */
export function useLineActions(
  writing: RefObject<WritingHandle | null>,
  setSlot: (slot: Slot | undefined) => void,
  focusLine: (id: string | undefined) => void,
): LineActions {
  const store = useStore<RootState>();
  return useMemo(() => {
    const { dispatch } = store;
    const draft = () => store.getState().sheet.present;
    const state = () => store.getState().bench;
    const arrange = ({ did, statement, lines }: Arranged): void => {
      if (lines.length > LIMITS.lines) return;
      dispatch(sheet.arranged({ did, lines, ...(statement === draft().statement ? {} : { statement }) }));
    };
    /** What is done with one of the chosen lines is done with all. */
    const together = (id: string): ReadonlySet<string> => new Set(state().chosen.includes(id) ? state().chosen : [id]);
    const placeOf = (id: string): number => draft().lines.findIndex((line) => line.id === id);
    /** Puts lines in and goes to the last of them. */
    const insert = (at: number, sources: readonly string[]): string | undefined => {
      arrange(inserted(draft(), at, sources));
      const last = draft().lines[at + sources.length - 1];
      if (last && !isDeclaration(last.source)) dispatch(bench.focused(last.id));
      return last?.id;
    };
    const edit = (id: string): void => {
      setSlot({ kind: "edit", id });
      dispatch(bench.focused(id));
    };
    const remove = (id: string): void => {
      const own = together(id);
      const before = draft().lines;
      const after = before.slice(placeOf(id)).find((line) => !own.has(line.id)) ?? before.findLast((line) => !own.has(line.id));
      arrange(removed(draft(), own));
      dispatch(bench.chosen([]));
      focusLine(after?.id);
    };
    const textOf = (id: string): string => cutOut(draft(), together(id)).join("\n");
    const rewrite = (id: string, source: string): void => {
      if (draft().lines.some((line) => line.id === id && line.source !== source)) arrange(rewritten(draft(), id, source));
    };
    return {
      working: () => sourcesOf(draft()),
      write: (text) => writing.current?.insert(text),
      refer: (number) => writing.current?.insert(`(${number})`),
      add: (source) => void insert(draft().lines.length, [source]),
      enter: (slot, sources) => {
        setSlot(undefined);
        if (slot?.kind === "insert") return focusLine(insert(slot.at, sources));
        if (!slot) return void insert(draft().lines.length, putIn(sources, draft().lines.length));
        if (sources.length === 1) rewrite(slot.id, sources[0] ?? "");
        else arrange(replaced(draft(), slot.id, sources));
        focusLine(slot.id);
      },
      rewrite,
      edit,
      writeAt: (id, side) => setSlot({ kind: "insert", at: placeOf(id) + (side === "above" ? 0 : 1) }),
      leaveSlot: (slot) => {
        setSlot(undefined);
        focusLine(slot.kind === "edit" ? slot.id : draft().lines[Math.max(0, slot.at - 1)]?.id);
      },
      duplicate: (id) => {
        const { copies, ...made } = duplicated(draft(), together(id));
        arrange(made);
        dispatch(bench.chosen(copies.length > 1 ? copies : []));
        focusLine(copies.at(-1));
      },
      moveBy: (id, by) => {
        const made = movedBy(draft(), together(id), by);
        if (made) arrange(made);
        focusLine(id);
      },
      moveOnto: (id, target) => {
        if (id === target || together(id).has(target)) return;
        const [from, to] = [placeOf(id), placeOf(target)];
        arrange(moved(draft(), together(id), from < to ? to + 1 : to));
        focusLine(id);
      },
      remove,
      textOf,
      copy: (id) => void navigator.clipboard.writeText(textOf(id)),
      cut: (id) => {
        void navigator.clipboard.writeText(textOf(id));
        remove(id);
      },
      paste: (id, text) => {
        const at = placeOf(id) + 1;
        const sources = pastedLines(text);
        if (sources.length > 0) focusLine(insert(at, putIn(sources, at)));
      },
      choose: (id, how) => {
        const { chosen, focus } = state();
        const from = placeOf(chosen[0] ?? focus ?? id);
        const range = draft()
          .lines.slice(Math.min(from, placeOf(id)), Math.max(from, placeOf(id)) + 1)
          .map((line) => line.id);
        // The one that the choice began with stands first.
        const ordered = from > placeOf(id) ? range.reverse() : range;
        const toggled = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id];
        dispatch(bench.chosen(how === "to" ? ordered : toggled));
      },
      focused: (id) => void dispatch(bench.focused(id)),
      pin: (id) => {
        const isPinned = state().pinned === id;
        dispatch(bench.focused(id));
        dispatch(bench.pinned(isPinned ? null : id));
      },
      tryAgain: (id) => void dispatch(bench.triedAgain(id)),
      giveReason: (line, words) => {
        const own = draft().lines[line - 1];
        if (own) rewrite(own.id, `${own.source} because "${words}"`);
      },
    };
  }, [store, writing, setSlot, focusLine]);
}
