/**
 * Leave balances of several people from before this program, from pasted lines or a file: reconciled with the totals that
 * the earlier system printed, shown first, put in all or not at all. Done again, it comes to the balances given last.
 */
import type { LeaveBroughtGiven, LeaveBroughtShown } from "@zesty/contract/leaveBrought";
import { signedStates } from "@zesty/contract/runStates";
import { dateWords } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import { type KindOfLeave, leaveKindsIn } from "@zesty/core/countries/leave";
import { leaveWordsTyped } from "@zesty/core/hours/dayText";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { fromE4, toE4 } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { demandFaultless, pastedLines, whoIsNamed } from "../sheets/pastedLines.ts";
import { leaveEntry } from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import { record } from "../store/trail.ts";

const fold = (text: string): string => text.toLowerCase().replace(/\(.*\)|[^a-z0-9]/g, "");
/** What other programs call a kind, beside its own words. */
const alsoCalled: Readonly<Record<string, readonly string[]>> = {
  annual: ["holidays", "annualholiday"],
  personal: ["personalleave", "personalcarersleave", "sickleave", "sickandcarersleave"],
  sick: ["sickleave"],
  dayOff: ["daysoff", "rostereddaysoff"],
  alternative: ["alternativedays", "lieudays", "daysinlieu"],
};

function kindOf(heading: string, country: CountryCode): KindOfLeave | null {
  const said = fold(heading);
  const typed = leaveWordsTyped[country].find(([word]) => word === said)?.[1];
  return (
    leaveKindsIn(country)
      .filter((kind) => kind.kept)
      .find(
        ({ code, words }) =>
          [fold(code), fold(words), ...(alsoCalled[code] ?? [])].includes(said) ||
          fold(words).replace(/(leave|holidays)$/, "") === said ||
          typed === code,
      ) ?? null
  );
}

/** "76.5", "−3.8" for leave taken in advance; null for what is no number; undefined for an empty cell */
function amountIn(cell: string): Decimal | null | undefined {
  const plain = cell.trim().replace("−", "-").replaceAll(",", "");
  if (plain === "") return undefined;
  return /^-?\d{1,5}(\.\d{1,4})?$/.test(plain) ? decimal(plain) : null;
}

export function bringBalances(
  context: Context,
  actor: Actor,
  businessId: number,
  given: LeaveBroughtGiven,
): LeaveBroughtShown {
  const shown = readLines(context, businessId, given);
  if (!given.apply) return shown;
  demandFaultless("leave-brought", shown.faults);
  context.store.transaction(() => {
    for (const { personId, name, amounts } of shown.rows)
      putIn(context, actor, businessId, given.on, personId, name, amounts);
  });
  return shown;
}

function putIn(
  context: Context,
  actor: Actor,
  businessId: number,
  on: string,
  personId: number,
  name: string,
  amounts: LeaveBroughtShown["rows"][number]["amounts"],
): void {
  const { country } = findBusiness(context, businessId);
  const said: string[] = [];
  for (const [kind, { was, becomes }] of Object.entries(amounts)) {
    const added = becomes === null ? zero : decimal(becomes).minus(was);
    const isFirst = !entriesOf(context, [personId]).some((entry) => entry.kind === kind);
    // A balance of nought is known, too: nobody is asked for it again.
    if (becomes === null || (added.isZero() && !isFirst)) continue;
    context.store.db
      .insert(leaveEntry)
      .values({
        // What arises by law goes on from the newest of them.
        ...{ personId, kind, date: on, amountE4: toE4(added), why: "opening" },
        reason: isFirst ? null : "brought along anew",
      })
      .run();
    const { words, unit } = leaveKindsIn(country).find((each) => each.code === kind) ?? { words: kind, unit: "hours" };
    said.push(`${words.toLowerCase()} ${becomes} ${unit}`);
  }
  if (said.length === 0) return;
  record(context.store, {
    ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "brought leave balances along" },
    about: `${name}, at the end of ${dateWords(on)}: ${said.join(", ")}`,
  });
}

interface Entry {
  personId: number;
  kind: string;
  date: string;
  amountE4: number;
}
const entriesOf = ({ store }: Context, ids: readonly number[]): Entry[] =>
  store
    .prepared<[string], Entry>(
      `SELECT person_id AS personId, kind, date, hours_e4 AS amountE4 FROM leave_entry
       WHERE person_id IN (SELECT value FROM json_each(?))`,
    )
    .all(JSON.stringify(ids));

/** The first payday here of people who were paid here: what they had before is on their payslips. */
const paidHere = ({ store }: Context, ids: readonly number[]): Map<number, string> =>
  new Map(
    store
      .prepared<[string], { personId: number; payday: string }>(
        `SELECT p.person_id AS personId, MIN(r.payday) AS payday FROM pay p JOIN pay_run r ON r.id = p.run_id
         WHERE p.person_id IN (SELECT value FROM json_each(?)) AND p.included AND r.state IN (${sqlList(signedStates)})
         GROUP BY p.person_id`,
      )
      .all(JSON.stringify(ids))
      .map((row) => [row.personId, row.payday]),
  );

function readLines(context: Context, businessId: number, { on, text }: LeaveBroughtGiven): LeaveBroughtShown {
  const shown: LeaveBroughtShown = { kinds: [], rows: [], totals: [], faults: [] };
  const { country } = findBusiness(context, businessId);
  const { lines: read, faults } = pastedLines(text, "headings");
  if (faults.length > 0) return { ...shown, faults };
  const [head, ...lines] = read;
  if (!head) return { ...shown, faults: ["Nothing was given: a line of headings, then a line a person."] };
  if (on > todayAt(context, businessId))
    return { ...shown, faults: [`${dateWords(on)} is still to come. Take the day that the balances are of.`] };
  const at = new Map<string, number>();
  for (const [place, heading] of head.entries()) {
    if (place === 0 || fold(heading) === "name") continue;
    const kind = kindOf(heading, country);
    if (!kind || at.has(kind.code)) {
      const known = leaveKindsIn(country).filter((each) => each.kept);
      shown.faults.push(
        kind
          ? `Two headings say ${kind.words.toLowerCase()}. Take one of them out.`
          : `The heading “${heading.slice(0, 40)}” is no leave of which a balance is kept. Known are ${known.map((each) => each.words.toLowerCase()).join(", ")}.`,
      );
    } else {
      at.set(kind.code, place);
      shown.kinds.push({ code: kind.code, words: kind.words, unit: kind.unit });
    }
  }
  if (at.size === 0 && shown.faults.length === 0)
    shown.faults.push("The first line names no leave. Write the headings there: payroll ID, annual leave, and so on.");
  if (shown.faults.length > 0) return shown;
  const people = peopleOf(context.store.db, businessId);
  const ids = people.map((each) => each.id);
  const [entries, paid] = [entriesOf(context, ids), paidHere(context, ids)];
  const named = whoIsNamed(people);
  let printed: Map<string, Decimal> | null = null;
  for (const [index, cells] of lines.entries()) {
    const say = (fault: string) => shown.faults.push(`Line ${index + 2}: ${fault}`);
    const amounts = new Map([...at].map(([kind, place]) => [kind, amountIn(cells[place] ?? "")] as const));
    const wrong = [...at].find(([kind]) => amounts.get(kind) === null);
    if (wrong) {
      say(`“${cells[wrong[1]]}” is no number. Write balances as 76.5, in ${unitOf(shown, wrong[0])}.`);
      continue;
    }
    if (/^(total|sum)/i.test(cells[0] ?? "")) {
      printed = new Map([...amounts].map(([kind, amount]) => [kind, amount ?? zero]));
      continue;
    }
    const who = named(cells[0] ?? "", index + 2);
    if (typeof who === "string") {
      say(who);
      continue;
    }
    const name = `${who.givenName} ${who.familyName}`;
    const first = paid.get(who.id);
    if (first) say(`${name} was paid here on ${dateWords(first)}. Put the balance right under Leave, with its reason.`);
    else if (later(entries, who.id, on, amounts))
      say(
        `${name} has leave on record after ${dateWords(on)}. Take a later day, or put the balance right under Leave.`,
      );
    else if (who.startDate > on) say(`${name} starts on ${dateWords(who.startDate)}, after the day of these balances.`);
    else shown.rows.push({ personId: who.id, name, amounts: amountsOf(entries, who.id, on, amounts) });
  }
  if (shown.rows.length === 0 && shown.faults.length === 0) shown.faults.push("No line names a person.");
  shown.totals = shown.kinds.map(({ code }) => ({
    kind: code,
    lines: sum(shown.rows.map((row) => decimal(row.amounts[code]?.becomes ?? 0))).toString(),
    printed: printed ? (printed.get(code) ?? zero).toString() : null,
  }));
  for (const { kind, lines: own, printed: total } of shown.totals)
    if (total !== null && total !== own && shown.faults.length === 0)
      shown.faults.push(
        `${shown.kinds.find((each) => each.code === kind)?.words} of the lines comes to ${own}, the total says ${total}: ${decimal(total).minus(own).toString()} is missing or too much. Look for the line.`,
      );
  return shown;
}

const unitOf = ({ kinds }: LeaveBroughtShown, kind: string): string =>
  kinds.find((each) => each.code === kind)?.unit ?? "hours";

const later = (
  entries: readonly Entry[],
  personId: number,
  on: string,
  amounts: ReadonlyMap<string, Decimal | null | undefined>,
): boolean =>
  entries.some((each) => each.personId === personId && each.date > on && amounts.get(each.kind) !== undefined);

const amountsOf = (
  entries: readonly Entry[],
  personId: number,
  on: string,
  amounts: ReadonlyMap<string, Decimal | null | undefined>,
): LeaveBroughtShown["rows"][number]["amounts"] =>
  Object.fromEntries(
    [...amounts].map(([kind, amount]) => {
      const own = entries.filter((each) => each.personId === personId && each.kind === kind && each.date <= on);
      const was = fromE4(own.reduce((total, each) => total + each.amountE4, 0)).toString();
      return [kind, { was, becomes: amount == null ? null : amount.toString() }];
    }),
  );
