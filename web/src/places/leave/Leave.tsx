/** Leave: who is away over a quarter, what waits for an answer, and beside it the person or the request in hand. */
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import { useMemo, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { isNamed } from "../../parts/FindPerson.tsx";
import { Loading, Nothing, PageProblem, usePageTitle } from "../../parts/Page.tsx";
import { useAddress } from "../../parts/useAddress.ts";
import { useBusiness, useToday } from "../../state/business.ts";
import { leaveApi } from "../../state/leaveApi.ts";
import { awayByDay, shownDays } from "./away.ts";
import { BesideTapes } from "./BesideTapes.tsx";
import { LeaveHead, type Narrowing } from "./LeaveHead.tsx";
import { type Axis, lastOf, Tapes } from "./Tapes.tsx";
import { personInHand, useLeaveHand } from "./useLeaveHand.ts";

/** As much as the server shows at once. */
const mostDays = 395;

export function Leave() {
  usePageTitle("Leave");
  const business = useBusiness();
  const today = useToday();
  const [search, setSearch] = useAddress();
  const first = search.get("from") ?? mondayBefore(today);
  const axis = useMemo((): Axis => ({ first, days: shownDays }), [first]);
  // From a person's page: their leave is asked for.
  const hand = useLeaveHand(Number(search.get("person")));
  const [message, setMessage] = useState<string | null>(null);
  const [narrowing, setNarrowing] = useState<Narrowing>({ find: "", among: "" });
  // Balances are forecast to the end of what is shown, or as far as somebody asks.
  const last = lastOf(axis);
  const { drawn } = hand;
  const wanted = drawn && drawn.last > last && daysBetween(first, drawn.last) < mostDays ? drawn.last : last;
  const asked = { business: business.id, from: first, to: wanted };
  const { data: view, error } = leaveApi.useLeaveQuery(asked, {
    skip: today === "",
    refetchOnMountOrArgChange: true,
  });
  const people = useMemo(() => {
    const { find, among } = narrowing;
    return (view?.people ?? []).filter(
      (each) => isNamed(each.name, find) && (among === "" || each.place === among || each.costCentre === among),
    );
  }, [view, narrowing]);
  const away = useMemo(() => (view ? awayByDay(view, people) : new Map<string, Set<number>>()), [view, people]);
  const inHand = view ? personInHand(hand, view) : null;
  useHotkeys("n", () => {
    const who = inHand ?? people[0]?.personId;
    if (who && view?.people.find((each) => each.personId === who)?.canAnswer) hand.askFor(who);
  });
  if (error) return <PageProblem error={error} />;
  if (!view || today === "") return <Loading what="leave" />;
  return (
    <main id="main" className="flex h-full min-h-0 flex-col">
      <LeaveHead
        view={view}
        axis={axis}
        narrowing={narrowing}
        onNarrow={setNarrowing}
        onFirst={(from) => setSearch({ from })}
        onWaiting={hand.toWaiting}
      />
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
            onPerson={hand.toPerson}
            onRequest={hand.toRequest}
            onDraw={hand.onDraw}
          />
          <BesideTapes view={view} people={people} away={away} hand={hand} onSay={setMessage} />
        </div>
      )}
    </main>
  );
}

/** A fortnight back, so that the period in hand is seen. */
const mondayBefore = (day: string): string =>
  day === "" ? "" : addDays(day, -14 - ((new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7));
