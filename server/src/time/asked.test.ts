/** What recorded days ask of a person where two rules meet; the figures are those of a payroll practitioner's review. */
import { expect, it } from "vitest";
import { listAgreements, loadAgreementRules, saveAgreementFacts } from "../hours/agreements.ts";
import { holidaysOff } from "../hours/askedOfDays.ts";
import { datesOf } from "../hours/periods.ts";
import { personTimes } from "../hours/personTimes.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approve, begin, employment, open, row, shown, terms, type, who, world } from "../testing/timeMakers.ts";

const tueToSat = ["0", "7.6", "7.6", "7.6", "7.6", "7.6", "0"];
const monToFri = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];

interface Case {
  agreement: string;
  level: string;
  basis?: "casual" | "full-time";
  pattern?: string[];
  rate?: string;
  birthDate?: string;
  use?: "all" | "exceptions";
  flags?: Record<string, boolean>;
  leads?: number;
  /** dollars of allowances that the business entered */
  allowances?: Record<string, string>;
  days: Record<string, string>;
}

function worked(given: Case) {
  begin(smallWorld(1));
  const { basis = "full-time", pattern = null } = given;
  const shipped = listAgreements(world.context, world.businessId).find((each) => each.code === "EX-NURSERY")?.rules;
  // Its rules begin in July: a copy of the business's own holds in June, too.
  if (given.agreement === "OWN" && shipped)
    loadAgreementRules(world.context, world.actor, world.businessId, {
      ...shipped,
      ...{ code: "OWN", validFrom: "2026-06-01" },
    });
  const details = readPerson(world.context, who()).details;
  saveSection(world.context, world.actor, who(), "details", { ...details, birthDate: given.birthDate ?? "1990-02-03" });
  saveSection(world.context, world.actor, who(), "employment", {
    ...employment({ basis, hourlyRate: given.rate ?? null }),
    ...(basis === "casual" ? {} : { weeklyHours: "38", workPattern: pattern }),
  });
  saveSection(
    world.context,
    world.actor,
    who(),
    "time",
    terms(given.agreement, given.level, {
      ...{ use: given.use ?? "exceptions", flags: given.flags ?? {}, leads: given.leads ?? null },
    }),
  );
  if (given.allowances)
    saveAgreementFacts(world.context, world.actor, world.businessId, given.agreement, {
      ...{
        from: "2026-01-01",
        settings: {},
        rates: { classifications: {}, allowances: given.allowances },
        source: null,
      },
    });
  type(given.days);
  approve(Object.keys(given.days));
  const runId = open();
  const { marks } = row(runId).row;
  return {
    lines: shown(runId),
    gross: row(runId).row.figures?.gross,
    asked: (about: RegExp) => marks.filter((mark) => about.test(mark.text)).map((mark) => mark.kind),
  };
}

it("a recall is paid its least time at the overtime that would have followed: 182.78, not 42.18", () => {
  const day = { "2026-06-22": "7-15:06 b30, 20-21 recall" };
  const found = worked({
    agreement: "MA000010",
    level: "C10",
    rate: "28.12",
    use: "all",
    pattern: monToFri,
    days: day,
  });
  // 7.6 h at 28.12, then 3 h at 150 % and 1 h at 200 %
  expect(found.gross).toBe("396.49");
  expect(found.lines).toHaveLength(3);
});

it("work on a day that is not in the week is asked about, and paid at the day off's rate once it is called one", () => {
  const given = { agreement: "MA000009", level: "2", pattern: tueToSat };
  const asks = /not in the agreed week/;
  const plain = worked({ ...given, days: { "2026-06-22": "10-12" } });
  const marked = worked({ ...given, days: { "2026-06-22": "10-12 dayoff" } });
  const swapped = worked({ ...given, agreement: "MA000004", level: "1", days: { "2026-06-22": "10-12" } });
  expect([plain, marked, swapped].map((each) => each.asked(asks))).toEqual([["query"], [], []]);
  // two hours worked and two made up, at 200 % of 25.85
  expect(Number(marked.gross) - Number(worked({ ...given, days: {} }).gross)).toBeCloseTo(206.8, 2);
});

it.each<[string, "AU" | "NZ", string, Partial<{ units: string; hours: string }>[], boolean]>([
  ["hours that nobody said", "AU", "al", [], true],
  ["hours that nobody said, in days", "NZ", "sick", [], true],
  ["hours that nobody said, in weeks", "NZ", "al", [], true],
  ["hours that somebody said", "NZ", "sick 8", [{ units: "1" }], false],
  ["leave without pay", "AU", "unpaid", [], false],
])("leave on a day that the agreed week does not have: %s, %s %s", (_what, country, text, taken, asked) => {
  begin(country === "NZ" ? smallWorldNz(1) : smallWorld(1));
  // Monday to Friday; 27 June 2026 is a Saturday.
  type({ "2026-06-27": text });
  approve(["2026-06-27"]);
  const { lines, marks } = row(open()).row;
  expect(lines.filter((line) => line.units !== undefined)).toMatchObject(taken);
  expect(marks.filter((mark) => /Sat 27 has leave and is not in the agreed week/.test(mark.text))).toHaveLength(
    asked ? 1 : 0,
  );
});

it.each<[string, "AU" | "NZ", string, string[], boolean]>([
  ["beside work", "AU", "8-12, al", ["3.6"], false],
  ["beside hours without times", "AU", "5, al", ["2.6"], false],
  ["beside a part of other leave", "AU", "al, pl 3", ["4.6", "3"], false],
  ["beside work that fills the day", "AU", "8-16, al", [], true],
  ["beside work, in weeks", "NZ", "8-12, al", ["4"], false],
])("leave of the day %s is what is left of it: %s %s", (_what, country, text, taken, asked) => {
  begin(country === "NZ" ? smallWorldNz(1) : smallWorld(1));
  saveSection(world.context, world.actor, who(), "employment", {
    ...employment({ basis: "full-time", hourlyRate: "30", weeklyHours: country === "NZ" ? "40" : "38" }),
    workPattern: country === "NZ" ? ["8", "8", "8", "8", "8", "0", "0"] : monToFri,
  });
  saveSection(world.context, world.actor, who(), "time", terms(null, null, { use: "exceptions" }));
  type({ "2026-06-24": text });
  approve(["2026-06-24"]);
  const { view, row: own } = row(open());
  const leave = new Set(view.elements.flatMap((each) => (each.leave ? [each.id] : [])));
  const hours = own.lines.flatMap((line) => (leave.has(line.elementId) && line.hours ? [line.hours] : []));
  expect(hours.filter((each) => Number(each) > 0)).toEqual(taken);
  expect(own.marks.some((mark) => /leave beside hours that fill the agreed day/.test(mark.text))).toBe(asked);
});

it.each<["AU" | "NZ", "exceptions" | "all", string, string, boolean]>([
  ["AU", "exceptions", "2026-06-08", "8-12", true],
  ["AU", "all", "2026-06-08", "8-12", true],
  ["AU", "all", "2026-06-08", "8-16", false],
  ["AU", "all", "2026-06-09", "8-12", false],
  ["NZ", "all", "2026-07-10", "8-12", false],
])("a public holiday worked in part: %s, %s, %s %s", (country, use, date, text, asked) => {
  const au = country === "AU";
  begin(au ? smallWorld(1) : smallWorldNz(1));
  world.context.store.sqlite
    .prepare("UPDATE pay_cycle SET first_period_start = ?")
    .run(au ? "2026-06-08" : "2026-06-29");
  saveSection(world.context, world.actor, who(), "time", terms(null, null, { use }));
  type({ [date]: text });
  approve([date]);
  const said = row(open()).row.marks.filter((mark) => /4 h of 7.6 h were worked/.test(mark.text));
  expect(said.map((mark) => mark.kind)).toEqual(asked ? ["query"] : []);
});

it.each<["AU" | "NZ", "exceptions" | "record", string, string]>([
  ["AU", "exceptions", "2026-06-08", "King's Birthday, Mon 8"],
  ["AU", "record", "2026-06-08", "King's Birthday, Mon 8"],
  ["NZ", "exceptions", "2026-07-10", "Matariki, Fri 10"],
  ["NZ", "record", "2026-07-10", "Matariki, Fri 10"],
])("leave beside work on a public holiday is not taken, and asked about: %s, %s", (country, use, date, words) => {
  const au = country === "AU";
  begin(au ? smallWorld(1) : smallWorldNz(1));
  if (au) world.context.store.sqlite.exec("UPDATE pay_cycle SET first_period_start = '2026-06-08'");
  else world.context.store.sqlite.exec("UPDATE pay_cycle SET first_period_start = '2026-06-29'");
  saveSection(world.context, world.actor, who(), "time", terms(null, null, { use }));
  type({ [date]: "8-12, al" });
  approve([date]);
  const { view, row: own } = row(open());
  const leave = new Set(view.elements.flatMap((each) => (each.leave === "annual" ? [each.id] : [])));
  const hours = own.lines
    .filter((line) => line.hours && !line.units)
    .reduce((all, line) => all + Number(line.hours), 0);
  // Hours for the record only leave usual pay as it is; New Zealand pays the holiday's hours by themselves.
  expect(hours).toBe(au ? (use === "record" ? 38 : 34.4) : 76);
  expect(own.lines.filter((line) => leave.has(line.elementId) && Number(line.hours ?? line.units ?? 0) > 0)).toEqual(
    [],
  );
  expect(own.marks.map((mark) => mark.text)).toContain(
    `${words}, was worked, and leave stands beside it. No leave is taken on a public holiday: take it out, or tick.`,
  );
});

it.each<[string, string[], string | null, RegExp | null]>([
  [
    "a Monday's holiday of who works Tuesday to Saturday",
    tueToSat,
    "MA000009",
    /King's Birthday, Mon 8, falls on a day off/,
  ],
  ["of who works on Mondays", monToFri, "MA000009", null],
  ["of who has no agreement", tueToSat, null, null],
])("a holiday on a full-timer's day off: %s", (_what, pattern, agreement, asked) => {
  begin(smallWorld(1));
  saveSection(world.context, world.actor, who(), "employment", {
    ...employment({ basis: "full-time", hourlyRate: "40" }),
    ...{ weeklyHours: "38", workPattern: pattern },
  });
  saveSection(world.context, world.actor, who(), "time", terms(agreement, agreement && "1", { use: "exceptions" }));
  const dates = datesOf("2026-06-08", "2026-06-14");
  const found = personTimes(world.context, world.businessId, [who()], "2026-06-08", "2026-06-14").flatMap((person) =>
    holidaysOff(person, dates),
  );
  expect(found).toEqual(asked ? [expect.stringMatching(asked)] : []);
});

it.each<[Record<string, boolean>, string | undefined, string[]]>([
  // four hours at 125 % of 25.85; at 18 years of 70 % of it, 18.10 to the cent
  [{}, "90.50", ["query"]],
  [{ servesLiquor: false }, "90.50", []],
  [{ servesLiquor: true }, "129.25", []],
])("a junior who may serve liquor: %j", (flags, gross, asks) => {
  const found = worked({
    ...{ agreement: "MA000009", level: "2", basis: "casual", use: "all", birthDate: "2007-09-01", flags },
    days: { "2026-06-25": "14-18" },
  });
  expect([found.gross, found.asked(/adult rate to a junior who serves liquor/)]).toEqual([gross, asks]);
});

it("an own rate below the level's stops, however its hours come in; the level's and a higher one do not", () => {
  const paid = (rate: string | null, use: "all" | "exceptions") =>
    worked({
      ...{ agreement: "MA000004", level: "1", pattern: monToFri, use, days: { "2026-06-22": "9-16:36" } },
      ...(rate === null ? {} : { rate }),
    }).asked(/below the \$26\.55 that the level asks for/);
  for (const use of ["all", "exceptions"] as const)
    expect([paid("25", use), paid("26.55", use), paid("30", use), paid(null, use)]).toEqual([["stop"], [], [], []]);
});

it("an allowance for all purposes beside overtime is asked about", () => {
  const given = { agreement: "OWN", level: "G1", use: "all", flags: { chemicalTicket: true } } as const;
  const asks = /allowance for all purposes is part of the rate/;
  const short = worked({ ...given, pattern: monToFri, days: { "2026-06-22": "9-12" } });
  const long = worked({ ...given, pattern: monToFri, days: { "2026-06-22": "7-20 b30" } });
  expect([short.asked(asks), long.asked(asks)]).toEqual([[], ["query"]]);
});

it.each<[Record<string, boolean>, RegExp | null]>([
  [{}, /pays who leads others an allowance/],
  [{ leadsOthers: true }, /leading hand's allowance of .* goes by how many are led/],
  [{ leadsOthers: false }, null],
])("a leading hand, %j", (flags, asked) => {
  const found = worked({ agreement: "MA000010", level: "C10", pattern: monToFri, flags, days: {} });
  expect(found.asked(/lead/)).toEqual(asked ? ["query"] : []);
  if (asked) expect(found.asked(asked)).toEqual(["query"]);
});

it("an allowance for all purposes is in the rate of every hour, of overtime and of leave, and not paid beside them", () => {
  const given = { agreement: "MA000010", level: "C10", pattern: monToFri } as const;
  const paid = (more: Partial<Case>) => {
    const found = worked({ ...given, ...{ days: {}, leads: 3, allowances: { "leading-hand-3": "49.40" } }, ...more });
    return [found.gross, found.asked(/is not known|no rate to pay|taken to have/)];
  };
  // 49.40 ÷ 38 = 1.30 on 28.12: 38 × 29.42; two hours of overtime at 44.13; a day of leave with 17.5 % on 7.6 × 29.42.
  expect(paid({})).toEqual(["1117.96", []]);
  expect(paid({ leads: 2 })).toEqual(["1068.56", []]);
  expect(paid({ days: { "2026-06-22": "7-17:06 b30" } })).toEqual(["1206.22", []]);
  expect(paid({ days: { "2026-06-22": "al" } })).toEqual(["1157.09", []]);
  expect(paid({ allowances: {} })[1]).toEqual(["stop", "stop"]);
  expect(paid({ rate: "31", days: { "2026-06-22": "7-15:06 b30" } })).toEqual(["1178.00", ["query"]]);
});
