/** The people of a business, with what is missing and one step to mend it. */
import type { PersonSummary } from "@zesty/contract/people";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { fetchFile } from "../../parts/fetchFile.ts";
import { counted, shortDate } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { useBusiness } from "../../state/business.ts";
import { peopleApi } from "../../state/peopleApi.ts";

export function People() {
  const business = useBusiness();
  const navigate = useNavigate();
  const { data: people, error } = peopleApi.usePeopleQuery(business.id, { refetchOnMountOrArgChange: true });
  const [query, setQuery] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  if (error) return <PageProblem error={error} />;
  if (!people) return <Loading what="the people" />;
  const wanted = query.trim().toLowerCase();
  const shown = people.filter((each) => `${each.name} ${each.payrollId} ${each.basis}`.toLowerCase().includes(wanted));
  const incomplete = people.filter((each) => each.missing.length > 0).length;
  return (
    <Page
      title="People"
      aside={
        <div className="flex items-center gap-3">
          <input
            type="search"
            aria-label="Find a person"
            placeholder="Find a person"
            className="rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5"
            value={query}
            onChange={(event) => setQuery(event.target.value)}
          />
          <Button onClick={() => void navigate("/people/raise")}>Raise several</Button>
          <Button onClick={() => void navigate("/people/move")}>Move several</Button>
          <Button onClick={() => void navigate("/people/several")}>Add several</Button>
          <Button look="main" onClick={() => void navigate("/people/new")}>
            Add a person
          </Button>
        </div>
      }
    >
      {people.length === 0 ? (
        <Nothing>Everybody whom {business.name} pays comes here. Begin with the first person.</Nothing>
      ) : (
        <>
          <p className="mb-2 text-quiet">
            {counted(people.length, "person", "people")},{" "}
            {incomplete === 0 ? "all complete" : `${incomplete} with something missing`}.{" "}
            <Ways business={business} onFault={setFault} />
          </p>
          {fault && (
            <p role="alert" className="mb-2 text-plum">
              {fault}
            </p>
          )}
          <PeopleTable people={shown} />
          {shown.length === 0 && <p className="py-4 text-quiet">Nobody here is called “{query}”.</p>}
        </>
      )}
    </Page>
  );
}

interface WaysProps {
  business: ReturnType<typeof useBusiness>;
  onFault: (text: string | null) => void;
}

/** To pages and files about everybody. */
function Ways({ business, onFault }: WaysProps) {
  return (
    <>
      {onPage[business.country].hasNotices && (
        <>
          <Link className="text-action underline" to="/notices">
            Notices of Inland Revenue
          </Link>
          {". "}
        </>
      )}
      <Link className="text-action underline" to="/readiness">
        What is missing, and what it stops
      </Link>
      {". "}
      <a className="text-action underline" href={`/api/businesses/${business.id}/people/list.csv`} download>
        Download the list
      </a>
      ,{" "}
      <button
        type="button"
        className="text-action underline"
        onClick={() =>
          void fetchFile(`/api/businesses/${business.id}/people/list-with-numbers.csv`, "people.csv").then(onFault)
        }
      >
        with tax and bank numbers
      </button>
      , or{" "}
      <a className="text-action underline" href={`/api/businesses/${business.id}/people/facts.xlsx`} download>
        every dated fact (XLSX)
      </a>
      {". "}
      <Link className="text-action underline" to="/people/opening">
        Opening figures
      </Link>
      {" · "}
      <Link className="text-action underline" to="/people/balances">
        Leave from before
      </Link>
      {" · "}
      <Link className="text-action underline" to="/people/pays">
        Look past pays over
      </Link>
    </>
  );
}

function PeopleTable({ people }: { people: readonly PersonSummary[] }) {
  return (
    <table className="w-full text-[15px]">
      <thead>
        <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
          <th className="py-1 font-medium">Name</th>
          <th className="font-medium">ID</th>
          <th className="font-medium">Basis</th>
          <th className="font-medium">Cycle</th>
          <th className="text-right font-medium">Rate an hour</th>
          <th className="pl-6 font-medium">Since</th>
          <th className="font-medium">Missing</th>
        </tr>
      </thead>
      <tbody>
        {people.map((each) => (
          <tr key={each.id} className="border-b border-rule hover:bg-hover">
            <td className="py-1.5">
              <Link className="font-semibold hover:text-action" to={`/people/${each.id}`}>
                {each.name}
              </Link>
            </td>
            <td className="text-quiet">{each.payrollId}</td>
            <td>{each.basis}</td>
            <td>{each.cycle}</td>
            <td className="figures text-right">{each.rate ?? "–"}</td>
            <td className="figures pl-6">
              {shortDate(each.startDate)} {each.startDate.slice(0, 4)}
              {each.endDate && (
                <span className="text-quiet">
                  {" "}
                  to {shortDate(each.endDate)} {each.endDate.slice(0, 4)}
                </span>
              )}
            </td>
            <td>
              {each.missing.map((one) => (
                <Link key={one.text} className="mr-3 text-amber underline" to={`/people/${each.id}#${one.section}`}>
                  {one.text}
                </Link>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
