/** Beside the tapes: a form, the request or the person in hand, or else what waits. */
import type { LeavePerson, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { daysInWeeks } from "@zesty/core/leave/changingWeek";
import { Button } from "../../parts/Button.tsx";
import { LeaveForm } from "../../parts/leave/LeaveForm.tsx";
import { PersonLeave } from "./PersonLeave.tsx";
import { RequestCard } from "./RequestCard.tsx";
import { type LeaveHand, personInHand, requestInHand } from "./useLeaveHand.ts";
import { WaitingRequests } from "./WaitingRequests.tsx";

interface Props {
  view: LeaveView;
  people: readonly LeavePerson[];
  /** who is away, by day */
  away: ReadonlyMap<string, ReadonlySet<number>>;
  hand: LeaveHand;
  onSay: (text: string | null) => void;
}

export function BesideTapes({ view, people, away, hand, onSay }: Props) {
  const { beside, drawAs, toPerson, toRequest, toWaiting, askFor } = hand;
  const request = requestInHand(hand, view);
  const inHand = personInHand(hand, view);
  const person = view.people.find((each) => each.personId === inHand);
  return (
    <aside aria-label="Beside the tapes" className="overflow-auto border-l border-rule-strong bg-sheet px-5 py-4">
      {beside.kind === "form" && person ? (
        <LeaveForm
          key={`${person.personId}${beside.days?.first}${beside.days?.last}`}
          view={view}
          person={person}
          drawn={beside.days}
          onDays={(days) => drawAs({ personId: person.personId, ...days })}
          onBack={() => toPerson(person)}
          onDone={() => {
            onSay(`Leave of ${person.name} is taken down.`);
            toPerson(person);
          }}
        />
      ) : request ? (
        <>
          <Button look="quiet" onClick={toWaiting}>
            Back
          </Button>
          <RequestCard
            key={request.id}
            view={view}
            request={request}
            away={othersAway(request, people, away)}
            onDone={(note) => {
              onSay(note ?? "Done.");
              toWaiting();
            }}
          />
        </>
      ) : beside.kind === "person" && person ? (
        <PersonLeave
          key={person.personId}
          view={view}
          person={person}
          onAsk={() => askFor(person.personId)}
          onRequest={toRequest}
          onSay={onSay}
        />
      ) : (
        <WaitingRequests view={view} onRequest={toRequest} onSay={onSay} />
      )}
    </aside>
  );
}

/** Names of others away on the days of a request. */
function othersAway(
  request: LeaveRequestView,
  people: readonly LeavePerson[],
  away: ReadonlyMap<string, ReadonlySet<number>>,
): string[] {
  const own = people.find((each) => each.personId === request.personId);
  if (!own) return [];
  const dates = daysInWeeks(request, own.weeks, own.holidays).map((day) => day.date);
  const ids = new Set(dates.flatMap((date) => [...(away.get(date) ?? [])]));
  return people.filter((each) => ids.has(each.personId) && each !== own).map((each) => each.name);
}
