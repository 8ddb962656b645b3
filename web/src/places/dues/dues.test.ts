/** What the page of dues makes of what it is told, without a page. */
import type {
  DuePaymentView,
  DuePerson,
  DueStep,
  PaymentPlan,
  PlannedLine,
  RemittanceView,
} from "@zesty/contract/dues";
import type { BusinessDues } from "@zesty/contract/payOver";
import { describe, expect, it } from "vitest";
import { alikeIn } from "./alike.ts";
import { paydays, standing } from "./dueWords.ts";
import { cameBack, isOver } from "./paymentStanding.ts";
import { asked, balanceTyped, inTheWay, payable, withinDays } from "./practiceSheet.ts";
import { stationsOf } from "./stations.ts";

const step = (what: DueStep["what"], on: string): DueStep => ({ what, on, receipt: "" });

describe("words", () => {
  it.each([
    ["one state is said alone", [{ state: "owed", cents: 100 }], "owed"],
    [
      "several each with its amount",
      [
        { state: "late", cents: 12_000 },
        { state: "sent", cents: 4_000 },
      ],
      "late 120.00, on its way 40.00",
    ],
    ["nothing is said of nothing", [], ""],
  ] as const)("%s", (_what, parts, words) => expect(standing([...parts])).toBe(words));
  it.each([
    ["2026-07-02", "2026-07-02", "2 July"],
    ["2026-04-09", "2026-06-25", "9 Apr to 25 June"],
  ])("paydays %s to %s", (firstPayday, lastPayday, words) => expect(paydays({ firstPayday, lastPayday })).toBe(words));
});

describe("the way of a due", () => {
  it.each<[string, DueStep[], string[]]>([
    [
      "nothing done yet",
      [step("payday", "2026-07-02"), step("due", "2026-07-13")],
      ["2026-07-02 Payday", "2026-07-13 Due"],
    ],
    [
      "several things on one day are one station",
      [
        step("payday", "2026-07-02"),
        step("prepared", "2026-07-02"),
        step("left", "2026-07-02"),
        step("due", "2026-07-13"),
      ],
      ["2026-07-02 Payday, Prepared, Left the account", "2026-07-13 Due"],
    ],
    [
      "received on its last day: the station keeps its own word",
      [step("payday", "2026-07-02"), step("received", "2026-07-13"), step("due", "2026-07-13")],
      ["2026-07-02 Payday", "2026-07-13 The fund had it"],
    ],
    [
      "received late, in the order of days",
      [step("payday", "2026-07-02"), step("due", "2026-07-13"), step("received", "2026-07-20")],
      ["2026-07-02 Payday", "2026-07-13 Due", "2026-07-20 The fund had it"],
    ],
  ])("%s", (_what, steps, wanted) =>
    expect(stationsOf(steps).map((each) => `${each.on} ${each.words.join(", ")}`)).toEqual(wanted),
  );
});

describe("people of a due", () => {
  const person = (payday: string, change: Partial<DuePerson> = {}): DuePerson => ({
    ...{ personId: 1, name: "Hazel", memberNumber: null, payday, cents: 100, reason: null },
    ...{ parts: [{ state: "owed", cents: 100 }], steps: [step("payday", payday), step("due", "2026-07-28")] },
    ...change,
  });
  it.each<[string, DuePerson[], string[]]>([
    ["one payday", [person("2026-06-04")], ["Payday 4 June 100"]],
    [
      "paydays that went the same way",
      [person("2026-06-04"), person("2026-06-11")],
      ["2 paydays, 4 June to 11 June 200"],
    ],
    [
      "one that was paid stands apart",
      [person("2026-06-04"), person("2026-06-11", { parts: [{ state: "allocated", cents: 100 }] })],
      ["Payday 4 June 100", "Payday 11 June 100"],
    ],
    [
      "two people are never one",
      [person("2026-06-04"), person("2026-06-04", { personId: 2 })],
      ["Payday 4 June 100", "Payday 4 June 100"],
    ],
    [
      "a reason of its own stands apart",
      [person("2026-06-04"), person("2026-06-11", { reason: "closed" })],
      ["Payday 4 June 100", "Payday 11 June 100"],
    ],
  ])("%s", (_what, people, wanted) =>
    expect(alikeIn(people).map((each) => `${each.paydays} ${each.cents}`)).toEqual(wanted),
  );
});

describe("a payment", () => {
  const remittance = (state: string, events: RemittanceView["events"] = []): RemittanceView => ({
    ...{ id: 1, name: "Lime Super", reference: "PC", cents: 100, account: null, events },
    parts: [{ state: state as "sent", cents: 100 }],
  });
  const payment = (change: Partial<DuePaymentView>): DuePaymentView => ({
    ...{
      id: 1,
      number: 1,
      date: "2026-07-02",
      way: "file",
      cents: 100,
      madeBy: "Pip",
      released: "x",
      cancelled: false,
    },
    ...{ mayRelease: false, mayLetGo: false, messages: [], remittances: [] },
    ...change,
  });
  const odd = {
    id: 1,
    channel: "contributions",
    state: "acknowledged",
    detail: null,
    documentId: null,
    fileName: null,
    odd: true,
  } as const;
  it.each<[string, Partial<DuePaymentView>, boolean]>([
    ["all of it there", { remittances: [remittance("received"), remittance("allocated")] }, true],
    ["one on its way", { remittances: [remittance("received"), remittance("sent")] }, false],
    ["some came back", { remittances: [remittance("returned")] }, false],
    ["an answer that makes no sense", { remittances: [remittance("received")], messages: [odd] }, false],
    ["let go", { remittances: [remittance("cancelled")], cancelled: true }, true],
  ])("%s", (_what, change, over) => expect(isOver(payment(change))).toBe(over));
  const back = (person: string | null, reason: string, cents: number) => ({
    ...{ what: "returned", on: "2026-07-06", receipt: "", reason, by: null, person, cents },
  });
  it("says who it came back for once, with the sum and each reason", () => {
    const events = [
      back("Imogen", "closed", 100),
      back("Imogen", "closed", 50),
      back("Noor", "closed", 30),
      back(null, "", 7),
    ];
    expect(cameBack(remittance("returned", events)).map((each) => [each.who, each.cents])).toEqual([
      ...[
        ["Imogen", 150],
        ["Noor", 30],
      ],
      ["Lime Super", 7],
    ]);
  });
});

describe("the sheet of the practice", () => {
  const due = (key: string, change: Partial<BusinessDues["dues"][number]> = {}): BusinessDues["dues"][number] => ({
    ...{ key, dueDate: "2026-07-28", kind: "super", fundId: 1, payee: "", words: key, unpaidCents: 100, isLate: false },
    ...{ sendBy: null, people: 1, returnedCents: 0 },
    ...change,
  });
  const of = (businessId: number, ...dues: BusinessDues["dues"]): BusinessDues => ({
    ...{ businessId, business: `Business ${businessId}`, today: "2026-07-20", dues },
  });
  const all = [
    of(1, due("in eight days"), due("leaves tomorrow", { sendBy: "2026-07-21" })),
    of(2, due("late", { dueDate: "2026-04-28", isLate: true })),
    of(3, due("came back", { dueDate: "2026-09-28", returnedCents: 5 }), due("far", { dueDate: "2026-09-28" })),
    of(4, due("far", { dueDate: "2026-09-28" })),
  ];
  it.each([
    [0, ["late", "came back"]],
    [1, ["leaves tomorrow", "late", "came back"]],
    [7, ["leaves tomorrow", "late", "came back"]],
    [8, ["in eight days", "leaves tomorrow", "late", "came back"]],
    [70, ["in eight days", "leaves tomorrow", "late", "came back", "far", "far"]],
  ])("within %i days", (days, keys) =>
    expect(withinDays(all, days).flatMap((each) => each.dues.map(({ key }) => key))).toEqual(keys),
  );
  it("asks for what is not left out, with the day that was typed", () => {
    const out = new Set(["1 in eight days", "2 late", "4 in eight days"]);
    expect(asked(withinDays(all, 8), out, { 1: "2026-07-22" })).toEqual([
      { business: 1, date: "2026-07-22", picks: [{ dueDate: "2026-07-28", kind: "super", fundId: 1, payee: "" }] },
      { business: 3, picks: [{ dueDate: "2026-09-28", kind: "super", fundId: 1, payee: "" }] },
    ]);
  });
  const line = (change: Partial<PlannedLine> = {}): PlannedLine => ({
    ...{ receiver: "fund 1", name: "A fund", fundId: 1, cents: 100, people: 1, reference: "PC", account: "040" },
    ...{ whole: null, isNew: false, dues: ["x"], setOffCents: 0 },
    ...change,
  });
  const plan = (change: Partial<PaymentPlan> = {}): PaymentPlan => ({
    ...{ lines: [line()], cents: 100, faults: [], earliest: "2026-07-21", fourEyes: false, withData: false },
    balance: null,
    ...change,
  });
  const isNew = { lines: [line({ isNew: true })] };
  it.each<[string, Partial<PaymentPlan>, string[], RegExp | null]>([
    ["nothing", {}, [], null],
    ["a fault", { faults: [{ text: "No account.", mend: null }] }, [], /No account/],
    ["an account not looked at", isNew, [], /first time/],
    ["looked at for another business", isNew, ["2 fund 1"], /first time/],
    ["looked at", isNew, ["1 fund 1"], null],
    ["a receiver without an account", { lines: [line({ isNew: true, account: null })] }, [], null],
    ["nothing left", { cents: 0, lines: [] }, [], /Nothing/],
  ])("%s in the way", (_what, change, ticks, why) => {
    const confirmed = new Set(ticks);
    const told = inTheWay(plan(change), 1, confirmed);
    why ? expect(told).toMatch(why) : expect(told).toBeNull();
    const picks = [{ dueDate: "2026-07-28", kind: "super" as const, fundId: 1 }];
    const ready = payable([{ of: { business: 1, picks }, plan: plan(change) }], confirmed);
    expect(ready.map(({ date, cents }) => [date, cents])).toEqual(why ? [] : [["2026-07-21", 100]]);
  });
  it.each([
    ["12,400.50", 1_240_050],
    ["$ 900", null],
    ["$900", 90_000],
    ["-20.00", -2_000],
    ["8,40", null],
    ["8.4", null],
    ["", null],
  ])("an account that holds %s", (text, read) => expect(balanceTyped(text)).toBe(read));
});
