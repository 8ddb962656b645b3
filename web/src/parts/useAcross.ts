/** F6 goes between a sheet and what stands beside it: Tab would walk through every cell first. */
import type { RefObject } from "react";
import { useHotkeys } from "react-hotkeys-hook";

export function useAcross(besideRef: RefObject<HTMLElement | null>, toSheet: () => void): void {
  useHotkeys(
    "f6",
    () => {
      const beside = besideRef.current;
      if (beside?.contains(document.activeElement)) toSheet();
      else beside?.focus();
    },
    { enableOnFormTags: true, preventDefault: true },
  );
}
