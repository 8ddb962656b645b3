/** Plays the stories day by day: runs are opened, typed, ticked, signed off, sent to the stand-ins and settled. */
import { channels } from "@zesty/contract/sending";
import { addDays } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import type { SheetLine } from "@zesty/core/pay/row";
import { eq } from "drizzle-orm";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import type { Application } from "../app/application.ts";
import { officeZone } from "../ground/clock.ts";
import type { Actor } from "../ground/context.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { recordClosedown } from "../nz/closedown.ts";
import { sendRun } from "../outbox/sendRun.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { moveTheDay } from "../session/moveTheDay.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { signOff } from "../signOff/signOff.ts";
import { payCycle, person } from "../store/schema.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { endYear } from "./endYear.ts";
import { employmentOf, kiwiSaverOf, type Made } from "./makeBusiness.ts";
import { payEarly } from "./payDues.ts";
import type { SeedLeave, StoryEvent, StoryRun, Typed, TypedDays } from "./story.ts";

/** @param demoDay events and runs up to it are played, then the open runs are made */
export async function playStories(
  application: Application,
  actor: Actor,
  made: readonly Made[],
  demoDay: string,
): Promise<void> {
  const { context } = application;
  const runs = made.flatMap((one) => one.story.runs.map((run) => ({ one, run })));
  const events = made
    .flatMap((one) => one.story.events.map((event) => ({ one, event })))
    .sort((a, b) => a.event.on.localeCompare(b.event.on));
  const years = made
    .flatMap((one) => (one.story.years ?? []).map((event) => ({ one, event })))
    .sort((a, b) => a.event.on.localeCompare(b.event.on));
  const paydays = [...new Set(runs.map(({ run }) => run.payday))].sort();
  const goTo = async (day: string) => {
    if (day > context.clock.today(officeZone)) await moveTheDay(context, day);
    while (events[0] && events[0].event.on <= day) {
      const next = events.shift();
      if (next) await happen(application, actor, next.one, next.event);
    }
    while (years[0] && years[0].event.on <= day) {
      const next = years.shift();
      if (next) await endYear(application, actor, next.one, next.event);
    }
  };
  for (const payday of paydays) {
    await goTo(addDays(payday, -1));
    for (const { one, run } of runs.filter((each) => each.run.payday === payday)) {
      const runId = openFilled(application, actor, one, run);
      tickAll(application, actor, runId);
      signOff(context, actor, runId, readRun(context, actor, runId).version);
      sendRun(context, actor, runId, run.keepUnfiled ? ["paymentFile", "payslip"] : [...channels]);
    }
    // All that is paid on a day goes out together.
    await application.outbox.drain();
    await goTo(payday);
    await application.outbox.drain();
    if (made[0]) await payEarly(application, actor, made[0], payday);
  }
  await goTo(demoDay);
  for (const one of made) openFilled(application, actor, one, one.story.openRun);
}

function openFilled(
  { context }: Application,
  actor: Actor,
  one: Made,
  { cycle, hours = {}, time, approved, closedown }: Omit<StoryRun, "payday">,
): number {
  const { businessId } = one;
  const setUp = readBusiness(context, businessId);
  const cycleId = setUp.cycles.find((each) => each.name === cycle)?.id ?? 0;
  // A departure may have opened the run already.
  const waiting = context.store.sqlite
    .prepare<[number], { id: number }>(
      "SELECT id FROM pay_run WHERE cycle_id = ? AND state = 'open' AND kind = 'cycle'",
    )
    .get(cycleId);
  if (time) recordTime(context, actor, one, cycleId, time, approved);
  const runId = waiting?.id ?? openRun(context, actor, businessId, { cycleId, from: "usual" });
  const elements = new Map(setUp.elements.map((each) => [each.code, each]));
  const lines = (typed: Typed): SheetLine[] =>
    Object.entries(typed).map(([code, value]) => {
      const element = elements.get(code);
      if (!element) throw new Error(`A story uses the pay element ${code}, which the business does not have.`);
      if (element.entry === "hours") return { elementId: element.id, hours: value };
      // "1450@2023-24": owed since an earlier payroll year.
      const [amount, earnedYear] = value.split("@");
      if (element.entry === "amount")
        return { elementId: element.id, amount, ...(earnedYear === undefined ? {} : { detail: { earnedYear } }) };
      const [units = "", worked] = value.split("/");
      return { elementId: element.id, units, ...(worked === undefined ? {} : { hours: worked }) };
    });
  const view = readRun(context, actor, runId);
  const rows = view.rows.flatMap((row) => {
    const typed = hours[row.payrollId];
    if (!typed) return [];
    // What was typed stands in for the usual hours; usual lines that nobody touched stay.
    const changed = lines(typed);
    const touched = new Set(changed.map((line) => line.elementId));
    return [{ payId: row.payId, lines: [...row.lines.filter((line) => !touched.has(line.elementId)), ...changed] }];
  });
  if (rows.length > 0) saveRows(context, actor, runId, { version: view.version, rows });
  if (closedown) recordClosedown(context, actor, runId, closedown);
  return runId;
}

const dayNames = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];

/** The days of the period that comes next, typed as in the week, and approved. */
function recordTime(
  context: Application["context"],
  actor: Actor,
  { businessId, personIds, story }: Made,
  cycleId: number,
  time: Record<string, TypedDays>,
  approved: readonly string[] | undefined,
): void {
  const cycle = context.store.db.select().from(payCycle).where(eq(payCycle.id, cycleId)).get();
  if (!cycle) throw new Error("A story's cycle does not exist.");
  const { start } = nextPeriodOf(context, cycle);
  const days = Object.entries(time).flatMap(([who, typed]) =>
    Object.entries(typed).map(([name, text]) => {
      const [, day = "", second = ""] = /^([a-z]{3})(2?)$/.exec(name) ?? [];
      const date = addDays(start, dayNames.indexOf(day) + (second ? 7 : 0));
      const record = readDay(text, date, story.country ?? "AU");
      if (record && "fault" in record) throw new Error(`${who}, ${name}: ${record.fault}`);
      return { who, personId: personIds.get(who) ?? 0, date, kind: "worked" as const, record };
    }),
  );
  saveDays(context, actor, businessId, { days: days.map(({ who: _who, ...day }) => day) });
  const seen = days.filter((day) => approved === undefined || approved.includes(day.who));
  if (seen.length > 0)
    approveDays(context, actor, businessId, {
      days: seen.map(({ personId, date }) => ({ personId, date })),
      approved: true,
    });
}

/** The bookkeeper of the story has looked at everything. */
function tickAll({ context }: Application, actor: Actor, runId: number): void {
  for (const row of readRun(context, actor, runId).rows)
    for (const mark of row.marks)
      if (mark.kind === "query" && !mark.ticked)
        setTick(context, actor, runId, { payId: row.payId, key: mark.key, on: true });
}

function askLeave(
  context: Application["context"],
  actor: Actor,
  businessId: number,
  personId: number,
  event: SeedLeave,
): void {
  const { kind, first, last, hoursADay = null, inAdvance = false, note = null } = event;
  const { id } = askForLeave(context, actor, businessId, { personId, kind, first, last, hoursADay, inAdvance, note });
  const { answer, comment = null, belowNought = false } = event;
  if (answer) answerRequest(context, actor, businessId, id, { answer, comment, belowNought });
}

/** What happens to a person on a day: some of it is planted for the bookkeeper to find. */
async function happen(
  application: Application,
  actor: Actor,
  { story, businessId, personIds }: Made,
  event: StoryEvent,
): Promise<void> {
  const { context } = application;
  const id = personIds.get(event.who);
  const seed = [...story.people].find((each) => each.payrollId === event.who);
  const who = id === undefined ? undefined : context.store.db.select().from(person).where(eq(person.id, id)).get();
  if (!seed || !who) throw new Error(`The story of ${story.business.name} has nobody called ${event.who}.`);
  const setUp = readBusiness(context, businessId);
  switch (event.do) {
    case "raise":
      return void saveSection(context, actor, who.id, "employment", {
        ...employmentOf(seed, setUp),
        hourlyRate: event.hourlyRate,
        from: event.on,
      });
    case "wageDecision":
      return void saveSection(context, actor, who.id, "employment", {
        ...employmentOf(seed, setUp),
        minimumRate: event.minimumRate,
        from: event.from,
      });
    case "newFund":
      return void saveSection(context, actor, who.id, "super", {
        from: event.from,
        fundId: setUp.funds.find((each) => each.name === event.fund)?.id ?? null,
        memberNumber: null,
        guarantee: true,
        agreedPercent: null,
      });
    case "moved": {
      const { id: _id, businessId: _business, payrollId: _payroll, ...details } = who;
      const { street, suburb, state, postcode } = event;
      return void saveSection(context, actor, who.id, "details", {
        ...details,
        address: { line1: street, suburb, state, postcode },
      });
    }
    case "kiwiSaver": {
      const { from, employeeRate } = event;
      const known = "kiwiSaver" in seed ? seed.kiwiSaver : undefined;
      if (!known) throw new Error(`${event.who} has no KiwiSaver to change.`);
      return void saveSection(context, actor, who.id, "kiwiSaver", { ...kiwiSaverOf(known), from, employeeRate });
    }
    case "fringeBenefits": {
      const { yearEnd, taxable, exempt } = event;
      return void saveSection(context, actor, who.id, "fringeBenefits", { yearEnd, taxable, exempt });
    }
    case "leave":
      return askLeave(context, actor, businessId, who.id, event);
    case "departure": {
      const { lastDay, reason, pay, payday, noticeWorked = true } = event;
      const finalRun = recordDeparture(context, actor, who.id, {
        lastDay,
        reason,
        pay,
        payday,
        noticeWorked,
        misconduct: false,
      });
      // Paid at once: its run is signed off and sent like any other.
      if (finalRun !== null && pay === "now") {
        tickAll(application, actor, finalRun);
        signOff(context, actor, finalRun, readRun(context, actor, finalRun).version);
        sendRun(context, actor, finalRun, [...channels]);
        await application.outbox.drain();
      }
      return;
    }
    case "closeAccount":
    case "openAccount":
      await fetch(`${context.settings.services.bank}/v1/accounts/${seed.account}`, {
        method: "PUT",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ state: event.do === "closeAccount" ? "closed" : "open" }),
      });
  }
}
