/** What the server says of something that is still being typed: asked a moment after the last key, the newest answer kept. */
import { useEffect, useState } from "react";

/**
 * @param asked as JSON: what is asked anew when it changes; null asks nothing
 * @returns the newest answer; it stays while the next is on its way, so that nothing jumps under the hand
 */
export function useAsked<Wanted, Answer>(
  asked: string | null,
  ask: (wanted: Wanted) => PromiseLike<{ data?: Answer | undefined }>,
): Answer | null {
  const [data, setData] = useState<Answer | null>(null);
  useEffect(() => {
    if (asked === null) return;
    let current = true;
    const timer = setTimeout(() => {
      void ask(JSON.parse(asked) as Wanted).then((answer) => {
        if (current && answer.data) setData(answer.data);
      });
    }, 200);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [asked, ask]);
  return data;
}
