/** A new kind of pay from inside the run: as a column for now, or for good in the usual pay of the person in hand. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import type { Entry } from "@zesty/core/pay/row";
import { useState } from "react";
import { onPage } from "../../countries/onPage.ts";
import { TextField } from "../../parts/Fields.tsx";
import { NewElementForm } from "../../parts/NewElementForm.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { peopleApi } from "../../state/peopleApi.ts";
import { cellsTyped, loaded } from "../../state/runSlice.ts";
import { readAnew, untilSaved } from "../../state/saving.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { useAppDispatch } from "../../state/store.ts";

interface Props {
  view: RunView;
  row: RunRow | undefined;
  onDone: (elementId?: number) => void;
}

export function NewElementPanel({ view, row, onDone }: Props) {
  const dispatch = useAppDispatch();
  const { data: setUp } = setUpApi.useBusinessQuery(view.businessId);
  const [forGood, setForGood] = useState(false);
  const [value, setValue] = useState("");
  const [fetchPerson] = peopleApi.useLazyPersonQuery();
  const [save] = peopleApi.useSavePersonMutation();
  const [problem, setProblem] = useState<unknown>(null);

  async function added(created: { id: number; entry: Entry }): Promise<void> {
    await untilSaved();
    if (row && forGood && value) {
      const person = await fetchPerson(row.personId).unwrap();
      const line =
        created.entry === "hours"
          ? { hours: value }
          : created.entry === "amount"
            ? { amount: value }
            : { units: value };
      const answer = await save({
        person: row.personId,
        section: "usualPay",
        values: { from: view.payday, lines: [...person.usualPay.lines, { elementId: created.id, ...line }] },
      });
      if (answer.error) return setProblem(answer.error);
    }
    const fresh = await readAnew(view.id, ({ elements }) => elements.some(({ id }) => id === created.id));
    if (fresh) dispatch(loaded(fresh));
    if (row && value) dispatch(cellsTyped([{ payId: row.payId, elementId: created.id, value }]));
    onDone(created.id);
  }

  if (!setUp) return null;
  return (
    <div>
      <h2 className="font-name text-[20px]">New pay element</h2>
      <p className="text-[14.5px] text-quiet">It becomes a column of this sheet, and stands ready for later runs.</p>
      <NewElementForm
        country={view.country}
        businessId={view.businessId}
        accounts={setUp.accounts}
        narrow
        onDone={(created) => (created ? void added(created) : onDone())}
      >
        {row && (
          <div className="mt-3 border-t border-rule pt-2">
            <TextField
              label={`For ${row.name}, ${onPage[view.country].typed}`}
              hint="May stay empty: type it in the sheet"
              value={value}
              onChange={(event) => setValue(event.target.value.trim())}
            />
            <fieldset className="mt-2 flex gap-4">
              <legend className="sr-only">For how long</legend>
              {[false, true].map((good) => (
                <label key={String(good)} className="flex items-center gap-2">
                  <input
                    type="radio"
                    name="for-good"
                    className="accent-(--action)"
                    checked={forGood === good}
                    onChange={() => setForGood(good)}
                  />
                  {good ? "for good, in usual pay" : "this run only"}
                </label>
              ))}
            </fieldset>
          </div>
        )}
      </NewElementForm>
      <ProblemNote error={problem} />
    </div>
  );
}
