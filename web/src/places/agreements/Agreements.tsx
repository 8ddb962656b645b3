/** The agreements of a business: each read as a document, what holds here, a try-out beside it, and own ones loaded. */

import type { AgreementView } from "@zesty/contract/time";
import { type ChangeEvent, useMemo, useState } from "react";
import { FieldNotesOf } from "../../countries/FieldNotesOf.tsx";
import { Button } from "../../parts/Button.tsx";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useAddress } from "../../parts/useAddress.ts";
import { useBusiness } from "../../state/business.ts";
import { timeApi } from "../../state/timeApi.ts";
import { AgreementFacts } from "./AgreementFacts.tsx";
import { AnnualWages } from "./AnnualWages.tsx";
import { RuleDocument } from "./RuleDocument.tsx";
import { TryOut } from "./TryOut.tsx";
import { WhoMoves } from "./WhoMoves.tsx";

export function Agreements() {
  const business = useBusiness();
  const { data: agreements, error } = timeApi.useAgreementsQuery(business.id, { refetchOnMountOrArgChange: true });
  const [search, setSearch] = useAddress();
  const [spoke, setSpoke] = useState<ReadonlySet<string>>(new Set());
  const sorted = useMemo(
    () =>
      [...(agreements ?? [])].sort(
        (a, b) => Number(b.inUse) - Number(a.inUse) || a.rules.title.localeCompare(b.rules.title),
      ),
    [agreements],
  );
  if (error) return <PageProblem error={error} />;
  if (!agreements) return <Loading what="the agreements" />;
  const chosen = sorted.find((each) => each.code === search.get("code")) ?? sorted[0];
  return (
    <Page wide title="Agreements" aside={<LoadOwn businessId={business.id} />}>
      <div className="mb-4 flex flex-wrap items-end gap-4">
        <label className="flex max-w-full flex-col gap-0.5 text-[14px] text-quiet">
          Agreement
          <select
            className="max-w-full min-w-[min(24rem,100%)] rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5 text-[16px] text-ink"
            value={chosen?.code}
            onChange={(event) => setSearch({ code: event.target.value })}
          >
            {sorted.map((each) => (
              <option key={each.code} value={each.code}>
                {each.rules.title}
                {each.inUse ? ", in use" : ""}
                {each.own ? ", your own" : ""}
              </option>
            ))}
          </select>
        </label>
        {chosen && <Download agreement={chosen} />}
      </div>
      {chosen && (
        <div className="grid grid-cols-[1fr_380px] gap-10 max-[1100px]:grid-cols-1">
          <div>
            <RuleDocument businessId={business.id} agreement={chosen} spoke={spoke} />
            <FieldNotesOf country={business.country} subject="business">
              <AgreementFacts key={chosen.code} businessId={business.id} agreement={chosen} />
            </FieldNotesOf>
            <AnnualWages businessId={business.id} />
          </div>
          <TryOut key={chosen.code} agreement={chosen} onSpoke={setSpoke} />
        </div>
      )}
    </Page>
  );
}

/** The agreement's rules as its file: to be changed, given a code of its own, and loaded again. */
function Download({ agreement }: { agreement: AgreementView }) {
  const href = useMemo(
    () => `data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(agreement.rules, null, 2))}`,
    [agreement],
  );
  return (
    <a className="pb-1.5 text-action underline" href={href} download={`${agreement.code}.json`}>
      Download as a file
    </a>
  );
}

function LoadOwn({ businessId }: { businessId: number }) {
  const [load, loading] = timeApi.useLoadAgreementMutation();
  const [plan, planned] = timeApi.usePlanAgreementMutation();
  const [brought, setBrought] = useState<{ name: string; rules: unknown } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const read = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = "";
    if (!file) return;
    setFault(null);
    loading.reset();
    try {
      const rules = JSON.parse(await file.text()) as unknown;
      setBrought({ name: file.name, rules });
      void plan({ business: businessId, rules });
    } catch {
      setBrought(null);
      setFault(`${file.name} is not JSON. Load an agreement's rules as this page downloads them.`);
    }
  };
  return (
    <div className="max-w-2xl text-right">
      <label className="cursor-pointer rounded-(--radius) border border-rule-strong bg-sheet px-3 py-1.5 text-[15px] focus-within:outline-2 focus-within:outline-action hover:bg-hover">
        Load your own…
        <input type="file" accept=".json,application/json" className="sr-only" onChange={(event) => void read(event)} />
      </label>
      {fault && (
        <p role="alert" className="mt-2 text-plum">
          {fault}
        </p>
      )}
      <ProblemNote error={planned.error ?? loading.error} />
      {brought && planned.data && (
        <div className="mt-2 text-left">
          <WhoMoves moves={planned.data} />
          <Button
            look="main"
            disabled={loading.isLoading}
            onClick={() =>
              void load({ business: businessId, rules: brought.rules }).then((done) => {
                if (!done.error) setBrought(null);
              })
            }
          >
            Take {brought.name} into use
          </Button>
        </div>
      )}
    </div>
  );
}
