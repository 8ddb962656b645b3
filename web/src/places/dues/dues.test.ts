/** What the page of dues makes of what it is told, without a page. */
import type { DuePaymentView, DuePerson, DueStep, RemittanceView } from "@zesty/contract/dues";
import { describe, expect, it } from "vitest";
import { alikeIn } from "./alike.ts";
import { paydays, standing } from "./dueWords.ts";
import { cameBack, isOver } from "./paymentStanding.ts";
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
