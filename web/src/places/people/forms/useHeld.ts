/** A section's form with the facts of the day that it counts from. */
import type { PersonView } from "@zesty/contract/people";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { type AsOn, useAsOn } from "../../../parts/useAsOn.ts";
import { peopleApi } from "../../../state/peopleApi.ts";

export type Held = AsOn<PersonView>;

export function useHeld<T extends FieldValues & { from: string }>(
  { person, day }: { person: PersonView; day: string },
  form: UseFormReturn<T>,
  valuesOf: (person: PersonView) => Partial<Omit<T, "from">>,
  onFollow?: (before: PersonView, then: PersonView) => void,
): Held {
  const [look] = peopleApi.useLazyPersonOnQuery();
  const asked = (on: string) => look({ person: person.id, on }).unwrap();
  return useAsOn({ view: person, day }, form, valuesOf, asked, onFollow);
}
