/** What the voices of the sheet of proof are called. */
import type { Voice } from "@zesty/contract/year";

export const voiceWords: Record<Voice, string> = {
  facts: "Signed pays",
  reported: "Reported",
  ledger: "Ledger",
  bank: "Bank",
  owed: "Owed",
};
