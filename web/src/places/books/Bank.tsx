/** The bank beside what was sent to it: slips that match are joined by a line, those alone stand in lime. */
import type { BankView, SentToBank } from "@zesty/contract/bankStatements";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { cents, counted, dollars, shortDate, weekdayDate } from "../../parts/format.ts";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { booksApi } from "../../state/booksApi.ts";
import { useBusiness } from "../../state/business.ts";
import { BankFile } from "./BankFile.tsx";
import { BooksTabs } from "./BooksTabs.tsx";
import { MatchForm } from "./MatchForm.tsx";
import { isAside, rowsOf, type Slip } from "./slips.ts";

export function Bank() {
  const business = useBusiness();
  const [most, setMost] = useState(3);
  const { data, error } = booksApi.useBankQuery({ business: business.id, most }, { refetchOnMountOrArgChange: true });
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the bank's statements" />;
  const unseen = data.payments.filter((payment) => payment.seenCents < payment.cents);
  return (
    <Page
      title="Bank"
      aside={
        <p className="text-quiet">
          {data.account && `Account ${data.account} · `}
          {data.lines.length > 0 &&
            (unseen.length === 0
              ? "All that was sent was seen"
              : `${counted(unseen.length, "payment")} of ours not seen in whole`)}
        </p>
      }
    >
      <BooksTabs />
      <BankFile business={business.id} />
      {data.statements.length > 0 && <Slips business={business.id} view={data} />}
      {data.statements.length > 0 && (
        <>
          <Button className="mt-3" onClick={() => setMost(most * 2)}>
            Show older
          </Button>
          <h2 className="mt-8 mb-1 font-name text-[19px]">Statements</h2>
          <ul className="text-[15px]">
            {data.statements.map((each) => (
              <li key={each.id} className="flex justify-between border-t border-rule py-1">
                <span>
                  {each.name}, {shortDate(each.from)} to {shortDate(each.to)}, {counted(each.lines, "line")}
                </span>
                <span className="figures text-quiet">
                  {each.closing === null ? "" : `balance ${dollars(each.closing)}`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </Page>
  );
}

function Slips({ business, view }: { business: number; view: BankView }) {
  const [inHand, setInHand] = useState<number | null>(null);
  const [all, setAll] = useState(false);
  const [end, { error }] = booksApi.useEndMatchMutation();
  const whole = rowsOf(view);
  const aside = whole.filter(isAside).length;
  const rows = all ? whole : whole.filter((row) => !isAside(row));
  return (
    <section aria-label="What was sent, and what the bank booked" className="mt-6">
      <div className="grid grid-cols-[1fr_4rem_1fr] border-b border-rule-strong pb-1 text-[14px] text-quiet">
        <span>Sent to the bank</span>
        <span />
        <span>Booked by the bank</span>
      </div>
      <ProblemNote error={error} />
      <ul>
        {rows.map((row) => (
          <SlipRow
            key={row.key}
            {...{ business, row }}
            payments={view.payments}
            isInHand={row.line !== null && inHand === row.line.id}
            onHand={setInHand}
            onEnd={(match) => void end({ business, match })}
          />
        ))}
      </ul>
      {aside > 0 && (
        <Button look="quiet" className="mt-2" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Leave out what is like nothing of ours" : `Show ${counted(aside, "line")} like nothing of ours`}
        </Button>
      )}
    </section>
  );
}

interface SlipProps {
  business: number;
  row: Slip;
  payments: SentToBank[];
  isInHand: boolean;
  onHand: (line: number | null) => void;
  onEnd: (match: number) => void;
}

function SlipRow({ business, row: { line, sent }, payments, isInHand, onHand, onEnd }: SlipProps) {
  const joined = line !== null && line.match !== null && line.match.how !== "notOurs";
  return (
    <li className="border-b border-rule py-1.5 text-[15px]">
      <div className="grid grid-cols-[1fr_4rem_1fr] items-center">
        <div className={sent && !joined ? "rounded-(--radius) bg-lime-soft px-2 py-1" : "px-2 py-1"}>
          {joined ? (
            <p className="flex justify-between gap-3">
              {line.match?.link ? (
                <Link className="text-action underline" to={line.match.link}>
                  {line.match.words}
                </Link>
              ) : (
                <span>{line.match?.words}</span>
              )}
              <span className="figures">
                {sent ? cents(line.match?.part === null ? sent.cents : Math.abs(line.cents)) : ""}
              </span>
            </p>
          ) : (
            sent && (
              <p className="flex justify-between gap-3">
                <span>
                  <Link className="text-action underline" to={sent.link}>
                    {sent.words}
                  </Link>{" "}
                  <span className="text-quiet">
                    {weekdayDate(sent.on)}, not seen{sent.seenCents > 0 && " in whole"}
                  </span>
                </span>
                <span className="figures">{cents(sent.cents - sent.seenCents)}</span>
              </p>
            )
          )}
        </div>
        <span aria-hidden="true" className={joined ? "mx-1 h-px bg-leaf" : ""} />
        {line ? (
          <div className={line.hint ? "rounded-(--radius) bg-lime-soft px-2 py-1" : "px-2 py-1"}>
            <p className="flex justify-between gap-3">
              <span>
                {weekdayDate(line.date)} <span className="text-quiet">{line.text}</span>
              </span>
              <span className="figures">{cents(line.cents)}</span>
            </p>
            {line.hint && <p className="text-[13.5px] text-amber">{line.hint}</p>}
            {line.match?.how === "notOurs" && <p className="text-[13.5px] text-quiet">Nothing of payroll's.</p>}
            <p className="flex gap-4 text-[13.5px]">
              {line.match === null ? (
                <Button look="quiet" onClick={() => onHand(isInHand ? null : line.id)}>
                  Say what it is
                </Button>
              ) : (
                line.match.by && (
                  <>
                    <span className="text-quiet">
                      by {line.match.by}
                      {line.match.reason && `: ${line.match.reason}`}
                    </span>
                    <Button look="quiet" onClick={() => onEnd(line.match?.id ?? 0)}>
                      End the match
                    </Button>
                  </>
                )
              )}
            </p>
          </div>
        ) : (
          <span />
        )}
      </div>
      {line && isInHand && (
        <MatchForm business={business} line={line} payments={payments} onDone={() => onHand(null)} />
      )}
    </li>
  );
}
