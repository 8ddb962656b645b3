/** Asks again whenever what is asked changes, one after the other: while one is under way only the newest waits. */
import { useEffect, useRef, useState } from "react";

interface Answered<T> {
  data: T | null;
  error: unknown;
}

/** @returns the newest answer; it stays while the next is on its way, so that nothing jumps under the hand */
export function useInTurn<T>(
  asked: string,
  ask: (asked: string) => PromiseLike<{ data?: T | undefined; error?: unknown }>,
): Answered<T> {
  const [answered, setAnswered] = useState<Answered<T>>({ data: null, error: undefined });
  const work = useRef({ ask, newest: asked, isAtWork: false, isGone: false });
  work.current.ask = ask;
  useEffect(() => {
    const own = work.current;
    own.isGone = false;
    return () => {
      own.isGone = true;
    };
  }, []);
  useEffect(() => {
    const own = work.current;
    own.newest = asked;
    const timer = setTimeout(async () => {
      if (own.isAtWork) return;
      own.isAtWork = true;
      for (let done = ""; done !== own.newest && !own.isGone; ) {
        done = own.newest;
        const answer = await own.ask(done);
        if (own.isGone || done !== own.newest) continue;
        setAnswered(({ data }) => ({ data: answer.data ?? data, error: answer.error }));
      }
      own.isAtWork = false;
    }, 250);
    return () => clearTimeout(timer);
  }, [asked]);
  return answered;
}
