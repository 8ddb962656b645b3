/** What is missing in a business: a row a part, the missing facts right there, each one key from where it is mended. */
import type { AskedPeople, MissingFact, ReadyPart } from "@zesty/contract/readiness";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { counted, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useBusiness } from "../../state/business.ts";
import { readinessApi } from "../../state/readinessApi.ts";
import { Practice } from "./Practice.tsx";

export function Readiness() {
  const business = useBusiness();
  const { data, error } = readinessApi.useReadinessQuery(business.id, { refetchOnMountOrArgChange: true });
  const [ask, asking] = readinessApi.useAskPeopleMutation();
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="what is missing" />;
  const stops = data.parts.flatMap((part) => part.missing).filter((each) => each.stops).length;
  const ofPeople = data.parts.filter((part) => personal.includes(part.key)).flatMap((part) => part.missing).length;
  const all = data.parts.flatMap((part) => part.missing).length;
  return (
    <Page
      title="What is missing"
      aside={
        all > 0 && (
          <span className="flex items-baseline gap-5">
            {ofPeople > 0 && (
              <Button disabled={asking.isLoading} onClick={() => void ask({ business: business.id, again: false })}>
                Ask people for these
              </Button>
            )}
            <a className="text-action underline" href={`/api/businesses/${business.id}/readiness.csv`} download>
              Download the list
            </a>
          </span>
        )
      }
    >
      <p className="mb-3 text-quiet">
        {business.name}:{" "}
        {all === 0
          ? "nothing is missing."
          : `${counted(all, "fact")} missing, ${stops === 0 ? "none of them stops anything" : `${stops} of them ${stops === 1 ? "stops" : "stop"} something`}.`}
      </p>
      <ProblemNote error={asking.error} />
      {asking.data && (
        <p role="status" className="mb-3 border-l-3 border-leaf py-1 pl-3">
          {askedWords(asking.data)}
          {asking.data.before.length > 0 && (
            <Button disabled={asking.isLoading} onClick={() => void ask({ business: business.id, again: true })}>
              Ask them again
            </Button>
          )}
        </p>
      )}
      {data.parts.map((part) => (
        <Part key={part.key} part={part} day={data.day} />
      ))}
      <Practice chosen={business.id} />
    </Page>
  );
}

/** Parts in which people say themselves what is missing. */
const personal: readonly string[] = ["details", "tax", "funds", "bank"];

const names = new Intl.ListFormat("en", { type: "conjunction" });
const askedWords = ({ asked, without, before }: AskedPeople): string =>
  [
    asked.length === 0 ? "Nobody was asked." : `Asked, with a way to their own page: ${names.format(asked)}.`,
    ...(without.length > 0 ? [`No e-mail address or mobile number is known of ${names.format(without)}.`] : []),
    ...(before.length > 0
      ? [`Asked before: ${names.format(before.map(({ name, on }) => `${name} on ${shortDate(on)}`))}.`]
      : []),
  ].join(" ");

function Part({ part, day }: { part: ReadyPart; day: string }) {
  return (
    <section className="flex gap-6 border-t border-rule-strong py-2.5 max-[900px]:flex-col" aria-label={part.title}>
      <div className="w-72 shrink-0">
        <h2 className="font-name text-[17px]">{part.title}</h2>
        <p className="figures text-[14.5px] text-quiet">
          {part.total === 0
            ? "nothing is due"
            : part.missing.length === 0
              ? `all ${part.total}`
              : `${part.complete} of ${part.total}`}
        </p>
      </div>
      <ul className="min-w-0 flex-1">
        {part.missing.map((each) => (
          <Missing key={`${each.who}${each.what}${each.link}`} missing={each} day={day} />
        ))}
        {part.missing.length === 0 && part.total > 0 && (
          <li className="flex items-center gap-2 text-leaf">
            <MarkShape kind="query" ticked /> complete
          </li>
        )}
      </ul>
    </section>
  );
}

function Missing({ missing, day }: { missing: MissingFact; day: string }) {
  const { who, what, blocks, from, stops, link } = missing;
  return (
    <li>
      <Link to={link} className="flex items-baseline gap-2 py-0.5 hover:bg-hover">
        <span className="w-4 self-center">
          <MarkShape kind={stops ? "stop" : "query"} />
        </span>
        <span className="min-w-0 flex-1">
          {who && <span className="font-semibold">{who}: </span>}
          {what}
          <span className="text-quiet">, {blocks}</span>
        </span>
        <span className={`figures whitespace-nowrap text-[14.5px] ${from && from <= day ? "text-plum" : "text-quiet"}`}>
          {from === null ? "" : from <= day ? `since ${shortDate(from)}` : `from ${shortDate(from)}`}
        </span>
      </Link>
    </li>
  );
}
