/** What is missing of a person, each a press from its form; and from one to the next, person by person, without the list. */
import type { PersonView } from "@zesty/contract/people";
import { useState } from "react";
import { Link } from "react-router";
import { peopleApi } from "../../state/peopleApi.ts";
import { nextMissing } from "./nextMissing.ts";

/** The way to the next missing fact: where somebody goes on after a save. */
export const nextMissingId = "next-missing";

export function MissingHere({ person, open, day }: { person: PersonView; open: string; day: string }) {
  const { data: people } = peopleApi.usePeopleQuery(person.businessId);
  // Whoever opened the page for something that was missing goes on, also when nothing of this person is any more.
  const [wasMissing] = useState(person.missing.length > 0);
  if (!wasMissing && person.missing.length === 0) return null;
  const next = people ? nextMissing(person, people, open, day) : null;
  return (
    <span className="ml-2">
      {person.missing.length > 0 && (
        <span className="text-amber">
          Missing:{" "}
          {person.missing.map((each, at) => (
            <span key={each.text}>
              {at > 0 && ", "}
              <Link className="underline" to={`#${each.section}`}>
                {each.text.toLowerCase()}
              </Link>
            </span>
          ))}
        </span>
      )}
      {next && (
        <Link
          id={nextMissingId}
          className="ml-4 text-action underline"
          to={next.personId === person.id ? `#${next.section}` : `/people/${next.personId}#${next.section}`}
        >
          Next: {next.name && `${next.name}, `}
          {next.text.toLowerCase()}
        </Link>
      )}
      {people && !next && person.missing.length === 0 && (
        <span id={nextMissingId} tabIndex={-1} className="ml-4 text-leaf">
          Nothing is missing of anybody.
        </span>
      )}
    </span>
  );
}
