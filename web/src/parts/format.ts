/** Money, hours and dates as people read them. Formatters are made once: making one costs more than using it. */
import { isDate } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";

const dayMonth = new Intl.DateTimeFormat("en-AU", { day: "numeric", month: "short", timeZone: "UTC" });
const monthNamed = new Intl.DateTimeFormat("en-AU", { month: "long", year: "numeric", timeZone: "UTC" });
const full = new Intl.DateTimeFormat("en-AU", { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" });
const weekdayed = new Intl.DateTimeFormat("en-AU", {
  weekday: "short",
  day: "numeric",
  month: "short",
  timeZone: "UTC",
});
const yeared = new Intl.DateTimeFormat("en-AU", {
  weekday: "short",
  day: "numeric",
  month: "short",
  year: "numeric",
  timeZone: "UTC",
});

/** A day that is being typed is no day yet: it is said as it stands. */
const said = (words: Intl.DateTimeFormat, iso: string, typed = iso): string =>
  isDate(iso) ? words.format(new Date(`${iso}T00:00:00Z`)) : typed;
/** "July 2025" of "2025-07" */
export const monthWords = (month: string): string => said(monthNamed, `${month}-01`, month);
export const shortDate = (iso: string): string => said(dayMonth, iso);
export const longDate = (iso: string): string => said(full, iso);
/** "Mon 22 Jun 2026" */
export const weekdayYear = (iso: string): string => said(yeared, iso).replace(",", "");
export const weekdayDate = (iso: string): string => said(weekdayed, iso);

const group = (whole: string) => whole.replace(/\B(?=(\d{3})+(?!\d))/g, ",");

/** Exact decimal text with grouping and a true minus; never through a binary number. */
export function money(text: string): string {
  const negative = text.startsWith("-");
  const [whole = "0", cents = "00"] = text.replace("-", "").split(".");
  return `${negative ? "−" : ""}${group(whole)}.${cents.padEnd(2, "0").slice(0, 2)}`;
}
export const cents = (value: number): string => {
  const abs = String(Math.abs(value)).padStart(3, "0");
  return money(`${value < 0 ? "-" : ""}${abs.slice(0, -2)}.${abs.slice(-2)}`);
};
/** In a grid nothing is a quiet dash. */
export const moneyOrDash = (text: string): string => (/^-?0+(\.0+)?$/.test(text) ? "–" : money(text));
export const centsOrDash = (value: number): string => (value === 0 ? "–" : cents(value));
export const dollars = (value: number): string => (value < 0 ? `−$${cents(-value)}` : `$${cents(value)}`);
/** +12.50, −3.00, or nothing when there is no difference. */
export const difference = (value: number): string => (value === 0 ? "" : value > 0 ? `+${cents(value)}` : cents(value));

/** Hours without trailing zeros: 38, 7.6, 2.9231 as 2.92 when `places` is 2. */
export function hours(text: string, places = 4): string {
  const value = decimal(text.replace("−", "-")).toDecimalPlaces(places);
  return value.isNegative() ? `−${value.abs().toString()}` : value.toString();
}
export const sentenceCase = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A fact of a person that an agreement asks for, as people say it: "First aider". */
export const flagWords = (flag: string): string =>
  sentenceCase(flag.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`));

const timed = new Intl.DateTimeFormat("en-AU", {
  day: "numeric",
  month: "short",
  year: "numeric",
  hour: "2-digit",
  minute: "2-digit",
  hourCycle: "h23",
});
/** A point in time, in the reader's own zone: 2 Jul 2026, 09:15. */
export const moment = (iso: string): string => timed.format(new Date(iso));
/** 1.4 MB */
export const bytes = (count: number): string =>
  count < 1e6 ? `${Math.ceil(count / 1e3)} kB` : `${(count / 1e6).toFixed(1)} MB`;
/** Of a balance: "12.50 h", "1 day", "2.60 weeks". */
export const unitsOf = (amount: string, unit: string): string =>
  `${hours(amount, 2)} ${unit === "hours" ? "h" : Number(amount) === 1 ? unit.replace(/s$/, "") : unit}`;

/** "1 person", "3 people": a count with its word. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;
/** 63 000 000 011: an ABN as the register writes it. */
export const abnGrouped = (abn: string): string => abn.replace(/^(\d{2})(\d{3})(\d{3})(\d{3})$/, "$1 $2 $3 $4");
/** 123-456-789: an IRD number as letters of Inland Revenue write it. */
export const irdGrouped = (ird: string): string => ird.replace(/^0?(\d{2,3})(\d{3})(\d{3})$/, "$1-$2-$3");
