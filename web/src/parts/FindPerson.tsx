/** Narrows a sheet or tapes to the people whose name holds what is typed; a slash goes to it from anywhere. */
import type { RefObject } from "react";
import { useHotkeys } from "react-hotkeys-hook";

interface Props {
  fieldRef: RefObject<HTMLInputElement | null>;
  value: string;
  onFind: (text: string) => void;
}

export const useSlash = (fieldRef: Props["fieldRef"]): void =>
  void useHotkeys("slash", () => fieldRef.current?.focus(), { preventDefault: true });

export function FindPerson({ fieldRef, value, onFind }: Props) {
  useSlash(fieldRef);
  return (
    <input
      ref={fieldRef}
      aria-label="Find a person"
      placeholder="Find a person  /"
      className="w-36 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[15px]"
      value={value}
      onChange={(event) => onFind(event.target.value)}
    />
  );
}

export const isNamed = (name: string, find: string): boolean => name.toLowerCase().includes(find.trim().toLowerCase());
