/** What a sheet of people says of somebody that only New Zealand asks for. */
import type { Context } from "../ground/context.ts";
import { type CellFacts, type Cells, yesNo } from "../people/peopleList.ts";
import { places } from "../store/crypt.ts";
import { type DatedRecordsNz, datedRecordsNz } from "../store/dated.ts";

export function cellsNz({ store: { db } }: Context, ids: readonly number[]): (facts: CellFacts) => Cells {
  const held = new Map<string, DatedRecordsNz>();
  const recordsOn = (day: string): DatedRecordsNz => {
    const found = held.get(day) ?? datedRecordsNz(db, ids, day);
    held.set(day, found);
    return found;
  };
  return ({ who, on, open, leave }) => {
    const nz = recordsOn(on);
    const saver = nz.kiwiSaver.get(who.id);
    return {
      irdNumber: open(nz.taxCode.get(who.id)?.irdNumber, places.irdNumber(who.id)),
      taxCode: nz.taxCode.get(who.id)?.code,
      kiwiSaver:
        saver &&
        (saver.status === "member"
          ? saver.joined === "automatic"
            ? "new"
            : "member"
          : saver.status === "opted-out"
            ? "opted-out"
            : "exempt"),
      kiwiSaverRate: saver?.employeeRate,
      withPay: yesNo(nz.holidays.get(who.id)?.withPay),
      annualWeeks: leave("annual"),
      sickDays: leave("sick"),
      alternativeDays: leave("alternative"),
    };
  };
}
