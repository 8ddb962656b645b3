/** A statement is brought; a CSV with unknown headings asks once what they mean. */
import type { CsvColumns } from "@zesty/contract/bankStatements";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField } from "../../parts/Fields.tsx";
import { counted } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { type Brought, brought } from "../../parts/sheets/broughtFile.ts";
import { booksApi } from "../../state/booksApi.ts";

export function BankFile({ business }: { business: number }) {
  const [take, { data, error, isLoading }] = booksApi.useTakeStatementInMutation();
  const [file, setFile] = useState<Brought | null>(null);
  const bring = (given: Brought, columns?: CsvColumns) => {
    setFile(given);
    void take({ business, name: given.name, data: given.data, ...(columns ? { columns } : {}) });
  };
  return (
    <section aria-label="Bring a statement" className="mb-2">
      <label className="inline-flex cursor-pointer items-center gap-3">
        <span className="rounded-(--radius) border border-rule-strong bg-sheet px-3 py-1.5 text-[15px] hover:bg-hover">
          Bring a statement
        </span>
        <input
          type="file"
          className="sr-only"
          accept=".xml,.ofx,.qfx,.csv,.txt"
          onChange={(event) => {
            const [chosen] = event.target.files ?? [];
            event.target.value = "";
            if (chosen) void brought(chosen).then((read) => bring(read));
          }}
        />
        <span className="text-[14px] text-quiet">CAMT.053, OFX or CSV. It is compared; nothing is posted from it.</span>
      </label>
      {isLoading && <p className="mt-1 text-quiet">Reading {file?.name}…</p>}
      {data && data.ask === null && (
        <p role="status" className="mt-1">
          {file?.name}: {counted(data.added, "new line")}, {counted(data.matched, "payment")} of ours seen
          {data.cameBack > 0 && <span className="text-plum">, {data.cameBack} came back</span>}.
          {data.known > 0 && ` ${counted(data.known, "line")} had been here before.`}
        </p>
      )}
      {data?.ask && file && <AskColumns headings={data.ask} onSaid={(columns) => bring(file, columns)} />}
      <ProblemNote error={error} />
    </section>
  );
}

const none = "";

function AskColumns({ headings, onSaid }: { headings: string[]; onSaid: (columns: CsvColumns) => void }) {
  const [said, setSaid] = useState({ date: none, amount: none, debit: none, credit: none, text: none });
  const choose = (name: keyof typeof said) => (event: { target: { value: string } }) =>
    setSaid({ ...said, [name]: event.target.value });
  const options = (
    <>
      <option value={none}>–</option>
      {headings.map((each) => (
        <option key={each} value={each}>
          {each}
        </option>
      ))}
    </>
  );
  const whole = said.date && said.text && (said.amount || (said.debit && said.credit));
  return (
    <form
      className="mt-2 grid grid-cols-5 items-start gap-3 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        const { date, amount, debit, credit, text } = said;
        onSaid({ date, text: [text], ...(amount ? { amount } : { debit, credit }) });
      }}
    >
      <p className="col-span-5">Which column says what? It is asked once.</p>
      <ChoiceField label="Date" value={said.date} onChange={choose("date")}>
        {options}
      </ChoiceField>
      <ChoiceField label="Amount" value={said.amount} onChange={choose("amount")} hint="Below nought where it left.">
        {options}
      </ChoiceField>
      <ChoiceField label="Or: paid out" value={said.debit} onChange={choose("debit")}>
        {options}
      </ChoiceField>
      <ChoiceField label="and paid in" value={said.credit} onChange={choose("credit")}>
        {options}
      </ChoiceField>
      <ChoiceField label="Words" value={said.text} onChange={choose("text")}>
        {options}
      </ChoiceField>
      <div className="col-span-5">
        <Button type="submit" disabled={!whole}>
          Read it so
        </Button>
      </div>
    </form>
  );
}
