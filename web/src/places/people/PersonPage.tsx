/** A person's page: everything that is known, each section mended in place. */
import type { BusinessView } from "@zesty/contract/business";
import type { PersonView } from "@zesty/contract/people";
import { leaveWords } from "@zesty/core/leave/kinds";
import { leaveKindNz, leaveUnitNz, leaveWordsNz } from "@zesty/core/pay/elementsNz";
import { type ComponentType, useEffect, useState } from "react";
import { Link, useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { Button } from "../../parts/Button.tsx";
import { countryWords } from "../../parts/countryWords.ts";
import { hours, longDate, money, moneyOrDash, shortDate, weekdayDate } from "../../parts/format.ts";
import { Loading, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { usePutInHand } from "../../state/business.ts";
import { Departure } from "./Departure.tsx";
import { BankForm } from "./forms/BankForm.tsx";
import { DetailsForm } from "./forms/DetailsForm.tsx";
import { EmploymentForm } from "./forms/EmploymentForm.tsx";
import { FringeBenefitsForm } from "./forms/FringeBenefitsForm.tsx";
import { LeaveForm } from "./forms/LeaveForm.tsx";
import { SuperForm } from "./forms/SuperForm.tsx";
import type { FormProps } from "./forms/section.tsx";
import { TaxForm } from "./forms/TaxForm.tsx";
import { UsualPayForm } from "./forms/UsualPayForm.tsx";
import { EarlierForm } from "./formsNz/EarlierForm.tsx";
import { HolidaysForm } from "./formsNz/HolidaysForm.tsx";
import { KiwiSaverForm } from "./formsNz/KiwiSaverForm.tsx";
import { OrdersForm } from "./formsNz/OrdersForm.tsx";
import { TaxCodeForm } from "./formsNz/TaxCodeForm.tsx";
import { earlierFacts, holidayFactsShown, kiwiSaverFacts, orderFacts, taxCodeFacts } from "./sectionFactsNz.ts";

export function PersonPage() {
  const id = Number(useParams().person);
  const { data: person, error } = api.usePersonQuery(id, { refetchOnMountOrArgChange: true });
  const { data: setUp } = api.useBusinessQuery(person?.businessId ?? 0, { skip: !person });
  const { data: session } = api.useSessionQuery();
  const { data: runs = [] } = api.useRunsQuery(person?.businessId ?? 0, { skip: !person });
  const navigate = useNavigate();
  usePutInHand(person?.businessId);
  if (error)
    return (
      <div className="p-6">
        <ProblemNote error={error} />
      </div>
    );
  if (!person || !setUp || !session) return <Loading what="the person" />;
  const cycle = setUp.cycles.find((each) => each.id === person.employment.cycleId)?.name;
  const openRun = runs.find((run) => run.state === "open" && run.kind === "cycle" && run.cycleName === cycle);
  return (
    <Page
      title={`${person.details.givenName} ${person.details.familyName}`}
      aside={
        openRun && (
          <Button onClick={() => void navigate(`/run/${openRun.id}`)}>To the run of {shortDate(openRun.payday)}</Button>
        )
      }
    >
      <p className="-mt-3 mb-4 text-quiet">
        {person.payrollId} · {person.employment.basis} · {person.employment.classification}
        {person.missing.length > 0 && (
          <span className="ml-2 text-amber">
            Missing: {person.missing.map((each) => each.text.toLowerCase()).join(", ")}
          </span>
        )}
      </p>
      <BrokenNote broken={person.broken} />
      <div className="grid grid-cols-[1fr_340px] gap-10">
        <Sections person={person} setUp={setUp} day={session.day} />
        <Beside person={person} />
      </div>
    </Page>
  );
}

type Facts = (person: PersonView, setUp: BusinessView) => [string, string | null | undefined][];

interface SectionShown {
  id: string;
  title: string;
  facts: Facts;
  Form: ComponentType<FormProps>;
  secret?: "tax" | "bank";
}

const sectionsAu: SectionShown[] = [
  {
    id: "details",
    title: "Details",
    Form: DetailsForm,
    facts: ({ details }) => [
      ["Born", longDate(details.birthDate)],
      [
        "Address",
        details.address
          ? [details.address.line1, details.address.suburb, details.address.state, details.address.postcode]
              .filter(Boolean)
              .join(", ")
          : null,
      ],
      ["E-mail", details.email],
      ["Phone", details.phone ?? "–"],
      ["Started", longDate(details.startDate)],
      ["Last day", details.endDate ? longDate(details.endDate) : undefined],
      ["Payslip message", details.payslipMessage ?? undefined],
      ["Private notes", details.privateNotes ?? undefined],
    ],
  },
  {
    id: "employment",
    title: "Employment and rate",
    Form: EmploymentForm,
    facts: ({ country, employment }, setUp) => [
      [
        "Rate",
        employment.hourlyRate
          ? `$${money(employment.hourlyRate)} an hour, since ${longDate(employment.from)}`
          : "no hourly rate",
      ],
      ["Salary", employment.salary ? `$${money(employment.salary)} a year` : undefined],
      [countryWords[country].minimum, employment.minimumRate ? `$${money(employment.minimumRate)}` : undefined],
      ["Hours a week", hours(employment.weeklyHours)],
      ["Pay cycle", setUp.cycles.find((each) => each.id === employment.cycleId)?.name],
      ["Cost centre", setUp.costCentres.find((each) => each.id === employment.costCentreId)?.name],
      [
        "Split",
        employment.costSplit
          ?.map((part) => `${setUp.costCentres.find((each) => each.id === part.costCentreId)?.name} ${part.percent} %`)
          .join(", "),
      ],
      ["Weekdays", employment.workPattern?.map((each) => hours(each)).join(" · ")],
      ["Place", setUp.places.find((each) => each.id === employment.placeId)?.state],
    ],
  },
  {
    id: "tax",
    title: "Tax declaration",
    Form: TaxForm,
    secret: "tax",
    facts: ({ tax }) => [
      [
        "Tax file number",
        tax.numberStatus === "given"
          ? tax.fileNumberShown
          : tax.numberStatus === "pending"
            ? `applied for on ${longDate(tax.pendingSince ?? tax.from)}`
            : "not given",
      ],
      [
        "Residency",
        tax.residency === "resident"
          ? "resident"
          : tax.residency === "foreign"
            ? "foreign resident"
            : "working holiday maker",
      ],
      ["Tax-free threshold", tax.taxFreeThreshold ? "claimed here" : "not claimed here"],
      ["Study loan", tax.studyLoan ? "yes" : "no"],
      ["Medicare levy", tax.medicare === "levy" ? "full" : tax.medicare],
      ["Offsets a year", tax.offsetsPerYear ? `$${tax.offsetsPerYear}` : undefined],
      ["More to withhold", tax.extraPerPay ? `$${tax.extraPerPay} each pay` : undefined],
    ],
  },
  {
    id: "super",
    title: "Super",
    Form: SuperForm,
    facts: ({ super: chosen }, setUp) => [
      ["Fund", setUp.funds.find((each) => each.id === chosen.fundId)?.name ?? null],
      ["Member number", chosen.memberNumber],
      ["Guarantee", chosen.guarantee ? "owed" : "not owed"],
      ["At any age", chosen.anyAge ? "yes, by award or agreement" : undefined],
      [
        "Shares",
        chosen.shares
          ?.map((share) => `${setUp.funds.find((each) => each.id === share.fundId)?.name} ${share.percent} %`)
          .join(", "),
      ],
      ["Agreed per cent", chosen.agreedPercent ? `${chosen.agreedPercent} %` : undefined],
    ],
  },
  {
    id: "bank",
    title: "Bank accounts",
    Form: BankForm,
    secret: "bank",
    facts: ({ bank }) =>
      bank.parts.length === 0
        ? [["Account", null]]
        : bank.parts.map((part) => [
            part.title,
            `${part.shown}, ${part.kind === "rest" ? "the rest" : part.kind === "percent" ? `${part.value} %` : `$${part.value}`}`,
          ]),
  },
  {
    id: "leave",
    title: "Leave",
    Form: LeaveForm,
    facts: ({ leave }) =>
      leave.entitlements.length === 0
        ? [["Entitlements", "none accrue"]]
        : leave.entitlements.map((each) => [
            leaveWords(each.kind),
            each.weeksPerYear
              ? `${each.weeksPerYear} weeks a year`
              : each.percentOfHours
                ? `${each.percentOfHours} % of hours`
                : `${each.hoursPerYear} hours a year`,
          ]),
  },
  {
    id: "usualPay",
    title: "Usual pay",
    Form: UsualPayForm,
    facts: ({ usualPay }, setUp) =>
      usualPay.lines.length === 0
        ? [["Lines", "none: hours are typed each time"]]
        : usualPay.lines.map((line) => [
            setUp.elements.find((each) => each.id === line.elementId)?.name ?? "",
            usualWords(line),
          ]),
  },
  {
    id: "fringeBenefits",
    title: "Fringe benefits",
    Form: FringeBenefitsForm,
    facts: ({ fringeBenefits }) =>
      fringeBenefits.length === 0
        ? [["Recorded", "none"]]
        : fringeBenefits.map((each) => [`Year to 31 March ${each.yearEnd.slice(0, 4)}`, fringeWords(each)]),
  },
];

const auSection = (id: string): SectionShown => {
  const found = sectionsAu.find((each) => each.id === id);
  if (!found) throw new Error(`There is no section ${id}.`);
  return found;
};
/** In New Zealand the sections that only Australian law asks for give way to its own. */
const sectionsNz: SectionShown[] = [
  auSection("details"),
  auSection("employment"),
  { id: "taxCode", title: "Tax code", Form: TaxCodeForm, facts: taxCodeFacts, secret: "tax" },
  { id: "kiwiSaver", title: "KiwiSaver", Form: KiwiSaverForm, facts: kiwiSaverFacts },
  { id: "orders", title: "Child support and orders", Form: OrdersForm, facts: orderFacts },
  auSection("bank"),
  { id: "holidays", title: "Holidays and leave", Form: HolidaysForm, facts: holidayFactsShown },
  { id: "earlier", title: "Earnings before this program", Form: EarlierForm, facts: earlierFacts },
  auSection("usualPay"),
];

/** A usual line in words, with its terms. */
function usualWords({ hours: worked, units, amount, terms }: PersonView["usualPay"]["lines"][number]): string {
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
const fringeWords = ({ taxable, exempt, reported }: PersonView["fringeBenefits"][number]): string => {
  const values = [
    Number(taxable) > 0 ? `$${money(taxable)}` : "",
    Number(exempt) > 0 ? `$${money(exempt)} exempt` : "",
  ].filter(Boolean);
  const shown = reported.map((each) => `${each.code} $${money(each.amount)}`).join(", ");
  return `${values.join(", ") || "none"}; ${shown ? `reported as ${shown}` : "not reported"}`;
};

function Sections({ person, setUp, day }: { person: PersonView; setUp: BusinessView; day: string }) {
  const { hash } = useLocation();
  const [search] = useSearchParams();
  // Rates of pay follow the day worked: from a run's mark they count from the first day of its period.
  const worked = search.get("from") ?? day;
  const wanted = hash.slice(1) === "rate" ? "employment" : hash.slice(1);
  const [editing, setEditing] = useState(wanted);
  useEffect(() => {
    setEditing(wanted);
    document.getElementById(wanted)?.scrollIntoView({ block: "center" });
  }, [wanted]);
  return (
    <div>
      {(person.country === "NZ" ? sectionsNz : sectionsAu).map(({ id, title, facts, Form, secret }) => (
        <section key={id} id={id} className="border-t border-rule-strong py-3" aria-labelledby={`${id}-title`}>
          <div className="flex items-baseline justify-between">
            <h2 id={`${id}-title`} className="font-name text-[18px]">
              {title}
            </h2>
            {editing !== id && (
              <Button look="quiet" onClick={() => setEditing(id)} aria-label={`Change ${title.toLowerCase()}`}>
                Change
              </Button>
            )}
          </div>
          {editing === id ? (
            <Form
              person={person}
              setUp={setUp}
              day={id === "employment" ? worked : day}
              onDone={() => setEditing("")}
            />
          ) : (
            <dl className="mt-1 grid grid-cols-[170px_1fr] gap-y-0.5 text-[15px]">
              {facts(person, setUp)
                .filter(([, value]) => value !== undefined)
                .map(([label, value]) => (
                  <div key={label} className="contents">
                    <dt className="text-quiet">{label}</dt>
                    <dd className="figures">{value ?? <span className="font-semibold text-amber">missing</span>}</dd>
                  </div>
                ))}
            </dl>
          )}
          {editing !== id && secret && <Secret personId={person.id} what={secret} />}
        </section>
      ))}
      <Departure person={person} day={day} wanted={wanted === "departure"} />
    </div>
  );
}

/** Numbers show their last three digits until asked for; the asking is recorded. */
function Secret({ personId, what }: { personId: number; what: "tax" | "bank" }) {
  const [ask, { data, error, reset }] = api.useSecretMutation();
  if (data)
    return (
      <p className="figures mt-1">
        <span className="bg-lime px-1">{data.value}</span>{" "}
        <Button look="quiet" onClick={reset}>
          Hide
        </Button>
      </p>
    );
  return (
    <>
      <Button look="quiet" className="text-[14px]" onClick={() => void ask({ person: personId, what })}>
        Show in full (this is recorded)
      </Button>
      <ProblemNote error={error} />
    </>
  );
}

const whyWords: Record<string, string> = {
  opening: "opening",
  granted: "entitled",
  lapsed: "lapsed",
  accrued: "accrued",
  taken: "taken",
  adjusted: "adjusted",
  reversed: "taken back",
};

function Beside({ person }: { person: PersonView }) {
  const wordsOf = person.country === "NZ" ? leaveWordsNz : leaveWords;
  return (
    <aside className="figures text-[14.5px]">
      <h2 className="border-b border-rule-strong pb-1 font-name text-[18px]">Leave balances</h2>
      {person.leave.balances.length === 0 && <p className="py-2 text-quiet">No leave is kept for this person.</p>}
      {person.leave.balances
        .filter((each) => person.country === "AU" || leaveKindNz(each.kind)?.kept)
        .map((each) => (
          <p key={each.kind} className="flex justify-between border-b border-rule py-1">
            <span>{wordsOf(each.kind)}</span>
            <span className="font-semibold">
              {hours(each.hours, 2)} {person.country === "NZ" ? leaveUnitNz(each.kind) : "h"}
            </span>
          </p>
        ))}
      {person.leave.entries.length > 0 && (
        <details className="mt-1">
          <summary className="text-action">Entries of the leave ledger</summary>
          <table className="w-full">
            <tbody>
              {person.leave.entries.map((entry, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a ledger's lines never move
                <tr key={at} className="border-b border-rule">
                  <td className="text-quiet">{shortDate(entry.date)}</td>
                  <td>{wordsOf(entry.kind)}</td>
                  <td className="text-quiet">{whyWords[entry.why]}</td>
                  <td className="text-right">{hours(entry.hours.replace("-", "−"), 2)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
      <h2 className="mt-6 border-b border-rule-strong pb-1 font-name text-[18px]">Pays</h2>
      {person.pays.length === 0 && <p className="py-2 text-quiet">Signed-off pays come here.</p>}
      <table className="w-full">
        {person.pays.length > 0 && (
          <thead className="text-[13.5px] text-quiet">
            <tr>
              <th className="text-left font-medium">Payday</th>
              <th className="text-right font-medium">Gross</th>
              <th className="text-right font-medium">Tax</th>
              <th className="text-right font-medium">Net</th>
            </tr>
          </thead>
        )}
        <tbody>
          {person.pays.map((each) => (
            <tr key={`${each.runId}${each.payId}`} className="border-b border-rule">
              <td className="py-0.5">
                <Link className="text-action underline" to={`/run/${each.runId}?pay=${each.payId}`}>
                  {weekdayDate(each.payday)}
                </Link>
              </td>
              <td className="text-right">{moneyOrDash(each.gross)}</td>
              <td className="text-right text-quiet">{moneyOrDash(each.withheld)}</td>
              <td className="text-right font-semibold">{moneyOrDash(each.net)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </aside>
  );
}
