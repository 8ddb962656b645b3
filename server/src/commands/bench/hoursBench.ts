/** Hours: shifts interpreted, a sheet of 180 rows previewed, a week of 180 people approved. */
import { readInterpretCase } from "@zesty/contract/interpret";
import { addDays } from "@zesty/core/calendar/dates";
import { type DayRecord, readDay } from "@zesty/core/hours/dayText";
import { interpret } from "@zesty/core/hours/interpret";
import { saveSection } from "../../people/savePerson.ts";
import { sheetBack, sheetOut } from "../../putIn/hoursSheet.ts";
import { openRun } from "../../runs/openRun.ts";
import { stopReading } from "../../sheets/readFile.ts";
import { hoursWorkbook } from "../../sheets/writeBook.ts";
import { smallWorld } from "../../testing/smallWorld.ts";
import { approveDays, saveDays } from "../../time/days.ts";

function shifts5000(): number {
  const read = readInterpretCase({
    id: "bench",
    agreement: "MA000009",
    person: { basis: "casual" },
    settings: { timeZone: "Australia/Melbourne" },
    publicHolidays: [],
    shifts: Array.from({ length: 50 }, (_, at) => {
      const day = addDays("2026-08-03", at);
      return { start: `${day}T11:00`, end: `${day}T21:30` };
    }),
  });
  if ("errors" in read) throw new Error(JSON.stringify(read.errors));
  interpret(read.value.roster);
  const began = performance.now();
  for (let person = 0; person < 100; person += 1) interpret(read.value.roster);
  return performance.now() - began;
}

export async function hoursBench() {
  const world = smallWorld(180);
  const { context, actor, businessId, cycleId, personIds } = world;
  context.store.transaction(() => {
    for (const id of personIds)
      saveSection(context, actor, id, "time", {
        ...{ from: "2026-06-01", agreement: "MA000009", classification: "2", use: "all" },
        ...{ settings: {}, flags: {} },
      });
  });
  const runId = openRun(context, actor, businessId, { cycleId, from: "usual" });
  const book = (await hoursWorkbook(sheetOut(context, actor, runId).out)).toString("base64");
  const preview = async () => {
    const began = performance.now();
    await sheetBack(context, actor, runId, { name: "hours.xlsx", data: book });
    return performance.now() - began;
  };
  // The first one starts the worker.
  await preview();
  const sheet180 = await preview();
  const dates = ["2026-06-22", "2026-06-23", "2026-06-25", "2026-06-27", "2026-06-28"];
  const record = (date: string) => readDay("15-23:30 b30", date, "AU") as DayRecord;
  const days = personIds.flatMap((personId) =>
    dates.map((date) => ({ personId, date, kind: "worked" as const, record: record(date) })),
  );
  saveDays(context, actor, businessId, { days });
  const began = performance.now();
  approveDays(context, actor, businessId, { days, approved: true });
  const approve180 = performance.now() - began;
  await stopReading();
  await world.end();
  return { shifts5000: shifts5000(), sheet180, approve180 };
}
