/** What is missing in a person's facts, and where it is mended; it stays visible until it is done. */
import type { PersonSummary } from "@zesty/contract/people";
import type { DatedRecords } from "../store/dated.ts";
import type { person } from "../store/schema.ts";

type Who = typeof person.$inferSelect;

export const isCompleteAddress = (address: (typeof person.$inferSelect)["address"]): boolean =>
  Boolean(address?.line1 && address.suburb && address.postcode);

/** What every country's payment and report need of a person; it stays visible until it is done. */
export const missingOfAll = (who: Who, records: DatedRecords): PersonSummary["missing"] => [
  ...(records.bank.get(who.id) ? [] : [{ section: "bank", text: "Bank account" }]),
  ...(isCompleteAddress(who.address) ? [] : [{ section: "details", text: "Home address" }]),
  ...(who.email || who.payslipBy !== "mail" ? [] : [{ section: "details", text: "E-mail" }]),
];
