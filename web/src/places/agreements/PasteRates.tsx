/** A pay guide's lines, pasted: they go into the fields, and what looks wrong is said before anything is saved. */
import type { AgreementView } from "@zesty/contract/time";
import { type RateSheet, readRateSheet } from "@zesty/core/agreements/rateSheet";
import { levelRate } from "@zesty/core/hours/pricing";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { AreaField } from "../../parts/Fields.tsx";
import { counted } from "../../parts/format.ts";

interface Props {
  agreement: AgreementView;
  onRead: (sheet: RateSheet) => void;
}

export function PasteRates({ agreement: { rules, rates }, onRead }: Props) {
  const [text, setText] = useState("");
  const [read, setRead] = useState<RateSheet | null>(null);
  const put = () => {
    const found = readRateSheet(text, rules, (level) => levelRate(rules, level, rates));
    setRead(found);
    onRead(found);
  };
  const count = read ? Object.keys(read.levels).length + Object.keys(read.allowances).length : 0;
  return (
    <details className="mt-4">
      <summary className="text-action">Paste them from the pay guide</summary>
      <div className="mt-2 max-w-2xl">
        <AreaField
          label="Lines of the guide"
          rows={5}
          hint="A level or allowance a line with its dollars: Level 2, 1,100.10 a week, 28.95 an hour. Copied from a sheet, or typed"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Button className="mt-2" disabled={text.trim() === ""} onClick={put}>
          Put them into the fields
        </Button>
        {read && (
          <div role="status" className="mt-2">
            <p>
              {count === 0
                ? "None of these lines could be placed."
                : `${counted(count, "amount", "amounts")} put in; nothing is saved yet.`}
            </p>
            <ul className="list-disc pl-5 text-amber">
              {read.notes.map((note) => (
                <li key={note}>{note}</li>
              ))}
            </ul>
          </div>
        )}
      </div>
    </details>
  );
}
