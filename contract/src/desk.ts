import type { CountryCode } from "@zesty/core/countries/countries";
import type { DueKind } from "./dues.ts";
import type { RunState } from "./runStates.ts";
import type { Segments } from "./runs.ts";

export interface Payday {
  runId: number | null;
  cycleId: number;
  cycleName: string;
  payday: string;
  periodStart: string;
  periodEnd: string;
  state: RunState | "ahead";
  segments: Segments;
}
export interface Pin {
  date: string;
  words: string;
  cents: number;
  kind: DueKind | "filing";
}
export interface Lane {
  businessId: number;
  name: string;
  country: CountryCode;
  /** made up, to play in */
  play: boolean;
  /** nothing of it is signed off yet: its way to the first payday stands on the desk */
  begins: boolean;
  /** who of the practice keeps it */
  keeper: { id: number; name: string } | null;
  paydays: Payday[];
  pins: Pin[];
}
export interface ToDo {
  date: string;
  /** nought for what concerns every business */
  businessId: number;
  business: string;
  words: string;
  /** what kind of step it is: decides its shape */
  kind: "hours" | "check" | "signOff" | "send" | "settle" | "mend" | "open" | "due" | "rules";
  late: boolean;
  link: string;
}
export interface DeskView {
  day: string;
  from: string;
  to: string;
  lanes: Lane[];
  toDo: ToDo[];
}
