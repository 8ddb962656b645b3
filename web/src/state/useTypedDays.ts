/** Days that are typed on a page: kept in this browser until the server has them, sent again when the signal is back. */
import { useEffect, useRef, useState } from "react";
import { daySender, type SenderWays } from "./daySender.ts";
import { keepOfTab, takeOver } from "./keptHere.ts";
import { keepersJoined, nothingKept, type TypingKeeper } from "./typingKeeper.ts";

/** @param name what it is kept under in this browser; another one is another page */
export function useTypedDays<T>(name: string, ways: SenderWays<T>) {
  // What an earlier version of the page kept here has another shape.
  const [keeper, setKeeper] = useState<TypingKeeper<T>>(() => {
    const kept = takeOver<TypingKeeper<T>>(name, keepersJoined);
    return kept?.values ? kept : nothingKept;
  });
  // Typed on an earlier visit, or not reached on this one: it stands on the page and is not at the server.
  const [lost, setLost] = useState(() => Object.keys(keeper.values).length > 0);
  const latest = useRef(ways);
  latest.current = ways;
  const [sender] = useState(() =>
    daySender<T>(keeper, () => latest.current, {
      onChange: (now) => {
        setKeeper(now);
        keepOfTab(name, Object.keys(now.values).length === 0 ? null : now);
      },
      onLost: setLost,
    }),
  );
  useEffect(() => {
    const signal = () => void sender.again();
    window.addEventListener("online", signal);
    return () => {
      window.removeEventListener("online", signal);
      sender.leave();
    };
  }, [sender]);
  const { type, flush, newest } = sender;
  return { keeper, lost, type, flush, newest };
}
