/** What can be done with the whole run: leave out everybody without hours, take the sheet along, discard the run. */
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import type { RunView } from "@zesty/contract/runs";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { problemOf } from "../../state/api.ts";
import { runApi } from "../../state/runApi.ts";
import { includedSet, said } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";

const item = "block w-full px-4 py-1 text-left data-focus:bg-lime-soft";

export function RunMenu({ view, onHoursSheet }: { view: RunView; onHoursSheet: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const [discard] = runApi.useDiscardRunMutation();
  const empty = view.rows.filter((row) => row.included && row.lines.length === 0);
  const open = view.state === "open";
  async function discardIt(): Promise<void> {
    await untilSaved();
    const answer = await discard(view.id);
    if (answer.error) {
      setAsking(false);
      dispatch(said(problemOf(answer.error).detail));
    } else void navigate("/run");
  }
  const question = asking && (
    <div
      role="alertdialog"
      aria-label="Discard this run?"
      className="absolute top-full right-0 z-40 mt-1 w-72 rounded-(--radius) border border-rule-strong bg-sheet p-4 whitespace-normal shadow-lg"
    >
      <p className="mb-3 text-[15px]">
        Discard what was typed for {view.rows.length === 1 ? "one person" : `${view.rows.length} people`}? The audit
        trail keeps it, but you cannot get the run back.
      </p>
      <span className="flex gap-2">
        <Button look="main" autoFocus onClick={() => setAsking(false)}>
          Keep it
        </Button>
        <Button onClick={() => void discardIt()}>Discard the run</Button>
      </span>
    </div>
  );
  return (
    <div className="relative">
      {question}
      <Menu>
        <MenuButton className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 hover:bg-hover">
          This run
        </MenuButton>
        <MenuItems
          anchor="bottom end"
          className="z-40 rounded-(--radius) border border-rule-strong bg-sheet py-1 shadow-lg"
        >
          {open && (
            <MenuItem>
              <button type="button" className={item} onClick={onHoursSheet}>
                Hours sheet: send out, bring back…
              </button>
            </MenuItem>
          )}
          {open && (
            <MenuItem disabled={empty.length === 0}>
              <button
                type="button"
                className={`${item} disabled:text-quiet`}
                onClick={() => {
                  for (const { payId } of empty) dispatch(includedSet({ payId, included: false }));
                }}
              >
                Leave out all without hours ({empty.length})
              </button>
            </MenuItem>
          )}
          <MenuItem>
            <a className={item} href={`/api/runs/${view.id}/sheet.csv`} download>
              Download the sheet (CSV)
            </a>
          </MenuItem>
          <MenuItem>
            <button type="button" className={item} onClick={() => void navigate(`/run/${view.id}/beside`)}>
              Beside the earlier system
            </button>
          </MenuItem>
          {open && (
            <MenuItem>
              <button
                type="button"
                className={`${item} border-t border-rule text-plum`}
                onClick={() => setAsking(true)}
              >
                Discard this run…
              </button>
            </MenuItem>
          )}
        </MenuItems>
      </Menu>
    </div>
  );
}
