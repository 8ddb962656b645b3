/** Own days as a vertical week. What is typed stays on the phone until the server has it. */
import type { StaffDay, StaffPage, StaffWeek } from "@zesty/contract/staff";
import { addDays } from "@zesty/core/calendar/dates";
import { useEffect, useMemo, useState } from "react";
import { shortDate, weekdayDate } from "../parts/format.ts";
import { keepHere, keptHere } from "../state/keptHere.ts";
import { call, type Fault, isOffline, useFetched } from "./call.ts";
import { Press, Said, Screen } from "./parts.tsx";

const stateWords = {
  open: "waits for approval",
  approved: "approved",
  changed: "waits for approval again",
  locked: "paid",
};

/** Typed and not taken by the server yet, by day. */
const keptDays = (person: number): Record<string, string> => keptHere<Record<string, string>>(`days-${person}`) ?? {};
const keepDays = (person: number, days: Record<string, string>): void =>
  keepHere(`days-${person}`, Object.keys(days).length === 0 ? null : days);

export function Days({ page }: { page: StaffPage }) {
  const [day, setDay] = useState(page.today);
  const { data: week, put, fault: gone } = useFetched<StaffWeek>(`/staff/${page.personId}/week?day=${day}`);
  const [typed, setTyped] = useState(() => keptDays(page.personId));
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const unsent = useMemo(() => Object.entries(typed).map(([date, text]) => ({ date, text })), [typed]);
  async function send(): Promise<void> {
    if (unsent.length === 0) return;
    setBusy(true);
    const answer = await call<StaffWeek>("PUT", `/staff/${page.personId}/days`, { days: unsent });
    setBusy(false);
    setFault(answer.fault);
    if (!answer.data) return;
    // What was typed while it was on its way stays: only what the server has goes.
    setTyped((now) => {
      const left = { ...now };
      for (const { date, text } of unsent) if (left[date] === text) delete left[date];
      keepDays(page.personId, left);
      return left;
    });
    put(await call<StaffWeek>("GET", `/staff/${page.personId}/week?day=${day}`).then((own) => own.data ?? answer.data));
  }
  // The signal came back: what was kept goes by itself.
  useEffect(() => {
    const again = () => void send();
    window.addEventListener("online", again);
    return () => window.removeEventListener("online", again);
  });
  const faultOf = (date: string) => {
    const at = unsent.findIndex((each) => each.date === date);
    return fault?.errors[`days.${at}.text`];
  };
  return (
    <Screen title="Your hours" back={`/${page.personId}`}>
      <p className="text-quiet">As 9-17:30 b30 for half an hour's break, 7.6 for hours alone, off for none.</p>
      <div className="my-3 flex items-center justify-between gap-2">
        <Press onClick={() => setDay(addDays(day, -7))} aria-label="The week before">
          ←
        </Press>
        <span className="text-center">{week ? `Week of ${shortDate(week.from)}` : "…"}</span>
        <Press onClick={() => setDay(addDays(day, 7))} aria-label="The week after">
          →
        </Press>
      </div>
      <Said fault={isOffline(gone) ? null : gone} />
      {week?.days.map((each) => (
        <Day
          key={each.date}
          day={each}
          typed={typed[each.date]}
          fault={faultOf(each.date)}
          onType={(text) =>
            setTyped((now) => {
              const { [each.date]: _before, ...rest } = now;
              const next = text === each.text ? rest : { ...rest, [each.date]: text };
              keepDays(page.personId, next);
              return next;
            })
          }
        />
      ))}
      {week && <p className="figures py-2 text-right font-semibold">{week.total} h this week</p>}
      {isOffline(fault) ? (
        <p role="status" className="my-2 text-amber">
          No signal. {unsent.length === 1 ? "One day is" : `${unsent.length} days are`} kept on this phone and sent when
          it is back.
        </p>
      ) : (
        fault && Object.keys(fault.errors).length === 0 && <Said fault={fault} />
      )}
      <Press main className="w-full" disabled={unsent.length === 0 || busy} onClick={() => void send()}>
        {unsent.length === 0 ? "Nothing to send" : `Send ${unsent.length === 1 ? "one day" : `${unsent.length} days`}`}
      </Press>
    </Screen>
  );
}

function Day({
  day,
  typed,
  fault,
  onType,
}: {
  day: StaffDay;
  typed: string | undefined;
  fault: string | undefined;
  onType: (text: string) => void;
}) {
  const state = typed !== undefined ? "not sent yet" : day.state ? stateWords[day.state] : "";
  return (
    <div className="flex items-start gap-3 border-b border-rule py-2">
      <label htmlFor={`day-${day.date}`} className="w-24 pt-3 text-[16px]">
        {weekdayDate(day.date)}
        {day.holiday && <span className="block text-[13px] text-leaf">{day.holiday}</span>}
      </label>
      <div className="min-w-0 flex-1">
        <input
          id={`day-${day.date}`}
          className="figures min-h-12 w-full rounded-(--radius) border border-rule-strong bg-sheet px-3 disabled:opacity-60 aria-invalid:border-plum"
          aria-invalid={fault !== undefined}
          aria-describedby={`day-${day.date}-note`}
          value={typed ?? day.text}
          disabled={day.state === "locked"}
          autoCapitalize="none"
          onChange={(event) => onType(event.target.value)}
        />
        <p id={`day-${day.date}-note`} className={`text-[14px] ${fault ? "text-plum" : "text-quiet"}`}>
          {fault ?? state}
        </p>
      </div>
    </div>
  );
}
