/** Several people at once, on a real store: rows read as people type them, faults named by row and column, all or none. */
import { atPace, untilQuiet } from "@zesty/contract/testing/pace";
import { isTfn } from "@zesty/core/au/taxFileNumber";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { type PersonCells, readPersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import exceljs from "exceljs";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { peopleCells, peopleCsv } from "../people/peopleList.ts";
import { listPeople, readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { addPlace } from "../setup/lists.ts";
import { audit, payRun } from "../store/schema.ts";
import { type SmallWorld, smallWorld, smallWorldNz, validFrom } from "../testing/smallWorld.ts";
import { firstPayOf } from "./firstPay.ts";
import { peopleBook } from "./peopleBook.ts";
import { addPeople, planPeople, readPeopleFile } from "./peopleSheet.ts";

let world: SmallWorld;
afterEach(() => world.end());

const [numberA = "", numberB = ""] = validFrom(200_000_000, 2, isTfn);
const ada: PersonCells = {
  ...{ givenName: "Ada", familyName: "Sample", birthDate: "3/2/1991", startDate: "22 jun 2026", basis: "FT" },
  ...{ weeklyHours: "38", salary: "82,000", fileNumber: numberA, threshold: "y", fund: "example super" },
  ...{ memberNumber: "99", bsb: "990-100", account: "12345678", email: "ada@example.org" },
  ...{ street: "1 Example St", suburb: "Sampleton", state: "vic", postcode: "3350", annualLeave: "12.5" },
  phone: "+61 400 000 000",
};
const ben: PersonCells = {
  ...{ givenName: "Ben", familyName: "Sample", birthDate: "1.5.99", startDate: "1/7/2026", basis: "casual" },
  hourlyRate: "31.50",
};
const plan = (...rows: PersonCells[]) => planPeople(world.context, world.businessId, rows);
const add = (...rows: PersonCells[]) => addPeople(world.context, world.actor, world.businessId, rows);
const marks = (row: PersonCells) => plan(row).rows[0]?.marks.map((mark) => `${mark.kind} ${mark.column}: ${mark.text}`);

describe("several people in Australia", () => {
  it("are added with what their rows say, and what is blank stays missing", () => {
    world = smallWorld(1);
    const [first = 0, second = 0] = add(ada, ben);
    const person = readPerson(world.context, first);
    expect(person.payrollId).toBe("E1");
    expect(person.employment).toMatchObject({ salary: "82000.00", hourlyRate: "41.4980", weeklyHours: "38" });
    expect(person.details).toMatchObject({ birthDate: "1991-02-03", startDate: "2026-06-22" });
    expect(person.usualPay.lines).toMatchObject([{ amount: "1576.92" }]);
    expect(person.leave.balances).toEqual([{ kind: "annual", hours: "12.5000" }]);
    expect(person.tax).toMatchObject({
      taxFreeThreshold: true,
      fileNumberShown: expect.stringContaining(numberA.slice(-3)),
    });
    expect(person.missing).toEqual([]);
    expect(readPerson(world.context, second).missing.map((each) => each.text)).toEqual([
      ...["Tax declaration", "Super fund", "Bank account", "Home address", "E-mail"],
    ]);
  });
  it.each<[string, PersonCells, RegExp]>([
    [
      "a date that is none",
      { ...ada, birthDate: "31/2/1990" },
      /stop birthDate: Birth date: “31\/2\/1990” is not a date/,
    ],
    [
      "a year of birth that slipped",
      { ...ada, birthDate: "1/1/2021" },
      /stop birthDate: .*somebody of 5 years starts work/,
    ],
    [
      "a year of the start that slipped",
      { ...ada, startDate: "1/7/2062" },
      /stop startDate: .*more than two years ahead/,
    ],
    ["a birth date after the start", { ...ada, birthDate: "1/1/2027" }, /stop birthDate: The birth date is not before/],
    ["a wrong check digit", { ...ada, fileNumber: "123456789" }, /stop fileNumber: Tax file number/],
    ["a number of somebody here", { ...ada, fileNumber: "123456782" }, /stop fileNumber: Alex Sample0 has this number/],
    ["a fund that is unknown", { ...ada, fund: "Nobody's" }, /stop fund: Super fund: there is no “Nobody's” here/],
    ["both rate and salary", { ...ada, hourlyRate: "30" }, /stop salary: A salary or an hourly rate/],
    ["a payroll ID in use", { ...ada, payrollId: "E0" }, /stop payrollId: Payroll ID E0 belongs to somebody here/],
    ["a BSB alone", { ...ben, bsb: "990-100" }, /stop account: The account itself is missing/],
    ["a threshold without a number", { ...ben, threshold: "yes" }, /query threshold: .*is not kept: say first whether/],
    ["a member of no fund", { ...ben, memberNumber: "9" }, /query memberNumber: .*name the fund/],
    [
      "an agreement that is unknown",
      { ...ben, agreement: "Nobody's award" },
      /stop agreement: .*there is no “Nobody's/,
    ],
    ["a level of none", { ...ben, level: "2" }, /stop level: A level belongs to an agreement/],
    ["a level that it has not", { ...ben, agreement: "MA000004", level: "99" }, /stop level: Level of .*no “99” here/],
    ["half an address", { ...ada, postcode: "" }, /stop postcode: Postcode/],
    ["a word for a figure", { ...ada, salary: "much" }, /stop salary: Salary a year: “much” is not a figure/],
    ["no hours for a full-timer", { ...ada, weeklyHours: "" }, /stop weeklyHours: Hours a week are missing/],
    ["no name", { ...ada, familyName: "" }, /stop familyName: Family name is missing/],
    ["a threshold that nobody spoke of", { ...ada, threshold: "" }, /query threshold: .* taken as not claimed/],
    [
      "somebody of this name and birth date",
      { ...ben, givenName: "Alex", familyName: "Sample0", birthDate: "3/2/1990" },
      /query familyName: Somebody of this name/,
    ],
  ])("says %s", (_what, row, says) => {
    world = smallWorld(1);
    expect(marks(row)?.join("\n")).toMatch(says);
  });
  it("asks for the place of work where there are several, and takes the only one by itself", () => {
    world = smallWorld(1);
    const marksOf = (place: string) =>
      marks({ ...ada, place })
        ?.join()
        .replace(/.*?(stop|query) place: /, "$1 ");
    expect(marksOf("")).toBe("");
    addPlace(world.context, world.actor, world.businessId, {
      name: "Second Bakery",
      state: "VIC",
      district: null,
      days: "",
    });
    expect(marksOf("")).toMatch(/^query Place of work is not said: .*Known are Example Bakery, Second Bakery/);
    expect(marksOf("vic")).toMatch(/^stop Place of work: “vic” is more than one here/);
    expect(marksOf("second bakery")).toBe("");
  });
  it("adds nobody where one row is stopped, and says which", () => {
    world = smallWorld(1);
    const rows = [
      ada,
      { ...ben, fileNumber: numberA },
      { ...ben, givenName: "Cyd", fileNumber: numberB, birthDate: "x" },
    ];
    expect(plan(...rows)).toMatchObject({ stopped: 2 });
    expect(() => add(...rows)).toThrow("Nobody was added. Row 2: Row 1 has this number already");
    expect(listPeople(world.context, world.businessId)).toHaveLength(1);
    expect(plan(ada, ada).rows[1]?.marks.map((mark) => mark.text)).toContain(
      "Row 1 is the same person. Take one of the two out.",
    );
  });
  it("shows the first pay by the very run that would pay it, and leaves nothing behind", () => {
    world = smallWorld(1);
    const pay = firstPayOf(world.context, world.actor, world.businessId, ada);
    // 82,000 ÷ 52 = 1,576.92; 0.3477 × 1,576.99 − 251.2… is what the run itself withholds: asserted as the parts of net.
    expect(pay).toMatchObject({ start: "2026-06-22", payday: "2026-07-02", gross: "1576.92", super: "189.23" });
    expect(Number(pay.gross) - Number(pay.withheld)).toBeCloseTo(Number(pay.net), 2);
    expect(world.context.store.db.select().from(payRun).all()).toEqual([]);
    expect(listPeople(world.context, world.businessId)).toHaveLength(1);
    expect(firstPayOf(world.context, world.actor, world.businessId, { ...ada, startDate: "15/7/2026" }).start).toBe(
      "2026-07-13",
    );
  });
  it("comes from a file: strangers' headings are asked once and remembered", async () => {
    world = smallWorld(1);
    const csv =
      "Vorname,Surname,DOB,Start Date,Type,Hours,Pay rate\r\nAda,Sample,3/2/1991,22/6/2026,part time,20,31.5\r\n";
    const file = { name: "people.csv", data: Buffer.from(csv).toString("base64") };
    const read = (mapping?: Record<string, string>) =>
      readPeopleFile(world.context, world.actor, world.businessId, { ...file, ...(mapping ? { mapping } : {}) });
    expect(await read()).toMatchObject({
      unmapped: ["Vorname"],
      stops: [expect.stringContaining("Say what the columns")],
    });
    expect((await read({ Vorname: "givenName" })).stops).toEqual([]);
    const { rows, stops } = await read();
    expect(stops).toEqual([]);
    expect(rows).toEqual([
      {
        givenName: "Ada",
        familyName: "Sample",
        birthDate: "3/2/1991",
        startDate: "22/6/2026",
        basis: "part time",
        weeklyHours: "20",
        hourlyRate: "31.5",
      },
    ]);
    expect(plan(...rows).stopped).toBe(0);
    await expect(read({ Vorname: "nothing" })).rejects.toThrow("no column of a sheet of people");
  });
  it("previews a thousand within three seconds, and adds them", untilQuiet, () => {
    world = smallWorld(1);
    const many = Array.from({ length: 1000 }, (_, at) => ({ ...ben, givenName: `Ben${at}` }));
    const began = performance.now();
    expect(plan(...many).stopped).toBe(0);
    const took = performance.now() - began;
    expect(took).toBeLessThan(atPace(3000));
    expect(add(...many.slice(0, 50))).toHaveLength(50);
  });
});

describe("several people in New Zealand", () => {
  it("are added with tax code, KiwiSaver and holidays", () => {
    world = smallWorldNz(1);
    const [id = 0] = add({
      ...{ ...ben, taxCode: "m sl", irdNumber: "139000315", kiwiSaver: "enrol", kiwiSaverRate: "4", withPay: "yes" },
      ...{ account: "01-0902-0068389-000", annualWeeks: "1.5" },
    });
    const { nz, leave } = readPerson(world.context, id);
    expect(nz?.taxCode).toMatchObject({ code: "M SL" });
    expect(nz?.kiwiSaver).toMatchObject({ status: "member", joined: "automatic", employeeRate: "4" });
    expect(nz?.holidays).toMatchObject({ withPay: true, varies: true });
    expect(leave.balances).toContainEqual({ kind: "annual", hours: "1.5000" });
    expect(marks({ ...ben, taxCode: "Q" })?.join()).toMatch(/stop taxCode: Tax code is not one of/);
  });
});

describe("cells of a person", () => {
  it("never break on what is typed, and each fault names its column", () => {
    world = smallWorld(1);
    const columns = peopleColumnsIn("AU");
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...columns.map((each) => each.name)), fc.string({ maxLength: 30 })),
        (cells) => {
          const read = readPersonCells(cells, columns, "2026-07-01");
          for (const mark of read.marks) expect(columns.some((each) => each.name === mark.column)).toBe(true);
          for (const name of Object.keys(read.values))
            expect(read.marks.some((mark) => mark.column === name)).toBe(false);
        },
      ),
    );
    fc.assert(
      fc.property(
        fc.array(fc.dictionary(fc.constantFrom(...columns.map((each) => each.name)), fc.string({ maxLength: 20 })), {
          minLength: 1,
          maxLength: 3,
        }),
        (rows) => void plan(...rows),
      ),
      { numRuns: 60 },
    );
  });
});

describe("the list of people", () => {
  /** The cells of a list, read back as a file is read. */
  const readBack = async (numbers: boolean) => {
    const csv = peopleCsv(world.context, world.actor, world.businessId, numbers);
    const data = Buffer.from(csv).toString("base64");
    return readPeopleFile(world.context, world.actor, world.businessId, { name: "people.csv", data });
  };
  it.each([
    ["Australia", smallWorld],
    ["New Zealand", smallWorldNz],
  ])(
    "of %s reads back into an empty business with every fact, and taken again it is the same",
    async (_country, make) => {
      world = make(3);
      if (make === smallWorld) add(ada);
      const before = peopleCsv(world.context, world.actor, world.businessId, true);
      const { rows, stops, unmapped } = await readBack(true);
      expect([stops, unmapped, rows.length]).toEqual([[], [], make === smallWorld ? 4 : 3]);
      await world.end();
      world = make(0);
      expect(planPeople(world.context, world.businessId, rows).rows.flatMap((row) => row.marks)).toEqual([]);
      add(...rows);
      // Who has no place of work gets the only one of the business.
      const placeless = (csv: string) => csv.replaceAll(/,Example (Bakery|Kayaks)(?=,)/g, ",");
      expect(placeless(peopleCsv(world.context, world.actor, world.businessId, true))).toBe(placeless(before));
    },
  );
  it.each([
    ["Australia", smallWorld],
    ["New Zealand", smallWorldNz],
  ])("goes out of %s with every dated fact, numbers masked and no formula", async (_country, make) => {
    world = make(2);
    if (make === smallWorld) add(ada);
    const [id = 0] = world.personIds;
    const { from: _from, ...terms } = readPerson(world.context, id).employment;
    const change = { ...terms, from: "2026-08-03", hourlyRate: "51.5", classification: "=Level 9" };
    saveSection(world.context, world.actor, id, "employment", change);
    const book = new exceljs.Workbook();
    await book.xlsx.load((await peopleBook(world.context, world.actor, world.businessId)) as never);
    expect(book.worksheets.map((sheet) => [sheet.name, sheet.rowCount > 2])).toEqual([
      ["People", true],
      ["Facts by date", true],
    ]);
    const rows = book.worksheets.flatMap((sheet) => sheet.getSheetValues().slice(1)) as unknown[][];
    const ofDay = rows.filter((row) => row.includes("2026-08-03")).map((row) => row.slice(5).join(" "));
    expect(ofDay).toEqual(expect.arrayContaining([expect.stringMatching(/51\.5/), expect.stringMatching(/'=Level 9/)]));
    for (const secret of [numberA, "12345678"]) expect(rows.flat().join(" ")).not.toContain(secret);
  });
  it("holds no tax or bank number unless it is asked for, and who took it is on the trail", async () => {
    world = smallWorld(1);
    add(ada);
    const csv = peopleCsv(world.context, world.actor, world.businessId, false);
    for (const secret of [numberA, "12345678", "990-100"]) expect(csv).not.toContain(secret);
    expect(peopleCsv(world.context, world.actor, world.businessId, true)).toContain(numberA);
    const taken = world.context.store.db.select().from(audit).all().slice(-2);
    expect(taken.map((each) => each.what)).toEqual([
      ...["took the list of people", "took the list of people with tax and bank numbers"],
    ]);
  });
});

describe("how hours come in", () => {
  it.each([
    [
      "by the award's name and the level's",
      { agreement: "General Retail Industry Award 2020", level: "1" },
      ["MA000004", "1", "all"],
    ],
    [
      "with a sheet of what differs",
      { basis: "ft", weeklyHours: "38", timesheet: "what differs" },
      [null, null, "exceptions"],
    ],
    ["every hour, without an agreement", { timesheet: "every hour" }, [null, null, "all"]],
    [
      "a permanent person's under an award",
      { basis: "ft", weeklyHours: "38", agreement: "MA000004" },
      ["MA000004", null, "exceptions"],
    ],
  ] as [string, PersonCells, unknown[]][])("%s", (_words, cells, wanted) => {
    world = smallWorld(1);
    const [id = 0] = add({ ...ben, ...cells });
    const { time } = readPerson(world.context, id);
    expect([time?.agreement, time?.classification, time?.use]).toEqual(wanted);
    // What was said stands in the list of people, and reads back.
    const line = peopleCells(world.context, world.businessId, false).find((each) => each.givenName === "Ben");
    expect(line).toMatchObject({ timesheet: wanted[2] });
    expect(marks({ ...line, familyName: "Another", payrollId: "" })?.filter((each) => each.startsWith("stop"))).toEqual(
      [],
    );
  });
  it("is not said of who says nothing", () => {
    world = smallWorldNz(1);
    const [id = 0] = add({ ...ben, irdNumber: "136409132", withPay: "yes", basis: "ft", weeklyHours: "40" });
    expect(readPerson(world.context, id).time).toBeNull();
    expect(marks({ ...ben, familyName: "Other", irdNumber: "136409132" })).toEqual(
      expect.arrayContaining([expect.stringContaining("IRD number is not kept: name the tax code")]),
    );
    const permanent = { ...ben, familyName: "Other", basis: "ft", weeklyHours: "40", withPay: "yes" };
    expect(marks(permanent)).toEqual(
      expect.arrayContaining([expect.stringContaining("8 % with each pay is not kept")]),
    );
  });
});
