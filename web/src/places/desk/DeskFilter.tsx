/** A bar of words that filters while one types; beside it whose, where and what waits. The choice is kept. */
import type { DeskView } from "@zesty/contract/desk";
import type { ReactNode } from "react";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { everything, type Wanted } from "./shown.ts";

interface Props {
  desk: DeskView;
  value: Wanted;
  userId: number;
  onChange: (value: Wanted) => void;
}

export function DeskFilter({ desk, value, userId, onChange }: Props) {
  const keepers = new Map(desk.lanes.flatMap(({ keeper }) => (keeper ? [[keeper.id, keeper.name] as const] : [])));
  const here = [...new Set(desk.lanes.map((lane) => lane.country))];
  const change = (part: Partial<Wanted>) => onChange({ ...value, ...part });
  const isAll = Object.values(value).every((each) => each === "");
  return (
    <search className="mb-2 flex flex-wrap items-center gap-3 text-[15px]">
      <input
        type="search"
        aria-label="Find on the desk"
        placeholder="Business, cycle or words"
        className="w-64 rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1"
        value={value.words}
        onChange={(event) => change({ words: event.target.value })}
      />
      {keepers.size > 0 && (
        <Choice label="Kept by" value={value.keeper} onChange={(keeper) => change({ keeper })}>
          <option value="">kept by anybody</option>
          {keepers.has(userId) && <option value="mine">mine</option>}
          {[...keepers]
            .filter(([id]) => id !== userId)
            .map(([id, name]) => (
              <option key={id} value={id}>
                kept by {name}
              </option>
            ))}
          <option value="nobody">kept by nobody</option>
        </Choice>
      )}
      {here.length > 1 && (
        <Choice label="Country" value={value.country} onChange={(country) => change({ country })}>
          <option value="">every country</option>
          {here.map((code) => (
            <option key={code} value={code}>
              {onPage[code].name}
            </option>
          ))}
        </Choice>
      )}
      <Choice label="What waits" value={value.waits} onChange={(waits) => change({ waits })}>
        <option value="">whatever waits</option>
        <option value="late">something late or to mend</option>
        <option value="open">a payday open</option>
      </Choice>
      {!isAll && (
        <Button look="quiet" onClick={() => onChange(everything)}>
          Show everything
        </Button>
      )}
    </search>
  );
}

function Choice({
  label,
  value,
  onChange,
  children,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: ReactNode;
}) {
  return (
    <select
      aria-label={label}
      className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1"
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      {children}
    </select>
  );
}
