/** What a page keeps in its address, read and changed in one beat of the hand. */
import { useCallback } from "react";
import { type NavigateOptions, type URLSearchParamsInit, useSearchParams } from "react-router";

/**
 * As the router's own, but drawn at once: the router draws a new address when it has time for it, and a second change
 * made before that would be made to the address of before, and lose the first.
 */
export function useAddress(): [URLSearchParams, (next: URLSearchParamsInit, options?: NavigateOptions) => void] {
  const [params, setParams] = useSearchParams();
  const change = useCallback(
    (next: URLSearchParamsInit, options: NavigateOptions = {}) => setParams(next, { flushSync: true, ...options }),
    [setParams],
  );
  return [params, change];
}
