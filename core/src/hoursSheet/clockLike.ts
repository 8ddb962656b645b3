/** Hours of a whole sheet that look like hours and minutes with a point between them: 7.30 for half past, 8.15, 6.45. */
import { decimal } from "../quantity/decimal.ts";

const quarters: readonly string[] = ["15", "30", "45"];

/** The digits after the point, two of them; null of whole hours. */
const partOf = (text: string): string | null => {
  const [, part] = decimal(text).toString().split(".");
  return part === undefined ? null : part.padEnd(2, "0");
};

/**
 * One 7.3 is a figure like any other. Where every part of an hour that a sheet brings is a quarter by the clock, and none
 * is one by tenths (.25, .5, .75, .6), somebody has to say what was meant. Common practice, no source.
 * @param hours the figures that are new in the sheet
 * @returns those that may be hours and minutes
 */
export function clockLike(hours: readonly string[]): string[] {
  const parts = hours.filter((each) => partOf(each) !== null);
  const like = parts.filter((each) => quarters.includes(partOf(each) ?? ""));
  return like.length === parts.length && new Set(like).size > 1 ? like : [];
}

/** What is asked beside such a figure. */
export function clockLikeWords(what: string, text: string): string {
  const [whole = "0", part = "00"] = decimal(text).toFixed(2).split(".");
  const minutes = Math.round(Number(`0.${part}`) * 60);
  return `${what}: ${text} h is ${whole} hours and ${minutes} minutes. Every part of an hour in this sheet reads like minutes: write ${whole}:${part} where that is meant.`;
}
