/** A run beside an earlier system's register: quiet against our own output, every planted difference by its cause. */
import type { BesideMeans } from "@zesty/contract/beside";
import { MissingRow, type RuleBook } from "@zesty/core/rulebook/ruleBook";
import exceljs from "exceljs";
import { afterEach, describe, expect, it } from "vitest";
import { discardRun } from "../runs/discardRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { bringRegister, readBeside, tickBeside } from "./beside.ts";
import { registerFromFile } from "./registerFile.ts";

let world: SmallWorld;
afterEach(() => world.end());

const bring = (runId: number, text: string, meanings: Record<string, BesideMeans> = {}) =>
  bringRegister(world.context, world.actor, runId, { text, meanings });
const figuresOf = (runId: number) =>
  readRun(world.context, world.actor, runId).rows.map((row) => ({
    name: row.name,
    own: row.figures as never as Record<string, string>,
  }));

/** Our own figures as another program would print them. */
function ownRegister(
  runId: number,
  heads: [string, string][],
  change: (name: string, cells: string[]) => string[] = (_n, c) => c,
) {
  const rows = figuresOf(runId).map(({ name, own }) => [
    name,
    ...change(
      name,
      heads.map(([, field]) => own[field] ?? "0"),
    ),
  ]);
  return [["Employee", ...heads.map(([title]) => title)], ...rows].map((row) => row.join("\t")).join("\n");
}
const headsAu: [string, string][] = [
  ["Hours", "hours"],
  ["Gross", "gross"],
  ["PAYG", "withheld"],
  ["Superannuation", "super"],
  ["Net pay", "net"],
];
const headsNz: [string, string][] = [
  ["Hours", "hours"],
  ["Gross", "gross"],
  ["PAYE", "withheld"],
  ["KiwiSaver", "kiwiSaver"],
  ["Employer KiwiSaver", "super"],
  ["Net", "net"],
];

describe.each([
  ["Australia", smallWorld, headsAu],
  ["New Zealand", smallWorldNz, headsNz],
] as const)("%s", (_country, make, heads) => {
  it.each(["a column for each line of pay", "a line for each line of pay"])(
    "is quiet line by line, with %s",
    (form) => {
      world = make(3);
      const runId = openUsual(world);
      type Lines = { name: string; amount: string }[];
      const people = figuresOf(runId).map(({ name, own }) => ({ name, own, lines: own.lines as never as Lines }));
      const names = [...new Set(people.flatMap((each) => each.lines.map((line) => line.name)))];
      const text =
        form === "a column for each line of pay"
          ? [
              ["Employee", ...names, "Net"],
              ...people.map(({ name, own, lines }) => [
                ...[
                  name,
                  ...names.map((each) => lines.find((line) => line.name === each)?.amount ?? "0"),
                  own.net ?? "",
                ],
              ]),
            ]
          : [
              ["Employee", "Pay item", "Amount"],
              ...people.flatMap(({ name, own, lines }) =>
                [...lines, { name: "Net pay", amount: own.net ?? "" }].map((line) => [name, line.name, line.amount]),
              ),
            ];
      const view = bring(runId, text.map((row) => row.join("\t")).join("\n"));
      expect([view.open, view.agrees, view.payLines, view.figures]).toEqual([0, true, names, ["net"]]);
      expect(names.length).toBeGreaterThan(0);
    },
  );
  it("is quiet against our own output, open and signed, with dollars, groups of digits and a line of sums", () => {
    world = make(4);
    const runId = openUsual(world);
    const quiet = bring(runId, `${ownRegister(runId, [...heads])}\nTotal\t${heads.map(() => "1").join("\t")}`);
    expect([quiet.open, quiet.rows.length, quiet.rows.every((row) => row.agrees)]).toEqual([0, 4, true]);
    expect([quiet.strangers, quiet.onlyHere]).toEqual([[], []]);
    const dressed = ownRegister(runId, [...heads], (_name, cells) =>
      cells.map((cell) => (cell.includes(".") ? `"$${cell.replace(/^(\d)(\d{3}\.)/, "$1,$2")}"` : cell)),
    );
    expect(bring(runId, dressed).open).toBe(0);
    signRun(world, runId);
    expect(readBeside(world.context, runId)?.open).toBe(0);
    expect(
      world.context.store.sqlite.prepare("SELECT COUNT(*) FROM outbox WHERE state <> 'prepared'").pluck().get(),
    ).toBe(0);
  });
});

describe("planted differences", () => {
  it("each is told by its cause, ticked with a reason, and new when it changes", () => {
    world = smallWorld(6);
    const { context, actor, personIds } = world;
    const runId = openUsual(world);
    const planted: Record<string, (cells: string[]) => string[]> = {
      // 1,197.00 in a week without the threshold, by the same schedule.
      "Alex Sample0": ([h = "", g = "", , s = ""]) => [h, g, "305.00", s, "892.00"],
      "Alex Sample1": ([, , t = "", s = ""]) => ["40", "1260.00", t, s, "0"],
      "Alex Sample2": ([h = "", g = "", t = "", , n = ""]) => [h, g, t, "143.66", n],
      "Alex Sample3": ([h = "", g = "", t = "", s = "", n = ""]) => [
        h,
        g,
        String(Number(t) + 1),
        s,
        String(Number(n) - 1),
      ],
    };
    const [first] = figuresOf(runId);
    const view = bring(
      runId,
      ownRegister(runId, headsAu, (name, cells) => planted[name]?.(cells) ?? cells).replace(
        "Alex Sample4",
        "Zoe Zebra",
      ),
    );
    const why = (at: number, figure: "gross" | "withheld" | "super" | "net") =>
      view.rows.find((row) => row.personId === personIds[at])?.cells[figure]?.why;
    expect(first?.own.gross).toBe("1197.00");
    expect(why(1, "gross")).toBe("2 h more there");
    expect(why(2, "super")).toBe("a rounding");
    expect(why(3, "withheld")).toBe("a rounding of the tax");
    expect(why(3, "net")).toBe("follows from the figures before");
    expect([view.strangers, view.onlyHere, view.open]).toEqual([["Zoe Zebra"], ["Alex Sample4"], 4]);
    expect(view.rows.map((row) => row.agrees).at(-1)).toBe(true);
    const ticked = tickBeside(context, actor, runId, { personId: personIds[3] ?? 0, reason: "Their rounding" });
    expect([
      ticked.open,
      readBeside(context, runId)?.rows.find((row) => row.personId === personIds[3])?.reason,
    ]).toEqual([3, "Their rounding"]);
    expect(tickBeside(context, actor, runId, { personId: personIds[3] ?? 0, reason: "" }).open).toBe(4);
    tickBeside(context, actor, runId, { personId: personIds[3] ?? 0, reason: "Their rounding" });
    const { rows, version } = readRun(context, actor, runId);
    const payId = rows.find((row) => row.personId === personIds[3])?.payId ?? 0;
    saveRows(context, actor, runId, {
      version,
      rows: [{ payId, lines: [{ elementId: world.element("ORD"), hours: "30" }] }],
    });
    expect(readBeside(context, runId)?.open).toBe(4);
    expect(() => tickBeside(context, actor, runId, { personId: personIds[5] ?? 0, reason: "?" })).toThrow(
      "agrees: there is nothing to tick",
    );
    discardRun(context, actor, runId);
    expect(context.store.sqlite.prepare("SELECT COUNT(*) FROM earlier_register").pluck().get()).toBe(0);
  });
  it("lines of pay that differ are named with what they look like, the same dollars under another line, too", () => {
    world = smallWorld(4);
    const runId = openUsual(world);
    const all = (at: number, lines: Record<string, string>) =>
      Object.entries({ Gross: "1197.00", ...lines }).map(([name, amount]) => `Alex Sample${at}\t${name}\t${amount}`);
    const text = [
      "Employee\tPay item\tAmount",
      ...all(0, { Ordinary: "1197.00" }),
      ...all(1, { Ordinary: "1134.00", Saturday: "63.00" }),
      ...all(2, { Ordinary: "1795.50", Gross: "1795.50" }),
      ...all(3, { Ordinary: "1165.50", "Coffee money": "31.50" }),
    ].join("\n");
    const view = bring(runId, text);
    expect(view.headings.filter((each) => each.means === null).map((each) => each.title)).toEqual(["Coffee money"]);
    const lines = (at: number) =>
      view.rows
        .find((row) => row.personId === world.personIds[at])
        ?.lines.map(({ name, ours, theirs, why }) => `${name} ${ours} ${theirs}, ${why}`);
    expect(lines(0)).toEqual([]);
    expect(lines(1)).toEqual([
      "Ordinary 1197.00 1134.00, as much as 2 h fewer at the plain rate",
      "Saturday 0.00 63.00, only there",
    ]);
    expect(lines(2)).toEqual(["Ordinary 1197.00 1795.50, as if paid at 1.5 times as much"]);
    // Told what the strange line is, it is known for the next register, and code and name both do.
    const told = bring(runId, text, { "Coffee money": "pay ORD" });
    expect(told.rows.find((row) => row.personId === world.personIds[3])?.lines).toEqual([]);
    expect(bring(runId, text.replaceAll("Ordinary", "ORD")).open).toBe(2);
    // A tick is for the lines that were seen.
    const personId = world.personIds[1] ?? 0;
    expect(tickBeside(world.context, world.actor, runId, { personId, reason: "Booked on Saturday" }).open).toBe(1);
    expect(bring(runId, text.replace("63.00", "62.00")).open).toBe(2);
  });
  it("the threshold not claimed is told to the dollar", () => {
    world = smallWorld(1);
    const runId = openUsual(world);
    const text = (tax: string) => `Name\tGross\tTax\nAlex Sample0\t1197.00\t${tax}`;
    const found = Array.from({ length: 250 }, (_, at) => 150 + at).flatMap((tax) => {
      const why = bring(runId, text(tax.toFixed(2))).rows[0]?.cells.withheld?.why;
      return why?.startsWith("as if") ? [why] : [];
    });
    expect([...found].sort()).toEqual([
      "as if the person were a foreign resident",
      "as if the tables before were used",
      "as if the tax-free threshold were not claimed",
      "as if there were no Medicare levy",
    ]);
  });
});

it("two periods that agree, and the move may be made; who stands on one side alone, or no net pay, agrees to nothing", () => {
  world = smallWorld(2);
  const first = openUsual(world);
  expect(bring(first, ownRegister(first, [["Gross", "gross"]]))).toMatchObject({ open: 0, agrees: false, others: [] });
  expect(bring(first, ownRegister(first, headsAu).split("\n").slice(0, 2).join("\n")).agrees).toBe(false);
  expect(bring(first, `${ownRegister(first, headsAu)}\nSam Nobody\t38\t1\t0\t0\t1`).agrees).toBe(false);
  expect(bring(first, ownRegister(first, headsAu))).toMatchObject({ agrees: true, others: [] });
  signRun(world, first);
  const second = openUsual(world);
  const other = ownRegister(second, headsAu);
  expect(bring(second, other)).toMatchObject({ agrees: true, others: ["2026-06-28"] });
  expect(readBeside(world.context, first)?.others).toEqual(["2026-07-05"]);
  // What agreed once does no more when our own pay moves.
  const { rows, version } = readRun(world.context, world.actor, second);
  saveRows(world.context, world.actor, second, {
    version,
    rows: [{ payId: rows[0]?.payId ?? 0, lines: [{ elementId: world.element("ORD"), hours: "30" }] }],
  });
  expect(readBeside(world.context, first)?.others).toEqual([]);
});

describe("a register from a file", () => {
  const rows = [
    ["Pay register, Example Bakery"],
    ["22 to 28 June 2026", ""],
    [],
    ["Employee", "Gross", "PAYG", "Net pay", ""],
    ["Alex Sample0", "1197.00", "148.00", "1049.00", "", "see letter"],
    [],
    ["Total", "1197.00", "148.00", "1049.00"],
  ];
  const csv = () => Buffer.from(rows.map((row) => row.join(",")).join("\n"));
  async function xlsx(name: string): Promise<Buffer> {
    const book = new exceljs.Workbook();
    book.addWorksheet("Notes").addRows([["Nothing", "here"]]);
    const sheet = book.addWorksheet(name);
    sheet.addRows(rows.map((row) => row.map((cell) => (/^[\d.]+$/.test(cell) ? Number(cell) : cell))));
    return Buffer.from(await book.xlsx.writeBuffer());
  }
  it.each<[string, () => Buffer | Promise<Buffer>, string | undefined]>([
    ["register.csv", csv, undefined],
    ["register.xlsx", () => xlsx("Register"), "Register"],
  ])("%s begins at its headings, whatever stands above and beside them", async (name, make, sheet) => {
    world = smallWorld(1);
    const runId = openUsual(world);
    const file = { name, data: (await make()).toString("base64"), ...(sheet ? { sheet } : {}) };
    const { text, others } = await registerFromFile(world.context, world.actor, runId, file);
    expect(text.split("\n")[0]).toBe("Employee\tGross\tPAYG\tNet pay");
    expect(others).toEqual(sheet ? ["Notes"] : []);
    const view = bring(runId, text);
    expect([view.rows.length, view.strangers, view.figures]).toEqual([1, [], ["gross", "withheld", "net"]]);
    expect(view.rows[0]?.cells.gross?.difference).toBe("0.00");
  });
  it("that holds no table is refused by its name", async () => {
    world = smallWorld(1);
    const runId = openUsual(world);
    const file = { name: "letter.csv", data: Buffer.from("Dear Kim\n\nall is well").toString("base64") };
    await expect(registerFromFile(world.context, world.actor, runId, file)).rejects.toThrow(
      "letter.csv has no line with several cells",
    );
  });
});

describe("headings and bad input", () => {
  it("a heading that is told once is known for the next register; one of no use is left", () => {
    world = smallWorld(1);
    const runId = openUsual(world);
    const text = "Worker\tBrutto\tShoe size\nAlex Sample0\t1197.00\t42";
    expect(() => bring(runId, text)).toThrow("No column says who is paid");
    const told = bring(runId, text, { Worker: "name", Brutto: "gross", "Shoe size": "none" });
    expect([told.open, told.figures, told.headings.map((each) => each.means)]).toEqual([
      0,
      ["gross"],
      ["name", "gross", "none"],
    ]);
    expect(bring(runId, text).open).toBe(0);
  });
  it("two columns of one name are added up, and a pay line that is none of ours is asked about again", () => {
    world = smallWorld(1);
    const runId = openUsual(world);
    const text = "Name\tOrdinary\tOrdinary\tGross\tBonus of theirs\nAlex Sample0\t1000.00\t197.00\t1197.00\t0";
    const told = bring(runId, text, { "Bonus of theirs": "pay NOTHERE" });
    expect([told.open, told.payLines, told.headings.at(-1)?.means]).toEqual([0, ["Ordinary"], null]);
  });
  it("whose pay here cannot be worked out is named, and the move is not done", () => {
    world = smallWorld(2);
    const runId = openUsual(world);
    const text = "Name\tGross\nAlex Sample0\t1197.00\nSam Nobody\t1.00";
    const row: RuleBook["row"] = (table, date) => {
      throw new MissingRow(table.name, date);
    };
    Object.defineProperty(world.context, "rules", { value: { version: "none", find: () => undefined, row } });
    const found = bring(runId, text);
    expect([found.stopped, found.open, found.rows, found.onlyHere]).toEqual([
      ["Alex Sample0"],
      ...[1, [], ["Alex Sample1"]],
    ]);
  });
  it.each([
    ["Name\tGross", "no line under its headings"],
    ["Name\tGross\nAlex Sample0\ttwelve", "“twelve” under Gross is not an amount"],
    ["Name\tGross\tTotal gross\nAlex Sample0\t1\t2", "Two columns say the same: Gross and Total gross"],
    ["Name,Gross\nAlex Sample0,1,197.00", "may be one amount or two"],
  ])("%j is refused, and nothing is kept", (text, words) => {
    world = smallWorld(1);
    const runId = openUsual(world);
    expect(() => bring(runId, text)).toThrow(words);
    expect(readBeside(world.context, runId)).toBeNull();
  });
});
