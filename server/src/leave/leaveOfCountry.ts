/** What a country says of leave: what arises by itself, what it is worth, and what may be paid out. */

import type { HeldLeave, LeaveLimit } from "@zesty/contract/leave";
import type { LeaveStanding } from "@zesty/core/leave/forecast";
import type { SheetLine } from "@zesty/core/pay/row";
import type { Decimal } from "@zesty/core/quantity/decimal";
import type { Figure } from "@zesty/core/working/figure";
import type { Context } from "../ground/context.ts";
import type { KnownPerson } from "../hours/personTimes.ts";
import type { DatedRecords } from "../store/dated.ts";
import type { person } from "../store/schema.ts";

type Who = typeof person.$inferSelect;

/** What an amount of leave is worth; null where no rate is known. */
export type WorthOf = (who: Who, kind: string, amount: Decimal) => Figure | null;

/** Balances with what has arisen by today, and what arises on days to come. */
export interface Arising {
  balances: ReadonlyMap<string, number>;
  grants: ReadonlyMap<string, LeaveStanding["grants"]>;
}

export interface LeaveOfCountry {
  /** Leave that arises by service and not with pays; null where there is none of it. */
  arising(
    context: Context,
    people: readonly KnownPerson[],
    records: DatedRecords,
    days: { today: string; to: string },
  ): ReadonlyMap<number, Arising> | null;
  /** leave that is kept one by one, by what it arose from; the oldest first */
  held(
    context: Context,
    people: readonly KnownPerson[],
    records: DatedRecords,
    today: string,
  ): ReadonlyMap<number, readonly HeldLeave[]>;
  /** most days that the law gives of a kind at once, by kind; what is not named has no such limit */
  limits(context: Context, day: string): Record<string, LeaveLimit>;
  worth(context: Context, businessId: number, day: string, people: readonly Who[], records: DatedRecords): WorthOf;
  /** kinds that may be paid out in place of being taken, and the line of a run that does it */
  cashOut: {
    kinds: readonly string[];
    line(
      context: Context,
      of: { businessId: number; personId: number; name: string; kind: string; amount: string; agreed: string | null },
    ): SheetLine;
  };
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    leave: LeaveOfCountry;
  }
}
