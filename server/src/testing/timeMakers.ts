/** A small world for the tests of the record of time, and the few words that they are written in. */
import { readDay } from "@zesty/core/hours/dayText";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { setTick } from "../runs/ticks.ts";
import { signOff } from "../signOff/signOff.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { readWeek } from "../time/readWeek.ts";
import { type SmallWorld, smallWorld } from "./smallWorld.ts";

/** the world in hand: one a test */
export let world: SmallWorld;
export const begin = (made: SmallWorld): SmallWorld => {
  world = made;
  return made;
};

export const who = (at = 0) => world.personIds[at] ?? 0;
export const employment = (change: object = {}) => ({
  from: "2026-06-01",
  cycleId: world.cycleId,
  basis: "casual" as const,
  classification: null,
  weeklyHours: "0",
  hourlyRate: null,
  minimumRate: null,
  placeId: null,
  costCentreId: null,
  ...change,
});
export const terms = (agreement: string | null, classification: string | null, change: object = {}) => ({
  from: "2026-06-01",
  agreement,
  classification,
  use: "all" as const,
  settings: {},
  flags: {},
  ...change,
});
export const varying = {
  ...{ withPay: false, varies: true, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false },
  opening: [],
};
export function type(days: Record<string, string>, personId = who()) {
  saveDays(world.context, world.actor, world.businessId, {
    days: Object.entries(days).map(([date, text]) => {
      const record = readDay(
        text,
        date,
        readWeek(world.context, world.actor, world.businessId, undefined, undefined).country,
      );
      if (record && "fault" in record) throw new Error(record.fault);
      return { personId, date, kind: "worked" as const, record };
    }),
  });
}
export const approve = (dates: string[], approved = true, personId = who()) =>
  approveDays(world.context, world.actor, world.businessId, {
    days: dates.map((date) => ({ personId, date })),
    approved,
  });
/** Days that are typed and approved. */
export function put(days: Record<string, string>): void {
  type(days);
  approve(Object.keys(days));
}
export const open = () =>
  openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
export const row = (runId: number) => {
  const view = readRun(world.context, world.actor, runId);
  return { view, row: view.rows[0]! };
};
/** Lines of the first row as "name hours×rate" or "name $amount" */
export function shown(runId: number): string[] {
  const { view, row: found } = row(runId);
  return found.lines.map((line) => {
    const name = view.elements.find((each) => each.id === line.elementId)?.name;
    return `${name} ${line.amount === undefined ? (line.hours ?? `${line.units} u`) : `$${line.amount}`}${line.rate ? ` at ${line.rate}` : ""}`;
  });
}
export const texts = (runId: number) => row(runId).row.marks.map((mark) => mark.text);
export const codes = (runId: number) => row(runId).row.marks.map((mark) => mark.code);
export function signed(runId: number) {
  for (const each of row(runId).view.rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: each.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, runId, row(runId).view.version);
}
export function casual() {
  begin(smallWorld(1));
  saveSection(world.context, world.actor, who(), "employment", employment());
  saveSection(world.context, world.actor, who(), "time", terms("MA000004", "1"));
}
