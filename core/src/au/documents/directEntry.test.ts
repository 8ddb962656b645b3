/** The payment file against its published layout (Direct Entry, BECS), column by column, and the worked example. */
import { createHash } from "node:crypto";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PaymentFault } from "../../formats/creditTransfer.ts";
import { type DirectEntryFile, directEntryFile } from "./directEntry.ts";

const file = (change: Partial<DirectEntryFile> = {}): DirectEntryFile => ({
  institution: "ZZZ",
  userName: "EXAMPLE BAKERY PTY LTD",
  userId: "1",
  description: "WAGES",
  processDate: "2026-11-26",
  trace: { bsb: "990-002", account: "87654321" },
  remitter: "EXAMPLE BAKERY",
  balancing: true,
  payments: [
    {
      bsb: "990-001",
      account: "12345678",
      cents: 145_267,
      title: "SAMPLE ALEX",
      reference: "WAGES 26NOV26",
      isNew: false,
    },
    {
      bsb: "990005",
      account: "001234567",
      cents: 98_733,
      title: "O'SAMPLE JO",
      reference: "WAGES 26NOV26",
      isNew: true,
    },
  ],
  ...change,
});
const sha = (text: string) => createHash("sha256").update(text, "latin1").digest("hex").slice(0, 16);

describe("a file worked out by hand, field by field", () => {
  it("with the balancing debit: 610 bytes, to the byte", () => {
    const text = directEntryFile(file());
    expect([text.length, sha(text)]).toEqual([610, "79bdb278d1d7882d"]);
  });
  it("without it: 488 bytes, net = credits", () => {
    const text = directEntryFile(file({ balancing: false }));
    expect([text.length, sha(text)]).toEqual([488, "da51eb42ca69736b"]);
  });
});

describe("columns", () => {
  const [head = "", first = "", , , tail = ""] = directEntryFile(file()).split("\r\n");
  it.each([
    ["record 0: sequence", head, 19, 20, "01"],
    ["record 0: institution", head, 21, 23, "ZZZ"],
    ["record 0: user ID", head, 57, 62, "000001"],
    ["record 0: date", head, 75, 80, "261126"],
    ["record 1: BSB", first, 2, 8, "990-001"],
    ["record 1: account", first, 9, 17, " 12345678"],
    ["record 1: code", first, 19, 20, "53"],
    ["record 1: amount", first, 21, 30, "0000145267"],
    ["record 1: withholding", first, 113, 120, "00000000"],
    ["record 7: filler", tail, 2, 8, "999-999"],
    ["record 7: net", tail, 21, 30, "0000000000"],
    ["record 7: count", tail, 75, 80, "000003"],
  ])("%s", (_words, record, from, to, expected) => expect(record.slice(from - 1, to)).toBe(expected));
});

describe("refused, never cut", () => {
  const one = (change: object) => file({ payments: [{ ...(file().payments[0] as object), ...change } as never] });
  it.each([
    ["too large an amount", one({ cents: 99_999_999_999 }), "amount"],
    ["nothing to pay", file({ payments: [] }), "payments"],
    ["zero", one({ cents: 0 }), "amount"],
    ["an account of ten digits", one({ account: "1234567890" }), "account of SAMPLE ALEX"],
    ["a title that folds to nothing", one({ title: "→" }), "account title"],
  ])("%s", (_words, wanted, field) => {
    expect(() => directEntryFile(wanted)).toThrow(PaymentFault);
    try {
      directEntryFile(wanted);
    } catch (error) {
      expect((error as PaymentFault).field).toBe(field);
    }
  });
  it("folds accents and macrons, cuts names to their columns, keeps every record at 120", () => {
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 60, unit: "grapheme" }),
        fc.integer({ min: 1, max: 9_999_999 }),
        (title, cents) => {
          const records = directEntryFile(one({ title: `Ōtene ${title}`, cents }))
            .split("\r\n")
            .slice(0, -1);
          expect(records.every((record) => record.length === 120 && /^[\x20-\x7e]+$/.test(record))).toBe(true);
          expect(records[1]?.slice(30, 35)).toBe("Otene");
        },
      ),
    );
  });
});
