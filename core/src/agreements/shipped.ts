/**
 * Rule sets that come with the program. Penalties and conditions are from memory and not laid beside the instruments;
 * rates of classifications carry a standing each. EX-… are invented: an enterprise and an employment agreement.
 */
import exKayak from "./shipped/EX-KAYAK.json" with { type: "json" };
import exNursery from "./shipped/EX-NURSERY.json" with { type: "json" };
import clerks from "./shipped/MA000002.json" with { type: "json" };
import fastFood from "./shipped/MA000003.json" with { type: "json" };
import retail from "./shipped/MA000004.json" with { type: "json" };
import hairAndBeauty from "./shipped/MA000005.json" with { type: "json" };
import hospitality from "./shipped/MA000009.json" with { type: "json" };
import manufacturing from "./shipped/MA000010.json" with { type: "json" };
import pharmacy from "./shipped/MA000012.json" with { type: "json" };
import building from "./shipped/MA000020.json" with { type: "json" };
import cleaning from "./shipped/MA000022.json" with { type: "json" };
import healthAndSupport from "./shipped/MA000027.json" with { type: "json" };
import horticulture from "./shipped/MA000028.json" with { type: "json" };
import roadTransport from "./shipped/MA000038.json" with { type: "json" };
import vehicles from "./shipped/MA000089.json" with { type: "json" };
import communityAndCare from "./shipped/MA000100.json" with { type: "json" };
import restaurant from "./shipped/MA000119.json" with { type: "json" };
import childrensServices from "./shipped/MA000120.json" with { type: "json" };
import nzBase from "./shipped/NZ-BASE.json" with { type: "json" };

/** As they lie in the files: the schema of the contract takes them in, like an agreement's rules that a business loads. */
export const shippedRules: readonly unknown[] = [
  retail,
  hospitality,
  clerks,
  manufacturing,
  restaurant,
  fastFood,
  hairAndBeauty,
  pharmacy,
  cleaning,
  horticulture,
  communityAndCare,
  childrensServices,
  healthAndSupport,
  building,
  roadTransport,
  vehicles,
  exNursery,
  nzBase,
  exKayak,
];
