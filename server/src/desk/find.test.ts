/** What words name, in any order; and only of businesses that somebody sees. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Actor } from "../ground/context.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { find } from "./find.ts";
import { readWords } from "./findWords.ts";

let world: SmallWorld;
beforeAll(() => {
  world = smallWorld(3);
  signRun(world, openUsual(world));
  openUsual(world);
});
afterAll(() => world.end());
const rename = (name: string) =>
  world.context.store.sqlite.prepare("UPDATE person SET given_name = ? WHERE family_name = 'Sample1'").run(name);
const titles = (words: string, actor: Actor = world.actor) =>
  find(world.context, actor, words).map(({ kind, title }) => `${kind} ${title}`);

describe("words are read", () => {
  it.each([
    ["payslip hazel may", { names: ["hazel", "may"], month: 5 }],
    ["$1,032.08", { cents: 103_208 }],
    ["25 June 2026", { day: 25, month: 6, year: "2026" }],
    ["run 109", { number: "109" }],
    ["super due saltbush", { names: ["saltbush"], dues: ["super"] }],
    ["  ", { names: [], cents: null }],
  ])("%s", (text, wanted) => expect(readWords(text)).toMatchObject(wanted));
});

describe("what is found", () => {
  it.each([
    ["a person by the beginning of a name", "samp", "Person Alex Sample0"],
    ["by name and given name, in any order", "sample1 alex", "Person Alex Sample1"],
    ["a payroll ID", "e2", "Person Alex Sample2"],
    ["a name without its marks", "rene", "Person René Sample1"],
    ["the end of a tax file number", "tfn 782", "Person Alex Sample"],
    ["who did something", "who opened run", "Entry opened run: "],
    ["a journal by its description", "journal payday", "Journal Journal "],
    ["a pay of a person in a month", "payslip sample1 july", "Pay Alex Sample1, 2 July 2026: $"],
    ["the open run of a business", "sign off bakery", "Run Run 2, payday"],
    ["a run by its number", "run 1", "Run Run 1, payday 2 July 2026"],
    ["what is owed", "super due", "Due Super to Example Super: $"],
    ["tax that is owed", "tax due", "Due PAYG withholding"],
    ["a journal", "journal 1", "Journal Journal "],
  ])("%s: %s", (_what, words, wanted) => {
    if (words === "rene") rename("René");
    const found = titles(words);
    rename("Alex");
    if (wanted === "") expect(found).toEqual([]);
    else
      expect(
        found.some((each) => each.startsWith(wanted)),
        found.join("; "),
      ).toBe(true);
  });
  it("an amount, as net pay and as what is owed", () => {
    const [pay] = find(world.context, world.actor, "payslip sample0 july");
    const amount = pay?.title.match(/\$([\d,.]+) net/)?.[1] ?? "";
    expect(titles(amount)).toHaveLength(3);
    expect(titles("0.07")).toEqual([]);
  });
  it("nothing that nobody named, and nothing of a business that is not seen", () => {
    expect(titles("zebra")).toEqual([]);
    expect(titles("'; drop table person; --")).toEqual([]);
    const stranger: Actor = { ...world.actor, userId: 999, lead: false };
    for (const words of ["sample0", "super due", "run 1", "journal 1", "tfn 782", "who opened run"])
      expect(titles(words, stranger)).toEqual([]);
  });
});
