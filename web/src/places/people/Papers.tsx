/** Papers owed to a person, with the day each was given; and days on which a right begins. */
import type { PaperView } from "@zesty/contract/papers";
import type { PersonView } from "@zesty/contract/people";
import { useEffect } from "react";
import { useLocation } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { longDate, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { peopleApi } from "../../state/peopleApi.ts";

export function Papers({ person, day }: { person: PersonView; day: string }) {
  const [give, { error, isLoading }] = peopleApi.useGivePaperMutation();
  const { hash } = useLocation();
  useEffect(() => {
    if (hash === "#papers") document.getElementById("papers")?.scrollIntoView({ block: "center" });
  }, [hash]);
  if (person.papers.length === 0) return null;
  const standing = ({ givenOn, on }: PaperView) => {
    if (givenOn === undefined) return <span className="text-quiet">from {longDate(on)}</span>;
    if (givenOn !== null) return <span className="text-leaf">given {shortDate(givenOn)}</span>;
    return (
      <span className={on < day ? "font-semibold text-plum" : "text-quiet"}>
        {on <= day ? "owed since" : "owed on"} {longDate(on)}
      </span>
    );
  };
  return (
    <section id="papers" aria-label="Papers">
      <h2 className="mt-6 border-b border-rule-strong pb-1 font-name text-[18px]">Papers</h2>
      {person.papers.map((each) => (
        <div key={`${each.code} ${each.on}`} className="border-b border-rule py-1">
          <p title={each.law}>{each.words}</p>
          <p className="flex items-baseline justify-between gap-3 text-[14.5px]">
            {standing(each)}
            {each.givenOn === null && each.on <= day && (
              <Button
                look="quiet"
                disabled={isLoading}
                aria-label={`${each.words} was given today`}
                onClick={() => void give({ person: person.id, code: each.code, on: each.on, givenOn: day })}
              >
                Given today
              </Button>
            )}
          </p>
        </div>
      ))}
      <ProblemNote error={error} />
    </section>
  );
}
