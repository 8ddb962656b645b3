/** Terms with other hours a week. */
import { decimal } from "@zesty/core/quantity/decimal";
import type { employmentOf } from "../people/readPeople.ts";

type Agreed = Pick<ReturnType<typeof employmentOf>, "weeklyHours" | "workPattern" | "roster" | "salary" | "hourlyRate">;

/** Fewer or more hours at the same rate: a salary is the share of the hours, and so is each day of the week. */
export function ofHours({ weeklyHours, workPattern, roster, salary, hourlyRate }: Agreed, value: string): Agreed {
  const share = decimal(weeklyHours).isZero() ? decimal(1) : decimal(value).div(weeklyHours);
  const shared = (hours: string) => decimal(hours).times(share).toDecimalPlaces(4).toString();
  return {
    weeklyHours: value,
    workPattern: workPattern?.map(shared) ?? null,
    roster: roster ? { ...roster, weeks: roster.weeks.map((week) => week.map(shared)) } : null,
    salary: salary ? decimal(salary).times(share).toDecimalPlaces(2).toFixed(2) : (salary ?? null),
    hourlyRate: salary ? null : hourlyRate,
  };
}
