import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { SetSettings } from "@nail-down/core/problemset/settings";
import { createSlice, type Draft as Drafted, isAnyOf, original, type PayloadAction, type UnknownAction } from "@reduxjs/toolkit";
import { ActionTypes } from "redux-undo";
import type { ProblemRecord } from "../api/client.ts";
import { sheet } from "./sheet.ts";

export type SaveState = "saved" | "unsaved" | "saving" | "unreachable" | "signed out" | "conflict" | "refused";

/** What a line came to, under the key by which the worker knows the report. */
export interface Told {
  readonly key: string;
  readonly report: LineReport;
}

/** A run of the working: which line it is at, by its index, since when, and how many lines stand for certain. */
export interface Run {
  readonly at: number;
  readonly since: number;
  readonly standing: number;
  /** Whether it takes long enough that what does not stand yet is shown as such. */
  readonly slow: boolean;
}

export interface BenchState {
  readonly problemId: string | null;
  readonly setId: string | null;
  /** What the set says of all its lines. */
  readonly settings: SetSettings;
  /** The version on the server that the draft is based on. */
  readonly version: number;
  readonly save: SaveState;
  readonly saveMessage: string;
  /** Whether the browser keeps what is not saved. */
  readonly kept: boolean;
  /** What is stored on the server, while there is a conflict. */
  readonly theirs: ProblemRecord | null;
  /** What the lines came to, by their identity. */
  readonly told: Readonly<Record<string, Told>>;
  readonly run: Run | null;
  readonly stopped: boolean;
  /** Lines that the author stopped: they are not tried before they change. */
  readonly givenUp: Readonly<Record<string, string>>;
  /** The lines that are chosen to do something with them together, by their identity. */
  readonly chosen: readonly string[];
  /** The line that has the focus, or was written last: its evidence is shown. */
  readonly focus: string | null;
  /** The line whose evidence stays in view. */
  readonly pinned: string | null;
}

const initialState: BenchState = {
  problemId: null,
  setId: null,
  settings: {},
  version: 0,
  save: "saved",
  saveMessage: "",
  kept: true,
  theirs: null,
  told: {},
  run: null,
  stopped: false,
  givenUp: {},
  chosen: [],
  focus: null,
  pinned: null,
};

/** Why a version was not stored. */
export interface Refusal {
  readonly save: Exclude<SaveState, "saved" | "unsaved" | "saving">;
  readonly message: string;
  readonly theirs?: ProblemRecord;
}

export interface Opening {
  readonly problem: Pick<ProblemRecord, "id" | "setId" | "version">;
  readonly settings: SetSettings;
  readonly unsaved: boolean;
}

/** News of a run: what became of lines, by their identity, and where it is. */
export interface RunNews {
  readonly told: Readonly<Record<string, Told>>;
  readonly standing: number;
  readonly at: number;
  readonly time: number;
}

const isEdit = isAnyOf(sheet.titled, sheet.stated, sheet.arranged, sheet.settled);
const isStep = ({ type }: UnknownAction): boolean => type === ActionTypes.UNDO || type === ActionTypes.REDO;

/** States are replaced here, never changed: a reducer gets the state itself, without the proxy around it. */
const plainly =
  <Payload>(reduce: (state: BenchState, payload: Payload) => BenchState) =>
  (state: Drafted<BenchState>, { payload }: PayloadAction<Payload>): BenchState =>
    reduce(original(state) ?? initialState, payload);

const slice = createSlice({
  name: "bench",
  initialState: initialState as BenchState,
  reducers: {
    opened: plainly<Opening>((_, { problem, settings, unsaved }) => ({
      ...initialState,
      problemId: problem.id,
      setId: problem.setId,
      settings,
      version: problem.version,
      save: unsaved ? "unsaved" : "saved",
    })),
    closed: plainly<void>(() => initialState),
    kept: plainly<boolean>((state, kept) => ({ ...state, kept })),
    saving: plainly<void>((state) => ({ ...state, save: "saving" })),
    /** A version was stored; `isNewest` unless something was written meanwhile. */
    saved: plainly<{ readonly version: number; readonly isNewest: boolean }>((state, { version, isNewest }) => ({
      ...state,
      version,
      save: isNewest ? "saved" : "unsaved",
      saveMessage: "",
    })),
    saveFailed: plainly<Refusal>((state, { save, message, theirs = null }) => ({ ...state, save, saveMessage: message, theirs })),
    /** What is stored is what the merged version was made from. */
    conflictEnded: plainly<{ readonly isSame: boolean }>((state, { isSame }) => ({
      ...state,
      version: state.theirs?.version ?? state.version,
      theirs: null,
      saveMessage: "",
      save: isSame ? "saved" : "unsaved",
    })),
    runStarted: plainly<number>((state, since) => ({ ...state, stopped: false, run: { at: 0, since, standing: 0, slow: false } })),
    runIsSlow: plainly<number>((state, at) => (state.run ? { ...state, run: { ...state.run, at, slow: true } } : state)),
    runWent: plainly<RunNews>((state, { told, standing, at, time }) => ({
      ...state,
      told: Object.keys(told).length > 0 ? { ...state.told, ...told } : state.told,
      run: state.run && { ...state.run, standing, at, since: at === state.run.at ? state.run.since : time },
    })),
    /** All lines were run; what is known of others is dropped. */
    runEnded: plainly<Readonly<Record<string, Told>>>((state, told) => ({ ...state, run: null, told })),
    runStopped: plainly<void>((state) => ({ ...state, run: null, stopped: true })),
    gaveUp: plainly<{ readonly id: string; readonly message: string }>((state, { id, message }) => ({
      ...state,
      givenUp: { ...state.givenUp, [id]: message },
    })),
    /** What was stopped is to be run after all. */
    goOn: plainly<void>((state) => ({ ...state, stopped: false })),
    triedAgain: plainly<string>((state, id) => ({ ...state, stopped: false, givenUp: without(state.givenUp, id) })),
    chosen: plainly<readonly string[]>((state, chosen) => ({ ...state, chosen })),
    focused: plainly<string>((state, focus) => (state.focus === focus ? state : { ...state, focus })),
    pinned: plainly<string | null>((state, pinned) => ({ ...state, pinned })),
  },
  extraReducers: (builder) => {
    builder.addMatcher(
      (action: UnknownAction) => isEdit(action) || isStep(action),
      plainly<unknown>((state) => ({ ...state, save: state.save === "conflict" ? "conflict" : "unsaved", stopped: false })) as (
        state: Drafted<BenchState>,
        action: UnknownAction,
      ) => BenchState,
    );
  },
});

function without<Value>(record: Readonly<Record<string, Value>>, key: string): Readonly<Record<string, Value>> {
  const { [key]: _, ...rest } = record;
  return rest;
}

export const bench = slice.actions;
export const benchReducer = slice.reducer;
