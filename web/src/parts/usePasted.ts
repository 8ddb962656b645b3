/** Lines that were pasted, what they were found to say, and putting them in: what `PastedLines` shows and asks for. */
import { useState } from "react";

interface Shown {
  rows: readonly unknown[];
  faults: readonly string[];
}

/**
 * @param put asks what the lines say, or puts them in
 * @param onDone they are in
 */
export function usePasted<Said extends Shown>(
  put: (given: { text: string; apply: boolean }) => PromiseLike<{ data?: Said | undefined; error?: unknown }>,
  onDone: () => void,
) {
  const [text, setText] = useState("");
  const [shown, setShown] = useState<Said | null>(null);
  const ask = async (apply: boolean) => {
    const { data } = await put({ text, apply });
    if (data && apply) onDone();
    else setShown(data ?? null);
  };
  return {
    shown,
    /** what was found no longer holds */
    forget: () => setShown(null),
    lines: {
      text,
      shown,
      onText: (typed: string) => {
        setText(typed);
        setShown(null);
      },
      onAsk: (apply: boolean) => void ask(apply),
    },
  };
}
