import { configureStore } from "@reduxjs/toolkit";
import { useDispatch, useSelector } from "react-redux";
import { onSignedOut } from "../api/client.ts";
import { queries } from "../api/queries.ts";
import { benchReducer } from "./bench.ts";

import { expired, sessionReducer } from "./session.ts";
import { sheetReducer } from "./sheet.ts";
import { watchBench } from "./watch-bench.ts";

export const store = configureStore({
  reducer: { session: sessionReducer, bench: benchReducer, sheet: sheetReducer, [queries.reducerPath]: queries.reducer },
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(queries.middleware),
});

watchBench(store);
onSignedOut(() => store.dispatch(expired()));

export type AppStore = typeof store;
export type RootState = ReturnType<typeof store.getState>;
export type Dispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<Dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
