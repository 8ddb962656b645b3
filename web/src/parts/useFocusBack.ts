/** A form that closes gives the focus back to the button that opened it, which was often taken out meanwhile and put in anew. */
import { useEffect, useState } from "react";

interface Opener {
  name: string;
  /** what the button stood in, from the inside out, within the page */
  around: readonly Element[];
  at: number;
}

const nameOf = (button: Element) => button.getAttribute("aria-label") ?? button.textContent ?? "";
let pressed: Opener | null = null;

document.addEventListener(
  "click",
  ({ target }) => {
    const button = target instanceof Element ? target.closest("button") : null;
    if (!button) return;
    const around: Element[] = [];
    for (let each = button.parentElement; each?.closest("#main"); each = each.parentElement) around.push(each);
    pressed = { name: nameOf(button), around, at: performance.now() };
  },
  true,
);

/** To be called by the form itself: what was pressed just before it opened is what opened it. */
export function useFocusBack(): void {
  const [opener] = useState(() => (pressed && performance.now() - pressed.at < 1500 ? pressed : null));
  useEffect(
    () => () => {
      requestAnimationFrame(() => {
        // Whoever closed the form may have said where to go on.
        if (!opener || document.activeElement !== document.body) return;
        const place = opener.around.find((each) => each.isConnected);
        const again = [...(place?.querySelectorAll("button") ?? [])].find((each) => nameOf(each) === opener.name);
        again?.focus();
      });
    },
    [opener],
  );
}
