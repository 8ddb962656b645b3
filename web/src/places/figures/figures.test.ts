/** The question in the address, and what of an answer is drawn. */
import { sumColumn } from "@zesty/contract/figureDimensions";
import type { Answer, Asked } from "@zesty/contract/figures";
import { describe, expect, it } from "vitest";
import { questionIn, spansOf } from "./question.ts";
import { drawnOf } from "./series.ts";

const asked = (change: Partial<Asked> = {}): Asked => ({
  ...{ code: "cost", words: "Cost", group: "Pays", rows: ["month", "person"], columns: [null, "month", "costCentre"] },
  usual: { rows: "month", columns: "costCentre" },
  ...change,
});
const usual = { business: 3, country: "AU" as const, day: "2026-07-01" };
const read = (address: string, all = [asked(), asked({ code: "leave", columns: [null] })]) =>
  questionIn(new URLSearchParams(address), all, usual);

describe("the question in the address", () => {
  it.each([
    ["", { what: "cost", businesses: [3], from: "2025-08", to: "2026-07", rows: "month", columns: "costCentre" }],
    ["what=cost&rows=person&columns=", { rows: "person", columns: null }],
    ["what=cost&rows=month&columns=month", { rows: "month", columns: null }],
    ["what=cost&rows=moon&columns=sun", { rows: "month", columns: null }],
    ["what=nothing", { what: "cost" }],
    ["what=leave&columns=costCentre", { what: "leave", columns: null }],
    ["businesses=1,2&from=2026-01&to=2026-03", { businesses: [1, 2], from: "2026-01", to: "2026-03" }],
  ])("%s", (address, wanted) => expect(read(address)).toMatchObject(wanted));
  it("is none where nothing can be asked", () => expect(read("", [])).toBeNull());
  it("knows the payroll years of both countries", () => {
    const span = (country: "AU" | "NZ", name: string) =>
      spansOf(country, "2026-07-01").find((each) => each.name === name);
    expect(span("AU", "this payroll year")).toMatchObject({ from: "2026-07", to: "2027-06" });
    expect(span("AU", "the payroll year before")).toMatchObject({ from: "2025-07", to: "2026-06" });
    expect(span("NZ", "this payroll year")).toMatchObject({ from: "2026-04", to: "2027-03" });
  });
});

const money = (key: string, title = key) => ({ key, title, unit: "money" as const });
const answer = (change: Partial<Answer>): Answer => ({
  question: { what: "cost", businesses: [1], from: "2026-01", to: "2026-02", rows: "month", columns: "costCentre" },
  ...{ title: "", head: "month", columns: [], rows: [], totals: null, drawn: "time", notes: [], opens: true },
  ...change,
});

describe("what is drawn", () => {
  it("each column, without the sum of all of them", () => {
    const { series, points } = drawnOf(
      answer({
        columns: [money("a"), money("b"), money("", "none"), money(sumColumn, "All")],
        rows: [{ key: "1", title: "Jan", cells: ["1.50", null, "2.00", "3.50"] }],
      }),
    );
    expect(series.map((each) => each.title)).toEqual(["a", "b", "none"]);
    expect(points).toEqual([{ title: "Jan", ca: 1.5, cb: 0, c: 2 }]);
  });
  it("at most six, the smallest together, and nothing of their sum is lost", () => {
    const keys = "abcdefghi".split("");
    const cells = keys.map((_key, at) => `${at + 1}.00`);
    const { series, points } = drawnOf(
      answer({
        columns: [...keys.map((key) => money(key)), money(sumColumn, "All")],
        rows: [{ key: "1", title: "Jan", cells: [...cells, "45.00"] }],
      }),
    );
    expect(series).toHaveLength(6);
    expect(series.at(-1)?.title).toBe("4 others");
    const { title: _title, ...own } = points[0] ?? { title: "" };
    expect(Object.values(own).reduce((sum: number, each) => sum + Number(each), 0)).toBe(45);
  });
  it("parts by their sum, the greatest first, at most fourteen; text columns never", () => {
    const rows = Array.from({ length: 20 }, (_, at) => ({ key: `${at}`, title: `P${at}`, cells: ["x", `${at}.00`] }));
    const { series, points } = drawnOf(
      answer({ drawn: "parts", columns: [{ key: "t", title: "t", unit: "text" }, money("", "Cost")], rows }),
    );
    expect(series).toHaveLength(1);
    expect([points.length, points[0]?.title]).toEqual([14, "P19"]);
  });
});
