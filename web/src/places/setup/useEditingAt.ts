/** A form that stands open where the address asks for its part. */
import { useEffect, useState } from "react";
import { useLocation } from "react-router";

export function useEditingAt(part: string): [boolean, (on: boolean) => void] {
  const { hash, key } = useLocation();
  const [editing, setEditing] = useState(hash === `#${part}`);
  // A link to the same part opens it again.
  useEffect(() => {
    if (key && hash === `#${part}`) setEditing(true);
  }, [hash, key, part]);
  return [editing, setEditing];
}
