/** The way out of a form that was opened in a page. What can be left gives the focus back; what opens takes it. */
import { type ComponentProps, useEffect, useRef } from "react";
import { Button } from "./Button.tsx";
import { useFocusBack } from "./useFocusBack.ts";

export function Cancel(props: Omit<ComponentProps<typeof Button>, "children">) {
  const within = useRef<HTMLButtonElement>(null);
  useFocusBack();
  useEffect(() => {
    // The button that opened it is often gone, and the cursor with it.
    if (document.activeElement === document.body)
      within.current
        ?.closest("form")
        ?.querySelector<HTMLElement>("input:not([tabindex='-1']), select, textarea")
        ?.focus();
  }, []);
  return (
    <Button {...props} ref={within}>
      Cancel
    </Button>
  );
}
