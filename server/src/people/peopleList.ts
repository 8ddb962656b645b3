/** The people of a business as a sheet: the columns in which several people are added, so that it reads back as it is. */

import type { BankPart } from "@zesty/contract/bank";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { fromE4 } from "@zesty/core/quantity/units";
import { stringify } from "csv-stringify/sync";
import { plainCell } from "../documents/journalCsv.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { places } from "../store/crypt.ts";
import { type DatedRecords, datedRecords, newest } from "../store/dated.ts";
import { type person, timeTerms } from "../store/schema.ts";
import { leaveBalances } from "../store/sums.ts";
import { record } from "../store/trail.ts";
import { peopleOf } from "./peopleOf.ts";
import { employmentOf } from "./readPeople.ts";

type Who = typeof person.$inferSelect;
/** What a country's cells are made from. */
export interface CellFacts {
  who: Who;
  records: DatedRecords;
  on: string;
  /** a secret in clear; nothing where the numbers are left out */
  open: (sealed: string | null | undefined, at: string) => string | undefined;
  leave: (kind: string) => string | undefined;
  fundName: (id: number) => string | undefined;
}
export type Cells = Record<string, string | null | undefined>;

export const yesNo = (yes: boolean | undefined): string | undefined =>
  yes === undefined ? undefined : yes ? "yes" : "no";

/**
 * Who works here today or is to start, by name.
 * @param numbers with tax and bank numbers in clear
 */
export function peopleCells(context: Context, businessId: number, numbers: boolean): PersonCells[] {
  const { db, crypt } = context.store;
  const { country } = findBusiness(context, businessId);
  const setUp = readBusiness(context, businessId);
  const today = todayAt(context, businessId);
  const people = peopleOf(db, businessId).filter((each) => each.endDate === null || each.endDate >= today);
  const ids = people.map((each) => each.id);
  // Of who is yet to start, what will hold; of everybody else what holds today.
  const on = { now: datedRecords(db, ids, today), later: datedRecords(db, ids, "9999-12-31") };
  const own = context.country(country).people.cells(context, ids);
  const time = { now: newest(db, timeTerms, ids, today), later: newest(db, timeTerms, ids, "9999-12-31") };
  const balances = leaveBalances(context.store, ids);
  const nameIn = (rows: readonly { id: number; name: string }[], id: number | null | undefined) =>
    rows.find((each) => each.id === id)?.name;
  const open: CellFacts["open"] = (sealed, at) => (sealed && numbers ? crypt.open(sealed, at) : undefined);
  return people.map((who): PersonCells => {
    const when = who.startDate > today ? "later" : "now";
    const records = on[when];
    const terms = records.terms.get(who.id);
    const held = terms && employmentOf(terms);
    const hours = time[when].get(who.id);
    const bank = open(records.bank.get(who.id)?.parts, places.bankParts(who.id));
    const account = bank && (JSON.parse(bank) as BankPart[]).find((part) => part.kind === "rest");
    const cells: Cells = {
      ...{ givenName: who.givenName, familyName: who.familyName, payrollId: who.payrollId },
      ...{ birthDate: who.birthDate, startDate: who.startDate, email: who.email, phone: who.phone },
      ...{ street: who.address?.line1, suburb: who.address?.suburb, postcode: who.address?.postcode },
      state: who.address?.state,
      basis: held?.basis,
      weeklyHours: held?.weeklyHours,
      hourlyRate: held?.salary ? undefined : held?.hourlyRate,
      salary: held?.salary,
      cycle: nameIn(setUp.cycles, held?.cycleId),
      classification: held?.classification,
      place: nameIn(setUp.places, held?.placeId),
      costCentre: nameIn(setUp.costCentres, held?.costCentreId),
      ...{ agreement: hours?.agreement, level: hours?.classification, timesheet: hours?.use },
      ...(account ? { bsb: account.bsb, account: account.account, accountTitle: account.title } : {}),
      ...own({
        who,
        records,
        on: when === "now" ? today : "9999-12-31",
        open,
        leave: (kind) => {
          const e4 = balances.get(who.id)?.get(kind);
          return e4 === undefined || e4 <= 0 ? undefined : fromE4(e4).toString();
        },
        fundName: (id) => nameIn(setUp.funds, id),
      }),
    };
    return Object.fromEntries(Object.entries(cells).flatMap(([name, text]) => (text ? [[name, text]] : [])));
  });
}

/** The sheet as CSV; taking the numbers out of the house is on the trail. */
export function peopleCsv(context: Context, actor: Actor, businessId: number, numbers: boolean): string {
  const columns = peopleColumnsIn(findBusiness(context, businessId).country);
  const rows = peopleCells(context, businessId, numbers);
  record(context.store, {
    at: context.clock.now(),
    userId: actor.userId,
    businessId,
    what: numbers ? "took the list of people with tax and bank numbers" : "took the list of people",
    about: `${rows.length} people`,
  });
  return stringify(
    [columns.map((each) => each.title), ...rows.map((row) => columns.map((each) => plainCell(row[each.name] ?? "")))],
    { bom: true },
  );
}
