/** A payroll year as a sheet of proof: what the year says of each person, whether everybody who knows says the same, and its end. */
import type { YearAct, YearAndEnding } from "@zesty/contract/year";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";
import { chosenAtFirst, mayChoose } from "./choice.ts";
import { Declare } from "./Declare.tsx";
import { Fringe } from "./Fringe.tsx";
import { YearEvents } from "./YearEvents.tsx";
import { YearList } from "./YearList.tsx";
import { YearRow } from "./YearRow.tsx";
import { YearTotals } from "./YearTotals.tsx";

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
  const [fringe, setFringe] = useState(false);
  const [chosen, setChosen] = useState<number[]>([]);
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the year" />;
  const { ending } = data;
  const begin = (wanted: YearAct) => {
    setAct(wanted);
    setChosen(chosenAtFirst(data, wanted));
  };
  const canAct = ending.mayDeclare && ending.closed === null && act === null && !fringe;
  // In the act only what is declared stands in front.
  const columns = act === null ? data.columns : data.columns.filter(({ voices: known }) => known.includes("reported"));
  const toggle = (id: number) =>
    setChosen((before) => (before.includes(id) ? before.filter((each) => each !== id) : [...before, id]));
  return (
    <Page
      wide={data.columns.length > 6}
      title={`Payroll ${data.year.name.startsWith("year") ? "" : "year "}${data.year.name}`}
      aside={
        <div className="flex min-h-9 flex-wrap items-center justify-end gap-x-4 gap-y-1">
          {canAct && <Acts data={data} onFringe={() => setFringe(true)} onBegin={begin} />}
          {data.rows.length > 0 && <Files business={business.id} from={data.year.from} />}
          {data.years.length > 1 && (
            <YearChoice
              data={data}
              onYear={(year) => {
                setFrom(year);
                setOpen(null);
                setAct(null);
              }}
            />
          )}
        </div>
      }
    >
      {data.rows.length === 0 ? (
        <Nothing>Nobody was paid by {business.name} in this year.</Nothing>
      ) : (
        <>
          {fringe && (
            <Fringe business={business.id} from={data.year.from} to={data.year.to} onEnd={() => setFringe(false)} />
          )}
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
                  <YearRow
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
              <YearTotals data={data} columns={columns} />
            </table>
            {act && <Declare business={business.id} data={data} act={act} chosen={chosen} onEnd={() => setAct(null)} />}
          </div>
          <YearEvents events={ending.events} />
        </>
      )}
    </Page>
  );
}

interface ActsProps {
  data: YearAndEnding;
  onFringe: () => void;
  onBegin: (act: YearAct) => void;
}

/** What may be done to the year of anybody now. */
function Acts({ data: { ending }, onFringe, onBegin }: ActsProps) {
  const may = (wanted: YearAct) => Object.values(ending.people).some((each) => mayChoose(each, wanted));
  return (
    <>
      {ending.date !== null && (
        <Button look="quiet" onClick={onFringe}>
          Fringe benefits…
        </Button>
      )}
      {may("again") && (
        <Button look="quiet" onClick={() => onBegin("again")}>
          Open again…
        </Button>
      )}
      {may("update") && (
        <Button look="quiet" onClick={() => onBegin("update")}>
          Bring up to date…
        </Button>
      )}
      {may("final") && (
        <Button look="main" onClick={() => onBegin("final")}>
          Make final…
        </Button>
      )}
    </>
  );
}

/** Where the year goes on, and what of it can be had as a file. */
const Files = ({ business, from }: { business: number; from: string }) => (
  <>
    <Link className="text-action underline" to={`/year/elements?from=${from}`}>
      Pay elements
    </Link>
    <a className="text-action underline" href={`/api/businesses/${business}/year.csv?from=${from}`} download>
      Take the sheet
    </a>
    <Link className="text-action underline" to={`/year/summaries?from=${from}`}>
      Year summaries
    </Link>
  </>
);

const YearChoice = ({ data, onYear }: { data: YearAndEnding; onYear: (from: string) => void }) => (
  <label className="flex items-center gap-2 text-quiet">
    Year
    <select
      className="rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5"
      value={data.year.from}
      onChange={(event) => onYear(event.target.value)}
    >
      {data.years.map((year) => (
        <option key={year.from} value={year.from}>
          {year.name}
        </option>
      ))}
    </select>
  </label>
);
