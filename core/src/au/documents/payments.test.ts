/** The same payments as CSV and as a credit transfer (ISO 20022 pain.001.001.09, element outline from memory), beside Direct Entry. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { creditTransfer, PaymentFault } from "../../formats/creditTransfer.ts";
import { directEntryFile } from "./directEntry.ts";
import { type PaymentFileAu, paymentColumnsAu, paymentRowsAu, transferAu } from "./payments.ts";

const payment = (change: object = {}) => ({
  ...{ bsb: "990123", account: "1234567", cents: 100_05, title: "Zoë O'Hara", reference: "PAY 2026-07-02" },
  ...change,
});
const file = (payments: object[] = [payment()]): PaymentFileAu => ({
  ...{ payday: "2026-07-02", purpose: "SALA", payer: { name: "Example Pty Ltd", bsb: "990-777", account: "55120038" } },
  payments: payments as PaymentFileAu["payments"],
});

it("says each payment with its BSB, account, amount and words", () => {
  const [heading, row] = paymentRowsAu(file());
  expect(heading).toEqual([...paymentColumnsAu]);
  expect(row).toEqual(["2026-07-02", "Zoe O'Hara", "990-123", "1234567", "100.05", "PAY 2026-07-02"]);
  // biome-ignore lint/suspicious/noExplicitAny: a tree of elements, read as a foreign program would
  const { PmtInf } = (creditTransfer(transferAu(file()), "m-1", "2026-07-01T00:00:00") as any).CstmrCdtTrfInitn;
  expect(PmtInf.DbtrAcct).toEqual({ Id: { Othr: { Id: "55120038" } }, Ccy: "AUD" });
  expect(PmtInf.CdtTrfTxInf[0]).toMatchObject({
    CdtrAgt: { FinInstnId: { ClrSysMmbId: { ClrSysId: { Cd: "AUBSB" }, MmbId: "990123" } } },
    ...{ Cdtr: { Nm: "Zoë O'Hara" }, CdtrAcct: { Id: { Othr: { Id: "1234567" } } } },
  });
});

it.each([
  ["no payment", [], /nothing to pay/],
  ["nothing to pay to one", [payment({ cents: 0 })], /Zoë O'Hara: an amount must be above zero/],
  ["half a BSB", [payment({ bsb: "990" })], /BSB “990” of Zoë O'Hara/],
  ["an account that is too long", [payment({ account: "1234567890" })], /Account “1234567890” of Zoë O'Hara/],
])("is refused with %s, in every form", (_what, payments, words) => {
  expect(() => paymentRowsAu(file(payments))).toThrow(words);
  expect(() => creditTransfer(transferAu(file(payments)), "m", "2026-07-01T00:00:00")).toThrow(PaymentFault);
});

it("comes to the same sum and count as Direct Entry, whoever is paid", () => {
  const payments = fc.array(
    fc.record({
      ...{ bsb: fc.constant("990-123"), title: fc.constantFrom("Zoë O'Hara", "Jarrah Mokoena") },
      account: fc.integer({ min: 1, max: 999_999_999 }).map(String),
      ...{ cents: fc.integer({ min: 1, max: 99_999_999 }), reference: fc.constantFrom("PAY", "WAGES 2") },
    }),
    { minLength: 1, maxLength: 30 },
  );
  fc.assert(
    fc.property(payments, (list) => {
      const wanted = file(list);
      const lines = directEntryFile({
        ...{ institution: "ZZZ", userName: "EXAMPLE", userId: "1", description: "WAGES", processDate: wanted.payday },
        ...{ trace: wanted.payer, remitter: "EXAMPLE", balancing: false },
        payments: list.map((each) => ({ ...each, isNew: false })),
      }).split("\r\n");
      const credit = Number(lines.at(-2)?.slice(30, 40));
      const rows = paymentRowsAu(wanted).slice(1);
      const ofRows = rows.reduce((sum, row) => sum + Number((row[4] ?? "").replace(".", "")), 0);
      // biome-ignore lint/suspicious/noExplicitAny: as above
      const { GrpHdr } = (creditTransfer(transferAu(wanted), "m", "2026-07-01T00:00:00") as any).CstmrCdtTrfInitn;
      expect([ofRows, Number(GrpHdr.CtrlSum.replace(".", "")), rows.length, Number(GrpHdr.NbOfTxs)]).toEqual([
        ...[credit, credit, list.length, list.length],
      ]);
    }),
    { numRuns: 60 },
  );
});
