/** A record of time as it is printed. */

/** A day of a person's record, in words. */
export interface RecordedDay {
  payrollId: string;
  name: string;
  date: string;
  holiday: string;
  usual: string;
  shifts: string;
  breaks: string;
  worked: string;
  leave: string;
  became: string;
  state: string;
  paidOn: string;
}

/** What a printed record is made from: a page begins with each person. */
export interface TimeRecordSheet {
  kind: "timeRecord";
  business: string;
  from: string;
  to: string;
  days: RecordedDay[];
}
