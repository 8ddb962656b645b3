/**
 * What may be done to a person in an open run, each with its undoing: properties try them in every order, the year in
 * fast forward on the way. An act that a person does not allow is refused by a sentence, and leaves nothing.
 */
import { readDay } from "@zesty/core/hours/dayText";
import type { SheetLine } from "@zesty/core/pay/row";
import { cellOf, type Typed } from "@zesty/core/pay/strands";
import { decimal } from "@zesty/core/quantity/decimal";
import { and, eq, isNull } from "drizzle-orm";
import { payBack } from "../afterwards/backPay.ts";
import { makeCorrection } from "../afterwards/correction.ts";
import { readLineOfTime, undoChange } from "../afterwards/lineOfTime.ts";
import { moveSeveral } from "../afterwards/moveSeveral.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import type { Actor, Context } from "../ground/context.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { employmentOf } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { undoActOf } from "../row/acts.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { datedRecords } from "../store/dated.ts";
import { act, payCycle } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { answerForHolidays } from "../time/holidayAnswers.ts";

export interface Tried {
  context: Context;
  actor: Actor;
  businessId: number;
  personId: number;
  runId: number;
  /** a pay that was signed off and sent, for a correction; none: no correction is tried */
  signedPay: number | null;
  country: "AU" | "NZ";
  /** working days of the period: one for leave, one in the middle, one to leave on */
  days: [leave: string, middle: string, last: string];
  /** a public holiday of the period that can be answered for */
  holiday: string | null;
  /** a day in an earlier, signed-off period, for back pay */
  earlier: string;
  element(code: string): number;
}
export type Act = () => () => void;

const rowOf = ({ context, actor, runId, personId }: Tried) => {
  const view = readRun(context, actor, runId);
  return { view, row: view.rows.find((each) => each.personId === personId) };
};

/** What a pay is, without numbers of rows: the lines as a set, what was typed, the figures, the balances. */
export function stateOf(tried: Tried) {
  const { row } = rowOf(tried);
  const plain = (line: SheetLine) => JSON.stringify(Object.entries({ ...line, act: line.act ? "act" : null }).sort());
  return {
    included: row?.included,
    lines: row?.lines.map(plain).sort(),
    typed: row?.typed.map((each) => JSON.stringify(each)).sort(),
    figures: row?.figures && { gross: row.figures.gross, withheld: row.figures.withheld, net: row.figures.net },
    balances: [...(leaveBalances(tried.context.store, [tried.personId]).get(tried.personId) ?? [])],
  };
}

/** Puts figures over cells; null takes what was typed there out. */
function type(tried: Tried, cells: { line: SheetLine; source: Typed["source"] | null }[]): void {
  const { view, row } = rowOf(tried);
  saveRows(tried.context, tried.actor, tried.runId, {
    version: view.version,
    rows: [
      {
        payId: row?.payId ?? 0,
        cells: cells.map(({ line, source }) => ({
          elementId: line.elementId,
          ...(line.costCentre === undefined ? {} : { costCentre: line.costCentre }),
          was: row?.typed.find((each) => cellOf(each.line) === cellOf(line)) ?? null,
          is: source === null ? null : { source, line },
        })),
      },
    ],
  });
}

function setDays({ context, actor, businessId, personId, country }: Tried, said: Record<string, string>): void {
  const days = Object.entries(said).map(([date, text]) => {
    const record = readDay(text, date, country);
    if (record && "fault" in record) throw new Error(record.fault);
    return { personId, date, kind: "worked" as const, record };
  });
  saveDays(context, actor, businessId, { days });
  if (days.some((each) => each.record))
    approveDays(context, actor, businessId, {
      days: days.map(({ date }) => ({ personId, date })),
      approved: true,
    });
}

const termsOn = ({ context, personId }: Tried, day: string) => {
  const terms = datedRecords(context.store.db, [personId], day).terms.get(personId);
  if (!terms) throw new Error(`Nothing is agreed with person ${personId} on ${day}.`);
  return employmentOf(terms);
};

/** A tenth more than what is agreed from a day on. */
const raised = (tried: Tried, from: string) => {
  const terms = termsOn(tried, from);
  const more = (text: string | null | undefined) =>
    text == null ? null : decimal(text).times("1.1").toDecimalPlaces(2).toFixed(2);
  return terms.salary
    ? { ...terms, from, hourlyRate: null, salary: more(terms.salary) }
    : { ...terms, from, hourlyRate: more(terms.hourlyRate) };
};

/** Undoes the change of employment from a day, as the line of time shows it by then. */
function undoFrom({ context, actor, personId }: Tried, from: string): void {
  const lane = readLineOfTime(context, personId).lanes.find((each) => each.section === "employment");
  undoChange(context, actor, personId, "employment", lane?.notches.findLast((each) => each.from === from)?.id ?? 0);
}

/** Each act by its name; `tried` is asked anew at every act. */
export function actsToTry(tried: Tried): Record<string, Act> {
  const { context, actor, businessId, personId, runId, signedPay, country, days, holiday, earlier } = tried;
  const ordinary = (hours: string): SheetLine => ({ elementId: tried.element("ORD"), hours });
  const acts: Record<string, Act> = {
    "hours typed": () => {
      type(tried, [{ line: ordinary("40"), source: "typed" }]);
      return () => type(tried, [{ line: ordinary("40"), source: null }]);
    },
    "an hours sheet put in": () => {
      const bonus = { elementId: tried.element("BONUS"), amount: "50.00" };
      type(tried, [
        { line: ordinary("37"), source: "sheet" },
        ...(bonus.elementId ? [{ line: bonus, source: "sheet" as const }] : []),
      ]);
      return () =>
        type(tried, [
          { line: ordinary("37"), source: null },
          ...(bonus.elementId ? [{ line: bonus, source: null }] : []),
        ]);
    },
    "a day of leave on record": () => {
      setDays(tried, { [days[0]]: "al" });
      return () => setDays(tried, { [days[0]]: "" });
    },
    "leave asked for and approved": () => {
      const { id } = askForLeave(context, actor, businessId, {
        ...{ personId, kind: country === "NZ" ? "sick" : "personal", first: days[1], last: days[1] },
        ...{ hoursADay: null, inAdvance: false, note: null, approve: { belowNought: true } },
      });
      return () => {
        answerRequest(context, actor, businessId, id, {
          ...{ answer: "withdrawn", comment: null, belowNought: false, was: "approved" },
        });
      };
    },
    "a raise with back pay": () => {
      payBack(context, actor, personId, { section: "employment", values: raised(tried, earlier) });
      return () => undoFrom(tried, earlier);
    },
    "a raise within the period": () => {
      saveSection(context, actor, personId, "employment", raised(tried, days[1]));
      return () => undoFrom(tried, days[1]);
    },
    "a move to another cycle": () => {
      const { id: to } = otherCycle(tried);
      moveSeveral(context, actor, businessId, { what: "cycle", to, from: days[2], people: [personId] });
      return () => undoFrom(tried, days[2]);
    },
    "a departure with the run": () => {
      recordDeparture(context, actor, personId, {
        ...{ lastDay: days[2], reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
      });
      return () => undoDeparture(context, actor, personId);
    },
  };
  if (signedPay !== null)
    acts["a correction into the run"] = () => {
      const { lines } = readCorrectable(context, signedPay);
      const at = lines.findIndex((line) => line.hours);
      const changed = lines.map((line, each) =>
        each === at
          ? {
              ...line,
              hours: decimal(line.hours ?? "0")
                .plus(1)
                .toString(),
            }
          : line,
      );
      makeCorrection(context, actor, { payId: signedPay, lines: changed, into: "next" });
      const made = context.store.db
        .select({ id: act.id })
        .from(act)
        .where(and(eq(act.runId, runId), eq(act.personId, personId), isNull(act.undoneAt)))
        .all()
        .at(-1);
      return () => undoActOf(context, actor, runId, made?.id ?? 0);
    };
  if (holiday !== null)
    acts["a public holiday answered"] = () => {
      const answers = [{ date: holiday, works: true, why: "it is in the roster", worked: "5" }];
      answerForHolidays(context, actor, businessId, { personId, answers });
      return () => setDays(tried, { [holiday]: "" });
    };
  return acts;
}

/** Another cycle of the business, made where there is none. */
function otherCycle({ context, businessId, personId, days }: Tried): { id: number } {
  const now = termsOn({ context, personId } as Tried, days[2]).cycleId;
  const cycles = context.store.db.select().from(payCycle).where(eq(payCycle.businessId, businessId)).all();
  const other = cycles.find((each) => each.id !== now);
  if (other) return other;
  const { id: _id, name: _name, ...rest } = cycles[0] as (typeof cycles)[number];
  return context.store.db
    .insert(payCycle)
    .values({ ...rest, name: "Tried" })
    .returning({ id: payCycle.id })
    .get();
}
