/** What a field means, where it is found and what happens if it is wrong: by the mark beside its label, or F1 in it. */
import { createContext, type KeyboardEvent, type ReactNode, useContext, useId, useState } from "react";
import type { FieldNotes } from "./notes.ts";

/** What is known about the fields of the page; empty where nothing is. */
export const FieldNotesContext = createContext<FieldNotes>({});

/** Around a field: its label with the mark, the field, and what is said about it when asked. */
export function AboutField({
  about,
  label,
  className,
  children,
}: {
  /** the label as it stands in the notes */
  about: string;
  label: ReactNode;
  className: string;
  children?: ReactNode;
}) {
  const note = useContext(FieldNotesContext)[about];
  const [open, setOpen] = useState(false);
  const id = useId();
  if (!note)
    return (
      <div className={className}>
        {label}
        {children}
      </div>
    );
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== "F1" && !(open && event.key === "Escape")) return;
    event.preventDefault();
    event.stopPropagation();
    setOpen(event.key === "F1" && !open);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the keys belong to the field inside
    <div className={className} onKeyDown={onKeyDown}>
      <div className="flex items-center gap-1">
        <span id={`${id}-of`} className="flex">
          {label}
        </span>
        {/* Not a stop on the way from field to field: F1 in the field does the same. */}
        <button
          type="button"
          tabIndex={-1}
          aria-label="What is this?"
          aria-describedby={`${id}-of`}
          aria-expanded={open}
          aria-controls={id}
          title="What this is (F1)"
          className="-my-1 size-6 rounded-full text-[13px] text-quiet hover:bg-hover hover:text-ink"
          onClick={() => setOpen(!open)}
        >
          ?
        </button>
      </div>
      {children}
      <div id={id} aria-live="polite" className={open ? "border-l-3 border-lime py-0.5 pl-2 text-[13.5px]" : "sr-only"}>
        {open && (
          <>
            <p>{note.means}</p>
            {note.found && <p className="text-quiet">{note.found}</p>}
            <p className="text-quiet">
              <span className="font-semibold">If it is wrong:</span> {note.wrong}
            </p>
          </>
        )}
      </div>
    </div>
  );
}
