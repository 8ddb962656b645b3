/** What is missing in a person's facts, and where it is mended; it stays visible until it is done. */
import type { PersonSummary } from "@zesty/contract/people";
import type { Context } from "../ground/context.ts";
import type { DatedRecords } from "../store/dated.ts";
import type { person } from "../store/schema.ts";

type Who = typeof person.$inferSelect;

export const isCompleteAddress = (address: (typeof person.$inferSelect)["address"]): boolean =>
  Boolean(address?.line1 && address.suburb && address.postcode);

/**
 * Codes of costs that count for who works at one place, where a business has several: of somebody whose place is not said
 * they would be left out in silence. Asked once a business.
 */
function costsOfPlaces({ store }: Context): (businessId: number) => readonly string[] {
  const known = new Map<number, string[]>();
  const read = store.prepared<[number, number], { code: string }>(
    `SELECT c.code AS code FROM employer_cost c
     WHERE c.business_id = ? AND c.place_id IS NOT NULL AND CAST(c.percent AS REAL) > 0
       AND NOT EXISTS (SELECT 1 FROM employer_cost n WHERE n.business_id = c.business_id AND n.code = c.code
         AND (n."from" > c."from" OR (n."from" = c."from" AND n.id > c.id)))
       AND (SELECT COUNT(*) FROM place WHERE business_id = ? AND retired = 0) > 1`,
  );
  return (businessId) => {
    const found = known.get(businessId) ?? read.all(businessId, businessId).map((row) => row.code);
    known.set(businessId, found);
    return found;
  };
}

const lacksPlace = (terms: ReturnType<DatedRecords["terms"]["get"]>, codes: readonly string[]): boolean =>
  terms !== undefined &&
  terms.placeId === null &&
  terms.basis !== "contractor" &&
  codes.some((code) => !terms.ownCosts?.some((own) => own.code === code));

/** What every country's payment and report need of a person; it stays visible until it is done. */
export function missingOfAll(context: Context, records: DatedRecords): (who: Who) => PersonSummary["missing"] {
  const placed = costsOfPlaces(context);
  return (who) => [
    ...(records.bank.get(who.id) ? [] : [{ section: "bank", text: "Bank account" }]),
    ...(isCompleteAddress(who.address) ? [] : [{ section: "details", text: "Home address" }]),
    ...(lacksPlace(records.terms.get(who.id), placed(who.businessId))
      ? [{ section: "employment", text: "Place of work" }]
      : []),
    ...(who.email || who.payslipBy !== "mail" ? [] : [{ section: "details", text: "E-mail" }]),
  ];
}
