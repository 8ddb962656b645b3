/** What a country says of dues: who each kind goes to, in which file, with which data, and what lateness costs. */
import type { DueKind, LateCost } from "@zesty/contract/dues";
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { PostingAccounts } from "@zesty/core/documents/posting";
import type { Context } from "../ground/context.ts";
import type { business } from "../store/schema.ts";

type Business = typeof business.$inferSelect;

export interface Receiver {
  receiver: string;
  /** how Dues calls it */
  title: string;
  kinds: readonly DueKind[];
}

/** A line of a payment file. */
export interface PaidLine {
  name: string;
  bsb: string;
  account: string;
  reference: string;
  cents: number;
  isNew: boolean;
}

export interface LateDue {
  kind: DueKind;
  due: IsoDate;
  /** what is not there, by payday and person: paydays of two laws may have one day */
  open: () => readonly OpenPart[];
}

export interface OpenPart {
  payday: IsoDate;
  personId: number;
  cents: number;
}

/** A member's part of a contribution, as data for the fund. */
export interface Contributed {
  line: number;
  personId: number;
  fundId: number;
  payday: IsoDate;
  cents: number;
  reference: string;
  /** of the whole payment that it is part of */
  paymentCents: number;
}

export interface DuesOfCountry {
  /** super goes to each fund, by way of the clearing house where one is recorded */
  receivers: readonly Receiver[];
  /** why an account cannot be paid to; null: it can */
  accountFault(bsb: string, account: string): string | null;
  /** the account of the ledger on which a kind stands until it is paid */
  accountOf(kind: DueKind, postings: PostingAccounts & { bank: string }): string;
  /** the date itself where banks work, or the next one on which they do */
  bankDay(date: IsoDate): IsoDate;
  /** the day on which super has to leave, so that its fund has it in time; null where the day it leaves counts */
  sendBy(kind: DueKind, due: IsoDate): IsoDate | null;
  file(
    context: Context,
    of: { owner: Business; on: IsoDate; from: { bsb: string; account: string }; messageId: string; apart: string },
    lines: readonly PaidLine[],
  ): { mime: string; ending: string; bytes: Buffer };
  /** data that goes ahead of the money, or what is missing for it, by person */
  data(
    context: Context,
    of: { owner: Business; on: IsoDate; from: { bsb: string; account: string } | null; fileId: string },
    contributed: readonly Contributed[],
  ): { bytes: Buffer } | { missing: { text: string; mend: string }[] };
  /** what being late costs, by the day on which the money is there; null: nothing, whenever that is */
  late(context: Context, due: LateDue): ((received: IsoDate) => Omit<LateCost, "tomorrowCents"> | null) | null;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    dues: DuesOfCountry;
  }
}
