/** Inland Revenue knows people by their IRD number, or by name while there is none. */
import { irdDigits } from "@zesty/core/nz/irdNumber";
import { inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { places } from "../store/crypt.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { person } from "../store/schema.ts";

export function peopleByRevenueKey(context: Context, personIds: readonly number[]): Map<string, number> {
  const { db, crypt } = context.store;
  const codes = datedRecordsNz(db, personIds, "9999-12-31").taxCode;
  const people = db
    .select()
    .from(person)
    .where(inArray(person.id, [...personIds]))
    .all();
  return new Map(
    people.flatMap((each): [string, number][] => {
      const sealed = codes.get(each.id)?.irdNumber;
      const named: [string, number] = [`${each.givenName} ${each.familyName}`, each.id];
      return sealed ? [[irdDigits(crypt.open(sealed, places.irdNumber(each.id))), each.id], named] : [named];
    }),
  );
}
