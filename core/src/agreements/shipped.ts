/**
 * Rule sets that come with the program. Penalties and conditions are from memory and not laid beside the instruments;
 * rates of classifications carry a standing each. EX-… are invented: an enterprise and an employment agreement.
 */
import exKayak from "./shipped/EX-KAYAK.json" with { type: "json" };
import exNursery from "./shipped/EX-NURSERY.json" with { type: "json" };
import clerks from "./shipped/MA000002.json" with { type: "json" };
import retail from "./shipped/MA000004.json" with { type: "json" };
import hospitality from "./shipped/MA000009.json" with { type: "json" };
import manufacturing from "./shipped/MA000010.json" with { type: "json" };
import nzBase from "./shipped/NZ-BASE.json" with { type: "json" };

/** As they lie in the files: the schema of the contract takes them in, like an agreement's rules that a business loads. */
export const shippedRules: readonly unknown[] = [
  retail,
  hospitality,
  clerks,
  manufacturing,
  exNursery,
  nzBase,
  exKayak,
];
