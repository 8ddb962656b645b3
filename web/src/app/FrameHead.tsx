/** What stands above every page: the business in hand, the places, and what is always at hand. */
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import type { SessionView } from "@zesty/contract/session";
import { Link, NavLink } from "react-router";
import { longDate } from "../parts/format.ts";
import type { themeNow } from "../state/theme.ts";
import { DayMover } from "./DayMover.tsx";
import type { places } from "./places.ts";

export function BusinessChoice({
  session,
  chosen,
  onChoose,
}: {
  session: SessionView;
  chosen: SessionView["businesses"][number] | null;
  onChoose: (id: number) => void;
}) {
  if (!chosen) return <span className="flex items-center py-2.5 font-name text-[17px]">{session.practice}</span>;
  return (
    <Listbox value={chosen.id} onChange={onChoose}>
      <ListboxButton
        className="flex items-center gap-2 py-2.5 font-name text-[17px] hover:text-action"
        aria-label={`Business in hand: ${chosen.name}`}
      >
        <span className="max-w-56 truncate max-[1340px]:max-w-44 max-[1150px]:max-w-36 max-[900px]:max-w-28">
          {chosen.name}
        </span>
        <span className="rounded-(--radius) border border-rule-strong px-1 font-sans text-[12px] text-quiet">
          {chosen.country}
        </span>
        <span aria-hidden="true" className="font-sans text-[11px] text-quiet">
          ▾
        </span>
      </ListboxButton>
      <ListboxOptions
        anchor="bottom start"
        className="z-40 min-w-64 rounded-(--radius) border border-rule-strong bg-sheet py-1 shadow-lg"
      >
        {session.businesses.map((each) => (
          <ListboxOption
            key={each.id}
            value={each.id}
            className="flex justify-between gap-4 px-3 py-1.5 data-focus:bg-lime-soft"
          >
            {each.name} <span className="text-quiet">{each.country}</span>
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}

export const PlaceLinks = ({ places: shown }: { places: readonly (typeof places)[number][] }) => (
  <nav aria-label="Places" className="flex gap-1">
    {shown.map((place) => (
      <NavLink
        key={place.to}
        to={place.to}
        className={({ isActive }) =>
          `flex items-center border-b-3 px-2.5 pt-[3px] max-[1150px]:px-1.5 text-[15px] ${isActive ? "border-action font-semibold" : "border-transparent hover:border-rule-strong"}`
        }
      >
        {place.name}
      </NavLink>
    ))}
  </nav>
);

interface ToolProps {
  session: SessionView;
  theme: ReturnType<typeof themeNow>;
  onGo: () => void;
  onGuide: () => void;
  onTheme: () => void;
  onSignOut: () => void;
}

export function Tools({ session, theme, onGo, onGuide, onTheme, onSignOut }: ToolProps) {
  return (
    <div className="ml-auto flex items-center gap-3 text-[14px]">
      {session.demo ? <DayMover day={session.day} /> : <span className="text-quiet">{longDate(session.day)}</span>}
      <button
        type="button"
        className="rounded-(--radius) border border-rule-strong px-2 py-0.5 text-quiet hover:bg-hover"
        onClick={onGo}
      >
        Go or do <kbd className="ml-1 font-sans text-[12px] max-[1150px]:hidden">Ctrl K</kbd>
      </button>
      <button type="button" className="text-quiet hover:underline max-[1150px]:hidden" onClick={onGuide}>
        Guide
      </button>
      <button
        type="button"
        className="text-quiet hover:underline"
        onClick={onTheme}
        aria-label={`Switch to ${theme === "dark" ? "light" : "dark"}`}
      >
        {theme === "dark" ? "Light" : "Dark"}
      </button>
      <Link className="text-quiet hover:underline" to="/you" title={session.user?.email}>
        {session.user?.name.split(" ")[0]}
      </Link>
      <button type="button" className="text-quiet hover:underline" onClick={onSignOut}>
        Sign out
      </button>
    </div>
  );
}
