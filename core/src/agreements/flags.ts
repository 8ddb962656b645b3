/** Flags of a person that an agreement's rules asks for, "schoolStudent", "firstAider": a missing one is false. */
import type { AgreementRules, Condition } from "./agreementRules.ts";

/** @returns the flags that its conditions name */
export function flagsOf(rules: AgreementRules): Set<string> {
  const found = new Set<string>();
  const walk = (value: unknown) => {
    if (Array.isArray(value)) value.forEach(walk);
    else if (typeof value === "object" && value !== null) {
      for (const key of Object.keys((value as Condition).person ?? {})) found.add(key);
      Object.values(value).forEach(walk);
    }
  };
  walk(rules);
  return found;
}
