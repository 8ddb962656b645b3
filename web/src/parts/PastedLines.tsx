/** Lines pasted from a spreadsheet or a file: what they say is shown first, then put in for everybody, or for nobody. */
import { type ReactNode, useId } from "react";
import { Button } from "./Button.tsx";
import { counted } from "./format.ts";
import { ProblemNote } from "./ProblemNote.tsx";

interface Shown {
  rows: readonly unknown[];
  faults: readonly string[];
}

export function PastedLines({
  label,
  placeholder,
  text,
  onText,
  shown,
  error,
  busy,
  onAsk,
  children,
  more,
  whom = ["person", "people"],
}: {
  label: string;
  placeholder?: string;
  text: string;
  onText: (text: string) => void;
  /** what they were found to say; null before it was asked */
  shown: Shown | null;
  error: Parameters<typeof ProblemNote>[0]["error"];
  busy: boolean;
  /** @param apply put in; else only shown */
  onAsk: (apply: boolean) => void;
  /** the rows as they were understood */
  children: ReactNode;
  /** a further button */
  more?: ReactNode;
  /** what a line is about, one and several */
  whom?: [one: string, many: string];
}) {
  const id = useId();
  return (
    <>
      <label htmlFor={id} className="block text-[14px] text-quiet">
        {label}
      </label>
      <textarea
        id={id}
        rows={6}
        className="figures w-full max-w-4xl [tab-size:16] rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5"
        placeholder={placeholder}
        value={text}
        onChange={(event) => onText(event.target.value)}
      />
      <ProblemNote error={error} />
      {shown && shown.faults.length > 0 && (
        <div className="mt-2 max-w-4xl border-l-3 border-plum pl-3 text-plum" role="alert">
          <ul>
            {shown.faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        </div>
      )}
      {shown && shown.rows.length > 0 && children}
      <div className="mt-3 flex gap-3">
        {shown && shown.faults.length === 0 ? (
          <Button look="main" disabled={busy} onClick={() => onAsk(true)}>
            Put in for {counted(shown.rows.length, ...whom)}
          </Button>
        ) : (
          <Button disabled={busy || text.trim() === ""} onClick={() => onAsk(false)}>
            See what they say
          </Button>
        )}
        {more}
      </div>
    </>
  );
}
