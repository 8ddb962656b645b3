/** A list of the set-up whose entries are changed in place, renamed and retired, with who uses each. */
import type { BusinessView, Listed } from "@zesty/contract/business";
import type { ListName } from "@zesty/contract/lists";
import { type ReactNode, useState } from "react";
import { type DefaultValues, type UseFormReturn, useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { Button } from "../../parts/Button.tsx";
import { showErrors, submitOf, TickField } from "../../parts/Fields.tsx";
import { counted } from "../../parts/format.ts";
import { isOutdated } from "../../state/api.ts";
import { setUpApi } from "../../state/setUpApi.ts";

interface Props<Entry extends Listed, Values extends { retired: boolean }> {
  setUp: BusinessView;
  list: ListName;
  entries: readonly Entry[];
  nameOf: (entry: Entry) => string;
  /** who uses an entry: "person", "people" */
  users: [one: string, many: string];
  show: (entry: Entry) => ReactNode;
  valuesOf: (entry: Entry) => Values;
  fields: (form: UseFormReturn<Values>, entry: Entry) => ReactNode;
  empty?: string;
}

export function ChangingList<Entry extends Listed, Values extends { retired: boolean }>(props: Props<Entry, Values>) {
  const { entries, nameOf, users, show, empty } = props;
  const [changing, setChanging] = useState<number | null>(null);
  if (entries.length === 0) return <p className="py-2 text-quiet">{empty ?? "None yet."}</p>;
  return (
    <ul>
      {[...entries]
        .sort((a, b) => Number(a.retired) - Number(b.retired))
        .map((entry) =>
          changing === entry.id ? (
            <li key={entry.id}>
              <ChangeForm {...props} entry={entry} onDone={() => setChanging(null)} />
            </li>
          ) : (
            <li
              key={entry.id}
              className={`figures flex items-baseline gap-4 border-b border-rule py-1 ${entry.retired ? "text-quiet" : ""}`}
            >
              <span className="min-w-0 flex-1">{show(entry)}</span>
              <span className="w-28 text-right text-[14px] text-quiet">
                {entry.retired ? "retired" : entry.usedBy === 0 ? "used by nobody" : counted(entry.usedBy, ...users)}
              </span>
              <Button look="quiet" aria-label={`Change ${nameOf(entry)}`} onClick={() => setChanging(entry.id)}>
                Change
              </Button>
            </li>
          ),
        )}
    </ul>
  );
}

function ChangeForm<Entry extends Listed, Values extends { retired: boolean }>({
  setUp,
  list,
  users,
  valuesOf,
  fields,
  entry,
  onDone,
}: Props<Entry, Values> & { entry: Entry; onDone: () => void }) {
  const [change] = setUpApi.useChangeInSetUpMutation();
  const [look] = setUpApi.useLazyBusinessQuery();
  const [seen] = useState(setUp.entryStamps[`${list}/${entry.id}`]);
  const form = useForm<Values>({ defaultValues: valuesOf(entry) as DefaultValues<Values> });
  const submit = submitOf(form, async (values) => {
    const answer = await change({ business: setUp.id, list, entry: entry.id, values, seen });
    if (isOutdated(answer.error)) await look(setUp.id);
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  const plain = form as unknown as UseFormReturn<{ retired: boolean }>;
  const { errors } = plain.formState;
  return (
    <AddForm action="Save" fault={errors.retired?.message ?? errors.root?.message} onSubmit={submit} onLeave={onDone}>
      {fields(form, entry)}
      <div className="col-span-full">
        <TickField label="Retired: not offered any more" {...plain.register("retired")} />
        <p className="text-[14px] text-quiet">
          {entry.usedBy > 0
            ? `Touches ${counted(entry.usedBy, ...users)}: open runs and later ones use the change; what was signed off stays as it was.`
            : "Used by nobody now; what was signed off stays as it was."}
        </p>
      </div>
    </AddForm>
  );
}
