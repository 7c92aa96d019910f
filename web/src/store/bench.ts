import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { SetSettings } from "@nail-down/core/problemset/settings";
import { createSlice, type Draft as Drafted, original, type PayloadAction } from "@reduxjs/toolkit";
import type { ProblemRecord } from "../api/client.ts";

/** What the author writes in a problem. */
export interface Draft {
  readonly title: string;
  readonly statement: string;
  readonly working: readonly string[];
}

export type SaveState = "saved" | "unsaved" | "saving" | "unreachable" | "signed out" | "conflict" | "refused";

export interface BenchState {
  readonly problemId: string | null;
  readonly setId: string | null;
  readonly draft: Draft;
  /** What the set says of all its lines. */
  readonly settings: SetSettings;
  /** The version on the server that the draft is based on. */
  readonly version: number;
  readonly past: readonly Draft[];
  readonly future: readonly Draft[];
  /** The field and time of the last edit, so that a stretch of typing is one thing to undo. */
  readonly lastEdit: { readonly field: keyof Draft; readonly at: number } | null;
  readonly save: SaveState;
  readonly saveMessage: string;
  /** Whether the browser keeps what is not saved. */
  readonly kept: boolean;
  /** What is stored on the server, while there is a conflict. */
  readonly theirs: ProblemRecord | null;
  readonly reports: readonly LineReport[];
  readonly running: boolean;
  readonly stopped: boolean;
  /** Index of the line whose evidence is shown. */
  readonly selected: number | null;
}

const EMPTY: Draft = { title: "", statement: "", working: [] };
const MOST_UNDO = 300;
const ONE_STRETCH = 1200;

const initialState: BenchState = {
  problemId: null,
  setId: null,
  draft: EMPTY,
  settings: {},
  version: 0,
  past: [],
  future: [],
  lastEdit: null,
  save: "saved",
  saveMessage: "",
  kept: true,
  theirs: null,
  reports: [],
  running: false,
  stopped: false,
  selected: null,
};

const sameDraft = (one: Draft, other: Draft): boolean =>
  JSON.stringify([one.title, one.statement, one.working]) === JSON.stringify([other.title, other.statement, other.working]);

export const draftOf = ({ title, statement, working }: ProblemRecord): Draft => ({ title, statement, working });

/** The state itself behind the reducers' proxy: states are replaced here, never changed, and drafts are compared by identity. */
function plain(state: Drafted<BenchState>): BenchState {
  return original(state) ?? initialState;
}

/** Moves a draft between the two stacks of undo and redo. */
function step(state: BenchState, from: "past" | "future"): BenchState {
  const [stack, other] = from === "past" ? [state.past, state.future] : [state.future, state.past];
  const target = stack.at(-1);
  if (!target) return state;
  const rest = stack.slice(0, -1);
  const grown = [...other, state.draft];
  return {
    ...state,
    draft: target,
    ...(from === "past" ? { past: rest, future: grown } : { past: grown, future: rest }),
    lastEdit: null,
    save: "unsaved",
    stopped: false,
  };
}

const slice = createSlice({
  name: "bench",
  initialState: initialState as BenchState,
  reducers: {
    opened: (_state, { payload }: PayloadAction<{ problem: ProblemRecord; settings: SetSettings; unsaved?: Draft }>): BenchState => ({
      ...initialState,
      problemId: payload.problem.id,
      setId: payload.problem.setId,
      draft: payload.unsaved ?? draftOf(payload.problem),
      settings: payload.settings,
      version: payload.problem.version,
      save: payload.unsaved ? "unsaved" : "saved",
    }),
    closed: (): BenchState => initialState,
    edited: {
      prepare: (change: Partial<Draft>) => ({ payload: { change, at: Date.now() } }),
      reducer: (state, { payload }: PayloadAction<{ change: Partial<Draft>; at: number }>): BenchState => {
        const before = plain(state);
        const field = Object.keys(payload.change)[0] as keyof Draft;
        const goesOn = field !== "working" && before.lastEdit?.field === field && payload.at - before.lastEdit.at < ONE_STRETCH;
        const past = goesOn ? before.past : [...before.past, before.draft].slice(-MOST_UNDO);
        return {
          ...before,
          draft: { ...before.draft, ...payload.change },
          past,
          future: [],
          lastEdit: { field, at: payload.at },
          save: "unsaved",
          stopped: false,
        };
      },
    },
    undone: (state): BenchState => step(plain(state), "past"),
    redone: (state): BenchState => step(plain(state), "future"),
    kept: (state, { payload }: PayloadAction<boolean>): BenchState => ({ ...plain(state), kept: payload }),
    saving: (state): BenchState => ({ ...plain(state), save: "saving" }),
    saved: (state, { payload }: PayloadAction<{ version: number; draft: Draft }>): BenchState => {
      const before = plain(state);
      return { ...before, version: payload.version, save: before.draft === payload.draft ? "saved" : "unsaved", saveMessage: "" };
    },
    saveFailed: (
      state,
      { payload }: PayloadAction<{ save: "unreachable" | "signed out" | "conflict" | "refused"; message: string; theirs?: ProblemRecord }>,
    ): BenchState => ({
      ...plain(state),
      save: payload.save,
      saveMessage: payload.message,
      theirs: payload.theirs ?? null,
    }),
    /** Ends a conflict with what was merged of both, on top of what is stored now. */
    conflictSettled: (state, { payload }: PayloadAction<Draft>): BenchState => {
      const before = plain(state);
      if (!before.theirs) return before;
      return {
        ...before,
        version: before.theirs.version,
        theirs: null,
        saveMessage: "",
        past: [...before.past, before.draft],
        draft: payload,
        save: sameDraft(payload, draftOf(before.theirs)) ? "saved" : "unsaved",
      };
    },
    runStarted: (state): BenchState => ({ ...plain(state), running: true, stopped: false }),
    runEnded: (state, { payload }: PayloadAction<readonly LineReport[]>): BenchState => ({ ...plain(state), running: false, reports: payload }),
    runStopped: (state): BenchState => ({ ...plain(state), running: false, stopped: true }),
    selected: (state, { payload }: PayloadAction<number | null>): BenchState => ({ ...plain(state), selected: payload }),
  },
});

export const bench = slice.actions;
export const benchReducer = slice.reducer;
