/** Whether the page is as narrow as a phone's, or zoomed to it; and whether the head has no room for all that it holds. */
import { useSyncExternalStore } from "react";

function upTo(pixels: number): () => boolean {
  const query = window.matchMedia(`(max-width: ${pixels}px)`);
  const subscribe = (told: () => void) => {
    query.addEventListener("change", told);
    return () => query.removeEventListener("change", told);
  };
  return () => useSyncExternalStore(subscribe, () => query.matches);
}

export const useNarrow = upTo(700);

/** Nine places stand beside the business from here on; what is always at hand needs more. */
export const usePlacesFolded = upTo(767);
export const useToolsFolded = upTo(1023);
