/** Loads a dated table from a file: first what it would change for whom, then into force. */

import type { RuleLoadPlan, RuleTableView } from "@zesty/contract/books";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { ChoiceField } from "../../parts/Fields.tsx";
import { longDate, money } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { saveFile } from "../../parts/saveFile.ts";
import { rulesApi } from "../../state/rulesApi.ts";

type RuleFile = { table?: string; format: "json" | "csv"; text: string };

export function LoadRules({ tables, onDone }: { tables: RuleTableView[]; onDone: () => void }) {
  const [table, setTable] = useState("");
  const [file, setFile] = useState<RuleFile | null>(null);
  const [plan, planned] = rulesApi.usePlanRulesMutation();
  const [load, loading] = rulesApi.useLoadRulesMutation();
  const chosen = tables.find((each) => each.name === table);
  const read = async (picked: File | undefined) => {
    if (!picked) return;
    const next: RuleFile = {
      ...(table === "" ? {} : { table }),
      format: picked.name.toLowerCase().endsWith(".csv") ? "csv" : "json",
      text: await picked.text(),
    };
    setFile(next);
    void plan(next);
  };
  return (
    <section className="mb-6 border-l-3 border-lime py-1 pl-4" aria-label="Load a table">
      <div className="flex items-end gap-4">
        <ChoiceField
          label="Table"
          value={table}
          onChange={(event) => {
            setTable(event.target.value);
            setFile(null);
            planned.reset();
          }}
        >
          <option value="">a set: several tables in one file</option>
          {tables.map((each) => (
            <option key={each.name} value={each.name}>
              {each.title}
            </option>
          ))}
        </ChoiceField>
        <label className="flex flex-col gap-0.5 text-[14px] text-quiet">
          {table === "" ? "File, JSON" : "File, JSON or CSV"}
          <input
            key={table}
            type="file"
            accept=".json,.csv"
            className="text-[15px] text-ink"
            onChange={(event) => void read(event.target.files?.[0])}
          />
        </label>
        {chosen ? (
          <Button look="quiet" onClick={() => saveRows(`${chosen.name}.json`, newest(chosen))}>
            Save the newest row as a file to begin from
          </Button>
        ) : (
          <Button
            look="quiet"
            onClick={() =>
              saveRows(
                "tables.json",
                tables.map((each) => ({ table: each.name, ...newest(each) })),
              )
            }
          >
            Save the newest rows as a file to begin from
          </Button>
        )}
      </div>
      <div className="mt-3">
        <ProblemNote error={planned.error ?? loading.error} />
        {planned.isLoading && <p className="text-quiet">Working out everybody's next pay with it…</p>}
        {planned.data && file && <Plan plan={planned.data} />}
      </div>
      <div className="mt-3 flex gap-2">
        {planned.data && file && (
          <Button
            look="main"
            disabled={loading.isLoading}
            onClick={() =>
              void load(file).then((answer) => {
                if (answer.data) onDone();
              })
            }
          >
            Start using this table
          </Button>
        )}
        <Cancel onClick={onDone} />
      </div>
    </section>
  );
}

function Plan({ plan }: { plan: RuleLoadPlan }) {
  return (
    <div>
      <ul>
        {plan.rows.map((row) => (
          <li key={row.table} className="mb-1">
            <span className="font-semibold">{row.title}</span>, {longDate(row.from)} to {longDate(row.to)},{" "}
            {row.standing}. {row.source}.{" "}
            <span className="text-quiet">
              {row.replaces
                ? `Taken before the row of ${longDate(row.replaces.from)} to ${longDate(row.replaces.to)} (${row.replaces.standing}).`
                : "No row stood for these days until now."}
            </span>
          </li>
        ))}
      </ul>
      <p className="text-quiet">Pays that are signed off keep their figures.</p>
      {plan.changes.length === 0 ? (
        <p className="mt-2">Nobody's next pay comes out differently.</p>
      ) : (
        <table className="figures mt-2 w-full text-[15px]">
          <caption className="pb-1 text-left font-semibold">
            {plan.changes.length === 1 ? "One pay comes" : `${plan.changes.length} pays come`} out differently
          </caption>
          <thead>
            <tr className="text-right text-[14px] text-quiet">
              <th className="text-left font-medium">Person</th>
              <th className="text-left font-medium">Payday</th>
              <th className="font-medium">Tax</th>
              <th className="font-medium">Super</th>
              <th className="font-medium">Net</th>
            </tr>
          </thead>
          <tbody>
            {plan.changes.map((change) => (
              <tr key={`${change.business}${change.name}${change.payday}`} className="border-t border-rule text-right">
                <td className="py-0.5 text-left">
                  {change.name} <span className="text-quiet">{change.business}</span>
                </td>
                <td className="text-left">{longDate(change.payday)}</td>
                {(["withheld", "super", "net"] as const).map((name) => (
                  <td key={name}>
                    {change.before && change.before[name] !== change.after?.[name] && (
                      <span className="mr-2 text-quiet">{money(change.before[name])} →</span>
                    )}
                    {change.after ? money(change.after[name]) : "cannot be worked out"}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

/** A row to begin from: the newest as it stands, for the dates and figures to be changed. */
function newest(table: RuleTableView): object {
  const row = table.rows.at(-1);
  if (!row) return {};
  const { from, to, figures, standing, title, section, note } = row;
  return { from, to, standing, source: { title, section }, note: note ?? "", figures };
}

const saveRows = (name: string, body: unknown): void =>
  saveFile(name, new Blob([JSON.stringify(body, null, 2)], { type: "application/json" }));
