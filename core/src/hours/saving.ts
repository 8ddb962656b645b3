/**
 * Hours saved for rostered days off: of each full day at work a part is not paid and kept for a day off every few weeks.
 * Set by: terms of the awards (from memory, 80 % sure): eight hours worked, 7.6 paid, 0.4 saved; 19 days make 7.6 hours.
 * The hours of a pattern are hours paid: what counts against what was worked is enlarged by as much.
 * Example: 0.4 of 8: 7.25 hours worked are 6.8875 paid; 38 hours a week are 40 at work.
 */
import { type Decimal, decimal, decimalOrZero, zero } from "../quantity/decimal.ts";

/** Hours, decimal text; more than nought is saved, and less than the day. */
export interface Saving {
  saved: string;
  of: string;
}

/** What somebody saves by the leave that is agreed; none where all is paid, and for casuals, who save nothing. */
export function savingOf(
  entitlements: readonly { kind: string; saved?: string | undefined; ofHours?: string | undefined }[] | null,
  isCasual: boolean,
): Saving | undefined {
  const found = entitlements?.find((each) => each.kind === "dayOff");
  const [saved, of] = [decimalOrZero(found?.saved), decimalOrZero(found?.ofHours)];
  return isCasual || saved.lte(0) || saved.gte(of) ? undefined : { saved: saved.toString(), of: of.toString() };
}

/** @returns minutes of those worked that are not paid now, exact */
export const savedMinutes = (saving: Saving | undefined, minutes: number): Decimal =>
  saving ? decimal(saving.saved).times(minutes).div(saving.of) : zero;

/** @returns minutes at work that stand behind minutes paid, cut to whole ones */
export const minutesAtWork = (saving: Saving | undefined, paid: number): number =>
  saving && Number.isFinite(paid)
    ? decimal(saving.of).times(paid).div(decimal(saving.of).minus(saving.saved)).toDecimalPlaces(0).toNumber()
    : paid;

/** Work in ordinary time saves, at whatever per cent; a top-up and a break that is paid do not, nor does the usual week. */
export const saves = (piece: { overtime: boolean; topUp: boolean; unworked?: true; clockless?: string }): boolean =>
  !piece.overtime && !piece.topUp && piece.unworked === undefined && piece.clockless !== "usual";
