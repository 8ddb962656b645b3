/** How a person's super fund came about, in the order in which it is looked for. */
import type { Super } from "@zesty/contract/au/taxAndSuper";
import { longDate } from "../../../parts/format.ts";

export const howWords: Record<NonNullable<Super["how"]>, string> = {
  chosen: "chosen by the person",
  stapled: "the stapled fund",
  default: "the default fund",
};

/** "the stapled fund, asked for on 4 July 2026" */
export const howFund = ({ how, askedOn }: Pick<Super, "how" | "askedOn">): string | undefined =>
  how ? `${howWords[how]}${askedOn ? `, asked for on ${longDate(askedOn)}` : ""}` : undefined;
