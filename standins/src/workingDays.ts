/** Working days as the simulated Inland Revenue counts them: its own list, for the years that the demo and tests meet. */
const holidays = new Set(
  "2025-01-01 2025-01-02 2025-02-06 2025-04-18 2025-04-21 2025-04-25 2025-06-02 2025-06-20 2025-10-27 2026-02-06 2026-04-03 2026-04-06 2026-04-27 2026-06-01 2026-07-10 2026-10-26 2027-02-08 2027-03-26 2027-03-29 2027-04-26 2027-06-07 2027-06-25 2027-10-25".split(
    " ",
  ),
);
const isWorking = (day: Date): boolean => {
  const text = day.toISOString().slice(0, 10);
  const summer = text.slice(5) >= "12-25" || text.slice(5) <= "01-02";
  return day.getUTCDay() % 6 !== 0 && !holidays.has(text) && !summer;
};

function after(from: string, days: number, counts: (day: Date) => boolean): string {
  const day = new Date(`${from}T00:00:00Z`);
  for (let counted = 0; counted < days; ) {
    day.setUTCDate(day.getUTCDate() + 1);
    if (counts(day)) counted += 1;
  }
  return day.toISOString().slice(0, 10);
}

export const twoWorkingDaysAfter = (payday: string): string => after(payday, 2, isWorking);
/** Public holidays are left out of the clearing house's days: its funds are somewhere in Australia. */
export const weekdaysAfter = (from: string, days: number): string =>
  after(from, days, (day) => day.getUTCDay() % 6 !== 0);
