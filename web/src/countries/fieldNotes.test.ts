import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { describe, expect, it } from "vitest";
import { notesOf } from "./FieldNotesOf.tsx";
import { onPage } from "./onPage.ts";

const sources = import.meta.glob<string>(
  [
    "../places/people/{forms,au,nz}/*.tsx",
    "../places/people/{NewPerson,Departure}.tsx",
    "../places/agreements/AgreementFacts.tsx",
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
  ...["From the period that starts on", "Payday", "Amount, $", "Table", "I have laid every figure below beside"],
  ...["Their passphrase", "The same again"],
];

describe("notes beside fields", () => {
  const forms = Object.keys(sources).filter((file) => labels(new RegExp(file.replace(/[./]/g, "\\$&"))).length > 0);
  it.each(forms)("%s: each field says what it is, or is plain", (file) => {
    const subject = /people/.test(file) ? "person" : "business";
    const country = /\/nz\//.test(file) ? ["NZ"] : /\/au\//.test(file) ? ["AU"] : ["AU", "NZ"];
    const known = (label: string) => country.some((each) => notesOf[each as "AU"][subject][label]);
    const found = labels(new RegExp(file.replace(/[./]/g, "\\$&")));
    expect(found.filter((label) => !known(label) && !plain.includes(label))).toEqual([]);
  });
  it.each(["AU", "NZ"] as const)("are about fields that exist, and end as sentences, in %s", (country) => {
    const asked = peopleColumnsIn(country).map((each) => each.title);
    const known = notesOf[country].person;
    // A new person's fields are those of the sheet of people.
    expect(asked.filter((label) => !known[label] && !plain.includes(label))).toEqual([]);
    const all = [...labels(/./), ...asked, onPage[country].minimum];
    for (const [label, { means, found, wrong }] of Object.values(notesOf[country]).flatMap(Object.entries)) {
      expect(all.includes(label) ? "" : label).toBe("");
      expect([means, found ?? "It.", wrong].every((each) => /^[A-Z].*\.$/.test(each)) ? "" : label).toBe("");
    }
  });
});
