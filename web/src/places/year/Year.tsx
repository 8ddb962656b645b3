/** A payroll year as a sheet of proof: what the year says of each person, whether everybody who knows says the same, and its end. */
import {
  type ProofColumn,
  type ProofRow,
  type Voice,
  voices,
  type YearAct,
  type YearAndEnding,
} from "@zesty/contract/year";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { cents, shortDate } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";
import { chosenAtFirst, mayChoose } from "./choice.ts";
import { Declare } from "./Declare.tsx";
import { PersonEnd } from "./PersonEnd.tsx";
import { ProofPays } from "./ProofPays.tsx";
import { SplitCell } from "./SplitCell.tsx";
import { Stamp } from "./Stamp.tsx";
import { voiceWords } from "./words.ts";
import { YearEvents } from "./YearEvents.tsx";
import { YearList } from "./YearList.tsx";

export function Year() {
  const business = useBusiness();
  return <Sheet key={business.id} business={business} />;
}

/** While an event is on its way, its answer is looked for. */
const askEveryMs = 1000;

function Sheet({ business }: { business: { id: number; name: string } }) {
  const [from, setFrom] = useState<string | null>(null);
  const [waits, setWaits] = useState(false);
  const { data, error } = yearApi.useYearQuery(
    { business: business.id, from },
    { refetchOnMountOrArgChange: true, pollingInterval: waits ? askEveryMs : 0 },
  );
  const isOnItsWay = Object.values(data?.ending.people ?? {}).some((each) => each.state === "sending");
  useEffect(() => setWaits(isOnItsWay), [isOnItsWay]);
  const [open, setOpen] = useState<number | null>(null);
  const [act, setAct] = useState<YearAct | null>(null);
  const [chosen, setChosen] = useState<number[]>([]);
  if (error) return <ProblemNote error={error} />;
  if (!data) return <Loading what="the year" />;
  const { ending } = data;
  const begin = (wanted: YearAct) => {
    setAct(wanted);
    setChosen(chosenAtFirst(data, wanted));
  };
  const may = (wanted: YearAct) => Object.values(ending.people).some((each) => mayChoose(each, wanted));
  const canAct = ending.mayDeclare && ending.closed === null && act === null;
  // In the act only what is declared stands in front.
  const columns = act === null ? data.columns : data.columns.filter(({ voices: known }) => known.includes("reported"));
  const toggle = (id: number) =>
    setChosen((before) => (before.includes(id) ? before.filter((each) => each !== id) : [...before, id]));
  return (
    <Page
      wide={data.columns.length > 6}
      title={`Payroll ${data.year.name.startsWith("year") ? "" : "year "}${data.year.name}`}
      aside={
        <div className="flex min-h-9 items-center gap-4">
          {canAct && may("again") && (
            <Button look="quiet" onClick={() => begin("again")}>
              Open again…
            </Button>
          )}
          {canAct && may("update") && (
            <Button look="quiet" onClick={() => begin("update")}>
              Bring up to date…
            </Button>
          )}
          {canAct && may("final") && (
            <Button look="main" onClick={() => begin("final")}>
              Make final…
            </Button>
          )}
          {data.rows.length > 0 && (
            <Link className="text-action underline" to={`/year/elements?from=${data.year.from}`}>
              Pay elements
            </Link>
          )}
          {data.rows.length > 0 && (
            <a
              className="text-action underline"
              href={`/api/businesses/${business.id}/year.csv?from=${data.year.from}`}
              download
            >
              Take the sheet
            </a>
          )}
          {data.rows.length > 0 && (
            <a
              className="text-action underline"
              href={`/api/businesses/${business.id}/year/summaries.csv?from=${data.year.from}`}
              download
            >
              Take the summaries
            </a>
          )}
          {data.years.length > 1 && (
            <label className="flex items-center gap-2 text-quiet">
              Year
              <select
                className="rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5"
                value={data.year.from}
                onChange={(event) => {
                  setFrom(event.target.value);
                  setOpen(null);
                  setAct(null);
                }}
              >
                {data.years.map((year) => (
                  <option key={year.from} value={year.from}>
                    {year.name}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      }
    >
      {data.rows.length === 0 ? (
        <Nothing>Nobody was paid by {business.name} in this year.</Nothing>
      ) : (
        <>
          <YearList business={business.id} data={data} />
          <div className="flex items-start gap-6">
            <table className="w-full text-[15px] [&_:is(td,th):not(:first-child)]:pl-4">
              <thead>
                <tr className="border-b border-rule-strong text-left text-[14px] text-quiet [&>th]:font-medium">
                  <th className="py-1">Name</th>
                  {columns.map(({ name, title }) => (
                    <th key={name} className="text-right">
                      {title}
                    </th>
                  ))}
                  <th>{ending.date === null ? "Reported" : "Year"}</th>
                </tr>
              </thead>
              <tbody>
                {data.rows.map((row) => (
                  <Row
                    key={row.personId}
                    {...{ row, data, columns, act }}
                    business={business.id}
                    chosen={chosen.includes(row.personId)}
                    onChoose={() => toggle(row.personId)}
                    open={open === row.personId}
                    onOpen={() => setOpen(open === row.personId ? null : row.personId)}
                  />
                ))}
              </tbody>
              <Totals data={data} columns={columns} />
            </table>
            {act && <Declare business={business.id} data={data} act={act} chosen={chosen} onEnd={() => setAct(null)} />}
          </div>
          <YearEvents events={ending.events} />
        </>
      )}
    </Page>
  );
}

interface RowProps {
  row: ProofRow;
  data: YearAndEnding;
  columns: ProofColumn[];
  act: YearAct | null;
  business: number;
  chosen: boolean;
  onChoose: () => void;
  open: boolean;
  onOpen: () => void;
}

function Row({ row, data, columns, act, business, chosen, onChoose, open, onOpen }: RowProps) {
  const person = data.ending.people[row.personId];
  return (
    <>
      <tr className={`border-b border-rule align-top hover:bg-hover ${act && chosen ? "bg-lime-soft" : ""}`}>
        <td className="py-1.5">
          {act && (
            <input
              type="checkbox"
              aria-label={`Choose ${row.name}`}
              className="mr-2 size-4 align-[-2px] accent-(--action)"
              checked={chosen}
              disabled={!mayChoose(person, act)}
              onChange={onChoose}
            />
          )}
          <button
            type="button"
            aria-expanded={open}
            className="cursor-pointer text-left font-semibold"
            onClick={onOpen}
          >
            {row.name}
          </button>
          {row.endDate && (
            <span className="text-quiet">
              {" "}
              to {shortDate(row.endDate)} {row.endDate.slice(0, 4)}
            </span>
          )}
        </td>
        {columns.map(({ name }) => (
          <SplitCell key={name} said={row.figures[name]} />
        ))}
        <td className="figures py-1.5 whitespace-nowrap text-quiet">
          {person ? (
            <Stamp person={person} />
          ) : row.reportedOn ? (
            shortDate(row.reportedOn)
          ) : row.isReported ? (
            <span className="text-plum">not yet</span>
          ) : (
            "contractor"
          )}
        </td>
      </tr>
      {open && (
        <tr className="border-b border-rule-strong bg-sheet">
          <td colSpan={columns.length + 2} className="px-4 py-2">
            {person && (
              <PersonEnd
                {...{ business, person }}
                from={data.year.from}
                id={row.personId}
                mayDeclare={data.ending.mayDeclare && data.ending.closed === null}
              />
            )}
            <ProofPays person={row.personId} data={data} />
            {row.isReported && (
              <a
                className="mt-2 inline-block text-action underline"
                href={`/api/people/${row.personId}/year/${data.year.from}/summary.pdf`}
                download
              >
                Year summary (PDF)
              </a>
            )}
          </td>
        </tr>
      )}
    </>
  );
}

/** The voices as rows, always in sight: what one of them does not know of stays blank. */
function Totals({ data, columns }: { data: YearAndEnding; columns: ProofColumn[] }) {
  const heard = voices.filter((voice) => columns.some((column) => column.voices.includes(voice)));
  return (
    <tfoot className="sticky bottom-0 [&_:is(td,th)]:bg-paper [&_:is(td,th)]:shadow-[inset_0_1px_0_var(--rule)] [&_tr:first-child>*]:shadow-[inset_0_2px_0_var(--rule-strong)]">
      {heard.map((voice: Voice) => (
        <tr key={voice}>
          <th scope="row" className="py-1 text-left font-medium">
            {voiceWords[voice]}
          </th>
          {columns.map(({ name }) => {
            const { facts, [voice]: value } = data.totals[name] ?? {};
            return (
              <td key={name} className={`figures text-right ${value === facts ? "" : "text-plum"}`}>
                {value === undefined ? "" : cents(value)}
              </td>
            );
          })}
          <td />
        </tr>
      ))}
    </tfoot>
  );
}
