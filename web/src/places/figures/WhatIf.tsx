/** What if: the year ahead as it stands and as it would be, from the sentences that make the difference. */
import type { AheadView, AheadWanted } from "@zesty/contract/ahead";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { ChoiceField } from "../../parts/Fields.tsx";
import { JobBar } from "../../parts/JobBar.tsx";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { aheadApi } from "../../state/aheadApi.ts";
import { api, problemOf } from "../../state/api.ts";
import { type BusinessInHand, useBusiness } from "../../state/business.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { AheadFoot } from "./AheadFoot.tsx";
import { AheadSentences } from "./AheadSentences.tsx";
import { AheadPeople, AheadSums, AheadWeeks } from "./AheadTables.tsx";
import { changesIn, isOfSentence, isWhole } from "./ahead.ts";
import { useInTurn } from "./useInTurn.ts";
import { YearTape } from "./YearTape.tsx";

export function WhatIf() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  return day ? <Ahead key={business.id} business={business} day={day} /> : <Loading what="the day" />;
}

function Ahead({ business, day }: { business: BusinessInHand; day: string }) {
  const [params, setParams] = useSearchParams();
  const { data: people = [] } = peopleApi.usePeopleQuery(business.id);
  const { data: kept = [] } = aheadApi.useKeptAheadQuery(business.id);
  const [by, setBy] = useState<"week" | "sum">("week");
  // Typed here and told to the address: a field that waited for the address would lose keys.
  const [changes, setChanges] = useState(() => changesIn(params.get("changes")));
  const [against, setAgainst] = useState(Number(params.get("against")) || null);
  const wanted: AheadWanted = { changes: changes.filter(isWhole), against };
  const [work] = aheadApi.useAheadMutation();
  const { data, error } = useInTurn<AheadView>(JSON.stringify({ business: business.id, ...wanted }), (asked) =>
    work(JSON.parse(asked)),
  );
  const address = { changes: JSON.stringify(changes), ...(against ? { against: String(against) } : {}) };
  const told = changes.length === 0 && !against ? "" : new URLSearchParams(address).toString();
  useEffect(() => setParams(told, { replace: true }), [told, setParams]);
  const problem = problemOf(error);
  const here = people.filter((each) => each.endDate === null || each.endDate >= day);
  return (
    <Page
      wide
      title="What if"
      aside={
        <Link className="text-action underline" to="/figures">
          Figures
        </Link>
      }
    >
      <AheadSentences
        {...{ changes, people: here, day, view: error ? null : data, problem }}
        contribution={onPage[business.country].contribution}
        onChange={setChanges}
      />
      <JobBar />
      {error !== undefined && !problem.errors?.some((each) => isOfSentence(each.path, wanted.changes.length)) && (
        <ProblemNote error={error} />
      )}
      {!data ? (
        error === undefined && <Loading what="the year ahead" />
      ) : data.people.length === 0 ? (
        <Nothing>Nobody is paid in the year ahead. Add people first.</Nothing>
      ) : (
        <>
          <div className="grid grid-cols-[minmax(0,1fr)_380px] gap-8 max-[1100px]:grid-cols-1">
            <div>
              <div className="mb-2 flex flex-wrap items-end gap-4">
                <div className="w-80">
                  <ChoiceField
                    label="Drawn"
                    value={by}
                    onChange={(event) => setBy(event.target.value as "week" | "sum")}
                  >
                    <option value="week">what leaves the account, by week</option>
                    <option value="sum">cost, added up</option>
                  </ChoiceField>
                </div>
                {kept.length > 0 && (
                  <div className="w-64">
                    <ChoiceField
                      label="Beside"
                      value={against ?? ""}
                      onChange={(event) => setAgainst(Number(event.target.value) || null)}
                    >
                      <option value="">as it stands</option>
                      {kept.map((each) => (
                        <option key={each.id} value={each.id}>
                          {each.name}
                        </option>
                      ))}
                    </ChoiceField>
                  </div>
                )}
              </div>
              <YearTape view={data} by={by} />
            </div>
            <AheadSums view={data} />
          </div>
          <AheadPeople view={data} />
          <AheadWeeks view={data} />
          {data.notes.map((note) => (
            <p key={note} className="mt-1 max-w-4xl text-[14.5px] text-quiet">
              {note}
            </p>
          ))}
        </>
      )}
      <AheadFoot business={business} changes={changes} wanted={wanted} kept={kept} onOpen={setChanges} />
    </Page>
  );
}
