import { expect, it } from "vitest";
import { trailWords } from "./trailWords.ts";

it.each([
  ["8, payday 2026-07-03", "8, payday 3 July 2026"],
  ["2 people, 2026-07-01 to 2026-07-12", "2 people, 1 July 2026 to 12 July 2026"],
  ["sent paymentFile, payslip", "sent payment file, payslip"],
  [
    "run 33, pay 609: unlikeLastTime|change=+67 %|gross=$291.60|last=$174.96|payday=2026-06-16",
    "run 33, pay 609: unlike last time",
  ],
  ["changed usualPay from 2026-06-01", "changed usual pay from 1 June 2026"],
  ["Kōura Bay Kayaks", "Kōura Bay Kayaks"],
  ["changed kiwiSaver from now", "changed KiwiSaver from now"],
  ["KiwiSaver of MacDonald, iTuning Pianos", "KiwiSaver of MacDonald, iTuning Pianos"],
])("%s reads %s", (text, read) => expect(trailWords(text)).toBe(read));
