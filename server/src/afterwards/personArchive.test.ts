/** All that is kept of somebody as one archive: read back file by file, against what the pages say. */

import { decimal } from "@zesty/core/quantity/decimal";
import { dollars } from "@zesty/core/quantity/units";
import { parse } from "csv-parse/sync";
import JSZip from "jszip";
import { afterEach, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { audit } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { personArchive } from "./personArchive.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const rowsOf = (text: string) => parse(text, { bom: true }) as string[][];

it.each(["AU", "NZ"] as const)(
  "of %s: pays to the cent, payslips, leave, terms, the record, and a page that a human reads",
  async (country) => {
    world = country === "AU" ? smallWorld(2) : smallWorldNz(2);
    for (let pays = 0; pays < 2; pays += 1) signRun(world, openUsual(world));
    const { details } = readPerson(world.context, who());
    saveSection(world.context, world.actor, who(), "details", { ...details, familyName: "O'Hara <b>" } as never);
    const { name, bytes } = await personArchive(world.context, world.actor, who(), {});
    expect(name).toMatch(/^Alex-O-Hara-b-.*-to-2026-07-\d\d\.zip$/);
    const zip = await JSZip.loadAsync(bytes);
    const text = async (file: string) => (await zip.file(file)?.async("string")) ?? "";
    const { pays } = readPerson(world.context, who());
    const kept = rowsOf(await text("pays.csv"));
    for (const pay of pays) {
      const own = kept.filter((row) => row[0] === pay.payday);
      expect(own.find((row) => row[4] === "gross, in all")?.at(-1)).toBe(pay.gross);
      const earned = own.filter((row) => !row[4]?.endsWith(", in all"));
      expect(earned.length).toBeGreaterThan(0);
    }
    const workings = JSON.parse(await text("workings.json"));
    expect(workings).toHaveLength(pays.length);
    expect(workings[0].workings.gross).toBeDefined();
    const files = Object.keys(zip.files);
    expect(files).toEqual(expect.arrayContaining(["index.html", "leave.csv", "terms.csv", "pays.csv"]));
    expect(files.some((each) => /^payslips-.*\.pdf$/.test(each))).toBe(true);
    const page = await text("index.html");
    // Everything beside it is named, nothing of a name is taken for a sign of the page, and nothing is fetched.
    for (const file of files) if (file !== "index.html") expect(page).toContain(`href="${file}"`);
    expect(page).toContain("Alex O&#39;Hara &lt;b&gt;");
    expect(page).not.toMatch(/<script|src=|https?:/);
    expect(page).toContain(dollars(decimal(pays[0]?.gross ?? "")));
    expect(world.context.store.db.select().from(audit).all().at(-1)).toMatchObject({ what: "looked at" });
  },
);

it("is refused for days that are none, in a sentence", async () => {
  world = smallWorld(1);
  const refused = (from: string, to?: string) => personArchive(world.context, world.actor, who(), { from, to });
  await expect(refused("2026-13-01")).rejects.toThrow(/first day to its last/);
  await expect(refused("2026-07-01", "2026-06-01")).rejects.toThrow(/first day to its last/);
  await expect(refused("2000-01-01", "2001-01-01")).rejects.toThrow(/started on/);
});
