/** What a country says of a business: its registration, what it begins with, and what is asked of it. */
import type { BusinessView, NewBusiness, NewBusinessNz, NewElement } from "@zesty/contract/business";
import type { NewSender } from "@zesty/contract/lodging";
import type { Schema } from "joi";
import type { Context } from "../ground/context.ts";
import type { business, payElement } from "../store/schema.ts";

export type Owner = typeof business.$inferSelect;
export type WantedBusiness = NewBusiness | NewBusinessNz;
export type Usual = Pick<NewElement, "code" | "name" | "element" | "entry"> & Partial<NewElement>;

/** What is asked for: what it is, what waits on it, whether it is there. */
export type Asked = readonly [what: string, blocks: string, isThere: boolean];

export interface SetUpOfCountry {
  /** checks what is typed of a new business, and of one that is here */
  newBusiness: Schema;
  changedBusiness: Schema;
  /** The columns of a business; what only other countries need stays empty. */
  row(context: Context, wanted: Omit<WantedBusiness, "cycle">, bmsId: string): typeof business.$inferInsert;
  /** the number that the agency knows the business by */
  number: { path: string; words: string; of(row: Pick<Owner, "abn" | "ird">): string | null; asked: string };
  /** the accounts and pay elements that a business begins with */
  accounts: readonly (readonly [code: string, name: string])[];
  elements: readonly Usual[];
  /** What the set-up page shows of the business. */
  view(context: Context, owner: Owner): Pick<BusinessView, "facts" | "nz" | "standardLeave">;
  /** What a pay element in use does not say of how it is reported; null where nothing is missing. */
  unreported(element: typeof payElement.$inferSelect): { what: string; blocks: string } | null;
  /** how the parts of readiness that differ are called, and the number without which nothing is lodged */
  titles: { tax: string; funds: string };
  /** who may lodge for the employer, how it is called, and whether lodging can be deferred or left */
  lodger: { sender: Schema<NewSender>; words: string; standings: boolean };
  withoutNumber: string;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    setUp: SetUpOfCountry;
  }
}
