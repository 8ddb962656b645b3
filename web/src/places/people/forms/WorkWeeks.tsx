/** Hours of each weekday: of every week, or of each week of a roster that repeats. */
import type { UseFormReturn } from "react-hook-form";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import type { FormProps } from "./section.tsx";
import { WeekdayFields } from "./WeekdayFields.tsx";

const emptyWeek = ["", "", "", "", "", "", ""];
const rows = (week: readonly string[]) => week.map((value) => ({ value }));

export interface WorkWeeksValues {
  workPattern: { value: string }[];
  /** weeks of the roster: "1" where every week is the same */
  rosterLength: string;
  rosterFrom: string;
  /** the second week, the third and the fourth */
  furtherWeeks: { value: string }[][];
}

const most = 4;

/** What is on record, as the fields show it. */
export function workWeeksOf({ workPattern, roster }: FormProps["person"]["employment"]): WorkWeeksValues {
  const [first, ...further] = roster?.weeks ?? [workPattern ?? emptyWeek];
  return {
    workPattern: rows(first ?? emptyWeek),
    rosterLength: String(roster?.weeks.length ?? 1),
    rosterFrom: roster?.from ?? "",
    furtherWeeks: Array.from({ length: most - 1 }, (_, at) => rows(further[at] ?? emptyWeek)),
  };
}

/** As it is saved. */
export function workWeeksShape({ workPattern, rosterLength, rosterFrom, furtherWeeks }: WorkWeeksValues) {
  const week = (values: { value: string }[]) => values.map(({ value }) => value.trim());
  const pattern = week(workPattern);
  const filled = (hours: string[]) => hours.map((value) => value || "0");
  const length = Number(rosterLength);
  const weeks = [pattern, ...furtherWeeks.slice(0, length - 1).map(week)].map(filled);
  return {
    workPattern: length === 1 && pattern.every((value) => value === "") ? null : filled(pattern),
    roster: length === 1 ? null : { from: rosterFrom, weeks },
  };
}

const nth = ["first", "second", "third", "fourth"];

export function WorkWeeks<Values extends WorkWeeksValues>({ form: own }: { form: UseFormReturn<Values> }) {
  const form = own as unknown as UseFormReturn<WorkWeeksValues>;
  const { errors } = form.formState;
  const length = Number(form.watch("rosterLength"));
  return (
    <>
      <ChoiceField
        label="The week repeats"
        hint="A roster, as a nine-day fortnight: each of its weeks has its own days"
        {...form.register("rosterLength")}
      >
        <option value="1">every week is the same</option>
        {[2, 3, 4].map((weeks) => (
          <option key={weeks} value={weeks}>
            every {weeks} weeks
          </option>
        ))}
      </ChoiceField>
      {length > 1 && (
        <TextField
          label="A first week begins on"
          type="date"
          hint="Any day of it"
          error={errorAt(errors, "roster.from")}
          {...form.register("rosterFrom")}
        />
      )}
      <WeekdayFields
        legend={length > 1 ? "Hours of each weekday, first week" : "Hours of each weekday (empty: five even days)"}
        field={(at) => form.register(`workPattern.${at}.value`)}
        error={(at) => errorAt(errors, `workPattern.${at}`) ?? errorAt(errors, `roster.weeks.0.${at}`)}
      />
      {nth.slice(1, length).map((name, week) => (
        <WeekdayFields
          key={name}
          legend={`Hours of each weekday, ${name} week`}
          field={(at) => form.register(`furtherWeeks.${week}.${at}.value`)}
          error={(at) => errorAt(errors, `roster.weeks.${week + 1}.${at}`)}
        />
      ))}
      {errorAt(errors, "roster.weeks") && <p className="col-span-2 text-plum">{errorAt(errors, "roster.weeks")}</p>}
    </>
  );
}
