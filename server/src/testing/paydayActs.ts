/**
 * What may be done about paydays, one after the other: pays typed, corrected, raised, left, signed, sent, refused, taken
 * back, paid over. What is not allowed just now is refused by a sentence, and the life goes on.
 */
import { signedSums, type YearAct } from "@zesty/contract/year";
import { addDays } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { readDay } from "@zesty/core/hours/dayText";
import { decimal } from "@zesty/core/quantity/decimal";
import { payBack } from "../afterwards/backPay.ts";
import { makeCorrection } from "../afterwards/correction.ts";
import { employAgainFrom } from "../afterwards/employAgain.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { undoDeparture } from "../afterwards/undoDeparture.ts";
import { readDues } from "../dues/readDues.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { findRun } from "../ground/findRun.ts";
import { ProblemError } from "../ground/problem.ts";
import { replaceEvent } from "../outbox/replaceEvent.ts";
import { sendAgain, sendRun } from "../outbox/sendRun.ts";
import { payByHand } from "../remittances/byHand.ts";
import { discardRun } from "../runs/discardRun.ts";
import { movePayday } from "../runs/movePayday.ts";
import { openOutsideCycle } from "../runs/outsideCycle.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { payCycle, payRun } from "../store/schema.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { declareYear } from "../year/declare.ts";
import { readYearAndEnding } from "../year/ending.ts";
import { pick } from "./dueMakers.ts";
import { type Outside, settleOutbox } from "./outside.ts";
import { openUsual, plainTerms, type SmallWorld, signRun } from "./smallWorld.ts";

const channels = ["payEvent", "employmentInformation", "employeeDetails", "paymentFile"] as const;
/** What is typed beside the hours, by element. */
const amounts = {
  AU: {
    ...{ BONUS: "800.00", REIMB: "45.60", SACS: "150.00", UNION: "12.50", DED: "30.00", TOOL: "22.00", CHILD: "90.00" },
    ...{ SALO: "60.00", OWN: "25.00", CENTS: "35.20", DIR: "200.00" },
  },
  NZ: { BONUS: "800.00", REIMB: "45.60", GIVE: "15.00", DED: "30.00", ALLOW: "22.00", COMM: "120.00" },
};
const fullWeek = {
  AU: { weeklyHours: "38" },
  NZ: { weeklyHours: "40", workPattern: ["8", "8", "8", "8", "8", "0", "0"] },
};

export interface Life {
  world: SmallWorld;
  outside: Outside;
  country: "AU" | "NZ";
  /** the element of a code, those made for the life too */
  element(code: string): number;
}

export function paydayActs({ world, outside, country, element }: Life) {
  const { context, actor, businessId, cycleId, personIds } = world;
  const { db } = context.store;
  const all = <Row>(sql: string, ...values: unknown[]) =>
    context.store.prepared<unknown[], Row>(sql).all(...values) as Row[];
  const runs = () => db.select().from(payRun).all();
  const today = () => todayAt(context, businessId);
  /** of a life: its day goes forward, and so does the time of that day */
  let minute = 0;
  const pass = async () => {
    for (const _ of [1, 2]) {
      minute += 3;
      outside.held.setClock(new Date(Date.parse(`${today()}T02:00:00Z`) + minute * 60_000).toISOString());
      await settleOutbox(world);
    }
  };
  /** Lets everything pass that waits, on a day that is not before the payday. */
  const send = async (runId: number) => {
    const { payday } = findRun(context, runId);
    if (payday > today()) outside.move(world, payday);
    sendRun(context, actor, runId, channels);
    await pass();
  };
  /** Pays by hand what is left of a due. */
  const payOver = (due: ReturnType<typeof readDues>[number] | undefined) =>
    due &&
    payByHand(context, actor, businessId, {
      ...{ picks: [{ ...pick(due), payee: due.payee }], cents: due.unpaidCents, on: today(), receipt: "R" },
      ...(due.kind === "super" ? { receivedOn: today() } : {}),
    });
  const owed = () => readDues(context, businessId).filter((each) => each.unpaidCents > 0);

  /** The year that begins on this day, declared final or opened again for whom it may be. */
  const declare = async (from: string, act: YearAct, people: readonly number[] = personIds) => {
    const { rows, ending } = readYearAndEnding(context, actor, businessId, from);
    const those = people.filter((id) => ending.people[id]);
    const shown = signedSums(rows, those);
    declareYear(context, actor, businessId, { from, people: those, act, reason: "A reason", shown });
    await pass();
  };
  const yearOf = (day: string) => payrollYearOf(country, day).from;

  function acts(which: number): Record<string, () => unknown> {
    const open = runs().filter((each) => each.state === "open");
    const signed = runs().filter((each) => each.state === "signedOff");
    const some = <Row>(rows: readonly Row[]): Row | undefined => rows[which % Math.max(rows.length, 1)];
    const who = personIds[which % personIds.length] ?? 0;
    type Lines = ReturnType<typeof readCorrectable>["lines"];
    const correct = (into: "next" | "own", change: (lines: Lines) => Lines | null) => {
      const pay = some(
        all<{ id: number }>(
          `SELECT s.pay_id AS id FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
           WHERE s.kind = 'pay' AND r.state NOT IN ('open', 'takenBack') ORDER BY s.id DESC LIMIT 9`,
        ),
      );
      const lines = pay && change(readCorrectable(context, pay.id).lines);
      if (lines) makeCorrection(context, actor, { payId: pay.id, lines, into, recoverPerPay: "40" });
    };
    const otherHours = ([first, ...rest]: Lines): Lines | null =>
      first?.hours
        ? [
            {
              ...first,
              hours: decimal(first.hours)
                .plus((which % 7) - 3)
                .toString(),
            },
            ...rest,
          ]
        : null;
    /** a line more, a line less, or another amount */
    const otherLines = (lines: Lines): Lines => {
      const at = which % Math.max(1, lines.length);
      if (which % 3 === 0) return [...lines, { elementId: element("BONUS"), amount: "77.00" }];
      if (which % 3 === 1) return lines.filter((_, each) => each !== at || each === 0);
      return lines.map((line, each) =>
        each === at && line.amount
          ? {
              ...line,
              amount: decimal(line.amount)
                .plus((which % 5) * 7 - 14)
                .toFixed(2),
            }
          : line,
      );
    };
    const row = (runId: number) => {
      const { version, rows } = readRun(context, actor, runId);
      return { version, row: some(rows) };
    };
    const type = (runId: number, line: { elementId: number; hours?: string; amount?: string }) => {
      const { version, row: one } = row(runId);
      if (one) saveRows(context, actor, runId, { version, rows: [{ payId: one.payId, lines: [line] }] });
    };
    const faulty = async (rule: object) => {
      outside.held.setRules([{ ...rule, match: { payrollId: "E0" }, uses: 1 } as never]);
      if (signed[0]) await send(signed[0].id);
      outside.held.setRules([]);
    };
    return {
      open: () => open.some((each) => each.kind === "cycle") || openUsual(world),
      sign: () => open[0] && signRun(world, open[0].id),
      signLast: () => open.at(-1) && signRun(world, open.at(-1)?.id ?? 0),
      send: () => signed[0] && send(signed[0].id),
      sendLast: () => signed.at(-1) && send(signed.at(-1)?.id ?? 0),
      hours: () => open[0] && type(open[0].id, { elementId: element("ORD"), hours: String(20 + (which % 20)) }),
      amount: () => {
        const [code, amount] = some(Object.entries(amounts[country])) ?? ["", ""];
        const run = some(open);
        if (run) type(run.id, { elementId: element(code), amount });
      },
      leaveOut: () => {
        const run = some(open);
        const { version, row: one } = run ? row(run.id) : { version: 0, row: undefined };
        if (run && one)
          saveRows(context, actor, run.id, { version, rows: [{ payId: one.payId, included: !one.included }] });
      },
      correctNext: () => correct("next", otherHours),
      correctOwn: () => correct("own", otherHours),
      correctLines: () => correct(which % 2 ? "own" : "next", otherLines),
      leave: () => {
        const date = addDays(today(), (which % 13) - 6);
        const record = readDay(["al", "sick", "unpaid"][which % 3] ?? "", date, country);
        if (!record || "fault" in record) return;
        saveDays(context, actor, businessId, { days: [{ personId: who, date, kind: "worked", record }] });
        approveDays(context, actor, businessId, { days: [{ personId: who, date }], approved: true });
      },
      raise: () => {
        const from = addDays(today(), -(which % 25));
        // A contractor stays one: who becomes an employee is reported with what was invoiced before (not told apart yet).
        const now = all<{ basis: string }>(
          "SELECT basis FROM employment_terms WHERE person_id = ? ORDER BY id DESC",
          who,
        );
        if (now[0]?.basis === "contractor") return;
        const terms = plainTerms(world, { from, hourlyRate: (33 + which / 10).toFixed(2), ...fullWeek[country] });
        payBack(context, actor, who, { section: "employment", values: terms });
      },
      depart: () =>
        recordDeparture(context, actor, who, {
          ...{ lastDay: addDays(today(), (which % 9) - 3), reason: (["V", "R", "F", "I"] as const)[which % 4] ?? "V" },
          ...{ noticeWorked: which % 3 > 0, misconduct: false, pay: which % 2 ? "next" : "now" },
        }),
      undoDeparture: () => undoDeparture(context, actor, who),
      employAgain: () => employAgainFrom(context, actor, who, addDays(today(), which % 9)),
      outside: () => {
        const cycle = db.select().from(payCycle).all()[0];
        if (!cycle) return;
        const runId = openOutsideCycle(context, actor, businessId, {
          ...{ cycleId, periodStart: nextPeriodOf(context, cycle).start, payday: addDays(today(), which % 4) },
          ...{ reason: "Forgotten", personIds: [who] },
        });
        type(runId, { elementId: element("BONUS"), amount: "250.00" });
      },
      move: () => {
        const run = some(open);
        if (!run) return;
        const { version } = readRun(context, actor, run.id);
        movePayday(context, actor, run.id, { payday: addDays(run.payday, (which % 5) - 1), version });
      },
      takeBack: () => takeBack(context, actor, some(signed)?.id ?? 0, "A reason"),
      discard: () => discardRun(context, actor, open.at(-1)?.id ?? 0),
      replace: async () => {
        const run = runs().findLast((each) => each.state === "sent" || each.state === "settled");
        if (run) replaceEvent(context, actor, run.id, { reason: "It was wrong" });
        await pass();
      },
      refused: () =>
        faulty(
          {
            AU: { service: "au-tax", operation: "submit", fault: "REJECT_PAYEE" },
            NZ: { service: "nz-tax", operation: "file", fault: "REJECT_LINE" },
          }[country],
        ),
      // The money of the first person comes back, as from an account that is closed for a while.
      returned: async () => {
        const account = { AU: "10000000", NZ: "01-0902-0068389-000" }[country];
        outside.held.db.prepare("INSERT OR REPLACE INTO bank_account VALUES (?, 'closed')").run(account);
        if (signed[0]) await send(signed[0].id);
        outside.held.db.exec("DELETE FROM bank_account");
      },
      again: async () => {
        const run = some(runs());
        const channel = all<{ channel: (typeof channels)[number] }>(
          "SELECT channel FROM outbox WHERE run_id = ? AND channel <> 'payslip' ORDER BY id DESC",
          run?.id ?? 0,
        )[0];
        if (run && channel) sendAgain(context, actor, run.id, channel.channel);
        await pass();
      },
      payOver: () => payOver(some(owed())),
      declare: () =>
        declare(yearOf(addDays(today(), -21)), (["final", "final", "again", "update"] as const)[which % 4] ?? "final", [
          who,
        ]),
      days: () => outside.move(world, addDays(today(), 1 + (which % 4))),
    };
  }

  /** Makes the year final for everybody who may be; who is not is told of. */
  const declareAll = async (from: string) => {
    for (const each of personIds) await tryTo(() => declare(from, "final", [each]));
    return readYearAndEnding(context, actor, businessId, from);
  };

  const tryTo = async (act: (() => unknown) | undefined) => {
    try {
      await act?.();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
    }
  };

  return {
    declareAll,
    yearOf,
    async play(steps: readonly (readonly [string, number])[]): Promise<void> {
      for (const [name, which] of steps) await tryTo(acts(which)[name]);
      // All that is open is signed where it can be, and all of it is sent, the earliest payday first.
      for (const run of runs().filter((each) => each.state === "open"))
        try {
          signRun(world, run.id);
        } catch {
          discardRun(context, actor, run.id);
        }
      const waiting = runs().filter((each) => each.state === "signedOff");
      for (const run of waiting.sort((a, b) => a.payday.localeCompare(b.payday))) await send(run.id);
      for (const { id } of all<{ id: number }>(
        `SELECT run_id AS id FROM outbox o WHERE channel = 'paymentFile' AND state = 'partial'
           AND id = (SELECT MAX(id) FROM outbox WHERE run_id = o.run_id AND channel = 'paymentFile')`,
      )) {
        sendAgain(context, actor, id, "paymentFile");
        await send(id);
      }
    },
    /** Pays everything over that is owed; what is to be set off goes first with its receiver's others. */
    async payAllOver(): Promise<void> {
      for (let round = 0; round < 4; round += 1) for (const due of owed()) await tryTo(() => void payOver(due));
    },
  };
}

/** The names of all acts; what moves a payday on is done more often. */
export const bagOfActs = [
  ..."open sign signLast send sendLast hours amount leaveOut correctNext correctOwn correctLines leave raise".split(
    " ",
  ),
  ..."depart undoDeparture employAgain outside move takeBack discard replace refused returned again payOver declare days".split(
    " ",
  ),
  ..."open sign send open sign send sendLast days amount amount amount".split(" "),
];
