import type { SessionView } from "@zesty/contract/session";
import { createContext, use } from "react";

export type BusinessInHand = SessionView["businesses"][number];
export const BusinessContext = createContext<BusinessInHand | null>(null);

/** The business in hand; places are only shown when there is one. */
export function useBusiness(): BusinessInHand {
  const business = use(BusinessContext);
  if (!business) throw new Error("No business is in hand.");
  return business;
}
