/** A year in fast forward on a copy of a store: `node server/dist/endure.js <store> [until]`. Prints its figures. */
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import { makeApplication } from "../app/application.ts";
import { playYear } from "../endure/playYear.ts";
import { readSettings } from "../ground/settings.ts";
import { user } from "../store/schema.ts";
import { verify } from "../store/trail.ts";

const [store = "", until = "2027-06-30"] = process.argv.slice(2);
const folder = mkdtempSync(join(tmpdir(), "zesty-endure-"));
cpSync(store, folder, { recursive: true });
const settings = readSettings({ ...process.env, ZESTY_DATA: folder, ZESTY_DEMO_DAY: "2026-07-01" });
const application = makeApplication(settings);
const { context } = application;
const lead = context.store.db.select().from(user).where(eq(user.lead, true)).get();
if (!lead) throw new Error("The store has no practice lead.");
const began = performance.now();
const played = playYear(context, { userId: lead.id, name: lead.name, email: lead.email, lead: true }, until);
const verdict = verify(context.store);
await application.close();
rmSync(folder, { recursive: true, force: true });
const counts = (of: Record<string, number>) =>
  Object.entries(of)
    .map(([name, count]) => `${count} × ${name}`)
    .join(", ") || "none";
const broken = [...played.broken, ...verdict.broken.map((each) => each.words)];
process.stdout.write(`${played.paydays} paydays until ${until} in ${Math.round((performance.now() - began) / 1000)} s
${played.leave} leaves, ${played.corrections} corrections, ${played.outside} pays outside the cycle, ${played.moved} moved paydays, ${played.departures} departures, ${played.takenBack} taken back
done and undone: ${counts(played.undone)}
left out for stops that no typing mends: ${counts(played.leftOut)}
${played.ended.map((each) => `cycle ${each.cycle} ends before ${each.payday}: ${each.says}`).join("\n") || "no table ended"}
${played.held.map((each) => `cycle ${each.cycle} waits at ${each.payday}: ${each.says}`).join("\n") || "every business is set up"}
${verdict.entries} entries of the trail, ${verdict.seals} seals: ${broken.length === 0 ? "whole" : broken.join(" ")}
`);
process.exit(broken.length === 0 ? 0 : 1);
