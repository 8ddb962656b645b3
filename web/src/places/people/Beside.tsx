/** Beside a person's sections: leave balances with their ledger, the pays that were signed off, and where their super is. */
import { entryWords } from "@zesty/contract/leaveEntryWords";
import type { LongServiceView, PersonView } from "@zesty/contract/people";
import { listed } from "@zesty/core/agreements/sentenceWords";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { Link } from "react-router";
import { counted, hours, longDate, moneyOrDash, shortDate, unitsOf, weekdayDate } from "../../parts/format.ts";
import { api } from "../../state/api.ts";
import { Contributions } from "./Contributions.tsx";
import { Papers } from "./Papers.tsx";

/** What the Act of the State gives by the dates of service: what was taken or kept as a balance stands above it. */
function LongService({ view }: { view: LongServiceView }) {
  const { state, since, leftOut, years, days, weeks, hours: inHours, hoursAWeek, takenFrom, paidFor, notFor } = view;
  return (
    <>
      <h2 className="mt-6 border-b border-rule-strong pb-1 font-name text-[18px]">Long service, {state}</h2>
      <p className="flex justify-between border-b border-rule py-1">
        <span>
          {counted(years, "year", "years")}, {counted(days, "day", "days")}
        </span>
        <span className="font-semibold">
          {weeks} weeks{inHours && `, ${inHours} h`}
        </span>
      </p>
      <p className="border-b border-rule py-1">
        {paidFor.length === 0
          ? "Leaving today pays none of it."
          : notFor.length === 0
            ? "Leaving today pays it, whatever the reason."
            : `Leaving today pays it for ${listed(paidFor)}; not for ${listed(notFor)}.`}{" "}
        Leave may be taken from {longDate(takenFrom)}.
      </p>
      <p className="py-1 text-[13.5px] text-quiet">
        Service counts from {longDate(since)}.{" "}
        {hoursAWeek
          ? `A week of it has ${hoursAWeek} h, by the average that ${state} goes by.`
          : "How many hours a week of it has is not known: none are agreed, and the pays here do not go back far enough."}{" "}
        {leftOut > 0
          ? `${counted(leftOut, "day", "days")} without pay on record here ${leftOut === 1 ? "is" : "are"} left out; other absences without pay, and what was taken, are not taken off.`
          : "Absences without pay of before, and what was taken, are not taken off."}
      </p>
    </>
  );
}

export function Beside({ person, day }: { person: PersonView; day: string }) {
  const kindOf = (kind: string) => leaveKindIn(person.country, kind);
  const { data: session } = api.useSessionQuery();
  const right = session?.businesses.find((each) => each.id === person.businessId)?.right;
  const mayPrepare = right === "prepare" || right === "authorise";
  return (
    <aside className="figures text-[14.5px]">
      <h2 className="border-b border-rule-strong pb-1 font-name text-[18px]">Leave balances</h2>
      {person.leave.balances.length === 0 && <p className="py-2 text-quiet">No leave is kept for this person.</p>}
      {person.leave.balances
        .filter((each) => kindOf(each.kind).kept || Number(each.hours) !== 0)
        .map((each) => (
          <p key={each.kind} className="flex justify-between border-b border-rule py-1">
            <span>{kindOf(each.kind).words}</span>
            <span className="font-semibold">{unitsOf(each.hours, kindOf(each.kind).unit)}</span>
          </p>
        ))}
      {(person.details.endDate === null || person.details.endDate >= day) && (
        <p className="py-1">
          <Link className="text-action underline" to={`/time/leave?person=${person.id}`}>
            Ask for leave
          </Link>
        </p>
      )}
      {person.leave.entries.length > 0 && (
        <details className="mt-1">
          <summary className="text-action">Entries of the leave ledger</summary>
          <table className="w-full">
            <tbody>
              {person.leave.entries.map((entry, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a ledger's lines never move
                <tr key={at} className="border-b border-rule">
                  <td className="text-quiet">{shortDate(entry.date)}</td>
                  <td>{kindOf(entry.kind).words}</td>
                  <td className="text-quiet">{entryWords[entry.why]}</td>
                  <td className="text-right">{hours(entry.hours.replace("-", "−"), 2)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
      {person.longService && <LongService view={person.longService} />}
      <Papers person={person} day={day} />
      <h2 className="mt-6 border-b border-rule-strong pb-1 font-name text-[18px]">Pays</h2>
      {person.pays.length === 0 && <p className="py-2 text-quiet">Signed-off pays come here.</p>}
      <table className="w-full">
        {person.pays.length > 0 && (
          <thead className="text-[13.5px] text-quiet">
            <tr>
              <th className="text-left font-medium">Payday</th>
              <th className="text-right font-medium">Gross</th>
              <th className="text-right font-medium">Tax</th>
              <th className="text-right font-medium">Net</th>
              <th className="text-right font-medium">
                <span className="sr-only">Payslip</span>
              </th>
            </tr>
          </thead>
        )}
        <tbody>
          {person.pays.map((each) => (
            <tr key={`${each.runId}${each.payId}`} className="border-b border-rule">
              <td className="py-0.5">
                <Link className="text-action underline" to={`/run/${each.runId}?pay=${each.payId}`}>
                  {weekdayDate(each.payday)}
                </Link>
              </td>
              <td className="text-right">{moneyOrDash(each.gross)}</td>
              <td className="text-right text-quiet">{moneyOrDash(each.withheld)}</td>
              <td className="text-right font-semibold">{moneyOrDash(each.net)}</td>
              <td className="pl-2 text-right">
                <a
                  className="text-action underline"
                  href={`/api/runs/${each.runId}/pays/${each.payId}/payslip.pdf`}
                  target="_blank"
                  rel="noreferrer"
                  aria-label={`Payslip of ${weekdayDate(each.payday)}`}
                >
                  PDF
                </a>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Contributions person={person.id} day={day} />
      {mayPrepare && (
        <p className="mt-3">
          <a className="text-action underline" href={`/api/people/${person.id}/archive.zip`} download>
            All that is kept, as an archive
          </a>
          <span className="block text-[13.5px] text-quiet">
            Seven years of pays, hours, leave and terms, with a page to read: for an inspector, or the person.
          </span>
        </p>
      )}
    </aside>
  );
}
