/** Words of where the money of a due stands; shared by list, line and payments. */
import type { DuePart, DueStep } from "@zesty/contract/dues";
import { cents, shortDate } from "../../parts/format.ts";

export const stateWords: Record<DuePart["state"], string> = {
  owed: "owed",
  prepared: "prepared",
  sent: "on its way",
  received: "there",
  allocated: "allocated",
  returned: "came back",
  late: "late",
};

/** In colour beside its word; done is leaf, what wants a hand is plum. */
export const stateColour: Record<DuePart["state"], string> = {
  owed: "text-ink",
  prepared: "text-quiet",
  sent: "text-quiet",
  received: "text-leaf",
  allocated: "text-leaf",
  returned: "text-plum",
  late: "text-plum",
};

export const stepWords: Record<DueStep["what"], string> = {
  payday: "Payday",
  prepared: "Prepared",
  sent: "Sent",
  left: "Left the account",
  received: "The fund had it",
  allocated: "Allocated",
  returned: "Came back",
  due: "Due",
};

/** "late 120.00, on its way 40.00": one state alone is said without its amount. */
export const standing = (parts: readonly DuePart[]): string =>
  parts.length === 1
    ? stateWords[parts[0]?.state ?? "owed"]
    : parts.map((each) => `${stateWords[each.state]} ${cents(each.cents)}`).join(", ");

export const paydays = ({ firstPayday, lastPayday }: { firstPayday: string; lastPayday: string }): string =>
  firstPayday === lastPayday ? shortDate(lastPayday) : `${shortDate(firstPayday)} to ${shortDate(lastPayday)}`;
