/** Set-up of a business: its facts, cycles, pay elements, funds and accounts; and the way to the rule book. */
import type { BusinessView } from "@zesty/contract/business";
import { payerNumberKind } from "@zesty/core/au/abn";
import { useEffect } from "react";
import { Link, useLocation } from "react-router";
import { FieldNotesOf } from "../../countries/FieldNotesOf.tsx";
import { onPage } from "../../countries/onPage.ts";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { FirstSteps } from "../../parts/FirstSteps.tsx";
import { abnGrouped } from "../../parts/format.ts";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { lodgingApi } from "../../state/lodgingApi.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { bankFileWords, eyesWords, withholderWords } from "./businessFields.tsx";
import { CodedList } from "./CodedList.tsx";
import { Costs } from "./Costs.tsx";
import { Cycles } from "./Cycles.tsx";
import { Elements } from "./Elements.tsx";
import { FactsForm } from "./FactsForm.tsx";
import { Funds } from "./Funds.tsx";
import { Lodging } from "./Lodging.tsx";
import { FactsNz } from "./nz/Facts.tsx";
import { OwnFields } from "./OwnFields.tsx";
import { Places } from "./Places.tsx";
import { TopUps } from "./TopUps.tsx";
import { useEditingAt } from "./useEditingAt.ts";
import { WholeBusiness } from "./WholeBusiness.tsx";

const leadPages = [
  ["/set-up/users", "Users"],
  ["/set-up/programs", "Other programs"],
  ["/set-up/safety", "Safety"],
  ["/set-up/new-business", "Add a business"],
] as const;

export function SetUp() {
  const business = useBusiness();
  const { data: setUp, error } = setUpApi.useBusinessQuery(business.id, { refetchOnMountOrArgChange: true });
  const { data: session } = api.useSessionQuery();
  const { hash } = useLocation();
  // Shown when all of it is there: a part that comes later would push away what somebody is about to press.
  const parts = [
    setUpApi.useFirstStepsQuery(business.id, { refetchOnMountOrArgChange: true }),
    lodgingApi.useLodgingQuery(business.id),
    setUpApi.useCostsQuery(business.id),
  ];
  const isThere = Boolean(setUp) && !parts.some((part) => part.isLoading);
  useEffect(() => {
    if (isThere && hash) document.getElementById(hash.slice(1))?.scrollIntoView({ block: "center" });
  }, [hash, isThere]);
  if (error) return <PageProblem error={error} />;
  if (!setUp || !isThere) return <Loading what="the set-up" />;
  return (
    <Page
      title="Set-up"
      aside={
        <div className="flex gap-4">
          <Link className="text-action underline" to="/set-up/agreements">
            Agreements
          </Link>
          <Link className="text-action underline" to="/set-up/rules">
            Rule book
          </Link>
          {session?.user?.lead &&
            leadPages.map(([to, name]) => (
              <Link key={to} className="text-action underline" to={to}>
                {name}
              </Link>
            ))}
        </div>
      }
    >
      <FirstSteps business={setUp.id} />
      <FieldNotesOf country={setUp.country} subject="business">
        <div id="business">{setUp.nz ? <FactsNz setUp={setUp} facts={setUp.nz} /> : <Facts setUp={setUp} />}</div>
        <div id="cycles">
          <Cycles setUp={setUp} />
        </div>
        <Lodging setUp={setUp} />
      </FieldNotesOf>
      <div id="places">
        <Places setUp={setUp} />
      </div>
      <Elements setUp={setUp} />
      {onPage[setUp.country].hasFunds && (
        <FieldNotesOf country={setUp.country} subject="business">
          <div id="funds">
            <Funds setUp={setUp} />
          </div>
        </FieldNotesOf>
      )}
      <Costs setUp={setUp} />
      {onPage[setUp.country].hasFunds && <TopUps setUp={setUp} />}
      <CodedList setUp={setUp} title="Cost centres" list="cost-centres" entries={setUp.costCentres} />
      <OwnFields setUp={setUp} />
      <CodedList setUp={setUp} title="Ledger accounts" list="accounts" entries={setUp.accounts} />
      <WholeBusiness setUp={setUp} />
    </Page>
  );
}

function Facts({ setUp }: { setUp: BusinessView }) {
  const [editing, setEditing] = useEditingAt("business");
  const { facts } = setUp;
  const isDirectEntry = (facts.bank?.file ?? "directEntry") === "directEntry";
  return (
    <Block
      title="The business"
      action={
        !editing && (
          <Button look="quiet" onClick={() => setEditing(true)}>
            Change
          </Button>
        )
      }
    >
      {editing ? (
        <FactsForm setUp={setUp} onDone={() => setEditing(false)} />
      ) : (
        <dl className="mt-1 grid grid-cols-[190px_1fr] gap-y-0.5">
          {(
            [
              ["Legal name", facts.legalName],
              [payerNumberKind(facts.abn), abnGrouped(facts.abn)],
              ["Where", `${facts.state}, ${facts.timeZone}`],
              ["PAYG withheld", withholderWords[facts.withholder ?? "medium"]],
              ["Signing off", eyesWords(facts)],
              ["Answers questions", `${facts.contact.name}, ${facts.contact.phone}, ${facts.contact.email}`],
              ["Address", facts.contact.address ?? "not on payslips yet"],
              [
                "Pays from",
                facts.bank
                  ? `${facts.bank.shown}${
                      isDirectEntry
                        ? `, as ${facts.bank.userName} (${facts.bank.institution}, user ${facts.bank.userId})`
                        : ""
                    }`
                  : null,
              ],
              [
                "Payment file",
                facts.bank
                  ? `${bankFileWords[facts.bank.file ?? "directEntry"]}${
                      isDirectEntry ? `, ${facts.bank.balancing ? "with" : "without"} a balancing debit` : ""
                    }`
                  : undefined,
              ],
            ] as const
          )
            .filter(([, value]) => value !== undefined)
            .map(([label, value]) => (
              <div key={label} className="contents">
                <dt className="text-quiet">{label}</dt>
                <dd className="figures">
                  {value ?? <span className="font-semibold text-amber">missing: no payment file can be made</span>}
                </dd>
              </div>
            ))}
        </dl>
      )}
    </Block>
  );
}
