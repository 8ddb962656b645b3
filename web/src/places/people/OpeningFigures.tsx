/** What several people were paid before this program, as each country's law asks for it. */
import type { CountryCode } from "@zesty/core/countries/countries";
import type { ReactNode } from "react";
import { useBusiness } from "../../state/business.ts";
import { OpeningFiguresAu } from "./au/OpeningFigures.tsx";
import { OpeningEarnings } from "./nz/OpeningEarnings.tsx";

const pages: Record<CountryCode, () => ReactNode> = { AU: OpeningFiguresAu, NZ: OpeningEarnings };

export function OpeningFigures() {
  const business = useBusiness();
  const Of = pages[business.country];
  return <Of key={business.id} />;
}
