/** The first pay of somebody who is not there yet: added, put into a run and worked out for real, and all taken back. */
import type { FirstPay } from "@zesty/contract/peopleSheet";
import { type Cycle, nextPeriod } from "@zesty/core/calendar/payPeriods";
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { keepComposed } from "../row/keepComposed.ts";
import { loadRun } from "../row/runRows.ts";
import { workRows } from "../row/workRun.ts";
import { insertRun } from "../runs/openRun.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { datedRecords } from "../store/dated.ts";
import { dryRun } from "../store/dryRun.ts";
import { pay, payCycle, person } from "../store/schema.ts";
import { addPeople } from "./peopleSheet.ts";

export const firstPayOf = (context: Context, actor: Actor, businessId: number, row: PersonCells): FirstPay =>
  dryRun(context.store, () => {
    const [id = 0] = addPeople(context, actor, businessId, [row]);
    return firstPayOfPerson(context, id);
  });

/** Inside a transaction that is taken back: a run is made for the next period that the person works in. */
function firstPayOfPerson(context: Context, personId: number): FirstPay {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  const terms = who && datedRecords(db, [personId], "9999-12-31").terms.get(personId);
  const cycle = terms && db.select().from(payCycle).where(eq(payCycle.id, terms.cycleId)).get();
  if (!who || !cycle) throw cannot("no-cycle", "The pay cycle is missing, so no pay can be worked out.");
  let period = nextPeriodOf(context, cycle);
  for (let tries = 0; period.end < who.startDate && tries < 400; tries += 1)
    period = nextPeriod(cycle.cycle as Cycle, period.end, cycle.paydayOffset);
  const run = insertRun(context, { businessId: who.businessId, cycleId: cycle.id, ...period });
  db.insert(pay).values({ runId: run.id, personId, included: true, periods: 1, lines: [], typed: [] }).run();
  keepComposed(context, run.id);
  const [worked] = workRows(context, loadRun(context, run.id));
  const figures = worked?.figures;
  return {
    payday: period.payday,
    start: period.start,
    end: period.end,
    lines: (figures?.lines ?? []).map(({ name, hours, amount }) => ({ name, hours, amount })),
    gross: figures?.gross ?? "0.00",
    withheld: figures?.withheld ?? "0.00",
    super: figures?.super ?? "0.00",
    net: figures?.net ?? "0.00",
    marks: (worked?.marks ?? []).map(({ kind, text }) => ({ kind, text })),
  };
}
