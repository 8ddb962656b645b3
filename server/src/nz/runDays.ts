import type { IsoDate } from "@zesty/core/calendar/dates";
import type { Cycle } from "@zesty/core/calendar/payPeriods";

/** The days of a run, or of one that is only thought of. */
export interface RunDays {
  /** none where the run is only thought of */
  id?: number;
  businessId: number;
  kind?: "cycle" | "departure" | "correction" | "outsideCycle";
  periodStart: IsoDate;
  periodEnd: IsoDate;
  payday: IsoDate;
  cycle: Cycle;
}
