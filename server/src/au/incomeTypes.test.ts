/** Types of income that a report names apart: their streams, their countries, and by when their year is final. */

import type { Tax } from "@zesty/contract/au/taxAndSuper";
import { check } from "@zesty/contract/fields";
import { sections } from "@zesty/contract/people";
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { readDocument } from "../documents/documents.ts";
import { saveSection } from "../people/savePerson.ts";
import { document } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";

let world: SmallWorld;
afterEach(() => world.end());

const declared: Tax = {
  ...{ numberStatus: "given", fileNumber: "123456782", pendingSince: null, residency: "resident" },
  ...{ taxFreeThreshold: true, studyLoan: false, medicare: "levy", medicareDependants: null },
  ...{ offsetsPerYear: null, extraPerPay: null, homeCountry: null, income: null },
};
const declare = (from: string, change: object, at = 0) =>
  saveSection(world.context, world.actor, world.personIds[at] ?? 0, "tax", { ...declared, from, ...change });
/** Income streams of the newest event, as "type country gross" */
const streams = () => {
  const { db } = world.context.store;
  const newest = db.select({ id: document.id }).from(document).where(eq(document.kind, "payEvent")).all().at(-1);
  const xml = readDocument(world.context, newest?.id ?? 0).bytes.toString("utf8");
  const of = (text: string, name: string) => new RegExp(`<${name}>([^<]*)<`).exec(text)?.[1] ?? "-";
  return xml
    .split("<RemunerationTypeC>")
    .filter((part) => /^[A-Z]{3}</.test(part))
    .map((part) => `${part.slice(0, 3)} ${of(part, "AddressDetailsCountryC")} ${of(part, "GrossA")}`);
};

it("another type or country begins a stream of its own; the one before is said unchanged, with its country", () => {
  world = smallWorld(1);
  declare("2026-06-01", { residency: "working-holiday", homeCountry: "DE" });
  signRun(world, openUsual(world));
  const [first] = streams();
  expect(first).toMatch(/^WHM de \d/);
  declare("2026-07-05", { income: "CHP" });
  signRun(world, openUsual(world));
  const [held, before] = streams().sort();
  expect([before, held?.slice(0, 5)]).toEqual([first, "CHP -"]);
});

it("closely held payees have until 30 September, everybody else until 14 July", () => {
  world = smallWorld(2);
  declare("2026-06-01", { income: "CHP" });
  signRun(world, openUsual(world));
  world.context.clock.moveTo("2027-07-01");
  const said = readDesk(world.context, world.actor)
    .toDo.filter((each) => each.link === "/year")
    .map((each) => `${each.date} ${each.words.split(": ").at(-1)}`);
  expect(said).toEqual(["2027-07-14 1 person is open", "2027-09-30 1 closely held person is open"]);
});

it.each([
  [{ income: "FEI" }, "homeCountry"],
  [{ income: "IAA", homeCountry: "Fiji" }, "homeCountry"],
  [{ income: "FEI", homeCountry: "FJ" }, undefined],
  [{ income: "SWP" }, "income"],
])("%o: refused at %s", (change, path) => {
  world = smallWorld(0);
  const read = check(sections.tax, { ...declared, ...change });
  expect("errors" in read ? read.errors[0]?.path : undefined).toBe(path);
});
