/** All that words name, with filters: the same search as "Go or do", with room for more of it. */
import type { Found } from "@zesty/contract/find";
import { useEffect, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { counted } from "../../parts/format.ts";
import { Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useSettled } from "../../parts/useSettled.ts";
import { api } from "../../state/api.ts";
import { useTakeBusiness } from "../../state/business.ts";
import { findApi } from "../../state/findApi.ts";

const kinds: Record<Found["kind"], string> = {
  ...{ Person: "People", Pay: "Pays", Run: "Runs", Due: "Dues", Journal: "Journals", Entry: "The trail" },
};

export function FindPage() {
  const [params, setParams] = useSearchParams();
  const [words, setWords] = useState(params.get("words") ?? "");
  const [kind, setKind] = useState(params.get("kind") ?? "");
  const [business, setBusiness] = useState(params.get("business") ?? "");
  const take = useTakeBusiness();
  const navigate = useNavigate();
  const { data: session } = api.useSessionQuery();
  const settled = useSettled(words.trim(), 150);
  const { data, error, isFetching } = findApi.useFindAllQuery(settled, { skip: settled.length < 2 });
  useEffect(() => {
    const all = { words: settled, kind, business };
    setParams(Object.fromEntries(Object.entries(all).filter(([, value]) => value !== "")), { replace: true });
  }, [settled, kind, business, setParams]);
  const shown = (data ?? []).filter(
    (each) => (kind === "" || each.kind === kind) && (business === "" || each.businessId === Number(business)),
  );
  return (
    <Page title="Find">
      <div className="mb-4 grid max-w-4xl grid-cols-[2fr_1fr_1fr] gap-4 max-[700px]:grid-cols-1">
        <TextField
          label="Words"
          type="search"
          autoFocus
          hint="Names, a month, an amount, a number, in any order: payslip hazel may; 1,032.08; tfn 782"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <ChoiceField label="Kind" value={kind} onChange={(event) => setKind(event.target.value)}>
          <option value="">all</option>
          {Object.entries(kinds)
            .filter(([code]) => code !== "Entry" || session?.user?.lead)
            .map(([code, title]) => (
              <option key={code} value={code}>
                {title}
              </option>
            ))}
        </ChoiceField>
        <ChoiceField label="Business" value={business} onChange={(event) => setBusiness(event.target.value)}>
          <option value="">all</option>
          {session?.businesses.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </ChoiceField>
      </div>
      <ProblemNote error={error} />
      {settled.length >= 2 && data && (
        <p role="status" className="mb-1 text-[14px] text-quiet">
          {isFetching ? "Looking…" : `${counted(shown.length, "thing")} found.`}
        </p>
      )}
      {settled.length >= 2 && data && !isFetching && shown.length === 0 && (
        <Nothing>
          Nothing is called so. Try fewer words{kind !== "" || business !== "" ? ", or take the filters away" : ""}.
        </Nothing>
      )}
      <ul>
        {shown.map((each) => (
          <li key={`${each.to} ${each.title}`} className="grid grid-cols-[90px_1fr] gap-3 border-b border-rule py-1">
            <span className="text-[14px] text-quiet">{each.kind === "Entry" ? "Trail" : each.kind}</span>
            <span>
              <button
                type="button"
                className="text-left text-action hover:underline"
                onClick={() => {
                  take(each.businessId);
                  void navigate(each.to);
                }}
              >
                {each.title}
              </button>
              <span className="ml-3 text-[14px] text-quiet">{each.about}</span>
            </span>
          </li>
        ))}
      </ul>
    </Page>
  );
}
