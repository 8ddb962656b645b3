/** The button that a workbook or a CSV is brought by. */
import { type Brought, brought } from "./broughtFile.ts";

export function BringFile({ label, onBrought }: { label: string; onBrought: (file: Brought) => void }) {
  return (
    <label className="mt-3 inline-block cursor-pointer rounded-(--radius) border border-rule-strong bg-sheet px-3 py-1.5 text-[15px] focus-within:outline-2 focus-within:outline-action hover:bg-hover">
      {label}
      <input
        type="file"
        accept=".xlsx,.csv"
        className="sr-only"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) void brought(chosen).then(onBrought);
        }}
      />
    </label>
  );
}
