/** New Zealand: what was filed of each payday, by the day on which it is paid over, against facts and dues. */

/** What an employer pays over to Inland Revenue, in the order of its return. */
export const filedKinds = ["tax", "loan", "support", "kiwiSaver", "esct"] as const;
export type FiledKind = (typeof filedKinds)[number];
export type FiledSums = Record<FiledKind, number>;

export interface FiledPayday {
  payday: string;
  runId: number;
  /** cents by what was signed, what Inland Revenue took (null: nothing yet), and what is owed */
  signed: FiledSums;
  filed: FiledSums | null;
  owed: FiledSums;
}
export interface FiledMonth {
  /** the day on which it is due */
  due: string;
  paydays: FiledPayday[];
  filed: FiledSums;
  owed: FiledSums;
}
