/** Parts of what a person's sections show that both countries share. */

import type { BusinessView } from "@zesty/contract/business";
import type { PersonView } from "@zesty/contract/people";
import { usualTimesText } from "@zesty/core/hours/usualTimes";
import type { ComponentType } from "react";
import { counted, hours, longDate, money } from "../../parts/format.ts";
import { ContractForm } from "./forms/ContractForm.tsx";
import { EmergencyForm } from "./forms/EmergencyForm.tsx";
import { OwnFactsForm } from "./forms/OwnFactsForm.tsx";
import { QualificationsForm } from "./forms/QualificationsForm.tsx";
import type { FormProps } from "./forms/section.tsx";
import { TimeForm } from "./forms/TimeForm.tsx";

type Facts = (person: PersonView, setUp: BusinessView) => [string, string | null | undefined][];

export interface SectionShown {
  id: string;
  title: string;
  facts: Facts;
  Form: ComponentType<FormProps>;
  secret?: "tax" | "bank";
}
/** By which agreement the person is paid: the same in both countries. */
const useWords = {
  all: "every hour is recorded",
  exceptions: "the week's pattern, with exceptions",
  record: "for the record only: usual pay is paid",
} as const;
export const time: SectionShown = {
  id: "time",
  title: "Agreement and timesheet",
  Form: TimeForm,
  facts: ({ time: terms }) =>
    terms === null
      ? [["Agreement", "none: usual pay, with leave from the week"]]
      : [
          ["Agreement", terms.agreement ?? "none: every hour at the plain rate"],
          ["Level", terms.agreement === null ? undefined : (terms.classification ?? "not said")],
          ["Hours", useWords[terms.use]],
          ["Leads", terms.leads ? counted(terms.leads, "person", "people") : undefined],
          ["Averaging begins on", terms.averagingFrom ? longDate(terms.averagingFrom) : undefined],
          ["Usual times", usualTimesText(terms.usualTimes) ?? undefined],
          ["Availability", usualTimesText(terms.availability) ?? undefined],
          ["Since", longDate(terms.from)],
        ],
};
/** Kept beside pay, in both countries. */
export const besidePay: SectionShown[] = [
  {
    id: "emergency",
    title: "Emergency contact",
    Form: EmergencyForm,
    facts: ({ emergency }) =>
      emergency
        ? [[emergency.relation || "Contact", `${emergency.name}, ${emergency.phone}`]]
        : [["Contact", "nobody is named"]],
  },
  {
    id: "contract",
    title: "How long the agreement holds",
    Form: ContractForm,
    facts: ({ contract }) => [
      ["Fixed term", contract?.fixedUntil ? `until ${longDate(contract.fixedUntil)}` : "none: it goes on"],
      ["Renewed", contract?.renewed ? counted(contract.renewed, "time") : undefined],
      ["Probation", contract?.probationUntil ? `until ${longDate(contract.probationUntil)}` : undefined],
    ],
  },
  {
    id: "ownFacts",
    title: "Facts of your own",
    Form: OwnFactsForm,
    facts: ({ ownFacts }) =>
      ownFacts.length === 0
        ? [["Kept", "none: Set-up says what"]]
        : ownFacts.map(({ name, kind, value }) => [
            name,
            value === "" ? "not said" : kind === "date" ? longDate(value) : value,
          ]),
  },
  {
    id: "qualifications",
    title: "Qualifications",
    Form: QualificationsForm,
    facts: ({ qualifications }) =>
      qualifications.length === 0
        ? [["Recorded", "none"]]
        : qualifications.map(({ name, number, expires }) => [
            name,
            [number, expires ? `to ${longDate(expires)}` : "does not end"].filter(Boolean).join(", "),
          ]),
  },
];
/** A usual line in words, with its terms. */
export function usualWords({ hours: worked, units, amount, terms }: PersonView["usualPay"]["lines"][number]): string {
  const wanted = terms?.percentOfGross
    ? `${terms.percentOfGross} % of gross`
    : units
      ? `${hours(units)} weeks or days`
      : worked
        ? `${hours(worked)} h`
        : `$${money(amount ?? "0")}`;
  return [
    wanted,
    terms?.until ? `until ${longDate(terms.until)}` : "",
    terms?.total ? `until $${money(terms.total)} is reached` : "",
    terms?.keepNet ? `leaving $${money(terms.keepNet)}` : "",
  ]
    .filter(Boolean)
    .join(", ");
}
/** What is reported of a year's fringe benefits. */
export const fringeWords = ({ taxable, exempt, reported }: PersonView["fringeBenefits"][number]): string => {
  const values = [
    Number(taxable) > 0 ? `$${money(taxable)}` : "",
    Number(exempt) > 0 ? `$${money(exempt)} exempt` : "",
  ].filter(Boolean);
  const shown = reported.map((each) => `${each.code} $${money(each.amount)}`).join(", ");
  return `${values.join(", ") || "none"}; ${shown ? `reported as ${shown}` : "not reported"}`;
};
