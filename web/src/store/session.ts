import { createAsyncThunk, createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { type Account, api } from "../api/client.ts";

export interface SessionState {
  readonly status: "unknown" | "unreachable" | "known";
  readonly account: Account | null;
  /** The session has ended while somebody works: signing in again goes on where it was. */
  readonly expired: boolean;
  readonly demo: { readonly email: string; readonly password: string } | null;
}

const initialState: SessionState = { status: "unknown", account: null, expired: false, demo: null };

/** Asks the server who is signed in. */
export const loadSession = createAsyncThunk("session/load", () => api.session());
export const signOut = createAsyncThunk("session/signOut", () => api.signOut());

const slice = createSlice({
  name: "session",
  initialState,
  reducers: {
    signedIn: (state, action: PayloadAction<Account>): SessionState => ({ ...state, status: "known", account: action.payload, expired: false }),
    expired: (state): SessionState => ({ ...state, expired: state.account !== null }),
  },
  extraReducers: (builder) => {
    builder.addCase(
      loadSession.fulfilled,
      (_state, { payload }): SessionState => ({ status: "known", account: payload.account, expired: false, demo: payload.demo }),
    );
    builder.addCase(loadSession.rejected, (state): SessionState => ({ ...state, status: "unreachable" }));
    builder.addCase(signOut.fulfilled, (state): SessionState => ({ ...state, account: null, expired: false }));
  },
});

export const { signedIn, expired } = slice.actions;
export const sessionReducer = slice.reducer;
