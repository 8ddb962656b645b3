import { combineSlices, configureStore } from "@reduxjs/toolkit";
import { useDispatch, useSelector } from "react-redux";
import { api } from "./api.ts";
import { jobSlice } from "./jobs.ts";
import type { RunState } from "./runRows.ts";

/** The open run comes with the pages that show one (`runSlice`): who signs in does not wait for the sums of a pay. */
export const reducer = combineSlices(api, jobSlice).withLazyLoadedSlices<{ run: RunState }>();

const made = configureStore({
  reducer,
  // Rows of hundreds are walked by the development checks at every keystroke; the types and tests stand in for them.
  middleware: (usual) => usual({ immutableCheck: false, serializableCheck: false }).concat(api.middleware),
});
type State = Required<ReturnType<typeof made.getState>>;

export const store = made as Omit<typeof made, "getState"> & { getState: () => State };
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<State>();
