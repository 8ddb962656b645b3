/** The key is changed: everything opens with the new one, nothing with the old, and the trail is whole under it. */
import { copyFileSync } from "node:fs";
import { join } from "node:path";
import { afterEach, expect, it } from "vitest";
import { readDocument } from "../documents/documents.ts";
import { demoClock } from "../ground/clock.ts";
import { postLetter } from "../outbox/letters.ts";
import { readPerson } from "../people/readPeople.ts";
import { beginSecondFactor } from "../session/secondFactor.ts";
import { makeKey, openCrypt } from "../store/crypt.ts";
import { openStore } from "../store/open.ts";
import { keepOutside } from "../store/outsideAnchor.ts";
import { bankSplit, document, letter, outboxAnswer, setting, user } from "../store/schema.ts";
import { againstOutside, verify } from "../store/trail.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { changeKey } from "./newKey.ts";

let world: SmallWorld;
afterEach(() => world.end());

it("opens with the new key alone, whole, and starts again with it", async () => {
  world = smallWorld(2);
  const { context, actor, application } = world;
  signRun(world, openUsual(world));
  await beginSecondFactor(context, actor, undefined);
  postLetter(context, { to: "a@example.org", from: "b@example.org", subject: "s", text: "t", about: "x" });
  const { store } = context;
  const before = store.crypt;
  makeKey(join(store.folder, "other.key"));
  const now = openCrypt(join(store.folder, "other.key"));
  const anchor = changeKey(store, now, context.clock.now());
  const { db, folder, keyFile } = store;
  const sealed = [
    ...db
      .select()
      .from(bankSplit)
      .all()
      .map((each) => each.parts),
    ...db
      .select()
      .from(document)
      .all()
      .map((each) => each.bytes.toString("base64")),
    ...db
      .select()
      .from(letter)
      .all()
      .flatMap((each) => each.text ?? []),
    ...db
      .select()
      .from(outboxAnswer)
      .all()
      .map((each) => each.body),
    ...db
      .select()
      .from(setting)
      .all()
      .flatMap((each) => (/^(keyCheck|sessionSecret|secondFactor)/.test(each.name) ? each.value : [])),
    ...db
      .select()
      .from(user)
      .all()
      .flatMap((each) => each.secondFactor ?? []),
  ];
  expect(sealed.length).toBeGreaterThan(6);
  for (const each of sealed) expect(() => before.openUnplaced(each)).toThrow();
  expect(verify({ ...store, crypt: now }).broken).toEqual([]);
  expect(verify(store).broken).not.toEqual([]);
  const [kept] = db.select().from(document).all();
  const [personId] = world.personIds;
  await application.close();
  copyFileSync(join(folder, "other.key"), keyFile);
  keepOutside(now, keyFile, folder, { ...anchor, at: "2026-07-01T00:00:00Z" });
  const again = openStore(folder);
  try {
    const there = { ...context, store: again, clock: demoClock(again, "2026-07-01") };
    expect(readDocument(there, kept?.id ?? 0).bytes.length).toBeGreaterThan(0);
    expect(readPerson(there, personId ?? 0).missing).toEqual([]);
    expect([...againstOutside(again), ...verify(again).broken]).toEqual([]);
  } finally {
    again.close();
  }
});

it("of a store that is not whole stays as it is", () => {
  world = smallWorld(1);
  const { store } = world.context;
  store.sqlite.exec("UPDATE audit SET what = 'x' WHERE id = 2");
  const now = openCrypt(store.keyFile);
  expect(() => changeKey(store, now, "2026-07-01T00:00:00Z")).toThrow(/is not whole, so its key stays: Entry 2/);
});
