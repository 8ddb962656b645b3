/** Which sheet of a workbook was read, and the others, to be read instead: none is left out in silence. */
import type { SheetRead } from "@zesty/contract/hoursSheet";
import { Button } from "../Button.tsx";

export function OtherSheets({ read, onChoose }: { read: SheetRead; onChoose: (sheet: string) => void }) {
  if (read.others.length === 0) return null;
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 text-[14.5px]">
      <span className="text-quiet">Read: the sheet “{read.sheet}”. In its place:</span>
      {read.others.map((name) => (
        <Button key={name} look="quiet" onClick={() => onChoose(name)}>
          Read “{name}”
        </Button>
      ))}
    </p>
  );
}
