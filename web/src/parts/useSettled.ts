import { useEffect, useState } from "react";

/** What is typed, once the hands rest: what is asked of the server follows this and not each key. */
export function useSettled<T>(typed: T, ms = 200): T {
  const [settled, setSettled] = useState(typed);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(typed), ms);
    return () => clearTimeout(timer);
  }, [typed, ms]);
  return settled;
}
