/** Dues of a New Zealand employer: all of Inland Revenue's kinds in one payment, gifts and orders to who is named. */

import { rollForwardNz } from "@zesty/core/calendar/holidaysNz";
import { isAccountNz } from "@zesty/core/nz/bankAccount";
import type { DuesOfCountry } from "../dues/duesOfCountry.ts";
import { creditTransferXml, paymentCsvNz } from "./paymentFile.ts";

export const duesNz: DuesOfCountry = {
  receivers: [
    {
      receiver: "inlandRevenue",
      title: "Inland Revenue",
      kinds: ["paye", "childSupport", "studentLoan", "kiwiSaver", "esct"],
    },
    { receiver: "orders", title: "Orders deducted from pay", kinds: ["order"] },
    { receiver: "gifts", title: "Payroll gifts", kinds: ["giving"] },
  ],
  accountFault: (_bsb, account) => (isAccountNz(account) ? null : "The account is written as 01-0902-0068389-000."),
  accountOf: (kind, postings) =>
    kind === "kiwiSaver"
      ? postings.superPayable
      : kind === "order" || kind === "giving"
        ? postings.deductionsPayable
        : postings.withholdingPayable,
  bankDay: rollForwardNz,
  // It counts when it leaves.
  sendBy: () => null,
  file(context, { owner, on, from, messageId }, lines) {
    const file = {
      ...{ payday: on, about: "DUES", payer: { name: owner.legalName, account: from.account } },
      payments: lines.map(({ name, account, reference, cents }) => ({
        ...{ account, cents, title: name, particulars: owner.ird ?? "", code: "DED", reference },
      })),
    };
    return owner.filing?.paymentFile === "pain001"
      ? {
          ...{ mime: "application/xml", ending: "-payments.xml" },
          bytes: creditTransferXml(file, messageId, `${context.clock.today(owner.timeZone)}T00:00:00`),
        }
      : { mime: "text/csv", ending: "-payments.csv", bytes: paymentCsvNz(file) };
  },
  // KiwiSaver goes with PAYE, and its data with the filing.
  data: () => ({
    missing: [{ text: "Contributions are filed with the payday here, and never apart.", mend: "/set-up" }],
  }),
  late: () => null,
};
