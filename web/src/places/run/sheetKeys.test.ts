/** What the keys of the run sheet do, and what they leave to the grid. */
import type { CellKeyboardEvent, CellKeyDownArgs } from "react-data-grid";
import { describe, expect, it } from "vitest";
import { mendOf } from "./mend.ts";
import { onSheetKey, type SheetActs } from "./sheetKeys.ts";
import type { SheetRow } from "./sheetRows.ts";

const hoursCell = "e:3:ORD";
const grossCell = "f:gross";

/** The acts that a key led to; "stays with the grid" where nothing of ours, "nothing" where even the grid does not. */
function pressed(key: string, column: string, change: { isOpen?: boolean; included?: boolean; ctrl?: boolean } = {}) {
  const { isOpen = true, included = true, ctrl = false } = change;
  const done: string[] = [];
  const say =
    (name: string) =>
    (...of: unknown[]) =>
      void done.push([name, ...of.filter((each) => typeof each !== "object")].join(" "));
  const moves = Object.fromEntries(
    ["tickRow", "markMove", "stopMove", "mend", "personMove", "goTo", "tick"].map((name) => [name, say(name)]),
  ) as unknown as SheetActs["moves"];
  let kept = false;
  const event = {
    ...{ key, ctrlKey: ctrl, metaKey: false, altKey: false },
    preventDefault: () => undefined,
    preventGridDefault: () => {
      kept = true;
    },
  } as unknown as CellKeyboardEvent;
  const row = { payId: 1, included } as unknown as SheetRow;
  const args = { mode: "ACTIVE", row, column: { key: column } } as unknown as CellKeyDownArgs<SheetRow>;
  const acts = { onWhy: say("why"), onFind: say("find"), onUndo: say("undo"), onType: say("type") };
  onSheetKey(args, event, { isOpen, moves, ...acts });
  return done[0] ?? (kept ? "nothing" : "stays with the grid");
}

describe("keys of the run sheet", () => {
  it.each<[string, string, Parameters<typeof pressed>[2], string]>([
    [".", grossCell, {}, "tickRow"],
    // In a cell that is typed it begins a number.
    [".", hoursCell, {}, "stays with the grid"],
    [".", hoursCell, { isOpen: false }, "tickRow"],
    [".", hoursCell, { included: false }, "tickRow"],
    [",", grossCell, {}, "markMove -1"],
    [";", grossCell, {}, "markMove 1"],
    ["!", grossCell, {}, "stopMove"],
    ["m", grossCell, {}, "mend"],
    ["[", grossCell, {}, "personMove -1"],
    ["]", grossCell, {}, "personMove 1"],
    ["/", grossCell, {}, "find"],
    ["?", grossCell, {}, "why gross"],
    ["?", "name", {}, "why net"],
    ["Delete", hoursCell, {}, "type 3 "],
    ["Backspace", hoursCell, { isOpen: false }, "stays with the grid"],
    ["Delete", grossCell, {}, "stays with the grid"],
    ["z", hoursCell, { ctrl: true }, "undo"],
    ["c", hoursCell, { ctrl: true }, "stays with the grid"],
    ["7", hoursCell, {}, "stays with the grid"],
    ["-", hoursCell, {}, "stays with the grid"],
    // A stray letter would wipe a figure; those of the whole page are heard there.
    ["x", hoursCell, {}, "nothing"],
    ["g", hoursCell, {}, "nothing"],
    ["ArrowDown", hoursCell, {}, "stays with the grid"],
  ])("%s in %s %j: %s", (key, column, change, act) => expect(pressed(key, column, change)).toBe(act));
});

describe("where a mark is mended", () => {
  const place = (code: string, mend: { place: string; section: string }) =>
    mendOf({ code, mend } as Parameters<typeof mendOf>[0], 9, "2026-06-22");
  it.each<[string, { place: string; section: string }, string | undefined]>([
    [
      "belowLevel",
      { place: "person", section: "employment" },
      "/people/9?from=2026-06-22&field=Hourly+rate#employment",
    ],
    ["somethingElse", { place: "person", section: "tax" }, "/people/9?from=2026-06-22#tax"],
    ["timeOpen", { place: "time", section: "" }, "/time?day=2026-06-22"],
    ["noAccount", { place: "business", section: "business" }, "/set-up#business"],
    ["tablesEnd", { place: "rule book", section: "paygScales" }, "/set-up/rules#paygScales"],
    ["odd", { place: "sheet", section: "" }, undefined],
  ])("%s", (code, mend, to) => expect(place(code, mend)?.to).toBe(to));
});
