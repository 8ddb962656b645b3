/** Columns of a business that are made alike in every country. */
import type { NewBusiness } from "@zesty/contract/business";
import type { Context } from "../ground/context.ts";
import { places } from "../store/crypt.ts";
import type { business } from "../store/schema.ts";

/** The accounts that pay runs post to; every country's chart begins with them. */
export const postings = {
  wages: "6000",
  superExpense: "6100",
  withholdingPayable: "2100",
  superPayable: "2200",
  deductionsPayable: "2300",
  netPayClearing: "2400",
  bank: "1100",
};

export const bankFacts = (wanted: Pick<NewBusiness, "bank" | "legalName">) => ({
  institution: wanted.bank?.institution ?? "",
  userName: wanted.bank?.userName ?? wanted.legalName.slice(0, 26),
  userId: wanted.bank?.userId ?? "0",
  balancing: wanted.bank?.balancing ?? true,
  file: wanted.bank?.file ?? "directEntry",
});

interface Account {
  bsb: string;
  account: string;
}

export const sealedAccount = ({ store: { crypt } }: Context, bmsId: string, account: Account): string =>
  crypt.seal(JSON.stringify({ bsb: account.bsb, account: account.account }), places.businessBank(bmsId));

export const openAccount = (
  { store: { crypt } }: Context,
  owner: Pick<typeof business.$inferSelect, "bankAccount" | "bmsId">,
): Account | null =>
  owner.bankAccount ? (JSON.parse(crypt.open(owner.bankAccount, places.businessBank(owner.bmsId))) as Account) : null;
