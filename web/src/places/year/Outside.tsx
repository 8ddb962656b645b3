/** The year against the books, the funds and the agency: what each of them says, put in by hand or from a file, beside what was signed. */
import type { OutsideKind, OutsideShown } from "@zesty/contract/outside";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { cents, difference, longDate } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { PastedLines } from "../../parts/PastedLines.tsx";
import { usePasted } from "../../parts/usePasted.ts";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";
import { OutsideRow } from "./OutsideRow.tsx";

export function OutsidePage() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  const [search] = useSearchParams();
  const from = search.get("from") ?? day;
  return from ? (
    <Compared key={`${business.id} ${from}`} business={business.id} from={from} />
  ) : (
    <Loading what="the year" />
  );
}

const parts: { kind: OutsideKind; title: string }[] = [
  { kind: "account", title: "Accounts of the books" },
  { kind: "payee", title: "Funds and agency" },
];

function Compared({ business, from }: { business: number; from: string }) {
  const { data, error } = yearApi.useOutsideQuery({ business, from }, { refetchOnMountOrArgChange: true });
  const [open, setOpen] = useState(false);
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the figures" />;
  return (
    <Page
      title={`Books, funds and agency, ${data.year.name}`}
      aside={
        <div className="flex items-center gap-4">
          <Link className="text-action underline" to="/year">
            Year
          </Link>
          {!data.closed && !open && (
            <Button look={data.given ? "plain" : "main"} onClick={() => setOpen(true)}>
              Enter their figures…
            </Button>
          )}
        </div>
      }
    >
      <p className="mb-3 max-w-3xl text-quiet">
        What they say of the year, beside what was signed. Of an account: debits less credits of its payroll entries. Of
        a fund or the agency: what they say is theirs for the year. Lines you do not enter are not compared.
      </p>
      {open && <Given business={business} from={data.year.from} onEnd={() => setOpen(false)} />}
      {data.lines.length === 0 && (
        <Nothing>Nothing of this year is in the journals, and nobody is owed anything.</Nothing>
      )}
      {parts.map(({ kind, title }) => {
        const lines = data.lines.filter((line) => line.kind === kind);
        return (
          lines.length > 0 && (
            <section key={kind} className="mb-6">
              <h2 className="text-lg font-semibold">{title}</h2>
              <table className="figures my-1 w-full max-w-4xl text-[15px] [&_:is(td,th):not(:first-child)]:pl-4">
                <thead>
                  <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
                    <th className="py-1 text-left">{kind === "account" ? "Account" : "Who is owed"}</th>
                    <th className="w-32">Signed here</th>
                    <th className="w-32">They say</th>
                    <th className="w-32">Difference</th>
                    <th className="w-36">
                      <span className="sr-only">Act</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {lines.map((line) => (
                    <OutsideRow key={line.key} {...{ line, business }} from={data.year.from} mayChange={!data.closed} />
                  ))}
                </tbody>
              </table>
            </section>
          )
        );
      })}
      {data.given && (
        <p className="mt-2 text-[14px] text-quiet">
          Last put in by {data.given.by} on {longDate(data.given.at.slice(0, 10))}.
        </p>
      )}
    </Page>
  );
}

function Given({ business, from, onEnd }: { business: number; from: string; onEnd: () => void }) {
  const [put, { error, isLoading }] = yearApi.usePutOutsideInMutation();
  const { shown, lines } = usePasted((given) => put({ business, from, ...given }), onEnd);
  return (
    <section aria-label="Figures from outside" className="mb-5 max-w-4xl border-l-3 border-lime bg-sheet px-4 py-3">
      <PastedLines
        label="A line an account, as a trial balance has it: code, name, debit, credit. A line a fund or an agency: who was paid, and how much. A later figure takes the place of the one before it."
        {...lines}
        error={error}
        busy={isLoading}
        whom={["figure", "figures"]}
        more={
          <Button look="quiet" onClick={onEnd}>
            Not now
          </Button>
        }
      >
        <Understood shown={shown} />
      </PastedLines>
    </section>
  );
}

function Understood({ shown }: { shown: OutsideShown | null }) {
  return (
    <>
      <table className="figures my-2 w-full max-w-3xl text-[15px] [&_:is(td,th):not(:first-child)]:pl-4">
        <tbody>
          {shown?.rows.map((row) => (
            <tr key={`${row.kind} ${row.key}`} className="border-b border-rule text-right [&>td]:py-1">
              <td className="text-left">{row.kind === "account" ? `${row.key} ${row.name}` : row.name}</td>
              <td>{row.theirs === null ? "not compared" : cents(row.theirs)}</td>
              <td className="text-quiet">
                {row.theirs === null
                  ? ""
                  : row.theirs === row.ours
                    ? "the same"
                    : `${difference(row.theirs - row.ours)}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown && shown.others.length > 0 && (
        <p className="text-[14px] text-quiet">Not payroll, so left out: {shown.others.join(", ")}.</p>
      )}
    </>
  );
}
