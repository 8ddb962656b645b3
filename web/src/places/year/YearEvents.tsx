/** The events of no run that went out for a year, newest first: who declared them, and what the agency said. */
import type { YearAct, YearEventView } from "@zesty/contract/year";
import { counted, shortDate } from "../../parts/format.ts";
import { outboxLook, StateShape } from "../../parts/outboxLook.tsx";

const actWords: Record<YearAct, string> = { final: "Final", again: "Open again", update: "Brought up to date" };

export function YearEvents({ events }: { events: YearEventView[] }) {
  if (events.length === 0) return null;
  return (
    <section aria-label="Sent at the year's end" className="mt-6">
      <h2 className="font-name text-[20px]">Sent at the year's end</h2>
      <table className="w-full text-[15px] [&_:is(td,th):not(:first-child)]:pl-4">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[14px] text-quiet [&>th]:font-medium">
            <th className="py-1">Declared</th>
            <th>What</th>
            <th>Dated</th>
            <th>Answer</th>
            <th>Receipt</th>
            <th>As it was sent</th>
          </tr>
        </thead>
        <tbody>
          {events.map((each) => (
            <tr key={each.id} className="border-b border-rule align-top [&>td]:py-1.5">
              <td>
                {shortDate(each.at.slice(0, 10))} {each.at.slice(0, 4)}, {each.by}
              </td>
              <td>
                {actWords[each.act]} for {counted(each.people, "person", "people")}
                {each.reason && <span className="text-quiet">: {each.reason}</span>}
              </td>
              <td className="figures">{shortDate(each.date)}</td>
              <td>
                <span className={`inline-flex items-center gap-1.5 ${outboxLook[each.state].colour}`}>
                  <StateShape state={each.state} />
                  {outboxLook[each.state].words}
                </span>
                {each.detail && <span className="block text-[13px] text-quiet">{each.detail}</span>}
              </td>
              <td className="figures text-quiet">{each.receipt}</td>
              <td>
                {each.documentId !== null && (
                  <a className="text-action underline" href={`/api/documents/${each.documentId}`} download>
                    XML
                  </a>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
