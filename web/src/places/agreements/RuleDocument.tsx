/** A rule set as it is read: sentences in groups; those that spoke in the try-out are marked. */
import type { AgreementView } from "@zesty/contract/time";
import { sentencesOf } from "@zesty/core/agreements/sentences";
import { longDate, money } from "../../parts/format.ts";

const standingWords = {
  published: "published",
  remembered: "from memory",
  unsure: "unsure",
  entered: "entered by you",
};

export function RuleDocument({ agreement, spoke }: { agreement: AgreementView; spoke: ReadonlySet<string> }) {
  const { rules, rates } = agreement;
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
      {sentencesOf(rules).map((group) => (
        <section key={group.title} className="mt-4">
          <h2 className="border-b border-rule-strong pb-0.5 font-name text-[18px]">{group.title}</h2>
          <ul>
            {group.sentences.map((each) => (
              <li
                key={`${each.id}${each.text}`}
                className={`figures border-b border-rule py-1 ${spoke.has(each.id) ? "bg-lime-soft" : ""}`}
              >
                {each.text}
                {each.ref && <span className="ml-2 text-[13px] text-quiet">{each.ref}</span>}
              </li>
            ))}
          </ul>
        </section>
      ))}
      {rules.classifications.length > 0 && (
        <section className="mt-4">
          <h2 className="border-b border-rule-strong pb-0.5 font-name text-[18px]">Levels</h2>
          <table className="figures w-full">
            <tbody>
              {rules.classifications.map(({ key, title, hourly, standing }) => {
                const own = rates.classifications[key];
                const shown = own ?? (hourly === null ? null : String(hourly));
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
      )}
      {(rules.readings ?? []).length > 0 && (
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
      )}
    </article>
  );
}
