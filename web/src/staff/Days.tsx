/** Own days as a vertical week. What is typed stays on the phone until the server has it. */
import type { StaffDay, StaffPage, StaffWeek } from "@zesty/contract/staff";
import { addDays } from "@zesty/core/calendar/dates";
import { useState } from "react";
import { shortDate, weekdayDate } from "../parts/format.ts";
import { type DaysAnswer, isNotReached, type SentDays } from "../state/daySender.ts";
import { useTypedDays } from "../state/useTypedDays.ts";
import { call, type Fault, isOffline, useFetched } from "./call.ts";
import { Press, Said, Screen } from "./parts.tsx";

const stateWords = {
  open: "waits for approval",
  approved: "approved",
  changed: "waits for approval again",
  locked: "paid",
};

/** Said of all that was sent, and of no day among it. */
const ofNoDay = "";

export function Days({ page }: { page: StaffPage }) {
  // Until another week is looked at it is that of today, also where the page stayed open since yesterday.
  const [chosen, setDay] = useState<string | null>(null);
  const day = chosen ?? page.today;
  const address = `/staff/${page.personId}/week?day=${day}`;
  const { data: week, put, again, fault: gone } = useFetched<StaffWeek>(address, true);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);

  const save = async (days: SentDays<string>): Promise<DaysAnswer> => {
    const dates = Object.keys(days);
    const body = { days: dates.map((date) => ({ date, text: days[date]?.is, was: days[date]?.was })) };
    const answer = await call<StaffWeek>("PUT", `/staff/${page.personId}/days`, body, true);
    setFault(answer.fault);
    if (answer.data) {
      if (answer.data.from === week?.from) put(answer.data);
      else await again();
      return "arrived";
    }
    const { status, errors } = answer.fault;
    if (isNotReached(status)) return "lost";
    // What the practice changed meanwhile is shown, and typed over knowingly.
    await again();
    const faults = dates.flatMap((date, at) => {
      const said = errors[`days.${at}.text`] ?? errors[`days.${at}`];
      return said ? [[date, said] as const] : [];
    });
    return Object.fromEntries(faults.length > 0 ? faults : dates.map((date) => [date, ofNoDay] as const));
  };
  const { keeper, type, flush } = useTypedDays<string>(`own-days-${page.personId}`, { send: save, isAsked: true });
  const unsent = Object.keys(keeper.values);
  async function send(): Promise<void> {
    setBusy(true);
    // What was refused for no fault of its own may go as it is.
    type(Object.fromEntries(Object.entries(keeper.values).filter(([date]) => keeper.refused[date] === ofNoDay)));
    await flush();
    setBusy(false);
  }
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
          typed={keeper.values[each.date]?.is}
          fault={keeper.refused[each.date] || undefined}
          onType={(text) => type({ [each.date]: { was: each.text, is: text, step: 0 } })}
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
