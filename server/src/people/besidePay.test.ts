/** What is kept of a person beside pay: told of before it ends, and never in a pay or a report. */
import { check } from "@zesty/contract/fields";
import { sections } from "@zesty/contract/people";
import { afterEach, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { readReadiness } from "../readiness/readReadiness.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../smallWorld.ts";
import { changeOwn } from "../staff/staffChanges.ts";
import { readPerson } from "./readPeople.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const hold = (...expires: (string | null)[]) =>
  saveSection(world.context, world.actor, who(), "qualifications", {
    list: expires.map((each, at) => ({ name: `Card ${at}`, number: null, expires: each })),
  });
const onDesk = () =>
  readDesk(world.context, world.actor)
    .toDo.filter((each) => each.link.endsWith("#qualifications"))
    .map((each) => `${each.words}, ${each.date}, ${each.late}`);
const missing = () =>
  readReadiness(world.context, world.businessId)
    .parts.find((part) => part.key === "details")
    ?.missing.map((each) => each.what);

it("a qualification is told of a month before it ends, and on the desk a fortnight before", () => {
  world = smallWorld(2);
  // Today is 1 July 2026.
  hold("2026-06-30", "2026-07-15", "2026-07-16", "2026-07-31", "2026-08-01", null);
  expect(missing()).toEqual(
    ["Card 0 ended on 30 June 2026", "Card 1 ends on 15 July 2026", "Card 2 ends on 16 July 2026"].concat(
      "Card 3 ends on 31 July 2026",
    ),
  );
  const details = readReadiness(world.context, world.businessId).parts.find((part) => part.key === "details");
  expect(details).toMatchObject({ total: 2, complete: 1 });
  expect(onDesk()).toEqual([
    "Alex Sample0: Card 0 has ended, 2026-06-30, true",
    "Alex Sample0: Card 1 ends, 2026-07-15, false",
  ]);
  hold(null);
  expect([missing(), onDesk(), readPerson(world.context, who()).qualifications]).toEqual([
    ...[[], [], [{ name: "Card 0", number: null, expires: null }]],
  ]);
});
it("certificates and KiwiSaver elections of New Zealand are told of before they end", () => {
  world = smallWorldNz(1);
  const certificate = { code: "STC", specialRate: "12", slcir: null, slbor: null, lowerMinimum: false };
  saveSection(world.context, world.actor, who(), "taxCode", { ...certificate, until: "2026-07-31" });
  saveSection(world.context, world.actor, who(), "kiwiSaver", {
    ...{ status: "suspended", joined: "automatic", employeeRate: null, employerRate: null, esctRate: null },
    ...{ temporaryUntil: null, suspendedUntil: "2026-06-20", optOutDate: null, totalRemuneration: false },
    voluntaryEmployer: false,
  });
  const said = (key: string) =>
    readReadiness(world.context, world.businessId)
      .parts.find((part) => part.key === key)
      ?.missing.map((each) => `${each.what}, ${each.from}`);
  expect(said("tax")).toEqual(["Certificate of the tax code ends on 31 July 2026, 2026-08-01"]);
  expect(said("funds")).toEqual(["Savings suspension ended on 20 June 2026, 2026-06-21"]);
  saveSection(world.context, world.actor, who(), "taxCode", { ...certificate, until: "2026-08-01" });
  expect(said("tax")).toEqual([]);
});
it("whom to call is said by the practice or by the person, in both countries", async () => {
  world = smallWorldNz(1);
  const contact = { name: "Ife Sample", relation: "Partner", phone: "0400000031" };
  await changeOwn(world.context, world.actor, who(), "emergency" as never, { contact });
  expect(readPerson(world.context, who())).toMatchObject({ emergency: contact, details: { givenName: "Alex" } });
  saveSection(world.context, world.actor, who(), "emergency", { contact: null });
  expect(readPerson(world.context, who()).emergency).toBeNull();
});
it.each([
  ["emergency", { contact: { name: "", phone: "1", relation: "" } }, "contact.name"],
  ["emergency", { contact: { name: "Ife", relation: "" } }, "contact.phone"],
  ["qualifications", { list: [{ name: "" }] }, "list.0.name"],
  ["qualifications", { list: [{ name: "Card", expires: "2026-02-30" }] }, "list.0.expires"],
] as const)("%s as %o is refused at its field", (section, values, path) => {
  world = smallWorld(1);
  const found = check(sections[section] as never, values);
  expect("errors" in found && found.errors.map((each) => each.path)).toEqual([path]);
});
