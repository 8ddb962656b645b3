/** A question that can be asked: data, and how its table comes about. A new one is a file of its own. */
import type { Dimension } from "@zesty/contract/figureDimensions";
import type { Answer, Asked, Question } from "@zesty/contract/figures";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { Actor, Context } from "../ground/context.ts";

export type Table = Pick<Answer, "head" | "columns" | "rows" | "totals" | "notes" | "opens">;

export interface Report extends Asked {
  /** null: of every country */
  country: CountryCode | null;
  /** drawn where its rows are time, where they are parts, or never */
  drawing: "any" | "time" | null;
  /** only a lead of the practice asks it */
  leadOnly?: boolean;
  table(context: Context, actor: Actor, asked: Question): Table;
}

export const timeDimensions: readonly Dimension[] = ["month", "quarter", "payrollYear"];

/** Months from one to another, both included. */
export function monthsBetween(from: string, to: string): string[] {
  const found: string[] = [];
  for (let [year, month] = from.split("-").map(Number) as [number, number]; ; month += 1) {
    if (month > 12) [year, month] = [year + 1, 1];
    const name = `${year}-${String(month).padStart(2, "0")}`;
    if (name > to) return found;
    found.push(name);
  }
}
