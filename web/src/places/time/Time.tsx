/** Time & leave: the week of a cycle, approved by day, by person or as a whole, beside it what the selected day became. */

import { addDays } from "@zesty/core/calendar/dates";
import { useMemo, useRef, useState } from "react";
import type { DataGridHandle } from "react-data-grid";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { Button } from "../../parts/Button.tsx";
import { counted } from "../../parts/format.ts";
import { Loading, Nothing } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useAddress } from "../../parts/useAddress.ts";
import { useCharacter } from "../../parts/useCharacter.ts";
import { useBusiness } from "../../state/business.ts";
import { timeApi } from "../../state/timeApi.ts";
import { copiedFrom } from "./dayCells.ts";
import { ShiftsPanel } from "./ShiftsPanel.tsx";
import { Strip } from "./Strip.tsx";
import { KindChoice, TimeSpan, WhoseDays } from "./TimeHead.tsx";
import { useDays } from "./useDays.ts";
import { WeekSheet } from "./WeekSheet.tsx";
import { type Chosen, waiting } from "./weekColumns.tsx";
import { type DayKind, personWorth } from "./weekWorth.ts";

export function Time() {
  const business = useBusiness();
  const [search, setSearch] = useAddress();
  const asked = useMemo(
    () => ({
      business: business.id,
      ...(search.get("cycle") ? { cycle: Number(search.get("cycle")) } : {}),
      ...(search.get("day") ? { day: search.get("day") ?? undefined } : {}),
    }),
    [business.id, search],
  );
  const { data: view, error } = timeApi.useWeekQuery(asked, { refetchOnMountOrArgChange: true });
  const days = useDays(asked, view);
  const [kind, setKind] = useState<DayKind>("worked");
  const [find, setFind] = useState("");
  const [shifts, setShifts] = useState(false);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const gridRef = useRef<DataGridHandle>(null);
  const findRef = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useHotkeys("slash", () => findRef.current?.focus(), { preventDefault: true });
  const approveNow = useRef<() => void>(() => undefined);
  useHotkeys("mod+enter", () => approveNow.current(), { preventDefault: true });
  useCharacter(">", () => void (view?.run && navigate(`/run/${view.run.id}`)));
  const besideRef = useRef<HTMLElement>(null);
  const sheetRef = useRef<HTMLDivElement>(null);
  // Tab would walk through every cell first.
  useHotkeys(
    "f6",
    () => {
      if (besideRef.current?.contains(document.activeElement))
        sheetRef.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus();
      else besideRef.current?.focus();
    },
    { enableOnFormTags: true, preventDefault: true },
  );

  const dates = useMemo(() => {
    if (!view) return [];
    const found: string[] = [];
    for (let date = view.from; date <= view.to; date = addDays(date, 1)) found.push(date);
    return found;
  }, [view]);
  const [weekNo, setWeekNo] = useState(0);
  const weeks = useMemo(
    () => Array.from({ length: Math.ceil(dates.length / 7) }, (_, at) => dates.slice(at * 7, at * 7 + 7)),
    [dates],
  );
  const shown = weeks[weekNo] ?? weeks[0] ?? dates;
  // Whoever approves for some looks at these first.
  const [everybody, setEverybody] = useState(false);
  const canEdit = view?.people.some((each) => each.canEdit) ?? false;
  const some = canEdit && (view?.people.some((each) => !each.canEdit) ?? false);
  const people = useMemo(
    () =>
      (view?.people ?? []).filter(
        (each) => (each.canEdit || !some || everybody) && each.name.toLowerCase().includes(find.trim().toLowerCase()),
      ),
    [view, find, some, everybody],
  );
  if (error)
    return (
      <div className="p-6">
        <ProblemNote error={error} />
      </div>
    );
  if (!view) return <Loading what="the week" />;
  const go = (change: { day?: string; cycle?: number }) =>
    setSearch({
      ...(asked.cycle ? { cycle: String(asked.cycle) } : {}),
      ...(change.cycle ? { cycle: String(change.cycle) } : {}),
      ...(change.day ? { day: change.day } : {}),
    });
  const inHand = people.find((each) => each.personId === chosen?.personId) ?? people[0];
  const date = chosen && shown.includes(chosen.date) ? chosen.date : shown[0];
  const mine = people.filter((each) => each.canEdit);
  const open = mine.flatMap((person) => waiting(person, dates));
  const approveAll = () => void days.approve(open, true);
  approveNow.current = canEdit && kind === "worked" ? approveAll : () => undefined;
  const copy = () => {
    const changes = copiedFrom(mine, dates, kind);
    if (changes.length === 0) days.setMessage("The period before holds nothing for the days that are still blank.");
    else void days.change(changes);
  };
  return (
    <main id="main" className="flex h-full min-h-0 flex-col">
      <div className="flex shrink-0 flex-wrap items-end justify-between gap-x-6 gap-y-2 px-6 pt-4 pb-2">
        <TimeSpan view={view} weeks={weeks} shown={shown} onWeek={setWeekNo} onGo={go} />
        <div className="flex items-center gap-3">
          <KindChoice kind={kind} onKind={setKind} />
          {some && <WhoseDays everybody={everybody} onEverybody={setEverybody} />}
          <input
            ref={findRef}
            aria-label="Find a person"
            placeholder="Find a person  /"
            className="w-36 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[15px]"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
          {canEdit && kind === "worked" && <Button onClick={() => setShifts(!shifts)}>Shifts from a file</Button>}
          {canEdit && <Button onClick={copy}>Copy the period before</Button>}
          {canEdit && kind === "worked" && (
            <Button look="main" disabled={open.length === 0} title="Ctrl Enter" onClick={approveAll}>
              {open.length === 0 ? "All approved" : `Approve ${counted(open.length, "day")}`}
            </Button>
          )}
        </div>
      </div>
      <p role="status" aria-live="polite" className="min-h-6 shrink-0 px-6 pb-1 text-[14px] text-quiet">
        {days.message ?? hint(kind)}{" "}
        {days.unsent.length > 0 && (
          <Button look="quiet" onClick={days.again}>
            Send {counted(days.unsent.length, "day")} again
          </Button>
        )}
      </p>
      <AskBeforeLeaving when={days.unsent.length > 0} />
      {view.broken.length > 0 && (
        <div className="px-6">
          <BrokenNote broken={view.broken} />
        </div>
      )}
      {view.people.length === 0 ? (
        <div className="px-6">
          <Nothing>
            Nobody is in this cycle in that period.{" "}
            <Link className="text-action underline" to="/people">
              Look at people and their cycles
            </Link>
          </Nothing>
        </div>
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
              onSay={days.setMessage}
              onFind={() => findRef.current?.focus()}
            />
          </div>
          {shifts && (
            <ShiftsPanel
              view={view}
              onBack={() => setShifts(false)}
              onPutIn={async (changes, before, from) => {
                const done = await days.change(changes, before);
                if (done) days.setMessage(`${counted(changes.length, "day")} from ${from}. Ctrl Z takes them back.`);
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

const hint = (kind: DayKind) =>
  kind === "worked"
    ? "Type 9-17:30 b30, 17-2, 7.6, off, al, sick 3.8, or = as planned. A full stop approves the day, or all days of a person."
    : "A planned week shows what it will cost while it is typed.";
