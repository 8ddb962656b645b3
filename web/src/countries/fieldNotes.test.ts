import { describe, expect, it } from "vitest";
import { notesOf } from "./FieldNotesOf.tsx";
import { onPage } from "./onPage.ts";

const sources = import.meta.glob<string>(
  [
    "../places/people/{forms,au,nz}/*.tsx",
    "../places/people/NewPerson.tsx",
    "../places/setup/*.tsx",
    "../places/setup/nz/*.tsx",
    "../parts/{NewElementForm,ElementFields}.tsx",
    "./{au,nz}/elements.tsx",
  ],
  { query: "?raw", import: "default", eager: true },
);
/** Labels of the fields that stand in the files of a path. */
const labels = (path: RegExp): string[] =>
  Object.entries(sources)
    .filter(([file]) => path.test(file))
    .flatMap(([, text]) => [
      ...[...text.matchAll(/<(?:Text|Choice|Tick)Field\s+label="([^"]+)"/g)].map((found) => found[1] as string),
      ...[...text.matchAll(/field\(\s*[^,]+,\s*"([^"]+)"/g)].map((found) => found[1] as string),
    ]);

/** What everybody knows, or what its hint says in full. */
const plain = [
  ...[
    "Phone",
    "Telephone",
    "E-mail",
    "Reason",
    "Paydays",
    "The payroll year",
    "Street",
    "State",
    "Postcode",
    "That is the usual pay",
    "Per cent",
    "Of",
    "From",
    "To",
    "Gross",
    "Days",
  ],
  ...["Hours to add to the ledger", "Another fund", "Add a line", "Opening balance of", "The balance is true on"],
  ...["From the period that starts on"],
];

describe("notes beside fields", () => {
  it.each([
    ["a tax declaration", /TaxForm/, notesOf.AU.person],
    ["super", /SuperForm/, notesOf.AU.person],
    ["bank accounts in Australia", /BankForm/, notesOf.AU.person],
    ["employment", /EmploymentForm/, notesOf.NZ.person],
    ["a new person", /NewPerson/, notesOf.NZ.person],
    ["a tax code", /TaxCodeForm/, notesOf.NZ.person],
    ["KiwiSaver", /KiwiSaverForm/, notesOf.NZ.person],
    ["whom to call", /EmergencyForm/, notesOf.NZ.person],
    ["qualifications", /QualificationsForm/, notesOf.AU.person],
    ["funds", /Funds/, notesOf.AU.business],
    ["a pay cycle", /NewCycle/, notesOf.NZ.business],
    ["a pay element", /NewElementForm|ElementFields/, notesOf.NZ.business],
    ["a pay element in Australia", /au\/elements/, notesOf.AU.business],
    ["a top-up", /TopUps/, notesOf.AU.business],
    ["who lodges in Australia", /SenderForm/, notesOf.AU.business],
    ["who lodges in New Zealand", /SenderForm/, notesOf.NZ.business],
    ["a deferral", /StandingForm/, notesOf.AU.business],
  ])("say of each field of %s what it is, or it is plain", (_what, path, notes) => {
    const found = labels(path);
    expect(found.length).toBeGreaterThan(2);
    expect(found.filter((label) => !notes[label] && !plain.includes(label))).toEqual([]);
  });
  it.each(["AU", "NZ"] as const)("are about fields that exist, and end as sentences, in %s", (country) => {
    const all = [...labels(/./), onPage[country].minimum];
    for (const [label, { means, found, wrong }] of Object.values(notesOf[country]).flatMap(Object.entries)) {
      expect(all.includes(label) ? "" : label).toBe("");
      expect([means, found ?? "It.", wrong].every((each) => /^[A-Z].*\.$/.test(each)) ? "" : label).toBe("");
    }
  });
});
