/**
 * Features in pairs: where a rate comes from, who is paid, how hours come in, what happens, when it changes, and which
 * path undoes it. Every two values of two features meet at least once, and each pay is held against a second, simple
 * reckoning by days: so many hours of the agreed week, each at the rate of its day. Both countries.
 */
import type { Employment, UsualLine } from "@zesty/contract/people";
import { readDay } from "@zesty/core/hours/dayText";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { afterEach, describe, expect, it } from "vitest";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { discardRun } from "../runs/discardRun.ts";
import { readRun } from "../runs/readRun.ts";
import { addElement } from "../setup/elements.ts";
import { changeEntry } from "../setup/lists.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";

const features = {
  country: ["AU", "NZ"],
  rate: ["own", "level", "salary", "two amounts"],
  basis: ["full-time", "part-time", "casual"],
  hours: ["usual", "exceptions", "all"],
  happens: [
    "nothing",
    "annual leave",
    "half annual leave",
    "sick",
    "half sick",
    "unpaid",
    "public holiday",
    "starts",
    "leaves",
  ],
  changes: ["nothing", "on Wednesday", "on Thursday", "on the first day", "the day after"],
  when: ["before the run", "in the open run"],
  undone: ["nothing", "the change", "what happened", "discarded", "taken back"],
} as const;
type Pair = { [K in keyof typeof features]: (typeof features)[K][number] };
const names = Object.keys(features) as (keyof Pair)[];

/** Levels and days of a place are Australia's; who is paid by the record has no amounts. */
const exists = ({ country, rate, basis, hours = "usual", happens = "nothing" }: Partial<Pair>) =>
  !(country === "NZ" && (rate === "level" || happens === "public holiday")) &&
  !(rate === "two amounts" && hours !== "usual") &&
  // Casuals have no paid leave, no holiday that they do not work, and no salary.
  !(
    basis === "casual" &&
    (rate === "salary" || rate === "two amounts" || !["nothing", "unpaid", "starts", "leaves"].includes(happens))
  );

/** A few rows in which every two values of two features stand together, chosen greedily. */
function pairs(): Pair[] {
  const open = new Set<string>();
  const keysOf = (pair: Partial<Pair>) =>
    names.flatMap((a, at) =>
      names.slice(at + 1).flatMap((b) => (pair[a] && pair[b] ? [`${a}=${pair[a]} ${b}=${pair[b]}`] : [])),
    );
  for (const a of names)
    for (const b of names.slice(names.indexOf(a) + 1))
      for (const x of features[a])
        for (const y of features[b]) if (exists({ [a]: x, [b]: y })) open.add(`${a}=${x} ${b}=${y}`);
  const rows: Pair[] = [];
  while (open.size > 0) {
    const [first = ""] = open;
    const row = Object.fromEntries(first.split(/ (?=\w+=)/).map((each) => each.split("="))) as Partial<Pair>;
    for (const name of names) {
      if (row[name]) continue;
      const won = (value: string) => keysOf({ ...row, [name]: value }).filter((key) => open.has(key)).length;
      const [best] = [...features[name]]
        .filter((value) => exists({ ...row, [name]: value }))
        .sort((a, b) => won(b) - won(a));
      Object.assign(row, { [name]: best });
    }
    for (const key of keysOf(row)) open.delete(key);
    rows.push(row as Pair);
  }
  return rows;
}

/** Whatever happens beside whatever changes, undone by nothing: the others take turns. */
const crossed = (): Pair[] =>
  features.happens.flatMap((happens, a) =>
    features.changes.slice(1).flatMap((changes, b): Pair[] => {
      const turn = <T>(values: readonly T[], at: number) => values[at % values.length] as T;
      const country = turn(features.country, a + b);
      const rate = turn(
        country === "NZ" ? (["own", "salary"] as const) : (["own", "level", "salary"] as const),
        a + 2 * b,
      );
      const of = {
        country,
        basis: turn(["full-time", "part-time"] as const, a),
        happens,
        changes,
        when: turn(features.when, b),
      };
      const rows: Pair[] = [
        { ...of, rate, hours: turn(features.hours, a + b), undone: "nothing" },
        { ...of, rate: "two amounts", hours: "usual", undone: "nothing" },
      ];
      return rows.filter(exists);
    }),
  );

/** Each country's period, with its inconvenient days: a Wednesday and a Thursday in the middle of it. */
const periods = {
  AU: { days: ["22", "23", "24", "25", "26"].map((day) => `2026-06-${day}`), full: "7.6", part: "5" },
  NZ: {
    days: ["15", "16", "17", "18", "19", "22", "23", "24", "25", "26"].map((day) => `2026-06-${day}`),
    ...{ full: "8", part: "6" },
  },
} as const;
const [wednesday, thursday, friday] = ["2026-06-24", "2026-06-25", "2026-06-26"];
const changeDay = (pair: Pair) =>
  ({
    nothing: null,
    "on Wednesday": wednesday,
    "on Thursday": thursday,
    "on the first day": periods[pair.country].days[0] ?? null,
    "the day after": "2026-06-29",
  })[pair.changes];

/** Dollars an hour before and after the change; level 1 and 4 of the retail award. */
const rates = {
  own: ["30", "33"],
  level: ["26.55", "28.12"],
  salary: ["30", "33"],
  "two amounts": ["30", "33"],
} as const;
/** Hours of a weekday by the agreed week: the part-timer does not work on Fridays. */
const hoursOn = ({ country, basis }: Pair, date: string): string =>
  basis !== "part-time" ? periods[country].full : date.endsWith("19") || date === friday ? "0" : periods[country].part;
const weekly = (pair: Pair) =>
  pair.basis !== "part-time" ? decimal(hoursOn(pair, wednesday)).times(5) : decimal(hoursOn(pair, wednesday)).times(4);

/** The second reckoning: by days, each at the rate of its day, one line a kind and rate. */
function due(pair: Pair): { gross: string; worked: string } {
  const from = pair.undone === "the change" ? null : changeDay(pair);
  const happens = pair.undone === "what happened" ? "nothing" : pair.happens;
  const cells = new Map<string, { hours: ReturnType<typeof decimal>; rate: string }>();
  for (const date of periods[pair.country].days) {
    if ((happens === "starts" && date < wednesday) || (happens === "leaves" && date > wednesday)) continue;
    const rate = rates[pair.rate][from !== null && date >= from ? 1 : 0];
    // A holiday that is not worked is paid as the day would have been.
    const kind = date === wednesday && leaveWord[happens] ? happens.replace("half ", "") : "worked";
    const hours = decimal(hoursOn(pair, date));
    const away = kind !== "worked" && happens.startsWith("half") ? hours.div(2) : hours;
    for (const [what, part] of [
      [kind, away],
      ["worked", hours.minus(away)],
    ] as const) {
      const key = `${what} ${rate}`;
      const cell = cells.get(key) ?? { hours: decimal(0), rate };
      cells.set(key, { ...cell, hours: cell.hours.plus(part) });
    }
  }
  const paid = [...cells].flatMap(([key, { hours, rate }]) => {
    if (key.startsWith("unpaid")) return [];
    // A casual's loading is in the own rate, and in the per cent of the level's.
    const amount = halfUpToCent(
      hours.times(rate).times(pair.basis === "casual" && pair.rate === "level" ? "1.25" : "1"),
    );
    // The award's loading of 17.5 % on annual leave.
    const loading =
      key.startsWith("annual") && pair.rate === "level" ? halfUpToCent(hours.times("0.175").times(rate)) : decimal(0);
    return [amount.plus(loading)];
  });
  const worked = [...cells].flatMap(([key, { hours }]) => (key.startsWith("worked") ? [hours] : []));
  return { gross: sum(paid).toFixed(2), worked: sum(worked).toString() };
}

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const save = (section: Parameters<typeof saveSection>[3], values: object) =>
  saveSection(world.context, world.actor, who(), section, values as never);

const terms = (pair: Pair, from: string, at: 0 | 1): Employment & { from: string } =>
  plainTerms(world, {
    ...{ from, basis: pair.basis, weeklyHours: weekly(pair).toString() },
    workPattern: [wednesday, wednesday, wednesday, wednesday, friday]
      .map((date) => hoursOn(pair, date))
      .concat("0", "0"),
    hourlyRate: pair.rate === "own" ? rates.own[at] : null,
    salary: pair.rate === "salary" ? weekly(pair).times(52).times(rates.salary[at]).toFixed(2) : null,
  });
const byTime = (pair: Pair, from: string, level: string) => ({
  ...{ from, use: pair.hours === "usual" ? "exceptions" : pair.hours, settings: {}, flags: {} },
  ...(pair.rate === "level"
    ? { agreement: "MA000004", classification: level }
    : { agreement: null, classification: null }),
});

/** An element of its own for a second amount of the same hours; made once a world. */
function duty(): number {
  const known =
    world.element("DUTY") ||
    readBusiness(world.context, world.businessId).elements.find((each) => each.code === "DUTY")?.id;
  return (
    known ||
    addElement(world.context, world.actor, world.businessId, {
      ...{ code: "DUTY", name: "Duty manager", element: "ordinary", entry: "amount", percent: "100", leave: null },
      ...{ allowance: null, deduction: null, taxable: null, superable: null },
    } as never)
  );
}
function usualLines(pair: Pair, at: 0 | 1): UsualLine[] {
  const usual = weekly(pair).times(pair.country === "AU" ? 1 : 2);
  const dollars = usual.times(rates.salary[at]);
  if (pair.rate === "two amounts")
    return [
      { elementId: world.element("SAL"), amount: dollars.times("0.8").toFixed(2) },
      { elementId: duty(), amount: dollars.times("0.2").toFixed(2) },
    ];
  if (pair.rate === "salary") return [{ elementId: world.element("SAL"), amount: dollars.toFixed(2) }];
  return pair.hours === "usual" ? [{ elementId: world.element("ORD"), hours: usual.toString() }] : [];
}

function change(pair: Pair): void {
  const from = changeDay(pair);
  if (from === null) return;
  if (pair.rate === "level") save("time", byTime(pair, from, "4"));
  else if (pair.rate === "two amounts") save("usualPay", { from, lines: usualLines(pair, 1) });
  else save("employment", terms(pair, from, 1));
}
function undoTheChange(pair: Pair): void {
  const day = changeDay(pair);
  if (day === null) return;
  // What is said for a day before the start counts from it.
  const from = pair.happens === "starts" && day < wednesday ? wednesday : day;
  const section = pair.rate === "level" ? "time" : pair.rate === "two amounts" ? "usualPay" : "employment";
  const lane = readLineOfTime(world.context, who()).lanes.find((each) => each.section === section);
  undoChange(world.context, world.actor, who(), section, lane?.notches.findLast((each) => each.from === from)?.id ?? 0);
}
function setDay(pair: Pair, date: string, text: string): void {
  const record = readDay(text, date, pair.country);
  if (record && "fault" in record) throw new Error(record.fault);
  const { context, actor, businessId } = world;
  saveDays(context, actor, businessId, { days: [{ personId: who(), date, kind: "worked", record }] });
  if (record) approveDays(context, actor, businessId, { days: [{ personId: who(), date }], approved: true });
}
const leaveWord = {
  "annual leave": "al",
  "half annual leave": "al",
  sick: "sick",
  "half sick": "sick",
  unpaid: "unpaid",
} as Record<string, string>;
const asWorked = (pair: Pair, date: string) => (pair.hours === "all" ? hoursOn(pair, date) : "");
/** The Wednesday as a holiday of the business's place, or no more. */
function declare(days: string): void {
  const { context, actor, businessId } = world;
  const [place] = readBusiness(context, businessId).places;
  if (!place) throw new Error("There is no place.");
  const { name, state } = place;
  changeEntry(context, actor, businessId, "places", place.id, { name, state, district: null, days, retired: false });
}
function setDaysAfter(pair: Pair, text: string | null): void {
  if (pair.hours !== "all") return;
  for (const date of periods[pair.country].days)
    if (date > wednesday && hoursOn(pair, date) !== "0") setDay(pair, date, text ?? hoursOn(pair, date));
}
function happen(pair: Pair): void {
  const word = leaveWord[pair.happens];
  if (word && pair.happens.startsWith("half")) {
    const half = decimal(hoursOn(pair, wednesday)).div(2).toString();
    setDay(pair, wednesday, `${pair.hours === "all" ? `${half}, ` : ""}${word} ${half}`);
  } else if (word) setDay(pair, wednesday, word);
  if (pair.happens === "public holiday") declare("24/6/2026 Declared Day");
  // Hours on record after the last day stop the pay: they are taken out.
  if (pair.happens === "leaves") {
    setDaysAfter(pair, "");
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay: wednesday, reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
  }
}
function undoWhatHappened(pair: Pair): void {
  if (pair.happens === "public holiday") declare("");
  if (leaveWord[pair.happens] || pair.happens === "public holiday") setDay(pair, wednesday, asWorked(pair, wednesday));
  if (pair.happens === "leaves") {
    undoDeparture(world.context, world.actor, who());
    setDaysAfter(pair, null);
  }
}

function paid(pair: Pair): { gross: string; stops: string[] } {
  world =
    pair.country === "AU"
      ? smallWorld(1)
      : smallWorldNz(1, {
          earlier: { pays: [{ start: "2025-06-16", end: "2026-06-14", gross: "20000", irregular: "0", days: "260" }] },
        });
  const startDate = pair.happens === "starts" && pair.undone !== "what happened" ? wednesday : "2020-01-06";
  save("employment", terms(pair, "2020-01-06", 0));
  save("usualPay", { from: "2020-01-06", lines: usualLines(pair, 0) });
  if (pair.rate === "level" || pair.hours !== "usual") save("time", byTime(pair, "2020-01-06", "1"));
  save("details", { ...readPerson(world.context, who()).details, startDate });
  if (pair.hours === "all")
    for (const date of periods[pair.country].days)
      if (
        date >= startDate &&
        hoursOn(pair, date) !== "0" &&
        !(pair.happens === "public holiday" && date === wednesday)
      )
        setDay(pair, date, hoursOn(pair, date));
  const say = () => {
    change(pair);
    happen(pair);
  };
  if (pair.when === "before the run" && pair.happens !== "leaves") say();
  let runId = openUsual(world);
  if (pair.when === "in the open run" || pair.happens === "leaves") say();
  if (pair.undone === "the change") undoTheChange(pair);
  if (pair.undone === "what happened") undoWhatHappened(pair);
  if (pair.undone === "discarded") {
    discardRun(world.context, world.actor, runId);
    runId = openUsual(world);
  }
  if (pair.undone === "taken back") {
    signRun(world, runId);
    runId = takeBack(world.context, world.actor, runId, "Looked at once more");
  }
  const view = readRun(world.context, world.actor, runId);
  const row = view.rows[0];
  // What is owed at the end stands beside the pay of the days.
  const forTime = new Set(
    view.elements
      .filter(({ element }) => ["ordinary", "leaveTaken", "leaveLoading", "publicHoliday"].includes(element))
      .map(({ code }) => code),
  );
  const amounts = (row?.figures?.lines ?? [])
    .filter(({ code }) => forTime.has(code))
    .map(({ amount }) => decimal(amount));
  return {
    gross: sum(amounts).toFixed(2),
    stops: row?.marks.filter((mark) => mark.kind === "stop").map((mark) => mark.text) ?? [],
  };
}

describe("every two features together come to what the days are worth", () => {
  it.each([...pairs(), ...crossed()].map((pair) => [names.map((name) => pair[name]).join(", "), pair] as const))(
    "%s",
    (_words, pair) => {
      const { gross, stops } = paid(pair);
      expect([gross, stops]).toEqual([due(pair).gross, []]);
    },
  );
});
