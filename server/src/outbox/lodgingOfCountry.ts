/** What a country says of lodging: what is told to its agency with a payday, by when, and in which words. */

import type { Agent } from "@zesty/contract/lodging";
import type { ReadReport } from "@zesty/contract/readReport";
import type { Channel, SendView } from "@zesty/contract/sending";
import type { SignOffPlan } from "@zesty/contract/signOff";
import type { Actor, Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import type { Prepared } from "../row/prepared.ts";
import type { outbox } from "../store/schema.ts";

export interface LodgingOfCountry {
  /** what the one who signs off declares */
  declaration(legalName: string, agent: Agent | null): string;
  /** what is declared, for the trail */
  lodged: string;
  /** a payday on which nobody is paid is lodged all the same */
  lodgesNothing: boolean;
  /** What the agency will be told. `tablesMissing`: nothing could be worked out. */
  plan(context: Context, prepared: Prepared, tablesMissing: boolean): Pick<SignOffPlan, "payEvent" | "filing">;
  /** Who leaves with this run and may be made final with it. */
  leavers(context: Context, prepared: Prepared): SignOffPlan["leavers"];
  /** Makes what the agency is told. What it returns keeps that and puts it into the outbox. */
  make(context: Context, actor: Actor, prepared: Prepared): () => void;
  /** Channels of this country's agency, with what makes a refused message anew. */
  again: Partial<Record<Channel, (context: Context, actor: Actor, prepared: Prepared) => void>>;
  /** the event that takes the place of one that was taken, under its number; null where no such thing is known */
  replace: null | {
    /** whether an event, by its bytes, may be replaced at all */
    may(bytes: Buffer): boolean;
    make(context: Context, actor: Actor, prepared: Prepared, replaced: { id: number; submissionId: string }): void;
  };
  /** channels whose message is sent as a whole under the next number even after it was taken */
  amendable: readonly Channel[];
  /** What waits since sign-off is made anew where it would say something else by now. */
  beforeSending(context: Context, actor: Actor, run: Run): void;
  /** By payroll ID the day of the later message that the agency goes by, where one that it took now changes nothing. */
  overtaken(context: Context, row: typeof outbox.$inferSelect): Map<string, string>;
  /** By when the payday has to be lodged, and whether that day has gone by; null where it goes with the payday. */
  due(context: Context, owner: { id: number; timeZone: string }, run: Run): SendView["filing"];
  /** What was told, in words, from the bytes as they went out: by the kind of document. */
  read: Partial<Record<string, (bytes: Buffer) => ReadReport>>;
  /** What a run that is taken back leaves: to be lodged by others of its payday, or told already by others of its year. */
  takenBack(context: Context, run: Run): void;
}

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    lodging: LodgingOfCountry;
  }
}
