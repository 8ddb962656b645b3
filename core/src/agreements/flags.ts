/** Flags of a person that an agreement's rules asks for, "schoolStudent", "firstAider": a missing one is false. */
import type { AgreementRules, Condition } from "./agreementRules.ts";

/** Somebody leads others; how many stands beside it on the person's agreement, since an allowance goes by the number. */
export const leadsOthers = "leadsOthers";

/** @returns the flags that its conditions name */
export function flagsOf(rules: AgreementRules): Set<string> {
  const found = new Set<string>();
  const walk = (value: unknown) => {
    if (Array.isArray(value)) value.forEach(walk);
    else if (typeof value === "object" && value !== null) {
      const { person, leads } = value as Condition;
      for (const key of Object.keys(person ?? {})) found.add(key);
      if (leads) found.add(leadsOthers);
      Object.values(value).forEach(walk);
    }
  };
  walk(rules);
  return found;
}
