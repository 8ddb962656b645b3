/** Whether the page is as narrow as a phone's, or zoomed to it. */
import { useSyncExternalStore } from "react";

const query = window.matchMedia("(max-width: 700px)");
const subscribe = (told: () => void) => {
  query.addEventListener("change", told);
  return () => query.removeEventListener("change", told);
};

export const useNarrow = (): boolean => useSyncExternalStore(subscribe, () => query.matches);
