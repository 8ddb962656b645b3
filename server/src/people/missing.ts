/** What is missing in a person's facts, and where it is mended; it stays visible until it is done. */
import type { PersonSummary } from "@zesty/contract/people";
import type { DatedRecords, DatedRecordsNz } from "../store/dated.ts";
import type { person } from "../store/schema.ts";

export const isCompleteAddress = (address: (typeof person.$inferSelect)["address"]): boolean =>
  Boolean(address?.line1 && address.suburb && address.postcode);

/** What New Zealand's filing and payment still need of a person. */
export function missingFactsNz(
  who: typeof person.$inferSelect,
  records: DatedRecords,
  nz: DatedRecordsNz,
): PersonSummary["missing"] {
  const missing: PersonSummary["missing"] = [];
  const code = nz.taxCode.get(who.id);
  if (!code) missing.push({ section: "taxCode", text: "Tax code" });
  else if (!code.irdNumber) missing.push({ section: "taxCode", text: "IRD number" });
  if (!nz.kiwiSaver.get(who.id)) missing.push({ section: "kiwiSaver", text: "KiwiSaver status" });
  if (!records.bank.get(who.id)) missing.push({ section: "bank", text: "Bank account" });
  if (!isCompleteAddress(who.address)) missing.push({ section: "details", text: "Home address" });
  if (!who.email) missing.push({ section: "details", text: "E-mail" });
  return missing;
}

export function missingFacts(who: typeof person.$inferSelect, records: DatedRecords): PersonSummary["missing"] {
  const missing: PersonSummary["missing"] = [];
  const tax = records.tax.get(who.id);
  const fund = records.super.get(who.id);
  if (!tax) missing.push({ section: "tax", text: "Tax declaration" });
  else if (tax.numberStatus === "pending") missing.push({ section: "tax", text: "Tax file number, applied for" });
  if (fund?.guarantee !== false && !fund?.fundId) missing.push({ section: "super", text: "Super fund" });
  else if (fund?.fundId && !fund.memberNumber) missing.push({ section: "super", text: "Member number" });
  if (!records.bank.get(who.id)) missing.push({ section: "bank", text: "Bank account" });
  if (!isCompleteAddress(who.address)) missing.push({ section: "details", text: "Home address" });
  if (!who.email) missing.push({ section: "details", text: "E-mail" });
  return missing;
}
