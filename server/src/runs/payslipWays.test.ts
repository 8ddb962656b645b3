/** How payslips come to people: by mail, on the staff page alone, or on paper from the run. */
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { renderPayslips, stopRendering } from "../documents/renderPayslip.ts";
import { slipOf } from "../documents/slip.ts";
import { sendView } from "../outbox/sendRun.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { printedPays } from "../signOff/printed.ts";
import { sentPayslips } from "../staff/readStaff.ts";
import { outbox, payRun, staffLink } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { readRun } from "./readRun.ts";

let world: SmallWorld;
afterEach(async () => {
  await stopRendering();
  await world.end();
});
const details = (at: number, change: object) => {
  const id = world.personIds[at] ?? 0;
  const { details: known } = readPerson(world.context, id);
  saveSection(world.context, world.actor, id, "details", { ...known, ...change });
};

it("only who has it by mail is mailed; who has no address and another way is asked for nothing", async () => {
  world = smallWorld(5);
  const { context, actor } = world;
  details(0, { email: null });
  details(1, { email: null, payslipBy: "page" });
  details(2, { payslipBy: "print" });
  details(3, { email: null, payslipBy: "print" });
  const runId = openUsual(world);
  const asked = readRun(context, actor, runId).rows.filter((row) =>
    row.marks.some((mark) => mark.text.includes("e-mail")),
  );
  expect(asked.map((row) => row.name)).toEqual(["Alex Sample0"]);
  const missing = (at: number) => readPerson(context, world.personIds[at] ?? 0).missing.map((each) => each.text);
  expect([missing(0), missing(1), missing(3)]).toEqual([["E-mail"], [], []]);
  expect(signOffPlan(context, runId).payslips).toEqual({
    ...{ byMail: 1, onPage: 0, toPrint: 2 },
    without: ["Alex Sample0", "Alex Sample1"],
  });
  const { db } = context.store;
  const userId = actor.userId;
  db.insert(staffLink)
    .values({ personId: world.personIds[1] ?? 0, userId, openedAt: "2026-06-01" })
    .run();
  expect(signOffPlan(context, runId).payslips).toMatchObject({ onPage: 1, without: ["Alex Sample0"] });
  signRun(world, runId);
  const mailed = context.store.db.select().from(outbox).where(eq(outbox.channel, "payslip")).all();
  expect(mailed.map((row) => row.recipient)).toEqual(["alex4@example.org"]);
  expect(sendView(context, runId).toPrint).toBe(2);

  // On the staff page there is everybody's, whichever way it comes.
  context.store.db.update(payRun).set({ state: "sent" }).run();
  expect(world.personIds.map((id) => sentPayslips(context, id).length)).toEqual([1, 1, 1, 1, 1]);
  const slips = readRun(context, actor, runId).rows.filter((row) => printedPays(context, runId).includes(row.payId));
  expect(slips.map((row) => row.name)).toEqual(["Alex Sample2", "Alex Sample3"]);
});

it("those on paper are one file, a page each", async () => {
  world = smallWorld(2);
  for (const at of [0, 1]) details(at, { payslipBy: "print" });
  const runId = signRun(world, openUsual(world));
  const slips = printedPays(world.context, runId).map((payId) => slipOf(world.context, { runId, payId }));
  const file = join(world.context.store.folder, "slips.pdf");
  writeFileSync(file, await renderPayslips(slips));
  const pages = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" }).split("\f").slice(0, -1);
  expect(pages.map((page) => /Alex Sample\d/.exec(page)?.[0])).toEqual(["Alex Sample0", "Alex Sample1"]);
});
