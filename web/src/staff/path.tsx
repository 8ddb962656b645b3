/**
 * Where the staff pages stand: a path and the way to another one. React Router would be a third of all that a phone has
 * to fetch here (30 of 90 kB); six addresses need no more than this.
 */
import { type ComponentProps, useSyncExternalStore } from "react";

const base = "/staff";
const listeners = new Set<() => void>();
const tell = () => {
  for (const each of listeners) each();
};
window.addEventListener("popstate", tell);

const here = () => window.location.pathname.slice(base.length) || "/";
export const usePath = (): string[] =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, here)
    .split("/")
    .filter(Boolean);

export function go(to: string): void {
  window.history.pushState(null, "", `${base}${to === "/" ? "" : to}`);
  window.scrollTo(0, 0);
  tell();
}

/** A link within the staff pages; with a key held down it opens elsewhere, as any link. */
export const Link = ({ to, ...rest }: { to: string } & ComponentProps<"a">) => (
  <a
    href={`${base}${to}`}
    onClick={(event) => {
      if (event.ctrlKey || event.metaKey || event.shiftKey || event.button !== 0) return;
      event.preventDefault();
      go(to);
    }}
    {...rest}
  />
);
