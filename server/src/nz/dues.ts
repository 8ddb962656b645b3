/** Dues of a New Zealand employer: Inland Revenue's kinds in one payment; gifts, orders and deductions to who is named. */

import { rollForwardNz } from "@zesty/core/calendar/holidaysNz";
import { isAccountNz } from "@zesty/core/nz/bankAccount";
import { paymentRowsNz, transferNz } from "@zesty/core/nz/documents/payments";
import { creditTransferXml, paymentCsv } from "../documents/paymentFiles.ts";
import type { DuesOfCountry } from "../dues/duesOfCountry.ts";

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
      : kind === "order" || kind === "giving" || kind === "deduction"
        ? postings.deductionsPayable
        : postings.withholdingPayable,
  bankDay: rollForwardNz,
  // It counts when it leaves.
  sendBy: () => null,
  file(context, { owner, on, from, messageId, apart }, lines) {
    const file = {
      ...{ payday: on, about: "DUES", payer: { name: owner.legalName, account: from.account } },
      payments: lines.map(({ name, account, reference, cents }) => ({
        ...{ account, cents, title: name, particulars: owner.ird ?? "", code: "DED", reference },
      })),
    };
    return owner.filing?.paymentFile === "pain001"
      ? creditTransferXml(transferNz(file), messageId, context.clock.today(owner.timeZone))
      : paymentCsv(paymentRowsNz({ ...file, about: `${file.about}${apart}` }));
  },
  // KiwiSaver goes with PAYE, and its data with the filing.
  data: () => ({
    missing: [{ text: "Contributions are filed with the payday here, and never apart.", mend: "/set-up" }],
  }),
  late: () => null,
};
