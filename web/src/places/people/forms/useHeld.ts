/** A form that counts from a day shows what is on record for that day, not for today: a raise that is coming stays one. */
import type { PersonView } from "@zesty/contract/people";
import { isDate } from "@zesty/core/calendar/dates";
import { useCallback, useEffect, useRef, useState } from "react";
import type { FieldValues, Path, PathValue, UseFormReturn } from "react-hook-form";
import { peopleApi } from "../../../state/peopleApi.ts";
import { followed, same } from "./followed.ts";

export interface Held {
  /** with the facts of the day that the form counts from */
  person: PersonView;
  /** those facts are others than today's */
  differs: boolean;
  /** brings the form to the day that stands in it; @throws what the server says */
  settle(): Promise<PersonView>;
}

/**
 * @param valuesOf the form's fields as they are on record, without the day
 * @param onFollow for what a form keeps beside its fields
 */
export function useHeld<T extends FieldValues & { from: string }>(
  { person, day }: { person: PersonView; day: string },
  form: UseFormReturn<T>,
  valuesOf: (person: PersonView) => Partial<Omit<T, "from">>,
  onFollow?: (before: PersonView, then: PersonView) => void,
): Held {
  const [look] = peopleApi.useLazyPersonOnQuery();
  const [shown, setShown] = useState(person);
  const at = useRef({ day, person });
  const how = useRef({ valuesOf, onFollow });
  how.current = { valuesOf, onFollow };
  const from = form.watch("from" as Path<T>) as string;
  const settle = useCallback(async (): Promise<PersonView> => {
    const wanted = form.getValues("from" as Path<T>) as string;
    if (wanted === at.current.day || !isDate(wanted)) return at.current.person;
    const then = await look({ person: at.current.person.id, on: wanted }).unwrap();
    if ((form.getValues("from" as Path<T>) as string) !== wanted) return settle();
    const before = at.current.person;
    at.current = { day: wanted, person: then };
    const [was, is] = [how.current.valuesOf(before), how.current.valuesOf(then)] as [FieldValues, FieldValues];
    const typed = form.getValues() as FieldValues;
    form.reset({ ...typed, ...is, from: wanted } as T);
    for (const [name, value] of Object.entries(is)) {
      const stays = followed(typed[name], was[name], value);
      if (!same(stays, value)) form.setValue(name as Path<T>, stays as PathValue<T, Path<T>>, { shouldDirty: true });
    }
    how.current.onFollow?.(before, then);
    setShown(then);
    return then;
  }, [form, look]);
  // A date is typed figure by figure; what cannot be had now is asked for again when it is saved.
  useEffect(() => {
    if (from === at.current.day) return;
    const timer = setTimeout(() => void settle().catch(() => undefined), 250);
    return () => clearTimeout(timer);
  }, [from, settle]);
  return { person: shown, differs: !same(valuesOf(shown), valuesOf(person)), settle };
}
