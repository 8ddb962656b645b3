/** Marks a form as typed and not saved: whoever leaves the page is asked first, by the frame's guard. */
import { useEffect } from "react";

const typed = new Set<object>();

/** Whether any form of the page holds what is not saved. */
export const isTypedUnsaved = (): boolean => typed.size > 0;
/** It is left without being saved. */
export const forgetTyped = (): void => typed.clear();

export function AskBeforeLeaving({ when }: { when: boolean }) {
  useEffect(() => {
    if (!when) return;
    const own = {};
    typed.add(own);
    return () => void typed.delete(own);
  }, [when]);
  return null;
}
