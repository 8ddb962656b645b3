/** Who can be chosen for an event of the year's end, and who is chosen unless the bookkeeper says otherwise. */
import type { EndingPerson, YearAct, YearAndEnding } from "@zesty/contract/year";

export function mayChoose(person: EndingPerson | undefined, act: YearAct): boolean {
  if (!person) return false;
  if (act === "again") return person.state === "final" || person.state === "changed";
  const isFree = person.marks.every((mark) => mark.kind !== "stop" || (act === "update" && mark.ofFinal));
  if (act === "update") return isFree && person.isBehind && ["open", "refused", "leftOut"].includes(person.state);
  return isFree && ["open", "refused", "changed"].includes(person.state);
}

/** For the final event everybody in whom there is nothing to look at first; who is opened again is chosen by hand. */
export function chosenAtFirst({ rows, ending }: YearAndEnding, act: YearAct): number[] {
  if (act === "again") return [];
  if (act === "update")
    return rows.flatMap(({ personId }) => (mayChoose(ending.people[personId], act) ? [personId] : []));
  return rows
    .filter(({ personId, differs }) => {
      const person = ending.people[personId];
      if (!person || !mayChoose(person, act) || person.marks.length > 0) return false;
      // What changed since is what the event mends; any other difference is looked at first.
      return person.state === "changed" || differs.length === 0;
    })
    .map((row) => row.personId);
}
