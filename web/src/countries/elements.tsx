/** The only place of the pages that lists the countries' pay elements. */
import type { CountryCode } from "@zesty/core/countries/countries";
import { elementsOnPageAu } from "./au/elements.tsx";
import type { ElementsOnPage } from "./elementsOnPage.ts";
import { elementsOnPageNz } from "./nz/elements.tsx";

export const elementsOnPage: Record<CountryCode, ElementsOnPage> = { AU: elementsOnPageAu, NZ: elementsOnPageNz };
