/**
 * Earnings of several people from before this program, from pasted lines or a file: a line a span, as many as a person
 * has, reconciled with the total that the earlier system printed; shown first, put in all or not at all.
 */
import { check } from "@zesty/contract/fields";
import type { OpeningEarningsGiven, OpeningEarningsShown } from "@zesty/contract/nz/openingEarnings";
import { type EarlierFacts, earlier as earlierSchema } from "@zesty/contract/nz/people";
import { readDate } from "@zesty/core/calendar/readDate";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { inArray } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { saveSection } from "../people/savePerson.ts";
import { demandFaultless, pastedAmount, pastedLines, whoIsNamed } from "../sheets/pastedLines.ts";
import { pastEarnings } from "../store/schema.ts";
import { spanFault } from "./earlierSpans.ts";
import { firstPaidDays } from "./ledger.ts";

const order =
  "payroll ID or name, first day, last day, gross earnings, irregular in it, days worked or paid for, and what was paid for holidays in advance where there was any";

export function putEarningsIn(
  context: Context,
  actor: Actor,
  businessId: number,
  { text, apply }: OpeningEarningsGiven,
): OpeningEarningsShown {
  const shown = readLines(context, businessId, text);
  if (!apply) return shown;
  demandFaultless("opening-lines", shown.faults);
  context.store.transaction(() => {
    for (const { personId, pays } of shown.rows) saveSection(context, actor, personId, "earlier", { pays });
  });
  return shown;
}

function readLines(context: Context, businessId: number, text: string): OpeningEarningsShown {
  const shown: OpeningEarningsShown = { rows: [], total: { lines: "0.00", printed: null }, faults: [] };
  const { lines, faults } = pastedLines(text, 7);
  if (faults.length > 0) return { ...shown, faults };
  const today = todayAt(context, businessId);
  const people = peopleOf(context.store.db, businessId);
  const named = whoIsNamed(people, { severalLines: true });
  const firstPaid = firstPaidDays(
    context,
    people.map((each) => each.id),
  );
  const spans = new Map<number, { name: string; pays: EarlierFacts[] }>();
  for (const [at, cells] of lines.entries()) {
    const [who = "", from = "", to = "", ...amounts] = cells;
    if (at === 0 && /^(payroll|person|name|employee)/i.test(who)) continue;
    const say = (fault: string) => shown.faults.push(`Line ${at + 1}: ${fault}`);
    const read = [0, 1, 2, 3].map((column) => pastedAmount(amounts[column] ?? ""));
    const [gross, irregular, days, advance] = read;
    const wrong = amounts.slice(0, 4).find((_cell, column) => read[column] === null);
    if (wrong !== undefined) say(`${wrong} is no number. Write amounts as 2500.50 and days as 21.5.`);
    else if (/^(total|sum)/i.test(who)) {
      // The total may stand under gross, or right beside its word.
      const printed = pastedAmount([from, to, ...amounts].find((cell) => cell !== "") ?? "");
      if (printed === null) say(`the total is no amount. Write the line as Total,,,2500.50.`);
      else shown.total.printed = printed;
    } else {
      const person = named(who, at + 1);
      const [start, end] = [readDate(from, today), readDate(to, today)];
      if (typeof person === "string") say(person);
      else if (!start || !end) say(`${start ? to : from} is no day. A line has ${order}.`);
      else {
        const name = `${person.givenName} ${person.familyName}`;
        const known = spans.get(person.id)?.pays ?? [];
        const pay = {
          start,
          end,
          gross: gross ?? "",
          irregular: irregular ?? "",
          days: decimal(days ?? "0").toString(),
          advance: advance ?? "",
        };
        const checked = check(earlierSchema, { pays: [pay] });
        const fault = "errors" in checked ? checked.errors[0]?.text : spanFault(pay, known, firstPaid.get(person.id));
        if (fault) say(`${name}: ${fault}`);
        else spans.set(person.id, { name, pays: [...known, pay] });
      }
    }
  }
  const recorded = context.store.db
    .select({ personId: pastEarnings.personId })
    .from(pastEarnings)
    .where(inArray(pastEarnings.personId, [...spans.keys()]))
    .all();
  for (const [personId, { name, pays }] of spans)
    shown.rows.push({
      ...{ personId, name, pays },
      gross: sum(pays.map((each) => decimal(each.gross))).toFixed(2),
      days: sum(pays.map((each) => decimal(each.days))).toString(),
      was: recorded.filter((each) => each.personId === personId).length,
    });
  shown.total.lines = sum(shown.rows.map((row) => decimal(row.gross))).toFixed(2);
  const { lines: all, printed } = shown.total;
  if (printed !== null && printed !== all && shown.faults.length === 0)
    shown.faults.push(
      `The lines come to $${all}, the total says $${printed}: $${decimal(printed).minus(all).toFixed(2)} is missing or too much. Look for the line.`,
    );
  if (shown.rows.length === 0 && shown.faults.length === 0)
    shown.faults.push(`Nothing was given: a line a span, with ${order}.`);
  return shown;
}
