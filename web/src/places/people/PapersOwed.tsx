/** Papers owed to people of a business: ticked, and recorded as given by one press. */
import type { PaperOfPerson } from "@zesty/contract/papers";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { counted, longDate } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api, problemOf } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { peopleApi } from "../../state/peopleApi.ts";

export function PapersOwed() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  const { data, error } = peopleApi.usePapersQuery(business.id, { refetchOnMountOrArgChange: true });
  if (error) return <PageProblem error={error} />;
  if (!data || !day) return <Loading what="the papers" />;
  const owed = data.filter((each) => each.givenOn === null && each.on <= day);
  return (
    <Page title="Papers owed">
      {owed.length === 0 ? (
        <Nothing>Everybody was given what is owed by today.</Nothing>
      ) : (
        <Owed key={owed.length} business={business.id} owed={owed} day={day} />
      )}
    </Page>
  );
}

const keyOf = ({ personId, code, on }: PaperOfPerson): string => `${personId} ${code} ${on}`;

function Owed({ business, owed, day }: { business: number; owed: readonly PaperOfPerson[]; day: string }) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(owed.map(keyOf)));
  const [givenOn, setGivenOn] = useState(day);
  const [give, { error, isLoading }] = peopleApi.useGivePapersMutation();
  const fault = problemOf(error).errors?.find((each) => each.path === "givenOn")?.text;
  const isAll = chosen.size === owed.length;
  const toggle = (key: string, on: boolean) =>
    setChosen(on ? new Set([...chosen, key]) : new Set([...chosen].filter((each) => each !== key)));
  const papers = owed
    .filter((each) => chosen.has(keyOf(each)))
    .map(({ personId, code, on }) => ({ personId, code, on }));
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-4">
        <TextField
          label="Given on"
          type="date"
          error={fault}
          value={givenOn}
          onChange={(event) => setGivenOn(event.target.value)}
        />
        <Button
          look="main"
          disabled={isLoading || papers.length === 0}
          onClick={() => void give({ business, papers, givenOn })}
        >
          Record {counted(papers.length, "paper")} as given
        </Button>
      </div>
      {error && !fault && <ProblemNote error={error} />}
      <table className="mt-1 w-full max-w-3xl text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
            <th className="w-8 py-1">
              <input
                type="checkbox"
                className="accent-(--action)"
                aria-label="All of them"
                checked={isAll}
                onChange={(event) => setChosen(new Set(event.target.checked ? owed.map(keyOf) : []))}
              />
            </th>
            <th className="py-1 font-medium">Person</th>
            <th className="font-medium">Paper</th>
            <th className="font-medium">Owed since</th>
          </tr>
        </thead>
        <tbody>
          {owed.map((each) => (
            <tr key={keyOf(each)} className="border-b border-rule">
              <td className="py-1">
                <input
                  type="checkbox"
                  className="accent-(--action)"
                  aria-label={`${each.words} of ${each.name}`}
                  checked={chosen.has(keyOf(each))}
                  onChange={(event) => toggle(keyOf(each), event.target.checked)}
                />
              </td>
              <td>
                <Link to={`/people/${each.personId}#papers`}>{each.name}</Link>
              </td>
              <td title={each.law}>{each.words}</td>
              <td className="figures">{longDate(each.on)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
