/** Requests that nobody has answered yet, and what else of leave is not of one person. */
import type { LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { shortDate } from "../../parts/format.ts";
import { CalendarAddress } from "./CalendarAddress.tsx";
import { HolidaySwaps } from "./HolidaySwaps.tsx";

interface Props {
  view: LeaveView;
  onRequest: (request: LeaveRequestView) => void;
  onSay: (text: string) => void;
}

export function WaitingRequests({ view, onRequest, onSay }: Props) {
  const requests = view.requests.filter((each) => each.state === "waiting");
  return (
    <>
      <h2 className="mb-1 border-b border-rule-strong pb-0.5 font-name text-[20px]">Waiting for an answer</h2>
      {requests.length === 0 && <p className="py-2 text-quiet">Nothing waits.</p>}
      <ul className="text-[15px]">
        {requests.map((each) => (
          <li key={each.id} className="border-b border-rule">
            <button type="button" className="w-full py-1.5 text-left hover:bg-hover" onClick={() => onRequest(each)}>
              <span className="font-semibold">
                {view.people.find((person) => person.personId === each.personId)?.name ?? "Somebody not shown here"}
              </span>
              <span className="block text-quiet">
                {leaveKindIn(view.country, each.kind).words}, {shortDate(each.first)}
                {each.last === each.first ? "" : ` to ${shortDate(each.last)}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <HolidaySwaps view={view} onSay={onSay} />
      <CalendarAddress view={view} />
    </>
  );
}
