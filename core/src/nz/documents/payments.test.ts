/** The neutral CSV and the ISO 20022 credit transfer: what a bank would check of them (formats 6.3; ISO 20022 pain.001.001.09). */
import { describe, expect, it } from "vitest";
import { creditTransfer, PaymentFault } from "../../formats/creditTransfer.ts";
import { type PaymentFileNz, paymentColumns, paymentRowsNz, statementText, transferNz } from "./payments.ts";

const payment = (change: Partial<PaymentFileNz["payments"][number]> = {}) => ({
  account: "38-9599-1200345-000",
  cents: 175_052,
  title: "Tama Ruakere",
  particulars: "WAGES",
  code: "KB04",
  reference: "2026-07-14",
  ...change,
});
const file = (
  payments = [payment(), payment({ title: "Māia Pōtiki-Whaanga the Elder", cents: 99 })],
): PaymentFileNz => ({
  payday: "2026-07-14",
  payer: { name: "Kōura Bay Kayaks Ltd", account: "38-9599-1358725-000" },
  payments,
});

describe("the neutral CSV", () => {
  it("has its heading and one row a payment, texts folded and cut", () => {
    const [heading, first, second] = paymentRowsNz(file());
    expect(heading).toEqual([...paymentColumns]);
    expect(first?.slice(0, 7)).toEqual([
      "2026-07-14",
      "Tama Ruakere",
      "38-9599-1200345-000",
      "1750.52",
      "WAGES",
      "KB04",
      "2026-07-14",
    ]);
    expect(second?.slice(1, 4)).toEqual(["Maia Potiki-Whaanga", "38-9599-1200345-000", "0.99"]);
  });
  it.each([
    ["an account of another shape", payment({ account: "123" }), "account of Tama Ruakere"],
    ["nothing to pay", payment({ cents: 0 }), "above zero"],
  ])("is refused with %s", (_words, wrong, text) => {
    expect(() => paymentRowsNz(file([wrong]))).toThrow(PaymentFault);
    expect(() => paymentRowsNz(file([wrong]))).toThrow(text);
  });
  it("is refused when empty", () => expect(() => paymentRowsNz(file([]))).toThrow("nothing to pay"));
  it("keeps letters, digits and a few signs", () =>
    expect(statementText("Ōtāne & Söhne (2)", 20)).toBe("Otane Sohne 2"));
});

describe("the credit transfer", () => {
  // biome-ignore lint/suspicious/noExplicitAny: a tree of elements, read as a foreign program would
  const tree = creditTransfer(transferNz(file()), "6f1c2a90-0000-4000-8000-123456789abc", "2026-07-13T09:00:00") as any;
  const { GrpHdr, PmtInf } = tree.CstmrCdtTrfInitn;
  it("counts and sums in both headers", () => {
    expect([GrpHdr.NbOfTxs, GrpHdr.CtrlSum, PmtInf.NbOfTxs, PmtInf.CtrlSum]).toEqual(["2", "1751.51", "2", "1751.51"]);
    expect(GrpHdr.MsgId.length).toBeLessThanOrEqual(35);
    expect([PmtInf.PmtMtd, PmtInf.PmtTpInf.CtgyPurp.Cd, PmtInf.ReqdExctnDt.Dt]).toEqual(["TRF", "SALA", "2026-07-14"]);
  });
  it("names bank and branch of both sides, and gives each payment an id of its own", () => {
    expect(PmtInf.DbtrAgt.FinInstnId.ClrSysMmbId).toEqual({ ClrSysId: { Cd: "NZNCC" }, MmbId: "389599" });
    const ids = PmtInf.CdtTrfTxInf.map((each: { PmtId: { EndToEndId: string } }) => each.PmtId.EndToEndId);
    expect(new Set(ids).size).toBe(2);
    expect(ids.every((id: string) => id.length <= 35)).toBe(true);
    expect(PmtInf.CdtTrfTxInf[0].Amt.InstdAmt).toEqual({ "@Ccy": "NZD", "#": "1750.52" });
  });
  it("keeps the order of elements that the schema asks for", () => {
    expect(Object.keys(PmtInf)).toEqual([
      "PmtInfId",
      "PmtMtd",
      "BtchBookg",
      "NbOfTxs",
      "CtrlSum",
      "PmtTpInf",
      "ReqdExctnDt",
      "Dbtr",
      "DbtrAcct",
      "DbtrAgt",
      "ChrgBr",
      "CdtTrfTxInf",
    ]);
  });
});
