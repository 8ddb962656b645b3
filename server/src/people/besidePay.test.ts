/** What is kept of a person beside pay: told of before it ends, and never in a pay or a report. */
import { check } from "@zesty/contract/fields";
import { sections } from "@zesty/contract/people";
import { afterEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { readReadiness } from "../readiness/readReadiness.ts";
import { changeOwn } from "../staff/staffChanges.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { startServer } from "../testing/testServer.ts";
import { photoOf, savePhoto } from "./photo.ts";
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

describe("a photo", () => {
  // One point, red; and the head of a picture of 16 by 16, which is all that is looked at.
  const tiny = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGP4z8AAAAMBAQDJ/pLvAAAAAElFTkSuQmCC";
  const png = (width: number, height: number) => {
    const bytes = Buffer.from(tiny, "base64");
    bytes.writeUInt32BE(width, 16);
    bytes.writeUInt32BE(height, 20);
    return bytes.toString("base64");
  };
  const gif = Buffer.from("GIF89a\x40\x00\x40\x00", "latin1").toString("base64");
  it.each([
    ["text", Buffer.from("not a picture at all").toString("base64"), /not a picture/],
    ["nothing", "", /not a picture/],
    ["another kind", gif, /of the kind gif/],
    ["one point", tiny, /1 by 1 points/],
    ["far too large", png(9000, 64), /9000 by 64 points/],
  ])("is a picture: %s is refused with why, and the one before stays", (_what, picture, words) => {
    world = smallWorld(1);
    savePhoto(world.context, world.actor, who(), png(320, 320));
    const before = photoOf(world.context, who());
    expect(() => savePhoto(world.context, world.actor, who(), picture)).toThrow(words);
    expect([before !== null, photoOf(world.context, who())]).toEqual([true, before]);
  });
  it("is for who sees the person, changed by who prepares, and goes when it is taken out", async () => {
    world = smallWorld(1);
    const http = await startServer(world);
    for (const right of ["see", "prepare"] as const) await http.add(right, right);
    await http.add("stranger", null);
    const at = `/people/${who()}/photo`;
    const put = async (user: string) => (await http.call("PUT", at, user, { picture: png(64, 64) })).status;
    expect([await put("stranger"), await put("see"), await put("prepare")]).toEqual([404, 403, 200]);
    const seen = async (user: string) => (await http.call("GET", at, user)).status;
    expect([await seen("stranger"), await seen("see")]).toEqual([404, 200]);
    expect((await http.call("PUT", at, "prepare", { picture: "§" })).body.errors[0].path).toBe("picture");
    expect((await http.call("DELETE", at, "prepare")).body.photo).toBeNull();
    expect(await seen("see")).toBe(404);
    http.close();
  });
});
