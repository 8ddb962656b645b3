/** Year summaries: all of them as a file, and by mail: who has an address, who got one, one step for the rest. */
import type { SummaryMailRow } from "@zesty/contract/year";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { ChoosePeople } from "../../parts/ChoosePeople.tsx";
import { counted, longDate } from "../../parts/format.ts";
import { outboxLook } from "../../parts/outboxLook.tsx";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";

export function Summaries() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  const [search] = useSearchParams();
  const from = search.get("from") ?? day;
  return from ? (
    <Letters key={`${business.id} ${from}`} business={business.id} from={from} />
  ) : (
    <Loading what="the year" />
  );
}

const isUnderWay = ({ state }: SummaryMailRow) => state === "queued" || state === "sending";

function Letters({ business, from }: { business: number; from: string }) {
  const [busy, setBusy] = useState(false);
  const { data, error } = yearApi.useSummaryMailQuery(
    { business, from },
    // Answers come in by themselves: while something is on its way the page looks again each second.
    { refetchOnMountOrArgChange: true, pollingInterval: busy ? 1000 : 0 },
  );
  const [mail, mailing] = yearApi.useMailSummariesMutation();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the summaries" />;
  const underWay = data.rows.some(isUnderWay);
  if (busy !== underWay) setBusy(underWay);
  return (
    <Page
      title="Year summaries"
      aside={
        <div className="flex items-center gap-4">
          <Link className="text-action underline" to="/year">
            Year
          </Link>
          <a
            className="text-action underline"
            href={`/api/businesses/${business}/year/summaries.csv?from=${from}`}
            download
          >
            Take them all
          </a>
          <Button
            look="main"
            disabled={chosen.size === 0 || mailing.isLoading}
            onClick={() =>
              void mail({ business, from, people: [...chosen] }).then((answer) => {
                if (answer.data) setChosen(new Set());
              })
            }
          >
            {mailing.isLoading
              ? "Making them…"
              : `Mail to ${chosen.size === 0 ? "…" : counted(chosen.size, "person", "people")}`}
          </Button>
        </div>
      }
    >
      <p className="mb-2 text-quiet">
        The letter has no amounts in it; they stand in the page that goes with it. A summary may still change until the
        year is closed.
      </p>
      <ProblemNote error={mailing.error} />
      {data.rows.length === 0 ? (
        <Nothing>Nobody has anything in this year.</Nothing>
      ) : (
        <ChoosePeople
          rows={data.rows.map((row) => ({ ...row, note: row.to ? null : "No e-mail address: give the page by hand." }))}
          mayChoose={(row) => row.to !== null && !isUnderWay(row)}
          chosen={chosen}
          onChosen={setChosen}
          columns={[
            { title: "To", show: (row) => row.to ?? "–" },
            {
              title: "Sent",
              show: (row) =>
                row.state === null ? (
                  <span className="text-quiet">not yet</span>
                ) : row.state === "accepted" ? (
                  <span className="text-leaf">handed over, {longDate(row.sentOn ?? "")}</span>
                ) : (
                  <span className={outboxLook[row.state].colour}>{outboxLook[row.state].words}</span>
                ),
            },
          ]}
        />
      )}
    </Page>
  );
}
