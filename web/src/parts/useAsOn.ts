/** A form that counts from a day shows what is on record for that day, not for today: a raise that is coming stays one. */
import { isDate } from "@zesty/core/calendar/dates";
import { useCallback, useEffect, useRef, useState } from "react";
import type { FieldValues, Path, PathValue, UseFormReturn } from "react-hook-form";
import { followed, same } from "./followed.ts";

export interface AsOn<View> {
  /** the facts of the day that the form counts from */
  view: View;
  /** they are others than those that it was opened with */
  differs: boolean;
  /** nothing is on its way: what the form says is as it would be saved */
  settled: boolean;
  /** brings the form to the day that stands in it; @throws what the server says */
  settle(): Promise<View>;
  /** after what the form says was saved, and the form stays open: it is on record now */
  saved(): Promise<void>;
}

/**
 * @param opened what the form was opened with, and the day that stood in it
 * @param valuesOf the form's fields as they are on record, without the day
 * @param look asks for the facts of another day
 * @param onFollow for what a form keeps beside its fields
 */
export function useAsOn<View, T extends FieldValues & { from: string }>(
  opened: { view: View; day: string },
  form: UseFormReturn<T>,
  valuesOf: (view: View) => Partial<Omit<T, "from">>,
  look: (day: string) => Promise<View>,
  onFollow?: (before: View, then: View) => void,
): AsOn<View> {
  const [shown, setShown] = useState(opened);
  const at = useRef(opened);
  const how = useRef({ valuesOf, look, onFollow });
  how.current = { valuesOf, look, onFollow };
  const from = form.watch("from" as Path<T>) as string;
  const settle = useCallback(async (): Promise<View> => {
    const wanted = form.getValues("from" as Path<T>) as string;
    if (wanted === at.current.day || !isDate(wanted)) return at.current.view;
    const then = await how.current.look(wanted);
    if ((form.getValues("from" as Path<T>) as string) !== wanted) return settle();
    const before = at.current.view;
    at.current = { day: wanted, view: then };
    const [was, is] = [how.current.valuesOf(before), how.current.valuesOf(then)] as [FieldValues, FieldValues];
    const typed = form.getValues() as FieldValues;
    form.reset({ ...typed, ...is, from: wanted } as T);
    for (const [name, value] of Object.entries(is)) {
      const stays = followed(typed[name], was[name], value);
      if (!same(stays, value)) form.setValue(name as Path<T>, stays as PathValue<T, Path<T>>, { shouldDirty: true });
    }
    how.current.onFollow?.(before, then);
    setShown(at.current);
    return then;
  }, [form]);
  // A date is typed figure by figure; what cannot be had now is asked for again when it is saved.
  useEffect(() => {
    if (from === at.current.day) return;
    const timer = setTimeout(() => void settle().catch(() => undefined), 250);
    return () => clearTimeout(timer);
  }, [from, settle]);
  const saved = useCallback(async () => {
    const day = form.getValues("from" as Path<T>) as string;
    const view = await how.current.look(day);
    at.current = { day, view };
    setShown(at.current);
  }, [form]);
  const differs = !same(valuesOf(shown.view), valuesOf(opened.view));
  return { view: shown.view, differs, settled: from === shown.day || !isDate(from), settle, saved };
}
