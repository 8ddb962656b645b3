/** The rule book: every table with its dates, source and standing; what is derived or unsure is shown as such. */

import type { RuleTableView } from "@zesty/contract/books";
import { use, useEffect, useState } from "react";
import { Link, useLocation } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { longDate } from "../../parts/format.ts";
import { Loading, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { BusinessContext } from "../../state/business.ts";
import { rulesApi } from "../../state/rulesApi.ts";
import { LoadRules } from "./LoadRules.tsx";

const standingLook: Record<string, string> = {
  published: "text-leaf",
  remembered: "",
  derived: "text-amber font-semibold",
  unsure: "text-plum font-semibold",
};

export function RuleBookPage() {
  const { business } = use(BusinessContext);
  const { data: all } = rulesApi.useRulesQuery();
  // The tables of the business in hand: the other country's law is another book.
  const tables = all?.filter((table) => !business || table.country === business.country);
  const { data: session } = api.useSessionQuery();
  const [loading, setLoading] = useState(false);
  const { hash } = useLocation();
  useEffect(() => {
    if (tables && hash) document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [tables, hash]);
  if (!tables) return <Loading what="the rule book" />;
  return (
    <Page
      title="Rule book"
      aside={
        <div className="flex items-baseline gap-4">
          {business && (
            <Link className="text-action underline" to="/set-up/new-tables">
              What new tables change for whom
            </Link>
          )}
          {session?.user?.lead && !loading && (
            <Button look="quiet" onClick={() => setLoading(true)}>
              Load a table from a file
            </Button>
          )}
        </div>
      }
    >
      {loading && <LoadRules tables={tables} onDone={() => setLoading(false)} />}
      <p className="mb-4 max-w-[75ch] text-quiet">
        Rates and thresholds by date of payment. Each row says where it comes from and how far it can be relied on:
        published, when somebody here laid it beside its publication; remembered, when nobody has yet; derived or
        unsure, when it was worked out or may be wrong.
      </p>
      {tables.map((table) => (
        <section key={table.name} id={table.name} className="mb-6 scroll-mt-4">
          <h2 className="flex items-baseline gap-2 border-b border-rule-strong pb-1 font-name text-[19px]">
            {table.title}
            <span className="rounded-(--radius) border border-rule-strong px-1.5 font-sans text-[12px] text-quiet">
              {table.country}
            </span>
          </h2>
          {table.rows.map((row) => (
            <Row
              key={`${row.from}${row.loaded?.id ?? ""}`}
              table={table.name}
              row={row}
              lead={session?.user?.lead === true}
            />
          ))}
        </section>
      ))}
    </Page>
  );
}

interface RowProps {
  table: string;
  row: RuleTableView["rows"][number];
  lead: boolean;
}

function Row({ table, row, lead }: RowProps) {
  const [withdraw, { error }] = rulesApi.useWithdrawRulesMutation();
  return (
    <details className="group border-b border-rule py-1.5">
      <summary className="grid cursor-pointer grid-cols-[14px_270px_90px_1fr] gap-x-2 max-[700px]:grid-cols-[14px_1fr] max-[700px]:[&>:not(:first-child)]:col-start-2">
        <span
          aria-hidden="true"
          className="self-start text-quiet transition-transform duration-100 group-open:rotate-90"
        >
          ▸
        </span>
        <span className="figures">
          {longDate(row.from)} to {longDate(row.to)}
        </span>
        <span className={standingLook[row.standing]}>
          {row.standing}
          {row.loaded && <span className="block text-[13px] font-normal text-quiet">loaded</span>}
        </span>
        <span className="text-quiet">
          {row.title}: {row.section}
        </span>
      </summary>
      {row.note && <p className="mt-1 border-l-3 border-amber pl-3">{row.note}</p>}
      <p className="mt-1 text-[14px] text-quiet">Set beside its source: {row.seen}</p>
      {row.loaded && (
        <p className="mt-1 text-[15px]">
          Loaded by {row.loaded.by} on {longDate(row.loaded.at.slice(0, 10))}; taken before the shipped row.{" "}
          {lead && (
            <Button look="quiet" onClick={() => void withdraw(row.loaded?.id ?? 0)}>
              Take it out of force
            </Button>
          )}
        </p>
      )}
      <ProblemNote error={error} />
      {lead && row.standing !== "published" && <Confirm table={table} row={row} />}
      <div className="figures mt-1 overflow-auto text-[14px]">
        <Value value={row.figures} />
      </div>
    </details>
  );
}

/** Somebody lays the row beside its publication: from then on each working says who did, and beside what. */
function Confirm({ table, row }: Omit<RowProps, "lead">) {
  const [confirm, { error, isLoading }] = rulesApi.useConfirmRulesMutation();
  const [edition, setEdition] = useState("");
  const [asked, setAsked] = useState(false);
  if (!asked)
    return (
      <Button look="quiet" onClick={() => setAsked(true)}>
        Confirm it beside its publication
      </Button>
    );
  return (
    <form
      noValidate
      className="my-2 flex max-w-xl flex-col gap-2 border-l-3 border-lime pl-4"
      onSubmit={(event) => {
        event.preventDefault();
        void confirm({ table, from: row.from, edition });
      }}
    >
      <TextField
        label="I have laid every figure below beside"
        hint="The publication as you have it: title, number, date"
        autoFocus
        value={edition}
        onChange={(event) => setEdition(event.target.value)}
      />
      <ProblemNote error={error} />
      <div className="flex gap-2">
        <Button look="main" type="submit" disabled={isLoading}>
          Confirm the row
        </Button>
        <Cancel onClick={() => setAsked(false)} />
      </div>
    </form>
  );
}

/** Lists of like rows become a table; everything else a list of names and values. */
function Value({ value }: { value: unknown }) {
  if (Array.isArray(value)) {
    const [first] = value as unknown[];
    if (typeof first !== "object" || first === null) return <span>{value.join(", ")}</span>;
    const names = Object.keys(first);
    return (
      <table className="my-1">
        <thead>
          <tr>
            {names.map((name) => (
              <th key={name} className="pr-6 text-right font-medium text-quiet">
                {words(name)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(value as Record<string, string | null>[]).map((line, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two lines of a table may hold the same figures
            <tr key={at}>
              {names.map((name) => (
                <td key={name} className="pr-6 text-right">
                  {line[name] ?? "and over"}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    );
  }
  if (typeof value === "object" && value !== null)
    return (
      <dl className="pl-3">
        {Object.entries(value).map(([name, inner]) => (
          <div key={name} className="flex gap-3">
            <dt className="w-44 shrink-0 text-quiet">{words(name)}</dt>
            <dd>
              <Value value={inner} />
            </dd>
          </div>
        ))}
      </dl>
    );
  return <span>{String(value)}</span>;
}

const words = (name: string): string =>
  /^[a-z]+[A-Z0-9]/.test(name) ? name.replace(/([A-Z]|\d+)/g, " $1").toLowerCase() : name;
