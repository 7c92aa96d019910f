import { createAsyncThunk, createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { type Account, api } from "../api/client.ts";

export interface SessionState {
  readonly status: "unknown" | "known";
  readonly account: Account | null;
  readonly demo: { readonly email: string; readonly password: string } | null;
}

const initialState: SessionState = { status: "unknown", account: null, demo: null };

/** Asks the server who is signed in. */
export const loadSession = createAsyncThunk("session/load", () => api.session());
export const signOut = createAsyncThunk("session/signOut", () => api.signOut());

const slice = createSlice({
  name: "session",
  initialState,
  reducers: {
    signedIn: (state, action: PayloadAction<Account>): SessionState => ({ ...state, status: "known", account: action.payload }),
  },
  extraReducers: (builder) => {
    builder.addCase(loadSession.fulfilled, (_state, { payload }): SessionState => ({ status: "known", account: payload.account, demo: payload.demo }));
    builder.addCase(loadSession.rejected, (state): SessionState => ({ ...state, status: "known" }));
    builder.addCase(signOut.fulfilled, (state): SessionState => ({ ...state, account: null }));
  },
});

export const { signedIn } = slice.actions;
export const sessionReducer = slice.reducer;
