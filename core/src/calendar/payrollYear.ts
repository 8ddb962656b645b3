/** Payroll years. Australia: 1 July to 30 June. The payment date decides, not the period worked. */
import type { IsoDate } from "./dates.ts";

export interface PayrollYear {
  from: IsoDate;
  to: IsoDate;
  /** "2025–26" */
  name: string;
}

export function payrollYearAu(payday: IsoDate): PayrollYear {
  const year = Number(payday.slice(0, 4));
  const start = payday.slice(5) >= "07-01" ? year : year - 1;
  return { from: `${start}-07-01`, to: `${start + 1}-06-30`, name: `${start}–${String(start + 1).slice(2)}` };
}

/** The super quarter of a payment date, as it counted for payments before 1 July 2026. */
export function superQuarterAu(payday: IsoDate): { from: IsoDate; to: IsoDate } {
  const year = payday.slice(0, 4);
  const month = Number(payday.slice(5, 7));
  const quarters = [
    ["01-01", "03-31"],
    ["04-01", "06-30"],
    ["07-01", "09-30"],
    ["10-01", "12-31"],
  ] as const;
  const [from, to] = quarters[Math.floor((month - 1) / 3)] as (typeof quarters)[number];
  return { from: `${year}-${from}`, to: `${year}-${to}` };
}

/** The New Zealand tax year: 1 April to 31 March, named by its end. The payment date decides. */
export function payrollYearNz(payday: IsoDate): PayrollYear {
  const year = Number(payday.slice(0, 4));
  const start = payday.slice(5) >= "04-01" ? year : year - 1;
  return { from: `${start}-04-01`, to: `${start + 1}-03-31`, name: `year to 31 March ${start + 1}` };
}
