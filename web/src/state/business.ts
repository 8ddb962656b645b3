/** The business in hand: what the places of the bar show, and what follows when a page of another business opens. */
import type { SessionView } from "@zesty/contract/session";
import { createContext, use, useEffect, useRef } from "react";
import { api } from "./api.ts";

export type BusinessInHand = SessionView["businesses"][number];
export const BusinessContext = createContext<{
  business: BusinessInHand | null;
  /** takes another business in hand and stays on the page */
  take: (businessId: number) => void;
}>({ business: null, take: () => undefined });

/** The business in hand; places are only shown when there is one. */
export function useBusiness(): BusinessInHand {
  const { business } = use(BusinessContext);
  if (!business) throw new Error("No business is in hand.");
  return business;
}

/** The day that it is where the business in hand is, else at the practice: at eleven of an evening the two differ. */
export function useToday(): string {
  const { business } = use(BusinessContext);
  const { data: session } = api.useSessionQuery();
  return business?.day ?? session?.day ?? new Date().toISOString().slice(0, 10);
}

export const useTakeBusiness = (): ((businessId: number) => void) => use(BusinessContext).take;

/**
 * A page about one business puts it in hand: what stands in the bar and what stands on the page are one. Only when the
 * page opens: switching the business while it is open leads away from it, and must not be undone.
 */
export function usePutInHand(businessId: number | undefined): void {
  const { business, take } = use(BusinessContext);
  const put = useRef<number | undefined>(undefined);
  useEffect(() => {
    if (businessId === undefined || put.current === businessId) return;
    put.current = businessId;
    if (business?.id !== businessId) take(businessId);
  }, [businessId, business, take]);
}
