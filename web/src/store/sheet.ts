import { createAction, createSlice, isAnyOf, nanoid, type PayloadAction, type UnknownAction } from "@reduxjs/toolkit";
import undoable, { ActionCreators, newHistory, type StateWithHistory } from "redux-undo";
import type { ProblemRecord } from "../api/client.ts";

/** A line of a working; its identity stays while it is edited and moved. */
export interface SheetLine {
  readonly id: string;
  readonly source: string;
}

/** What the author writes in a problem. */
export interface Draft {
  readonly title: string;
  readonly statement: string;
  readonly lines: readonly SheetLine[];
}

/** A state of the sheet, and what was done to come to it: “line 3 removed”. */
export interface Written extends Draft {
  readonly did: string;
  /** When it was typed, where it was: what is typed in one stretch is undone at once. */
  readonly typedAt?: number;
}

export type SheetHistory = StateWithHistory<Written>;

export const newLine = (source: string): SheetLine => ({ id: nanoid(), source });

export const sourcesOf = ({ lines }: Draft): readonly string[] => lines.map(({ source }) => source);

export const draftOf = ({ title, statement, working }: Pick<ProblemRecord, "title" | "statement"> & { readonly working: readonly string[] }): Draft => ({
  title,
  statement,
  lines: working.map(newLine),
});

const NOTHING: Written = { title: "", statement: "", lines: [], did: "" };
const MOST_UNDO = 300;
/** A stretch of typing without a longer pause, in milliseconds, is one thing to undo. */
const ONE_STRETCH = 1200;

interface Typed extends Partial<Draft> {
  readonly typedAt: number;
}

const slice = createSlice({
  name: "sheet",
  initialState: NOTHING,
  reducers: {
    titled: {
      prepare: (title: string) => ({ payload: { title, typedAt: Date.now() } }),
      reducer: (state, { payload }: PayloadAction<Typed>): Written => ({ ...state, ...payload, did: "title changed" }),
    },
    stated: {
      prepare: (statement: string) => ({ payload: { statement, typedAt: Date.now() } }),
      reducer: (state, { payload }: PayloadAction<Typed>): Written => ({ ...state, ...payload, did: "statement changed" }),
    },
    /** Lines that were written, moved or removed, with what was done in words. */
    arranged: ({ typedAt: _, ...state }, { payload }: PayloadAction<Partial<Draft> & { readonly did: string }>): Written => ({ ...state, ...payload }),
    /** What was merged of both versions ends a conflict. */
    settled: ({ typedAt: _, ...state }, { payload }: PayloadAction<Draft>): Written => ({ ...state, ...payload, did: "versions merged" }),
  },
});

const opened = createAction<SheetHistory>("sheet/opened");
const closed = createAction("sheet/closed");

export const sheet = {
  ...slice.actions,
  undone: ActionCreators.undo,
  redone: ActionCreators.redo,
  /** Another problem lies on the bench, with what can be undone of it. */
  opened,
  closed,
};

const isTyped = isAnyOf(slice.actions.titled, slice.actions.stated);

/** The stretch of typing that an action belongs to; null for what is undone by itself. */
function stretchOf(action: UnknownAction, { typedAt = 0 }: Written, { present, group }: SheetHistory): string | null {
  if (!isTyped(action)) return null;
  const goesOn = String(group).startsWith(action.type) && typedAt - (present.typedAt ?? 0) < ONE_STRETCH;
  return goesOn ? String(group) : `${action.type} ${typedAt}`;
}

const history = undoable(slice.reducer, { limit: MOST_UNDO, groupBy: stretchOf, initTypes: [] });

/** The sheet with what can be undone of it. */
export function sheetReducer(state: SheetHistory = newHistory<Written>([], NOTHING, []), action: UnknownAction): SheetHistory {
  if (opened.match(action)) return action.payload;
  return closed.match(action) ? newHistory<Written>([], NOTHING, []) : history(state, action);
}

/** A sheet of which nothing can be undone. */
export const freshHistory = (draft: Draft): SheetHistory => newHistory<Written>([], { ...draft, did: "opened" }, []);
