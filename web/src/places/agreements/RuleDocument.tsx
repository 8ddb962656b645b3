/** An agreement's rules as it is read: sentences in groups; those that spoke in the try-out are marked. */

import type { AgreementView } from "@zesty/contract/time";
import { differences } from "@zesty/core/agreements/editing";
import { sentencesOf } from "@zesty/core/agreements/sentences";
import { levelRate } from "@zesty/core/hours/pricing";
import { useMemo } from "react";
import { Button } from "../../parts/Button.tsx";
import { counted, longDate, money } from "../../parts/format.ts";
import { timeApi } from "../../state/timeApi.ts";
import { Sentence } from "./Sentence.tsx";

const standingWords = {
  published: "published",
  remembered: "from memory",
  unsure: "unsure",
  entered: "entered by you",
};

export function RuleDocument({
  businessId,
  agreement,
  spoke,
}: {
  businessId: number;
  agreement: AgreementView;
  spoke: ReadonlySet<string>;
}) {
  const { rules } = agreement;
  const [load] = timeApi.useLoadAgreementMutation();
  const changed = useMemo(
    () => (agreement.shipped ? differences(agreement.shipped, agreement.rules) : []),
    [agreement],
  );
  const gone = changed.filter((each) => each.after === null);
  return (
    <article aria-label={rules.title} className="text-[15px]">
      <p className="text-quiet">
        {rules.code}, as known from {longDate(rules.validFrom)}.{" "}
        {rules.kind === "award"
          ? "Per cents and conditions are from memory: lay them beside the award before you rely on them."
          : ""}
      </p>
      {agreement.queries.map((text) => (
        <p key={text} className="text-amber">
          {text}
        </p>
      ))}
      {agreement.shipped && (
        <p className="text-quiet">
          Your own copy of the shipped set;{" "}
          {changed.length === 0
            ? "it says the same."
            : `${counted(changed.length, "sentence")} differ${changed.length === 1 ? "s" : ""}.`}{" "}
          {changed.length > 0 && (
            <Button look="quiet" onClick={() => void load({ business: businessId, rules: agreement.shipped })}>
              Take the shipped set again
            </Button>
          )}
        </p>
      )}
      {gone.map((each) => (
        <p key={each.path + each.before}>
          <del className="text-quiet">{each.before}</del>
        </p>
      ))}
      {sentencesOf(rules).map((group) => (
        <section key={group.title} className="mt-4">
          <h2 className="border-b border-rule-strong pb-0.5 font-name text-[18px]">{group.title}</h2>
          <ul>
            {group.sentences.map((each) => (
              <Sentence
                key={`${each.path}${each.text}`}
                businessId={businessId}
                agreement={agreement}
                sentence={each}
                changed={changed.find((one) => one.after !== null && one.path === each.path) ?? null}
                spoke={spoke.has(each.id)}
              />
            ))}
          </ul>
        </section>
      ))}
      {rules.classifications.length > 0 && <Levels agreement={agreement} />}
      {(rules.readings ?? []).length > 0 && <Readings rules={rules} />}
    </article>
  );
}

function Levels({ agreement }: { agreement: AgreementView }) {
  const { rules, rates } = agreement;
  return (
    <section className="mt-4">
      <h2 className="border-b border-rule-strong pb-0.5 font-name text-[18px]">Levels</h2>
      <table className="figures w-full">
        <tbody>
          {rules.classifications.map(({ key, title, standing }) => {
            const own = rates.classifications[key];
            const shown = levelRate(rules, key, rates)?.toString() ?? null;
            return (
              <tr key={key} className="border-b border-rule">
                <td className="py-1">{title}</td>
                <td
                  className={`text-right text-[13px] ${own || standing === "published" ? "text-quiet" : "text-amber"}`}
                >
                  {own ? standingWords.entered : shown === null ? "" : standingWords[standing ?? "unsure"]}
                </td>
                <td className="w-28 text-right">
                  {shown === null ? <span className="text-amber">not known</span> : `$${money(shown)}`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function Readings({ rules }: Pick<AgreementView, "rules">) {
  return (
    <section className="mt-4">
      <h2 className="border-b border-rule-strong pb-0.5 font-name text-[18px]">Where it can be read two ways</h2>
      <ul>
        {rules.readings?.map((each) => (
          <li key={each.rule + each.shipped} className="border-b border-rule py-1">
            {each.shipped}{" "}
            <span className="text-quiet">
              Or: {each.other} ({each.sure} % sure of the first
              {each.clause ? `, clause ${each.clause}` : ""}
              {each.choose ? "; the question below chooses" : ""})
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
