/** The payment file of an Australian business, for wages or dues, as its bank takes it: Direct Entry where nothing is said. */
import { type DirectEntryPayment, directEntryFile } from "@zesty/core/au/documents/directEntry";
import { paymentRowsAu, transferAu } from "@zesty/core/au/documents/payments";
import type { IsoDate } from "@zesty/core/calendar/dates";
import { creditTransferXml, csvEnding, type PaymentBytes, paymentCsv, xmlEnding } from "../documents/paymentFiles.ts";
import type { Context } from "../ground/context.ts";
import type { Owner } from "../row/countryRows.ts";

const endings = { directEntry: ".aba", csv: csvEnding, pain001: xmlEnding };
const fileOf = ({ bank }: Owner) => bank.file ?? "directEntry";

export const endingAu = (owner: Owner): string => endings[fileOf(owner)];

/** How wages and dues are told apart: description and transaction code of Direct Entry, purpose of ISO 20022. */
const told = {
  wages: { description: "WAGES", code: "53", purpose: "SALA" },
  dues: { description: "DUES", code: "50", purpose: "OTHR" },
} as const;

interface FileOf {
  owner: Owner;
  on: IsoDate;
  from: { bsb: string; account: string };
  messageId: string;
  /** what tells it from a file of the same payments */
  apart: string;
}

/** Characters of a reference that a bank takes. */
const referenceLength = 18;

export function paymentFileAu(
  context: Context,
  { owner, on, from, messageId, apart }: FileOf,
  what: keyof typeof told,
  payments: readonly DirectEntryPayment[],
): PaymentBytes {
  const { description, code, purpose } = told[what];
  const plain = { payday: on, purpose, payer: { name: owner.legalName, ...from }, payments };
  switch (fileOf(owner)) {
    case "csv":
      return paymentCsv(
        paymentRowsAu({
          ...plain,
          payments: payments.map((each) => ({
            ...each,
            reference: `${each.reference.slice(0, referenceLength - apart.length)}${apart}`,
          })),
        }),
      );
    case "pain001":
      return creditTransferXml(transferAu(plain), messageId, context.clock.today(owner.timeZone));
    case "directEntry": {
      const { institution, userName, userId, balancing } = owner.bank;
      const text = directEntryFile({
        ...{ institution, userName, userId, balancing, code, payments, description: `${description}${apart}` },
        ...{ processDate: on, trace: from, remitter: owner.name },
      });
      return { mime: "text/plain", ending: endings.directEntry, bytes: Buffer.from(text, "latin1") };
    }
  }
}
