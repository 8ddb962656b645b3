/** Exports of shifts as real files: read into days, before and after, with what stops a row and what is asked. */
import { dayText } from "@zesty/core/hours/dayText";
import exceljs from "exceljs";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { stopReading } from "../sheets/readFile.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { shiftSheetBack } from "./shiftSheet.ts";

let world: SmallWorld;
beforeAll(() => {
  world = smallWorld(3);
});
afterAll(async () => {
  await stopReading();
  await world.end();
});

const period = { from: "2026-06-22", to: "2026-06-28" };
const bring = (data: Buffer | string, more: object = {}, name = "shifts.csv") =>
  shiftSheetBack(world.context, world.actor, world.businessId, {
    ...{ name, data: Buffer.from(data).toString("base64"), ...period },
    ...more,
  });
const head = "person_code,person_name,date,start,end,unpaid_minutes,notes\n";
const shown = (plan: Awaited<ReturnType<typeof bring>>) =>
  plan.days.map((day) => `${day.name} ${day.date}: ${dayText(day.before, "AU")} → ${dayText(day.after, "AU")}`);
const marks = (plan: Awaited<ReturnType<typeof bring>>) =>
  plan.rows.flatMap((row) => row.marks.map((mark) => `${row.row} ${mark.kind}: ${mark.text}`));

describe("shifts from an export", () => {
  it("become days: over midnight, with breaks, two in a day", async () => {
    const plan = await bring(
      `${head}E0,Alex Sample0,2026-06-22,07:30,16:00,30,\nE0,Alex Sample0,22/06/2026,18:00,20:00,,stocktake\n` +
        "E1,Alex Sample1,24/6/2026,22:00,0600,,\nTOTAL,,,,,,\n",
    );
    expect([plan.stops, marks(plan)]).toEqual([[], []]);
    expect(shown(plan)).toEqual(["Alex Sample0 2026-06-22:  → 7:30–16 b30, 18–20", "Alex Sample1 2026-06-24:  → 22–6"]);
    expect(plan.days[0]?.after.note).toBe("stocktake");
  });

  it("bring pieces with their rate, and neither without the other", async () => {
    const head = "code,date,start,end,break,pieces,piece rate\n";
    const plan = await bring(`${head}E0,2026-06-22,06:00,14:30,30,150,$6.10\nE1,2026-06-22,06:00,14:30,30,,\n`);
    expect(marks(plan)).toEqual([]);
    expect(shown(plan)).toEqual([
      "Alex Sample0 2026-06-22:  → 6–14:30 b30 150@6.10",
      "Alex Sample1 2026-06-22:  → 6–14:30 b30",
    ]);
    expect(
      marks(await bring(`${head}E0,2026-06-22,06:00,14:30,30,150,\nE1,2026-06-22,06:00,14:30,30,many,6\n`)),
    ).toEqual([
      "2 stop: Piece rate: “” is no rate of a piece. Write the dollars of one, as 6.10.",
      "3 stop: Pieces: “many” is no number. Write it as 150.",
    ]);
  });

  it("say what they were besides work, in the words of rosters, and stop where nobody understands them", async () => {
    const head = "code,date,start,end,break,shift type,hours\n";
    const rows = [
      "E0,2026-06-22,22:00,06:00,,Sleepover,8",
      "E0,2026-06-23,07:00,09:00,,Client cancelled,2",
      "E0,2026-06-24,18:00,22:00,,On call,",
      "E0,2026-06-24,20:00,21:00,,Call-back,1",
      "E1,2026-06-22,09:00,17:00,30,Ordinary,7.5",
      "E1,2026-06-25,07:00,07:00,,24 hour care,",
      "E0,2026-06-26,09:00,12:00,,Picnic,",
      "E1,2026-06-26,18:00,22:00,30,Standby,",
    ];
    const plan = await bring(`${head}${rows.join("\n")}\n`);
    expect(shown(plan)).toEqual([
      "Alex Sample0 2026-06-22:  → 22–6 sleepover",
      "Alex Sample0 2026-06-23:  → 7–9 cancelled",
      "Alex Sample0 2026-06-24:  → 18–22 standby, 20–21 recall",
      "Alex Sample1 2026-06-22:  → 9–17 b30",
      "Alex Sample1 2026-06-25:  → 7–7a care",
    ]);
    expect(marks(plan)).toEqual([
      "8 stop: Kind of shift: “Picnic” is not understood. Write dayoff, recall, standby, sleepover, care, remote, cancelled, training, lieu, or nothing for ordinary work.",
      "9 stop: A night at the workplace and time on call have no breaks. Take them out of the row.",
    ]);
  });

  it("are read from a workbook with dates, times and both in one cell", async () => {
    const book = new exceljs.Workbook();
    const sheet = book.addWorksheet("Export");
    sheet.addRow(["Employee ID", "Clocked on", "Clocked off", "Break start", "Break end", "Total hours"]);
    const row = sheet.addRow(["E0"]);
    const put = (at: number, value: Date | number, numFmt: string) => Object.assign(row.getCell(at), { value, numFmt });
    put(2, new Date(Date.UTC(2026, 5, 23, 8, 59, 59, 600)), "dd/mm/yyyy hh:mm");
    put(3, new Date(Date.UTC(2026, 5, 23, 17, 30)), "dd/mm/yyyy hh:mm");
    put(4, 0.5, "hh:mm");
    put(5, 0.520833333, "hh:mm");
    put(6, 8.5, "0.00");
    const plan = await bring(Buffer.from(await book.xlsx.writeBuffer()), {}, "export.xlsx");
    expect(shown(plan)).toEqual(["Alex Sample0 2026-06-23:  → 9–17:30 b12–12:30"]);
    expect(marks(plan)).toEqual(["2 query: The row says 8.5 h, its times come to 8 h. The times are taken."]);
  });

  it("ask once what strangers' headings and codes mean, and remember it apart from the hours sheet", async () => {
    const file = "Badge,Day,Anfang,Ende,Site\n4711,2026-06-25,9:00,17:00,North\n";
    const first = await bring(file);
    expect([first.unmapped, first.stops]).toEqual([
      ["Badge", "Anfang", "Ende", "Site"],
      expect.arrayContaining([expect.stringMatching(/who a row is for/), expect.stringMatching(/starts or ends/)]),
    ]);
    const mapping = { Badge: "code", Anfang: "start", Ende: "end", Site: "ignore" };
    const second = await bring(file, { mapping });
    expect([second.strangers, marks(second)]).toEqual([
      ["4711"],
      ["2 stop: “4711” is nobody here. Check the code, or say below whose it is."],
    ]);
    const third = await bring(file, { people: { "4711": "E2" } });
    expect(shown(third)).toEqual(["Alex Sample2 2026-06-25:  → 9–17"]);
    expect(shown(await bring(file))).toEqual(shown(third));
    await expect(bring(file, { mapping: { Site: "SAL" } })).rejects.toThrow(/cannot mean SAL/);
    await expect(bring(file, { people: { "4711": "E9" } })).rejects.toThrow(/nobody here/);
  });

  it.each<[string, string, RegExp]>([
    ["an end that is the start", "E0,,2026-06-22,9:00,9:00,,", /2 stop: The shift ends when it starts/],
    ["a time that is none", "E0,,2026-06-22,9:75,17:00,,", /2 stop: Start: “9:75” is not a time/],
    ["no time", "E0,,2026-06-22,9:00,,,", /2 stop: End: “” is not a time/],
    ["day and month swapped", "E0,,06/22/2026,9:00,17:00,,", /2 stop: .*day and month were swapped/],
    ["no date", "E0,,,9:00,17:00,,", /2 stop: The row has no date/],
    ["a slip of the year", "E0,,2025-06-22,9:00,17:00,,", /2 stop: 22 June 2025 is far from this period/],
    ["before this period", "E0,,2026-06-19,9:00,17:00,,", /2 query: 19 June 2026 lies before this period/],
    ["after it", "E0,,2026-06-29,9:00,17:00,,", /2 query: 29 June 2026 lies after this period/],
    ["a long shift", "E0,,2026-06-22,6:00,21:30,,", /2 query: 15.5 hours in one shift/],
    ["a break as long as the shift", "E0,,2026-06-22,9:00,9:30,30,", /2 stop: A break of 30 minutes does not fit/],
    ["a break that is none", "E0,,2026-06-22,9:00,17:00,soon,", /2 stop: Break: “soon” is not a number of minutes/],
    ["a minute or an hour", "E0,,2026-06-22,9:00,17:00,1,", /2 stop: Break: “1” may be minutes or hours\. Write 1:00/],
    ["the same shift twice", "E0,,2026-06-22,9:00,17:00,,\nE0,,2026-06-22,9:00,17:00,,", /3 stop: Row 2 is the same/],
    ["an overlap", "E0,,2026-06-22,9:00,17:00,,\nE0,,2026-06-22,16:00,18:00,,", /stop: The shift from .* overlaps/],
    ["an hour that the clock skips", "E0,,2026-10-04,2:30,9:00,,", /stop: .*never was/],
    ["a stranger's name", "E0,Somebody Else,2026-06-22,9:00,17:00,,", /2 query: The sheet says “Somebody Else”/],
  ])("%s", async (_what, rows, sentence) => {
    const plan = await bring(head + rows);
    expect(marks(plan).join("\n")).toMatch(sentence);
    if (/stop/.test(sentence.source)) expect(plan.days.flatMap((day) => day.rows)).not.toContain(3);
  });

  it("with the times of a break and other minutes of it are asked about, and with the same are taken", async () => {
    const rows = [30, 45].map((minutes) => `E0,2026-06-2${minutes === 30 ? 2 : 3},9:00,17:00,12:00,12:30,${minutes}`);
    const plan = await bring(`Employee ID,Date,Start,End,Break start,Break end,Unpaid break\n${rows.join("\n")}`);
    expect([marks(plan), shown(plan)]).toEqual([
      ["3 stop: The breaks' times come to 30 minutes, and 45 unpaid minutes stand beside them. Correct one."],
      ["Alex Sample0 2026-06-22:  → 9–17 b12–12:30"],
    ]);
  });

  it("say what stood before, ask where it was approved, and leave paid days and leave alone", async () => {
    const day = { shifts: [], leave: [{ kind: "annual", hours: "3.8" }], hours: "3.8" };
    saveDays(world.context, world.actor, world.businessId, {
      days: [{ personId: world.personIds[0] ?? 0, date: "2026-06-26", kind: "worked", record: day }],
    });
    approveDays(world.context, world.actor, world.businessId, {
      days: [{ personId: world.personIds[0] ?? 0, date: "2026-06-26" }],
      approved: true,
    });
    const plan = await bring(`${head}E0,,2026-06-26,9:00,13:00,,`);
    expect(shown(plan)).toEqual(["Alex Sample0 2026-06-26: 3.8, al 3.8 → 9–13, al 3.8"]);
    expect(marks(plan).join()).toMatch(/was approved: it will ask for approval anew/);
    const changes = plan.days.map(({ personId, date, after }) => ({
      personId,
      date,
      kind: "worked" as const,
      record: after,
    }));
    saveDays(world.context, world.actor, world.businessId, { days: changes }, "shifts.csv");
    expect((await bring(`${head}E0,,2026-06-26,9:00,13:00,,`)).days).toEqual([]);
    // What no sheet of shifts can say stays as it was said.
    const more = { bank: true as const, otherwise: { works: true, why: "as every Friday" }, note: "told by phone" };
    saveDays(world.context, world.actor, world.businessId, {
      days: changes.map((each) => ({ ...each, record: { ...each.record, ...more } })),
    });
    const [later] = (await bring(`${head}E0,,2026-06-26,9:00,14:00,,`)).days;
    expect(later?.after).toMatchObject({ ...more, leave: [{ kind: "annual", hours: "3.8" }] });
  });

  it("whatever the file holds, every row is read, stopped or asked about, and none twice", async () => {
    const cell = fc.oneof(
      fc.constantFrom("E0", "E1", "9:00", "17:00", "2026-06-22", "22/6/2026", "", "=1+1", "-3", "TOTAL", "\u00e9"),
      fc.string({ maxLength: 12 }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(fc.array(cell, { minLength: 7, maxLength: 7 }), { maxLength: 8 }), async (rows) => {
        const quoted = rows.map((row) => row.map((text) => `"${text.replaceAll('"', '""')}"`).join(",")).join("\n");
        const plan = await bring(head + quoted).catch((error: Error) => error);
        if (plan instanceof Error) return expect(plan.message).toMatch(/[.!?]$/);
        const used = plan.days.flatMap((day) => day.rows);
        expect(new Set(used).size).toBe(used.length);
        for (const row of plan.rows)
          if (used.includes(row.row)) expect(row.marks.every((mark) => mark.kind !== "stop")).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});
