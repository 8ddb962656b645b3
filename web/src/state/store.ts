import { configureStore } from "@reduxjs/toolkit";
import { useDispatch, useSelector } from "react-redux";
import { api } from "./api.ts";
import { jobSlice } from "./jobs.ts";
import { runSlice } from "./runSlice.ts";

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, run: runSlice.reducer, job: jobSlice.reducer },
  // Rows of hundreds are walked by the development checks at every keystroke; the types and tests stand in for them.
  middleware: (usual) => usual({ immutableCheck: false, serializableCheck: false }).concat(api.middleware),
});

export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<ReturnType<typeof store.getState>>();
