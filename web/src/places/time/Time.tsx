/** Time & leave: the week of a cycle, approved by day, by person or as a whole, beside it what the selected day became. */
import type { WeekView } from "@zesty/contract/time";
import { useMemo, useRef, useState } from "react";
import type { DataGridHandle } from "react-data-grid";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { Button } from "../../parts/Button.tsx";
import { counted } from "../../parts/format.ts";
import { Loading, Nothing, PageProblem, usePageTitle } from "../../parts/Page.tsx";
import { useAcross } from "../../parts/useAcross.ts";
import { useAddress } from "../../parts/useAddress.ts";
import { useCharacter } from "../../parts/useCharacter.ts";
import { useBusiness } from "../../state/business.ts";
import { timeApi } from "../../state/timeApi.ts";
import { copiedFrom } from "./dayCells.ts";
import { ShiftsPanel } from "./ShiftsPanel.tsx";
import { Strip } from "./Strip.tsx";
import { type Go, TimeHead } from "./TimeHead.tsx";
import { useDays } from "./useDays.ts";
import { useWeeks, useWhose } from "./useWeek.ts";
import { WeekSheet } from "./WeekSheet.tsx";
import { type Chosen, waiting } from "./weekColumns.tsx";
import { type DayKind, personWorth } from "./weekWorth.ts";

export function Time() {
  usePageTitle("Time & leave");
  const business = useBusiness();
  // What is typed and kept is of one business.
  return <Week key={business.id} business={business.id} />;
}

function Week({ business }: { business: number }) {
  const [search, setSearch] = useAddress();
  const asked = useMemo(
    () => ({
      business,
      ...(search.get("cycle") ? { cycle: Number(search.get("cycle")) } : {}),
      ...(search.get("day") ? { day: search.get("day") ?? undefined } : {}),
    }),
    [business, search],
  );
  const { data: answered, error } = timeApi.useWeekQuery(asked, { refetchOnMountOrArgChange: true });
  const days = useDays(asked, answered);
  if (error) return <PageProblem error={error} />;
  if (!days.view) return <Loading what="the week" />;
  const go: Go = ({ cycle = asked.cycle, day }) =>
    setSearch({ ...(cycle ? { cycle: String(cycle) } : {}), ...(day ? { day } : {}) });
  return <OpenWeek view={days.view} days={days} onGo={go} />;
}

function OpenWeek({ view, days, onGo }: { view: WeekView; days: ReturnType<typeof useDays>; onGo: Go }) {
  const [kind, setKind] = useState<DayKind>("worked");
  const [shifts, setShifts] = useState(false);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const gridRef = useRef<DataGridHandle>(null);
  const findRef = useRef<HTMLInputElement>(null);
  const besideRef = useRef<HTMLElement>(null);
  const sheetRef = useRef<HTMLDivElement>(null);
  const navigate = useNavigate();
  const weeks = useWeeks(view);
  const whose = useWhose(view);
  const { dates, shown } = weeks;
  const { people, canEdit } = whose;
  const mine = people.filter((each) => each.canEdit);
  const open = mine.flatMap((person) => waiting(person, dates));
  const approveAll = () => void days.approve(open, true);
  useHotkeys("mod+enter", () => void (canEdit && kind === "worked" && approveAll()), { preventDefault: true });
  useCharacter(">", () => void (view.run && navigate(`/run/${view.run.id}`)));
  useAcross(besideRef, () => sheetRef.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus());
  const inHand = people.find((each) => each.personId === chosen?.personId) ?? people[0];
  const date = chosen && shown.includes(chosen.date) ? chosen.date : shown[0];
  const copy = () => {
    const changes = copiedFrom(mine, dates, kind);
    if (changes.length === 0) days.tell("The period before holds nothing for the days that are still blank.");
    else void days.change(changes);
  };
  return (
    <main id="main" className="flex h-full min-h-0 flex-col">
      <TimeHead {...{ view, weeks, whose, kind, findRef, onGo }} onKind={setKind}>
        {canEdit && kind === "worked" && <Button onClick={() => setShifts(!shifts)}>Shifts from a file</Button>}
        {canEdit && <Button onClick={copy}>Copy the period before</Button>}
        {canEdit && kind === "worked" && (
          <Button look="main" disabled={open.length === 0} title="Ctrl Enter" onClick={approveAll}>
            {open.length === 0 ? "All approved" : `Approve ${counted(open.length, "day")}`}
          </Button>
        )}
      </TimeHead>
      <WeekNotes view={view} days={days} kind={kind} />
      {view.people.length === 0 ? (
        <NobodyHere />
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[1fr_330px] max-[1100px]:grid-cols-1">
          <div ref={sheetRef} className="min-h-0 min-w-0">
            <WeekSheet
              view={view}
              dates={shown}
              period={dates}
              people={people}
              kind={kind}
              gridRef={gridRef}
              onChoose={setChosen}
              onChange={(changes) => void days.change(changes)}
              onApprove={(list, approved) => void days.approve(list, approved)}
              onUndo={days.back}
              onSay={days.tell}
              onFind={() => findRef.current?.focus()}
            />
          </div>
          {shifts && (
            <ShiftsPanel
              view={view}
              onBack={() => setShifts(false)}
              onPutIn={async (changes, before, from) => {
                const done = await days.change(changes, before);
                if (done) days.tell(`${counted(changes.length, "day")} from ${from}. Ctrl Z takes them back.`);
                return done;
              }}
            />
          )}
          {!shifts && inHand && date && (
            <Strip
              besideRef={besideRef}
              view={view}
              person={inHand}
              date={date}
              worth={personWorth(inHand, view, dates, kind)}
              kind={kind}
              onChange={(changes) => void days.change(changes)}
            />
          )}
        </div>
      )}
    </main>
  );
}

/** What was said last, what is not at the server yet, and figures that are not as they were written. */
function WeekNotes({ view, days, kind }: { view: WeekView; days: ReturnType<typeof useDays>; kind: DayKind }) {
  return (
    <>
      <p role="status" aria-live="polite" className="min-h-6 shrink-0 px-6 pb-1 text-[14px] text-quiet">
        {days.message ?? hint(kind)}{" "}
        {days.way && (
          <Link className="text-action underline" to={days.way}>
            Correct that pay
          </Link>
        )}
        {days.unsent > 0 && (
          <Button look="quiet" onClick={days.again}>
            Send {counted(days.unsent, "day")} again
          </Button>
        )}
      </p>
      {view.broken.length > 0 && (
        <div className="px-6">
          <BrokenNote broken={view.broken} />
        </div>
      )}
    </>
  );
}

const NobodyHere = () => (
  <div className="px-6">
    <Nothing>
      Nobody is in this cycle in that period.{" "}
      <Link className="text-action underline" to="/people">
        Look at people and their cycles
      </Link>
    </Nothing>
  </div>
);

const hint = (kind: DayKind) =>
  kind === "worked"
    ? "Type 9-17:30 b30, 17-2, 7.6, off, al, sick 3.8, or = as planned. A full stop approves the day, or all days of a person."
    : "A planned week shows what it will cost while it is typed.";
