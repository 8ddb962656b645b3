/**
 * All of an act or nothing of it: the power is cut at each of its writes in turn, and what lies in the store is as before.
 * Acts follow one another as they do at work, so that each stands on what the others wrote.
 */
import { isTfn } from "@zesty/core/au/taxFileNumber";
import { isIrd } from "@zesty/core/nz/irdNumber";
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { employAgainFrom, undoEmployAgain } from "../afterwards/employAgain.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import { readBank } from "../bankStatements/readBank.ts";
import { endMatch, matchByHand, takeStatementIn } from "../bankStatements/takeIn.ts";
import { agreeToSpan } from "../books/readSpan.ts";
import { savePayee } from "../dues/payees.ts";
import { adjustBalance } from "../leave/changeBalance.ts";
import { answerRequest, askForLeave } from "../leave/requests.ts";
import { postWorth } from "../leave/worth.ts";
import { sendRun } from "../outbox/sendRun.ts";
import { allPaid, settleAnswer } from "../outbox/settleAnswer.ts";
import { employmentOf } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { addPeople } from "../putIn/peopleSheet.ts";
import { takeOutPeople } from "../putIn/takeOutPeople.ts";
import { payByHand, takeBackByHand } from "../remittances/byHand.ts";
import { letGo, preparePayment, releasePayment } from "../remittances/pay.ts";
import { planPayment } from "../remittances/plan.ts";
import { discardRun } from "../runs/discardRun.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { signOff } from "../signOff/signOff.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { clearing, dueOf, pick } from "../testing/dueMakers.ts";
import { leftByCuts } from "../testing/powerCut.ts";
import { type SmallWorld, smallWorld, smallWorldNz, validFrom } from "../testing/smallWorld.ts";
import { approve, begin, type as typeDays } from "../testing/timeMakers.ts";
import { datedRecords } from "./dated.ts";
import { unbalanced } from "./invariants.ts";
import { business, outbox, person } from "./schema.ts";
import { verify } from "./trail.ts";

let world: SmallWorld;
afterEach(() => world.end());

const readTerms = (personId: number) => {
  const terms = datedRecords(world.context.store.db, [personId], "2026-07-06").terms.get(personId);
  if (!terms) throw new Error("Nothing is agreed.");
  return employmentOf(terms);
};
/** Does it in the end, with the power cut at its writes before. */
function whole<T>(name: string, act: () => T): T {
  let made: T | undefined;
  const left = leftByCuts(world.context.store.sqlite, () => {
    made = act();
  });
  expect([name, left]).toEqual([name, null]);
  return made as T;
}

it.each([
  ["Australia", () => smallWorld(2), "withholding"],
  ["New Zealand", () => smallWorldNz(2), "paye"],
] as const)(
  "each act is whole, or nothing: %s",
  (country, make, due) => {
    world = make();
    const { context, actor, businessId, cycleId, personIds, element } = begin(world);
    const { db } = context.store;
    const [first = 0, second = 0] = personIds;
    const au = country === "Australia";
    const number = au
      ? { fileNumber: validFrom(200_000_000, 1, isTfn)[0] ?? "" }
      : { irdNumber: validFrom(60_000_000, 1, isIrd)[0] ?? "" };
    const newcomer = {
      givenName: "Ada",
      familyName: "Wrong",
      birthDate: "3/2/1991",
      startDate: "22 jun 2026",
      basis: "full-time",
      weeklyHours: "38",
      hourlyRate: "31.50",
      ...number,
    };
    const ticked = (runId: number) => {
      for (const { payId, marks } of readRun(context, actor, runId).rows)
        for (const { key, kind } of marks)
          if (kind === "query") setTick(context, actor, runId, { payId, key, on: true });
      return readRun(context, actor, runId).version;
    };
    const open = () => openRun(context, actor, businessId, { cycleId, from: "usual" });

    const added = whole("people added", () => addPeople(context, actor, businessId, [newcomer]));
    whole("people taken out", () => takeOutPeople(context, actor, businessId, added));
    const discarded = whole("a run opened", open);
    whole("a run discarded", () => discardRun(context, actor, discarded));
    whole("a balance put right", () =>
      adjustBalance(context, actor, first, { kind: "annual", date: "2026-06-01", amount: "60", reason: "brought" }),
    );
    whole("days typed", () => typeDays({ "2026-06-24": "al" }, second));
    whole("days approved", () => approve(["2026-06-24"], true, second));
    const { id: request } = whole("leave asked for", () =>
      askForLeave(context, actor, businessId, {
        ...{
          personId: first,
          kind: "annual",
          first: "2026-06-25",
          last: "2026-06-25",
          hoursADay: null,
          inAdvance: false,
        },
        ...{ note: null, approve: { belowNought: true } },
      }),
    );
    const runId = open();
    whole(
      "leave withdrawn",
      () =>
        void answerRequest(context, actor, businessId, request, {
          answer: "withdrawn",
          comment: null,
          belowNought: false,
          was: "approved",
        }),
    );
    whole(
      "a departure",
      () =>
        void recordDeparture(context, actor, second, {
          lastDay: "2026-06-26",
          reason: au ? "V" : ("resigned" as never),
          noticeWorked: true,
          misconduct: false,
          pay: "next",
        }),
    );
    whole("a departure undone", () => void undoDeparture(context, actor, second));
    whole("hours typed", () => {
      const view = readRun(context, actor, runId);
      saveRows(context, actor, runId, {
        version: view.version,
        rows: [{ payId: view.rows[0]?.payId ?? 0, lines: [{ elementId: element("ORD"), hours: "30" }] }],
      });
    });
    const version = ticked(runId);
    whole("sign-off", () => signOff(context, actor, runId, version));
    const again = whole("a run taken back", () => takeBack(context, actor, runId, "once more"));
    signOff(context, actor, again, ticked(again));
    const channels = db
      .select()
      .from(outbox)
      .where(eq(outbox.runId, again))
      .all()
      .map(({ channel }) => channel);
    whole("sending", () => sendRun(context, actor, again, [...new Set(channels)] as never));
    for (const row of db.select().from(outbox).where(eq(outbox.runId, again)).all())
      whole(`an answer: ${row.channel}`, () =>
        settleAnswer(context, row, {
          kind: "final",
          state: "accepted",
          detail: "",
          items: [],
          ...(row.channel === "paymentFile" ? { lines: allPaid(context, row.id) } : {}),
        }),
      );
    context.clock.moveTo("2026-07-10");
    const owed = () => dueOf(world, due);
    const byHand = () => ({ picks: [pick(owed())], cents: owed().cents, on: "2026-07-09", receipt: "R-1" });
    const paid = whole("dues paid by hand", () => payByHand(context, actor, businessId, byHand()));
    whole("that taken back", () => takeBackByHand(context, actor, businessId, paid, "Another due"));
    const receiver = au ? "taxOffice" : "inlandRevenue";
    whole("an account of a receiver", () =>
      savePayee(
        context,
        actor,
        businessId,
        au ? { ...clearing, receiver } : { ...clearing, receiver, bsb: "", account: "01-0902-0068389-000" },
      ),
    );
    db.update(business).set({ fourEyes: true }).run();
    const prepare = () => {
      const plan = planPayment(context, businessId, [pick(owed())]);
      const confirmed = plan.lines.map((line) => line.receiver);
      return preparePayment(context, actor, businessId, {
        picks: [pick(owed())],
        date: plan.earliest,
        cents: plan.cents,
        confirmed,
      });
    };
    const prepared = whole("a payment of dues prepared", prepare);
    whole("let go", () => letGo(context, actor, businessId, prepared, "Wrong day"));
    const next = prepare();
    whole("a payment released by somebody else", () =>
      releasePayment(context, { ...actor, userId: actor.userId + 1 }, businessId, next),
    );
    const csv = "Date,Amount,Description\r\n02/07/2026,-12.34,WAGES\r\n03/07/2026,-1.00,FEE";
    whole("a statement of the bank", () =>
      takeStatementIn(context, actor, businessId, { name: "July", data: Buffer.from(csv).toString("base64") }),
    );
    const line = () => readBank(context, businessId).lines[0];
    whole("a line matched by hand", () =>
      matchByHand(context, actor, businessId, { line: line()?.id ?? 0, payment: null, part: null, reason: "" }),
    );
    whole("a match ended", () => endMatch(context, actor, businessId, line()?.match?.id ?? 0));
    whole("a month agreed", () =>
      agreeToSpan(context, actor, businessId, { from: "2026-07-01", to: "2026-07-31", note: "Some of it is later" }),
    );
    whole("leave worth posted", () => postWorth(context, actor, businessId, "2026-06-30"));
    whole("a raise", () =>
      saveSection(context, actor, first, "employment", {
        ...readTerms(first),
        from: "2026-07-06",
        hourlyRate: "40",
      } as never),
    );
    const signedPay = readRun(context, actor, again).rows[0]?.payId ?? 0;
    const { lines } = readCorrectable(context, signedPay);
    open();
    whole("a correction", () =>
      makeCorrection(context, actor, {
        payId: signedPay,
        lines: lines.map((each) => ({ ...each, hours: each.hours ? "31" : undefined })) as never,
        into: "next",
      }),
    );
    whole("a business added", () =>
      createBusiness(context, actor, {
        ...{
          name: "Another",
          legalName: "Another Pty Ltd",
          abn: "51000000680",
          state: "SA",
          timeZone: "Australia/Adelaide",
          bank: null,
        },
        ...{ contact: { name: "Kim", phone: "0400000000", email: "kim@example.org" } },
        cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-06-22", paydayOffset: 4 },
      }),
    );
    db.update(person).set({ endDate: "2026-07-31" }).where(eq(person.id, second)).run();
    whole("an employment begun again", () => employAgainFrom(context, actor, second, "2026-09-01"));
    whole("and taken back", () => undoEmployAgain(context, actor, second));
    expect(unbalanced(context.store)).toEqual([]);
    expect(verify(context.store).broken).toEqual([]);
  },
  120_000,
);
