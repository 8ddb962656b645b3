/** Year summaries by mail, through the outbox to a post box: once each, all or none, kept as they were made. */
import { eq } from "drizzle-orm";
import { createTransport } from "nodemailer";
import { afterEach, describe, expect, it } from "vitest";
import { readDocument } from "../documents/documents.ts";
import { couriers } from "../outbox/channels.ts";
import { outbox, person } from "../store/schema.ts";
import { verify } from "../store/trail.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { mailSummaries, readSummaryMail } from "./mailSummaries.ts";

let world: SmallWorld;
afterEach(() => world.end());
const from = "2026-07-01";
const mail = (people: readonly number[]) =>
  mailSummaries(world.context, world.actor, world.businessId, { from, people });
const read = () => readSummaryMail(world.context, world.actor, world.businessId, from).rows;
const letters = () =>
  world.context.store.db.select().from(outbox).where(eq(outbox.channel, "yearSummary")).orderBy(outbox.id).all();

describe("year summaries by mail", () => {
  it.each([
    ["Australia", () => smallWorld(2)],
    ["New Zealand", () => smallWorldNz(2)],
  ])("are kept and queued, each to its own address, in %s", async (_country, made) => {
    world = made();
    signRun(world, openUsual(world));
    expect(read().map((row) => row.state)).toEqual([null, null]);
    const [first = 0] = world.personIds;
    await mail([first]);
    const [letter] = letters();
    expect(letter).toMatchObject({ state: "queued", runId: null, recipient: read()[0]?.to });
    const kept = readDocument(world.context, letter?.documentId ?? 0);
    expect([kept.bytes.subarray(0, 5).toString(), kept.fileName]).toEqual([
      "%PDF-",
      expect.stringMatching(/^year-summary-/),
    ]);
    expect(read().map((row) => row.state)).toEqual(["queued", null]);
    expect(verify(world.context.store).broken).toEqual([]);
    const handed: { to?: unknown; subject?: unknown; text?: unknown }[] = [];
    const post = createTransport({ jsonTransport: true });
    post.use("compile", (envelope, done) => {
      handed.push(envelope.data);
      done();
    });
    if (letter)
      expect(await couriers(world.context, post as never).yearSummary.send(letter, () => {})).toMatchObject({
        kind: "final",
      });
    expect(handed[0]).toMatchObject({ to: [{ address: letter?.recipient }], subject: "Your year summary" });
    expect(String(handed[0]?.text)).not.toMatch(/\d/);
  });
  it("go again under another number, and none of them where one has no address", async () => {
    world = smallWorld(2);
    signRun(world, openUsual(world));
    const [first = 0, second = 0] = world.personIds;
    await mail([first]);
    await mail([first]);
    expect(new Set(letters().map((each) => each.messageId)).size).toBe(2);
    world.context.store.db.update(person).set({ email: null }).where(eq(person.id, second)).run();
    await expect(mail([first, second])).rejects.toThrow("has no e-mail address");
    await expect(mail([])).rejects.toThrow("Nobody is chosen");
    await expect(mail([999])).rejects.toThrow("Nobody is chosen");
    expect([letters().length, read()[1]?.to]).toEqual([2, null]);
  });
});
