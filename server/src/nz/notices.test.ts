/** Notices of Inland Revenue on a real store and over real HTTP: known once, applied from their day, or left with a reason. */
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { check } from "@zesty/contract/fields";
import { type NoticeKind, typedNotice } from "@zesty/contract/nz/notices";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { saveSection } from "../people/savePerson.ts";
import { places } from "../store/crypt.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { openUsual, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";
import { answerNotice, askForNotices, readNotices, typeNotice } from "./notices.ts";

let world: SmallWorld;
let agency: Server;
let told: object[] | null;
beforeEach(async () => {
  world = smallWorldNz(2);
  told = [];
  agency = createServer((request, response) => {
    response.setHeader("Content-Type", "application/json");
    if (told === null) response.statusCode = 503;
    response.end(JSON.stringify(request.url?.startsWith("/v1/token") ? { token: "t" } : { notices: told }));
  });
  await new Promise<void>((resolve) => agency.listen(0, "127.0.0.1", () => resolve()));
  world.context.settings.services.revenue = `http://127.0.0.1:${(agency.address() as AddressInfo).port}`;
});
afterEach(async () => {
  agency.close();
  await world.end();
});

const plainCode = {
  ...{ code: "M", irdNumber: "", specialRate: null, until: null, slcir: null, slbor: null, lowerMinimum: false },
};
const who = () => world.personIds[0] ?? 0;
const records = (day: string) => datedRecordsNz(world.context.store.db, world.personIds, day);
const ird = () =>
  world.context.store.crypt.open(records("2026-12-31").taxCode.get(who())?.irdNumber ?? "", places.irdNumber(who()));
const ask = () => askForNotices(world.context, world.actor, world.businessId);
const read = () => readNotices(world.context, world.businessId);
const answer = (applied: boolean, reason: string | null = null, id = read()[0]?.id ?? 0) =>
  answerNotice(world.context, world.actor, world.businessId, id, { applied, reason });
const type = (kind: NoticeKind, value: string, from: string) =>
  typeNotice(world.context, world.actor, world.businessId, { personId: who(), kind, value, from });
const onDesk = () =>
  readDesk(world.context, world.actor)
    .toDo.filter((each) => each.link === "/notices")
    .map((each) => `${each.words}, ${each.date}, ${each.late}`);

describe("notices that are asked for", () => {
  it("are known once, name their person by number, and stand on the desk until they are answered", async () => {
    told = [
      { number: 1, ird: ird(), taxCode: "SB", supportCents: 9500, from: "2026-07-14" },
      { number: 2, ird: "49098576", taxCode: "M", supportCents: null, from: "2026-06-01" },
    ];
    await ask();
    await ask();
    expect(read().map((each) => [each.kind, each.value, each.personId, each.now, each.late])).toEqual([
      ["taxCode", "M", null, null, false],
      ["childSupport", "95.00", who(), null, false],
      ["taxCode", "SB", who(), "M", false],
    ]);
    expect(onDesk()).toEqual(["3 notices of Inland Revenue to look at, 2026-06-01, true"]);
    expect(() => answer(true)).toThrow("Nobody here has the IRD number that ends in");
    expect(() => answer(false)).toThrow("Say why");
    // The number is recorded at its person, and the notice finds it.
    const other = world.personIds[1] ?? 0;
    const { irdNumber: _sealed, ...code } = plainCode;
    saveSection(world.context, world.actor, other, "taxCode", { ...code, irdNumber: "49098576", from: "2026-06-01" });
    await ask();
    expect(read()[0]).toMatchObject({ personId: other, value: "M" });
    answer(false, "Left in May");
    expect(() => answer(false, "again")).toThrow("answered this notice meanwhile");
    await ask();
    expect(read()[0]?.answer).toEqual({ applied: false, reason: "Left in May", by: world.actor.name });
    expect(onDesk()).toEqual(["2 notices of Inland Revenue to look at, 2026-07-14, false"]);
  });
  it("are not applied where they make no sense", async () => {
    told = [{ number: 7, ird: ird(), taxCode: "XYZ", supportCents: null, from: "2026-07-14" }];
    await ask();
    expect(() => answer(true)).toThrow("is not a tax code");
    expect([read()[0]?.answer, records("2026-12-31").taxCode.get(who())?.code]).toEqual([null, "M"]);
  });
  it("leave everything as it was where Inland Revenue cannot be asked", async () => {
    told = null;
    await expect(ask()).rejects.toThrow("cannot be asked just now");
    expect(read()).toEqual([]);
  });
});

describe("a notice that is applied", () => {
  it("counts from its day, keeps what else is agreed, and is late once a payday went without it", () => {
    saveSection(world.context, world.actor, who(), "taxCode", {
      ...{ code: "M SL", specialRate: null, until: null, slcir: { percent: "5" }, slbor: null, lowerMinimum: false },
      from: "2026-05-01",
    });
    type("taxCode", "S SL", "2026-06-20");
    expect(read()[0]).toMatchObject({ now: "M SL", late: false, shown: "" });
    signRun(world, openUsual(world));
    expect(read()[0]?.late).toBe(true);
    answer(true);
    expect(records("2026-06-19").taxCode.get(who())?.code).toBe("M SL");
    expect(records("2026-06-20").taxCode.get(who())).toMatchObject({ code: "S SL", slcir: { percent: "5" } });
    expect(records("2026-06-20").taxCode.get(who())?.irdNumber).not.toBeNull();
  });
  it("is not overtaken by something later that was known before it", () => {
    const { irdNumber: _sealed, ...code } = plainCode;
    for (const [own, from] of [
      ["S", "2026-08-01"],
      ["SB", "2026-09-01"],
    ] as const)
      saveSection(world.context, world.actor, who(), "taxCode", { ...code, code: own, from });
    type("taxCode", "SH", "2026-07-20");
    answer(true);
    const codes = ["2026-07-19", "2026-07-20", "2026-08-01", "2026-12-31"].map(
      (day) => records(day).taxCode.get(who())?.code,
    );
    expect(codes).toEqual(["M", "SH", "SH", "SH"]);
  });
  it("sets child support and ends it, and leaves court orders alone", () => {
    const orders = [{ kind: "fine" as const, name: "Court", amount: "20", served: "2026-05-01" }];
    saveSection(world.context, world.actor, who(), "orders", { from: "2026-05-01", childSupport: null, orders });
    type("childSupport", "95.00", "2026-07-14");
    answer(true);
    expect(records("2026-07-14").orders.get(who())).toMatchObject({ childSupport: { amount: "95.00" }, orders });
    type("childSupport", "0", "2026-09-01");
    answer(true);
    expect(records("2026-09-01").orders.get(who())).toMatchObject({ childSupport: null, orders });
  });
});

it.each<[NoticeKind, string, string | null]>([
  ["taxCode", "M", null],
  ["taxCode", "m sl", null],
  ["taxCode", "Q", "not a tax code"],
  ["childSupport", "95.00", null],
  ["childSupport", "-1", "not an amount"],
  ["childSupport", "M", "not an amount"],
])("a typed notice about %s that says %s: %s", (kind, value, fault) => {
  const found = check(typedNotice, { personId: 1, kind, value, from: "2026-07-14" });
  expect("errors" in found ? found.errors[0]?.text : null).toEqual(
    fault === null ? null : expect.stringContaining(fault),
  );
});
