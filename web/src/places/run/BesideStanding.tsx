/** Whether the period agrees with the earlier system's, and whether the move may be made. */
import type { BesideView } from "@zesty/contract/beside";
import { longDate } from "../../parts/format.ts";

/** Nobody changes payroll on faith: two periods without a difference, and the move may be made. */
export function BesideStanding({ view: { agrees, others, figures } }: { view: BesideView }) {
  const words = !agrees
    ? figures.includes("net")
      ? "The period does not agree yet: somebody stands on one side alone."
      : "The register says nothing of net pay: bring one that does, and the period can agree."
    : others.length === 0
      ? "This period agrees. Set the register of another beside its run: with two that agree, the move may be made."
      : `The period to ${longDate(others[0] ?? "")} agrees as well: the move may be made.`;
  return <p className={`mb-2 ${agrees && others.length > 0 ? "font-semibold text-leaf" : "text-quiet"}`}>{words}</p>;
}
