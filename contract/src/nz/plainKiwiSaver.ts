/** A KiwiSaver member's facts as most have them: the rates of the law, nothing agreed besides. */
import type { KiwiSaverFacts } from "./people.ts";

export const plainKiwiSaver: KiwiSaverFacts = {
  status: "member",
  joined: "existing",
  employeeRate: null,
  employerRate: null,
  esctRate: null,
  temporaryUntil: null,
  suspendedUntil: null,
  optOutDate: null,
  totalRemuneration: false,
};
