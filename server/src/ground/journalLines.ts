/** Journal lines gathered by account and cost centre, as the books and the CSV show them. */
import type { JournalLine } from "@zesty/core/documents/posting";
import { asc, eq } from "drizzle-orm";
import { ledgerAccount } from "../store/schema.ts";
import type { Context } from "./context.ts";

export interface GatheredLine {
  account: string;
  accountName: string;
  costCentre: string | null;
  debitCents: number;
  creditCents: number;
}

export function accountNames(context: Context, businessId: number): Map<string, string> {
  return new Map(
    context.store.db
      .select()
      .from(ledgerAccount)
      .where(eq(ledgerAccount.businessId, businessId))
      .orderBy(asc(ledgerAccount.code))
      .all()
      .map((row) => [row.code, row.name]),
  );
}

type Side = Pick<JournalLine, "account" | "costCentre" | "debitCents" | "creditCents">;

/** One line for each account, cost centre and side; debits first. */
export function gatherLines(lines: readonly Side[], names: ReadonlyMap<string, string>): GatheredLine[] {
  const gathered = new Map<string, GatheredLine>();
  for (const line of lines) {
    const key = [line.account, line.costCentre ?? "", line.debitCents > 0 ? "d" : "c"].join(" ");
    const found = gathered.get(key) ?? {
      account: line.account,
      accountName: names.get(line.account) ?? "",
      costCentre: line.costCentre,
      debitCents: 0,
      creditCents: 0,
    };
    found.debitCents += line.debitCents;
    found.creditCents += line.creditCents;
    gathered.set(key, found);
  }
  return [...gathered.values()].sort(
    (a, b) =>
      Number(b.debitCents > 0) - Number(a.debitCents > 0) ||
      a.account.localeCompare(b.account) ||
      (a.costCentre ?? "").localeCompare(b.costCentre ?? ""),
  );
}
