/** Leave: who is away over a quarter, what waits for an answer, and beside it the person or the request in hand. */
import type { LeavePerson, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { leaveDays } from "@zesty/core/leave/leaveDays";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Button } from "../../parts/Button.tsx";
import { counted, longDate, shortDate } from "../../parts/format.ts";
import { LeaveForm } from "../../parts/leave/LeaveForm.tsx";
import { Loading, Nothing } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { TimeTabs } from "../../parts/TimeTabs.tsx";
import { useAddress } from "../../parts/useAddress.ts";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { leaveApi } from "../../state/leaveApi.ts";
import { awayByDay, shownDays } from "./away.ts";
import { CalendarAddress } from "./CalendarAddress.tsx";
import { HolidaySwaps } from "./HolidaySwaps.tsx";
import { PersonLeave } from "./PersonLeave.tsx";
import { RequestCard } from "./RequestCard.tsx";
import { type Axis, Tapes } from "./Tapes.tsx";

type Beside =
  | { kind: "waiting" }
  | { kind: "person"; personId: number }
  | { kind: "request"; id: number }
  | { kind: "form"; personId: number; days: { first: string; last: string } | null };

/** As much as the server shows at once. */
const mostDays = 395;

export function Leave() {
  const business = useBusiness();
  const { data: session } = api.useSessionQuery();
  const today = session?.day ?? "";
  const [search, setSearch] = useAddress();
  const first = search.get("from") ?? mondayBefore(today);
  const axis = useMemo((): Axis => ({ first, days: shownDays }), [first]);
  // From a person's page: their leave is asked for.
  const [beside, setBeside] = useState<Beside>(() => {
    const personId = Number(search.get("person"));
    return personId > 0 ? { kind: "form", personId, days: null } : { kind: "waiting" };
  });
  const [drawn, setDrawn] = useState<{ personId: number; first: string; last: string } | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [find, setFind] = useState("");
  const [among, setAmong] = useState("");
  const findRef = useRef<HTMLInputElement>(null);
  useHotkeys("slash", () => findRef.current?.focus(), { preventDefault: true });
  useHotkeys("escape", () => setBeside({ kind: "waiting" }));
  // Balances are forecast to the end of what is shown, or as far as somebody asks.
  const last = addDays(first, shownDays - 1);
  const wanted = drawn && drawn.last > last && daysBetween(first, drawn.last) < mostDays ? drawn.last : last;
  const asked = { business: business.id, from: first, to: wanted };
  const { data: view, error } = leaveApi.useLeaveQuery(asked, {
    skip: today === "",
    refetchOnMountOrArgChange: true,
  });
  useEffect(() => {
    document.title = "Leave · Zesty Ledger";
  }, []);
  const people = useMemo(
    () =>
      (view?.people ?? []).filter(
        (each) =>
          each.name.toLowerCase().includes(find.trim().toLowerCase()) &&
          (among === "" || each.place === among || each.costCentre === among),
      ),
    [view, find, among],
  );
  const away = useMemo(() => (view ? awayByDay(view, people) : new Map<string, Set<number>>()), [view, people]);
  const onPerson = useCallback((person: LeavePerson) => {
    setDrawn(null);
    setBeside({ kind: "person", personId: person.personId });
  }, []);
  const onRequest = useCallback((request: LeaveRequestView) => {
    setDrawn(null);
    setBeside({ kind: "request", id: request.id });
  }, []);
  const onDraw = useCallback((person: LeavePerson, days: { first: string; last: string }) => {
    setDrawn({ personId: person.personId, ...days });
    setBeside({ kind: "form", personId: person.personId, days });
  }, []);
  const inHand =
    beside.kind === "person" || beside.kind === "form"
      ? beside.personId
      : beside.kind === "request"
        ? (view?.requests.find((each) => each.id === beside.id)?.personId ?? null)
        : null;
  const askFor = (personId: number) => setBeside({ kind: "form", personId, days: null });
  useHotkeys("n", () => {
    const who = inHand ?? people[0]?.personId;
    if (who && view?.people.find((each) => each.personId === who)?.canAnswer) askFor(who);
  });
  if (error)
    return (
      <div className="p-6">
        <ProblemNote error={error} />
      </div>
    );
  if (!view || today === "") return <Loading what="leave" />;
  const waiting = view.requests.filter((each) => each.state === "waiting");
  const groups = [...new Set(view.people.flatMap((each) => [each.place, each.costCentre ?? ""]))].filter(Boolean);
  const go = (days: number) => setSearch({ from: addDays(first, days) });
  const done = (note: string | null) => {
    setMessage(note ?? "Done.");
    setDrawn(null);
    setBeside({ kind: "waiting" });
  };
  const person = view.people.find((each) => each.personId === inHand);
  const request = beside.kind === "request" ? view.requests.find((each) => each.id === beside.id) : undefined;
  return (
    <main id="main" className="flex h-full min-h-0 flex-col">
      <div className="flex shrink-0 flex-wrap items-end justify-between gap-x-6 gap-y-2 px-6 pt-4 pb-2">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1 className="font-name text-[24px] leading-tight font-medium">Leave</h1>
          <TimeTabs />
          <span className="flex items-baseline gap-2">
            <Button look="quiet" aria-label="Earlier" onClick={() => go(-28)}>
              ‹
            </Button>
            <span className="figures font-semibold">
              {shortDate(first)} to {longDate(last)}
            </span>
            <Button look="quiet" aria-label="Later" onClick={() => go(28)}>
              ›
            </Button>
          </span>
        </div>
        <div className="flex items-center gap-3">
          {groups.length > 1 && (
            <select
              aria-label="Team"
              className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[15px]"
              value={among}
              onChange={(event) => setAmong(event.target.value)}
            >
              <option value="">Everybody</option>
              {groups.map((each) => (
                <option key={each}>{each}</option>
              ))}
            </select>
          )}
          <input
            ref={findRef}
            aria-label="Find a person"
            placeholder="Find a person  /"
            className="w-36 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[15px]"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
          <Button onClick={() => setBeside({ kind: "waiting" })}>
            {waiting.length === 0 ? "Nothing waits" : `${counted(waiting.length, "request")} waiting`}
          </Button>
        </div>
      </div>
      <p role="status" aria-live="polite" className="min-h-6 shrink-0 px-6 pb-1 text-[14px] text-quiet">
        {message ?? "Draw days on a tape, or press N, to ask for leave. The thin line is the balance of annual leave."}
      </p>
      {view.people.length === 0 ? (
        <div className="px-6">
          <Nothing>Nobody is employed in these days.</Nothing>
        </div>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[1fr_350px] max-[900px]:grid-cols-1">
          <Tapes
            view={view}
            axis={axis}
            people={people}
            away={away}
            chosen={inHand}
            drawn={drawn}
            onPerson={onPerson}
            onRequest={onRequest}
            onDraw={onDraw}
          />
          <aside aria-label="Beside the tapes" className="overflow-auto border-l border-rule-strong bg-sheet px-5 py-4">
            {beside.kind === "form" && person ? (
              <LeaveForm
                key={`${person.personId}${beside.days?.first}${beside.days?.last}`}
                view={view}
                person={person}
                drawn={beside.days}
                onDays={(days) => setDrawn({ personId: person.personId, ...days })}
                onBack={() => onPerson(person)}
                onDone={() => {
                  setMessage(`Leave of ${person.name} is taken down.`);
                  onPerson(person);
                }}
              />
            ) : request ? (
              <>
                <Button look="quiet" onClick={() => setBeside({ kind: "waiting" })}>
                  Back
                </Button>
                <RequestCard
                  key={request.id}
                  view={view}
                  request={request}
                  away={othersAway(request, people, away)}
                  onDone={done}
                />
              </>
            ) : beside.kind === "person" && person ? (
              <PersonLeave
                key={person.personId}
                view={view}
                person={person}
                onAsk={() => askFor(person.personId)}
                onRequest={onRequest}
                onSay={setMessage}
              />
            ) : (
              <Waiting view={view} requests={waiting} onRequest={onRequest} onSay={setMessage} />
            )}
          </aside>
        </div>
      )}
    </main>
  );
}

/** A fortnight back, so that the period in hand is seen. */
const mondayBefore = (day: string): string =>
  day === "" ? "" : addDays(day, -14 - ((new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7));

/** Names of others away on the days of a request. */
function othersAway(
  request: LeaveRequestView,
  people: readonly LeavePerson[],
  away: ReadonlyMap<string, ReadonlySet<number>>,
): string[] {
  const own = people.find((each) => each.personId === request.personId);
  if (!own) return [];
  const dates = leaveDays(request, own.pattern, own.holidays).days.map((day) => day.date);
  const ids = new Set(dates.flatMap((date) => [...(away.get(date) ?? [])]));
  return people.filter((each) => ids.has(each.personId) && each !== own).map((each) => each.name);
}

function Waiting({
  view,
  requests,
  onRequest,
  onSay,
}: {
  onSay: (text: string) => void;
  view: LeaveView;
  requests: readonly LeaveRequestView[];
  onRequest: (request: LeaveRequestView) => void;
}) {
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
