/** Pasted blocks: by place or by name, the whole of it or nothing. */
import type { RunRow } from "@zesty/contract/runs";
import type { PayElement } from "@zesty/core/pay/row";
import { describe, expect, it } from "vitest";
import { readCell } from "../../state/cells.ts";
import { readPaste } from "./paste.ts";

const row = (payId: number, name: string, payrollId: string) => ({ payId, name, payrollId }) as RunRow;
const rows = [row(1, "Jarrah Mokoena", "S1"), row(2, "Tāmati Ōtene", "S2")];
const element = (id: number, name: string, code: string) => ({ id, name, code, entry: "hours" }) as PayElement;
const shown = [element(10, "Ordinary", "ORD"), element(11, "Saturday", "SAT")];
const all = [...shown, element(12, "Sunday", "SUN")];
const paste = (text: string, at = { row: 0, column: 0 }) => readPaste(text, rows, shown, all, at);
const edit = (payId: number, elementId: number, value: string) => ({ payId, elementId, value });

describe("by place", () => {
  it("fills from the cell in hand", () =>
    expect(paste("1\t2\n3\t4\n")).toEqual({
      edits: [edit(1, 10, "1"), edit(1, 11, "2"), edit(2, 10, "3"), edit(2, 11, "4")],
    }));
  it("refuses a block larger than the room", () => {
    expect(paste("1\n2", { row: 1, column: 0 })).toHaveProperty(
      "fault",
      expect.stringContaining("2 rows and 1 columns; from this cell there is room for 1 rows"),
    );
    expect(paste("1\t2\t3")).toHaveProperty("fault");
  });
});

describe("by name", () => {
  it.each(["Mokoena, Jarrah", "jarrah mokoena", "S1"])("knows %s", (name) =>
    expect(paste(`${name}\t7.5`)).toEqual({ edits: [edit(1, 10, "7.5")] }),
  );
  it("reads names without their macrons", () =>
    expect(paste("Otene Tamati\t5")).toEqual({ edits: [edit(2, 10, "5")] }));
  it("goes by headings, also of elements without a column yet", () =>
    expect(paste("Name\tSunday\tOrdinary\nS2\t4\t8")).toEqual({ edits: [edit(2, 12, "4"), edit(2, 10, "8")] }));
  it("refuses strangers and unknown headings, all of it", () => {
    expect(paste("S1\t4\nNobody\t5")).toHaveProperty(
      "fault",
      expect.stringContaining("“Nobody” is not in this run. Nothing was pasted."),
    );
    expect(paste("Name\tFeast days\nS1\t4")).toHaveProperty("fault", expect.stringContaining("“Feast days”"));
  });
});

describe("a cell", () => {
  it.each([
    ["7:30", "hours", "7.5"],
    ["7,5", "hours", "7.5"],
    [" 38 ", "hours", "38"],
    ["$1,250.50", "amount", "1250.50"],
    ["7h", "hours", "7"],
  ] as const)("%s", (typed, entry, expected) => expect(readCell(typed, entry)).toBe(expected));
});
