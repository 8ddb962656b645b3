/** Beside the steps: find a person, add a column, see who is left out and why, and whether all is saved. */

import { Menu, MenuButton, MenuItem, MenuItems, Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import type { RunView } from "@zesty/contract/runs";
import type { RefObject } from "react";
import { elementsOnPage } from "../../countries/elements.tsx";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { problemOf } from "../../state/api.ts";
import { runApi } from "../../state/runApi.ts";
import { loaded, said } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";
import { RunMenu } from "./RunMenu.tsx";

interface Props {
  view: RunView;
  extra: readonly number[];
  onExtra: (elementId: number) => void;
  findRef: RefObject<HTMLInputElement | null>;
  onFind: (payId: number) => void;
  onNewElement: () => void;
  onClosedown: () => void;
  onHoursSheet: () => void;
  unsaved: number;
}

export function RunTools({
  view,
  extra,
  onExtra,
  findRef,
  onFind,
  onNewElement,
  onClosedown,
  onHoursSheet,
  unsaved,
}: Props) {
  const used = new Set(view.rows.flatMap((row) => row.lines.map((line) => line.elementId)));
  const others = view.elements.filter(
    (each) =>
      !used.has(each.id) &&
      !extra.includes(each.id) &&
      elementsOnPage[view.country].kinds.includes(each.element as never),
  );
  return (
    <div className="ml-auto flex flex-wrap items-center gap-3 text-[14px]">
      <span className="w-14 text-right text-quiet" aria-live="polite">
        {view.state === "open" ? (unsaved > 0 ? "Saving…" : "Saved") : ""}
      </span>
      <input
        ref={findRef}
        type="search"
        aria-label="Find a person in the sheet"
        placeholder="Find a person  /"
        className="w-36 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1"
        onChange={(event) => {
          const wanted = event.target.value.trim().toLowerCase();
          const found = wanted
            ? view.rows.find((row) => `${row.name} ${row.payrollId}`.toLowerCase().includes(wanted))
            : undefined;
          event.target.dataset.found = String(found?.payId ?? "");
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter" && event.currentTarget.dataset.found)
            onFind(Number(event.currentTarget.dataset.found));
        }}
      />
      {view.leftOut.length > 0 && <LeftOut view={view} />}
      {view.state === "open" && (
        <Menu>
          <MenuButton className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 hover:bg-hover">
            Add a column
          </MenuButton>
          <MenuItems
            anchor="bottom end"
            className="z-40 max-h-[70vh] overflow-auto rounded-(--radius) border border-rule-strong bg-sheet py-1 shadow-lg"
          >
            {others.map((element) => (
              <MenuItem key={element.id}>
                <button
                  type="button"
                  className="block w-full px-4 py-1 text-left data-focus:bg-lime-soft"
                  onClick={() => onExtra(element.id)}
                >
                  {element.name}
                </button>
              </MenuItem>
            ))}
            <MenuItem>
              <button
                type="button"
                className="block w-full border-t border-rule px-4 py-1 text-left text-action data-focus:bg-lime-soft"
                onClick={onNewElement}
              >
                New pay element…
              </button>
            </MenuItem>
            {onPage[view.country].closedowns && (
              <MenuItem>
                <button
                  type="button"
                  className="block w-full px-4 py-1 text-left text-action data-focus:bg-lime-soft"
                  onClick={onClosedown}
                >
                  Closedown…
                </button>
              </MenuItem>
            )}
          </MenuItems>
        </Menu>
      )}
      <RunMenu view={view} onHoursSheet={onHoursSheet} />
    </div>
  );
}

function LeftOut({ view }: { view: RunView }) {
  const dispatch = useAppDispatch();
  const [add] = runApi.useAddPeopleMutation();
  return (
    <Popover>
      <PopoverButton className="text-amber underline">{view.leftOut.length} left out</PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-40 w-96 rounded-(--radius) border border-rule-strong bg-sheet p-3 shadow-lg"
      >
        <ul>
          {view.leftOut.map((each) => (
            <li
              key={each.personId}
              className="flex items-center justify-between gap-3 border-b border-rule py-1 last:border-0"
            >
              <span>
                {each.name} <span className="text-quiet">{each.why}</span>
              </span>
              <Button
                onClick={() =>
                  void add({ run: view.id, personIds: [each.personId] }).then((answer) => {
                    if (answer.data) dispatch(loaded(answer.data));
                    else dispatch(said(problemOf(answer.error).detail));
                  })
                }
              >
                Bring in
              </Button>
            </li>
          ))}
        </ul>
      </PopoverPanel>
    </Popover>
  );
}
