/** A key by the character that it writes, whatever keys that takes on a keyboard; not while somebody types in a field. */
import { useEffect, useRef } from "react";

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

export function useCharacter(character: string, work: () => void): void {
  const newest = useRef(work);
  newest.current = work;
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.key !== character || event.ctrlKey || event.metaKey || event.altKey || isField(event.target)) return;
      event.preventDefault();
      newest.current();
    };
    document.addEventListener("keydown", pressed);
    return () => document.removeEventListener("keydown", pressed);
  }, [character]);
}
