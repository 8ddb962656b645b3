/** Of whom a sentence is: a list of names to tick, in the line. */
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import type { PersonSummary } from "@zesty/contract/people";
import { counted } from "../../parts/format.ts";

interface Props {
  people: readonly PersonSummary[];
  chosen: readonly number[];
  /** only one of them */
  one: boolean;
  /** nobody chosen is everybody */
  all: boolean;
  onChosen: (ids: number[]) => void;
}

export function Whom({ people, chosen, one, all, onChosen }: Props) {
  const names = people.filter((each) => chosen.includes(each.id)).map((each) => each.name);
  const words =
    names.length === 0
      ? all
        ? "everybody"
        : "choose who"
      : names.length < 3
        ? names.join(" and ")
        : counted(names.length, "person", "people");
  const looks = `rounded-(--radius) border-b-2 border-lime px-1 py-0.5 font-semibold hover:bg-lime-soft ${names.length === 0 && !all ? "text-quiet" : ""}`;
  const options = (
    <ListboxOptions
      anchor="bottom start"
      className="z-40 max-h-80 w-72 overflow-y-auto rounded-(--radius) border border-rule-strong bg-sheet py-1 shadow-xl outline-none"
    >
      {people.map((each) => (
        <ListboxOption
          key={each.id}
          value={each.id}
          className="flex cursor-pointer items-baseline gap-2 px-3 py-1 data-focus:bg-lime-soft data-selected:font-semibold"
        >
          <span aria-hidden="true" className="w-4 text-leaf">
            {chosen.includes(each.id) ? "✓" : ""}
          </span>
          <span className="flex-1">{each.name}</span>
          <span className="text-[13px] text-quiet">{each.cycle}</span>
        </ListboxOption>
      ))}
    </ListboxOptions>
  );
  const button = (
    <ListboxButton aria-label={`Of whom: ${words}`} className={looks}>
      {words}
    </ListboxButton>
  );
  return one ? (
    <Listbox value={chosen[0] ?? null} onChange={(id: number | null) => onChosen(id === null ? [] : [id])}>
      {button}
      {options}
    </Listbox>
  ) : (
    <Listbox multiple value={[...chosen]} onChange={(ids: number[]) => onChosen(ids)}>
      {button}
      {options}
    </Listbox>
  );
}
