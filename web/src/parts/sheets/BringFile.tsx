/** The button that a workbook or a CSV is brought by. */
import { type Brought, brought } from "./broughtFile.ts";

interface Props {
  label: string;
  /** endings of files that are offered */
  accept?: string;
  onBrought: (file: Brought) => void;
}

export function BringFile({ label, accept = ".xlsx,.csv", onBrought }: Props) {
  return (
    <label className="mt-3 inline-block cursor-pointer rounded-(--radius) border border-rule-strong bg-sheet px-3 py-1.5 text-[15px] focus-within:outline-2 focus-within:outline-action hover:bg-hover">
      {label}
      <input
        type="file"
        accept={accept}
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
