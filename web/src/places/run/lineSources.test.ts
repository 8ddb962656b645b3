/** Lines say where they come from. */
import type { PayElement } from "@zesty/core/pay/row";
import { type Laid, nothingLaid, type Strand, type Typed } from "@zesty/core/pay/strands";
import { expect, it } from "vitest";
import { lineSources } from "./lineSources.ts";

const elements = [
  { id: 1, code: "ORD", entry: "hours" },
  { id: 2, code: "AL", entry: "hours" },
  { id: 3, code: "BONUS", entry: "amount" },
] as PayElement[];
const ordinary = (span: number, hours: string) => ({ span, ordinary: true, line: { elementId: 1, hours } });
const week = (from: string, to: string) => ({ from, to, hours: "38", rate: "30" });
const leave: Strand = {
  ...{ act: 0, source: "leave" },
  line: { elementId: 2, hours: "7.6" },
  takes: [{ span: 0, hours: "7.6" }],
};
const typed = (elementId: number, change: Partial<Typed> = {}): Typed => ({
  source: "typed",
  line: { elementId, hours: "36" },
  ...change,
});
const laid = (change: Partial<Laid>): Laid => ({
  ...nothingLaid,
  spans: [week("2026-06-22", "2026-06-28")],
  ...change,
});

it.each<[string, Partial<Laid>, Typed[], string, string[]]>([
  ["usual pay", { base: [ordinary(0, "38")] }, [], "line:ORD", ["Usual pay: 38 h"]],
  [
    "usual pay with leave taken out of it",
    { base: [ordinary(0, "38")], strands: [leave] },
    [],
    "line:ORD",
    ["Usual pay: 38 h", "Leave on record takes 7.6 h of it"],
  ],
  ["the leave itself", { base: [ordinary(0, "38")], strands: [leave] }, [], "line:AL", ["Leave on record"]],
  [
    "a period that is cut",
    {
      spans: [week("2026-06-22", "2026-06-24"), week("2026-06-25", "2026-06-28")],
      base: [ordinary(0, "22.8"), ordinary(1, "12")],
    },
    [],
    "line:ORD",
    ["Usual pay, 22 June 2026 to 24 June 2026: 22.8 h", "Usual pay, 25 June 2026 to 28 June 2026: 12 h"],
  ],
  [
    "typed over usual pay",
    { base: [ordinary(0, "38")] },
    [typed(1, { over: "38" })],
    "line:ORD",
    ["Usual pay: 38 h", "Typed by hand, over 38 h"],
  ],
  [
    "a sheet by cost centre",
    {},
    [typed(1, { source: "sheet", line: { elementId: 1, hours: "20", costCentre: "KIT" } })],
    "line:ORD",
    ["Brought by the hours sheet in KIT"],
  ],
  [
    "dollars copied",
    {},
    [typed(3, { source: "again", over: "50" })],
    "line:BONUS",
    ["As in the pay before, over $50.00"],
  ],
  ["a figure that is worked out", { base: [ordinary(0, "38")] }, [], "withheld", []],
  ["an element of nobody", { base: [ordinary(0, "38")] }, [], "line:NONE", []],
])("%s", (_what, beneath, on, figure, words) => {
  expect(lineSources({ laid: laid(beneath), typed: on }, elements, figure)).toEqual(words);
  // Once the run is signed off only the kept working speaks.
  expect(lineSources({ laid: null, typed: on }, elements, figure)).toEqual([]);
});
