/** What Inland Revenue told the employer about its people: looked at one by one, applied from its day or left. */
import type { NoticeView } from "@zesty/contract/nz/notices";
import { useState } from "react";
import { Link } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { longDate, money } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useBusiness } from "../../state/business.ts";
import { noticesApi } from "../../state/noticesApi.ts";
import { TypedNotice } from "./TypedNotice.tsx";

export function Notices() {
  const business = useBusiness();
  if (!onPage[business.country].hasNotices)
    return (
      <Page title="Notices">
        <Nothing>In {onPage[business.country].name} the agency sends no notices about tax codes.</Nothing>
      </Page>
    );
  return <Inbox key={business.id} business={business.id} />;
}

function Inbox({ business }: { business: number }) {
  const { data, error } = noticesApi.useNoticesQuery(business, { refetchOnMountOrArgChange: true });
  const [ask, asking] = noticesApi.useAskForNoticesMutation();
  const [typing, setTyping] = useState(false);
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the notices" />;
  const waiting = data.filter((each) => each.answer === null);
  const answered = data.filter((each) => each.answer !== null);
  return (
    <Page
      title="Notices of Inland Revenue"
      aside={
        <div className="flex gap-3">
          <Button onClick={() => setTyping(true)} disabled={typing}>
            One came by letter
          </Button>
          <Button look="main" disabled={asking.isLoading} onClick={() => void ask(business)}>
            {asking.isLoading ? "Asking…" : "Ask Inland Revenue"}
          </Button>
        </div>
      }
    >
      <ProblemNote error={asking.error} />
      {typing && <TypedNotice business={business} onDone={() => setTyping(false)} />}
      {waiting.length === 0 && !typing && <Nothing>Nothing waits. What is new comes here when you ask for it.</Nothing>}
      <ul>
        {waiting.map((notice) => (
          <Waiting key={notice.id} business={business} notice={notice} />
        ))}
      </ul>
      {answered.length > 0 && (
        <section className="mt-8" aria-label="Answered">
          <h2 className="mb-1 font-name text-[19px]">Answered</h2>
          <ul>
            {answered.map((notice) => (
              <li key={notice.id} className="figures border-b border-rule py-1.5 text-[15px]">
                <Says notice={notice} />{" "}
                <span className="text-quiet">
                  {notice.answer?.applied ? "Applied" : `Left: ${notice.answer?.reason}.`} by {notice.answer?.by}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Page>
  );
}

const words = ({ kind, value }: NoticeView) =>
  kind === "taxCode"
    ? `tax code ${value}`
    : Number(value) === 0
      ? "child support ends"
      : `child support of $${money(value)} each pay`;

function Says({ notice }: { notice: NoticeView }) {
  const { personId, person, shown, from } = notice;
  return (
    <>
      {personId === null ? (
        <span className="font-semibold text-plum">
          Nobody here with the number {shown} (record it at its person, then ask again)
        </span>
      ) : (
        <Link className="font-semibold text-action underline" to={`/people/${personId}`}>
          {person}
        </Link>
      )}
      : {words(notice)} from {longDate(from)}.
    </>
  );
}

function Waiting({ business, notice }: { business: number; notice: NoticeView }) {
  const [answer, { error, isLoading }] = noticesApi.useAnswerNoticeMutation();
  const [leaving, setLeaving] = useState(false);
  const [reason, setReason] = useState("");
  const send = (applied: boolean) =>
    void answer({ business, notice: notice.id, applied, reason: applied ? null : reason.trim() || null });
  const { kind, now, late } = notice;
  return (
    <li className="border-b border-rule py-2.5">
      <div className="figures flex items-baseline gap-4">
        <p className="flex-1">
          <Says notice={notice} />{" "}
          <span className="text-quiet">
            {now === null
              ? kind === "taxCode"
                ? "No code is on record."
                : "None is deducted now."
              : kind === "taxCode"
                ? `On record: ${now}.`
                : `Deducted now: $${money(now)}.`}
          </span>
          {late && (
            <span className="ml-1 font-semibold text-plum">
              A payday since then went without it: Inland Revenue asks for it at the next.
            </span>
          )}
        </p>
        {!leaving && (
          <>
            <Button disabled={isLoading || notice.personId === null} onClick={() => send(true)}>
              Apply it
            </Button>
            <Button look="quiet" onClick={() => setLeaving(true)}>
              Leave it…
            </Button>
          </>
        )}
      </div>
      {leaving && (
        <form
          className="mt-2 flex max-w-xl items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            send(false);
          }}
        >
          <div className="flex-1">
            <TextField label="Why" autoFocus value={reason} onChange={(event) => setReason(event.target.value)} />
          </div>
          <Button type="submit" disabled={isLoading || reason.trim() === ""}>
            Leave it
          </Button>
          <Cancel onClick={() => setLeaving(false)} />
        </form>
      )}
      <ProblemNote error={error} />
    </li>
  );
}
