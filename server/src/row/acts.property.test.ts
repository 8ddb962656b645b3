/**
 * Whatever is done to a row of an open run: undone it is as if it had never been, in whatever order; done in another
 * order it comes to the same; done twice it is done once. Both countries.
 */
import { readDay } from "@zesty/core/hours/dayText";
import type { SheetLine } from "@zesty/core/pay/row";
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { makeCorrection } from "../corrections/correct.ts";
import { undoDeparture } from "../departures/readDeparture.ts";
import { recordDeparture } from "../departures/recordDeparture.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { payBack } from "../people/backPay.ts";
import { readLineOfTime, undoChange } from "../people/lineOfTime.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { plainTerms, type SmallWorld, said, signRun, smallWorld, smallWorldNz } from "../smallWorld.ts";
import { act, outbox } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { undoActOf } from "./acts.ts";

interface Place {
  country: "AU" | "NZ";
  make: () => SmallWorld;
  /** a Wednesday and a Thursday of the period, its last Friday */
  days: [string, string, string];
  hours: [string, string, string];
  rate: [string, string];
}
const places: Place[] = [
  {
    country: "AU",
    make: () => smallWorld(1),
    days: ["2026-07-01", "2026-07-02", "2026-07-03"],
    hours: ["40", "39", "38"],
    rate: ["31.5", "33"],
  },
  {
    country: "NZ",
    make: () => smallWorldNz(1),
    days: ["2026-07-01", "2026-07-02", "2026-07-10"],
    hours: ["82", "81", "80"],
    rate: ["30", "32"],
  },
];

let world: SmallWorld;
let place: Place;
let signedPay: number;
let runId: number;
afterEach(() => world?.end());

const who = () => world.personIds[0] ?? 0;
const ord = (hours: string) => ({ elementId: world.element("ORD"), hours }) as SheetLine;
const rowOf = () => readRun(world.context, world.actor, runId).rows.find((each) => each.personId === who());
function begin(at: Place): void {
  void world?.end();
  place = at;
  world = at.make();
  const { context, actor, businessId, cycleId } = world;
  const first = openRun(context, actor, businessId, { cycleId, from: "usual" });
  signedPay = readRun(context, actor, first).rows[0]?.payId ?? 0;
  signRun(world, first);
  context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.runId, first)).run();
  runId = openRun(context, actor, businessId, { cycleId, from: "usual" });
}
/** What a pay is, without numbers of rows: the lines as a set, what was typed, the figures, the balances. */
function state() {
  const row = rowOf();
  const plain = (line: SheetLine) => JSON.stringify(Object.entries({ ...line, act: line.act ? "act" : null }).sort());
  return {
    lines: row?.lines.map(plain).sort(),
    typed: row?.typed.map((each) => JSON.stringify(each)).sort(),
    figures: row?.figures && { gross: row.figures.gross, withheld: row.figures.withheld, net: row.figures.net },
    balances: [...(leaveBalances(world.context.store, [who()]).get(who()) ?? [])],
  };
}
/** The same without what a cell was typed over, which is what lay there then. */
const paid = () => {
  const { lines, figures, balances } = state();
  return { lines: lines?.map((line) => line.replace(/,?\["typed",\{[^}]*\}\]/, "")), figures, balances };
};
const terms = (change: { from: string; hourlyRate?: string }) =>
  plainTerms(world, {
    ...(place.country === "NZ" ? { weeklyHours: "40", workPattern: ["8", "8", "8", "8", "8", "0", "0"] } : {}),
    ...{ hourlyRate: place.rate[0], ...change },
  } as never);
const setDays = (said: Record<string, string>) => {
  const { context, actor, businessId } = world;
  const all = Object.entries(said).map(([date, text]) => {
    const record = readDay(text, date, place.country);
    if (record && "fault" in record) throw new Error(record.fault);
    return { personId: who(), date, kind: "worked" as const, record };
  });
  saveDays(context, actor, businessId, { days: all });
  if (all.some((each) => each.record))
    approveDays(context, actor, businessId, {
      days: all.map(({ personId, date }) => ({ personId, date })),
      approved: true,
    });
};
const typeHours = (hours: string | null) => {
  const { version, rows } = readRun(world.context, world.actor, runId);
  const row = rows[0];
  const was = row?.typed.find((each) => each.line.elementId === world.element("ORD")) ?? null;
  saveRows(world.context, world.actor, runId, {
    version,
    rows: [
      {
        payId: row?.payId ?? 0,
        cells: [
          { elementId: world.element("ORD"), was, is: hours === null ? null : { source: "typed", line: ord(hours) } },
        ],
      },
    ],
  });
};
const newestAct = () =>
  world.context.store.db
    .select()
    .from(act)
    .where(eq(act.runId, runId))
    .all()
    .filter((each) => each.undoneAt === null)
    .at(-1)?.id ?? 0;

/** What may be done: each with its undoing. */
const acts: Record<string, () => () => void> = {
  "hours typed": () => {
    typeHours(place.hours[0]);
    return () => typeHours(null);
  },
  "a day of leave on record": () => {
    setDays({ [place.days[0]]: "al" });
    return () => setDays({ [place.days[0]]: "" });
  },
  "leave asked for and approved": () => {
    const { context, actor, businessId } = world;
    const { id } = askForLeave(context, actor, businessId, {
      ...{
        personId: who(),
        kind: place.country === "NZ" ? "sick" : "personal",
        first: place.days[1],
        last: place.days[1],
      },
      ...{ hoursADay: null, inAdvance: false, note: null, approve: { belowNought: true } },
    });
    return () => {
      answerRequest(context, actor, businessId, id, {
        answer: "withdrawn",
        comment: null,
        belowNought: false,
        was: "approved",
      });
    };
  },
  "a correction into the run": () => {
    const { context, actor } = world;
    makeCorrection(context, actor, { payId: signedPay, lines: [ord(place.hours[1])], into: "next" });
    const id = newestAct();
    return () => undoActOf(context, actor, runId, id);
  },
  "a raise with back pay": () => {
    const { context, actor } = world;
    payBack(context, actor, who(), said(terms({ from: "2026-06-25", hourlyRate: place.rate[1] })));
    const lane = readLineOfTime(context, who()).lanes.find((each) => each.section === "employment");
    const id = lane?.notches.find((each) => each.from === "2026-06-25")?.id ?? 0;
    return () => undoChange(context, actor, who(), "employment", id);
  },
  "a raise within the period": () => {
    const { context, actor } = world;
    saveSection(context, actor, who(), "employment", terms({ from: place.days[1], hourlyRate: place.rate[1] }));
    const lane = readLineOfTime(context, who()).lanes.find((each) => each.section === "employment");
    const id = lane?.notches.find((each) => each.from === place.days[1])?.id ?? 0;
    return () => undoChange(context, actor, who(), "employment", id);
  },
  "a departure with the run": () => {
    const { context, actor } = world;
    recordDeparture(context, actor, who(), {
      ...{ lastDay: place.days[2], reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    });
    return () => {
      undoDeparture(context, actor, who());
    };
  },
};
const names = Object.keys(acts);
/** Two raises meet in one fact, and the newer word counts: their order is no matter of indifference. */
const commutes = (chosen: readonly string[]) => chosen.filter((each) => each.startsWith("a raise")).length < 2;
const chosen = fc.shuffledSubarray(names, { minLength: 1, maxLength: 4 }).filter(commutes);

describe.each(places)("$country", (at) => {
  it("what is done and undone, in any order, leaves nothing", () => {
    begin(at);
    const before = state();
    fc.assert(
      fc.property(chosen, fc.infiniteStream(fc.nat()), (done, dice) => {
        const undo = done.map((name) => acts[name]?.() ?? (() => {}));
        while (undo.length > 0) undo.splice((dice.next().value ?? 0) % undo.length, 1)[0]?.();
        expect(state()).toEqual(before);
      }),
      { numRuns: 12 },
    );
  });
  it("the order in which it is done makes no difference", () => {
    begin(at);
    fc.assert(
      fc.property(chosen, (done) => {
        const [one, two] = [done, [...done].reverse()].map((order) => {
          const undo = order.map((name) => acts[name]?.() ?? (() => {}));
          const found = paid();
          for (const each of undo.reverse()) each();
          return found;
        });
        expect(two).toEqual(one);
      }),
      { numRuns: 8 },
    );
  });
  it.each(names.filter((each) => each !== "a correction into the run"))(
    "%s, done again after it was undone, is the same",
    (name) => {
      begin(at);
      const undo = acts[name]?.();
      const first = state();
      undo?.();
      acts[name]?.();
      expect(state()).toEqual(first);
    },
  );
});
