/** From one missing fact to the next: first of the same person, then of the next one in the list, round to the start. */
import type { PersonSummary } from "@zesty/contract/people";

export interface MissingFact {
  personId: number;
  name: string;
  section: string;
  text: string;
}

/** @param here the person whose page is open @param open the section that is being mended, or was @returns null: nothing is missing of anybody */
export function nextMissing(
  here: { id: number; missing: PersonSummary["missing"] },
  people: readonly Pick<PersonSummary, "id" | "name" | "missing" | "endDate">[],
  open: string,
  day: string,
): MissingFact | null {
  // Who mends one fact of a person goes on to that person's others; who only looks has them before the eyes.
  const own = open === "" ? undefined : here.missing.find((each) => each.section !== open);
  if (own) return { personId: here.id, name: "", ...own };
  const at = people.findIndex((each) => each.id === here.id);
  for (const { id, name, missing, endDate } of [...people.slice(at + 1), ...people.slice(0, Math.max(at, 0))]) {
    const [first] = missing;
    const hasLeft = endDate !== null && endDate < day;
    if (first && !hasLeft && id !== here.id) return { personId: id, name, ...first };
  }
  return null;
}
