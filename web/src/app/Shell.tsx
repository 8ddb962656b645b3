import type { SessionView } from "@zesty/contract/session";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, Navigate, Outlet, useLocation, useNavigate } from "react-router";
import { longDate } from "../parts/format.ts";
import { Nothing, Page } from "../parts/Page.tsx";
import { usePlacesFolded, useToolsFolded } from "../parts/useNarrow.ts";
import { BusinessContext } from "../state/business.ts";
import { switchTheme, themeNow } from "../state/theme.ts";
import { AskPassword } from "./AskPassword.tsx";
import { FoldedMenu } from "./FoldedMenu.tsx";
import { BusinessChoice, PlaceLinks, Tools } from "./FrameHead.tsx";
import { GoOrDo } from "./GoOrDo.tsx";
import { HelpOverlay } from "./HelpOverlay.tsx";
import { useLeavingGuard } from "./LeavingGuard.tsx";
import { PlayBand } from "./PlayBand.tsx";
import { places } from "./places.ts";
import { useSignOut } from "./SignOut.tsx";
import { useChangesOfOthers } from "./useChangesOfOthers.ts";

const keptBusiness = "zesty-business";

export function Shell({ session }: { session: SessionView }) {
  const navigate = useNavigate();
  const placesFolded = usePlacesFolded();
  const toolsFolded = useToolsFolded();
  const location = useLocation();
  const [theme, setTheme] = useState(themeNow());
  const [palette, setPalette] = useState(false);
  const [help, setHelp] = useState(false);
  const openPalette = () => setPalette(true);
  const openHelp = () => setHelp(true);
  const turn = () => setTheme(switchTheme());
  // A link may name its business: opened in a tab of its own, it shows that one.
  const [businessId, setBusinessId] = useState(
    () => Number(new URLSearchParams(location.search).get("business") ?? localStorage.getItem(keptBusiness)) || 0,
  );
  const business = session.businesses.find((each) => each.id === businessId) ?? session.businesses[0] ?? null;
  // Who looks after hours and leave alone has one place.
  const hoursOnly = business?.right === "hours";
  const shownPlaces = hoursOnly ? places.filter((each) => each.to === "/time") : places;
  const take = useCallback((id: number) => {
    localStorage.setItem(keptBusiness, String(id));
    setBusinessId(id);
  }, []);
  const inHand = useMemo(() => ({ business, take }), [business, take]);
  const leaving = useLeavingGuard();
  const [turned, setTurned] = useState(0);
  const choose = (id: number) =>
    leaving.askFirst(() => {
      take(id);
      // Switching keeps the place, but not one business's run or person.
      const place = `/${location.pathname.split("/")[1] ?? "desk"}`;
      // On the page itself: what was begun there for one business is not carried on for another one.
      if (place === location.pathname) setTurned(turned + 1);
      void navigate(place);
    });

  useFrameKeys(openPalette, openHelp);
  usePlaceKeys((key) => {
    const place = places.find((each) => each.key === key);
    if (place) void navigate(place.to);
  });
  useChangesOfOthers(business?.id);

  const { signOut: endSession, asking } = useSignOut();
  const signOut = () => leaving.askFirst(endSession);
  return (
    <BusinessContext value={inHand}>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2">
        Skip to the page
      </a>
      <div className="flex h-full flex-col print:block print:h-auto">
        <p className="hidden text-[9pt] print:block">
          {business?.name ?? session.practice}, printed {longDate(business?.day ?? session.day)}
        </p>
        <header className="flex shrink-0 print:hidden items-stretch gap-5 border-b border-rule-strong px-6 whitespace-nowrap max-[1340px]:gap-3 max-[1150px]:gap-2 max-[1150px]:px-3 max-[900px]:gap-1">
          <BusinessChoice session={session} chosen={business} onChoose={choose} />
          {!placesFolded && <PlaceLinks places={shownPlaces} />}
          {toolsFolded ? (
            <FoldedMenu
              places={placesFolded ? shownPlaces : []}
              tools={[
                { name: "Go or do", go: openPalette },
                { name: "Guide", go: openHelp },
                { name: theme === "dark" ? "Light" : "Dark", go: turn },
                { name: session.user?.name ?? "Your account", go: () => void navigate("/you") },
                { name: "Sign out", go: signOut },
              ]}
            />
          ) : (
            <Tools
              session={session}
              theme={theme}
              onGo={openPalette}
              onGuide={openHelp}
              onTheme={turn}
              onSignOut={signOut}
            />
          )}
        </header>
        <Warnings session={session} />
        {business?.play && <PlayBand business={business} lead={session.user?.lead ?? false} />}
        <div className="relative min-h-0 flex-1 overflow-auto print:overflow-visible">
          <Inside key={turned} session={session} business={business} />
        </div>
      </div>
      <GoOrDo
        open={palette}
        onClose={() => setPalette(false)}
        session={session}
        business={business}
        onBusiness={choose}
        onHelp={openHelp}
        onTheme={turn}
      />
      <AskPassword />
      {asking}
      {leaving.asking}
      <HelpOverlay open={help} country={business?.country ?? null} onClose={() => setHelp(false)} />
    </BusinessContext>
  );
}

/** Keys that work on every page. */
function useFrameKeys(onGo: () => void, onGuide: () => void): void {
  useHotkeys("mod+k", onGo, { enableOnFormTags: true, preventDefault: true });
  // From any field of a form, a choice too: it is saved without the way to its button.
  useHotkeys("mod+enter", (event) => (event.target as HTMLElement).closest("form")?.requestSubmit(), {
    enableOnFormTags: true,
  });
  useHotkeys("f1", onGuide, { enableOnFormTags: true, preventDefault: true });
  useHotkeys("shift+slash, ?", onGuide, {
    ignoreEventWhen: (event) => (event.target as HTMLElement).closest?.('[role="grid"]') !== null,
  });
}

/** The page that the address names, or the one that has to come first. */
function Inside({ session, business }: { session: SessionView; business: SessionView["businesses"][number] | null }) {
  const location = useLocation();
  const hoursOnly = business?.right === "hours";
  return session.user?.factorWanted && !/^\/you(\/|$)/.test(location.pathname) ? (
    <Navigate to="/you" replace />
  ) : hoursOnly && !/^\/(time|you)(\/|$)/.test(location.pathname) ? (
    <Navigate to="/time" replace />
  ) : business === null && needsBusiness.test(location.pathname) ? (
    <NoBusiness lead={session.user?.lead ?? false} />
  ) : (
    <Outlet />
  );
}

/** Places that show one business. */
const needsBusiness =
  /^\/(run|people|readiness|notices|time|dues|books|figures|year)(\/|$)|^\/set-up(\/agreements|\/new-tables)?$/;

function NoBusiness({ lead }: { lead: boolean }) {
  return (
    <Page title={lead ? "No business yet" : "Nothing is shared with you yet"}>
      <Nothing>
        {lead ? (
          <Link className="text-action underline" to="/set-up/new-business">
            Add the first business: its runs, people, dues and books come here
          </Link>
        ) : (
          "The practice lead gives you the right to see a business; then its runs, people, dues and books come here."
        )}
      </Nothing>
    </Page>
  );
}

/** What every user must know before believing a figure or waiting for an answer. */
function Warnings({ session }: { session: SessionView }) {
  const more = session.user?.lead && (
    <Link className="underline" to="/set-up/safety">
      Open Safety
    </Link>
  );
  const waiting = session.businesses.filter(({ id }) => session.movedIn.includes(id)).map(({ name }) => name);
  return (
    <>
      {session.user?.factorWanted && (
        <p role="alert" className="border-b border-amber px-6 py-1 text-amber">
          This practice wants a second factor of its leads. Set one up here; everything else opens then.
        </p>
      )}
      {session.broken > 0 && (
        <p role="alert" className="border-b border-plum px-6 py-1 text-plum">
          {session.broken === 1 ? "A record is" : `${session.broken} records are`} not as written by this program:
          figures that rest on {session.broken === 1 ? "it" : "them"} may be wrong. {more || "Tell the practice lead."}
        </p>
      )}
      {session.held && (
        <p role="status" className="border-b border-amber px-6 py-1 text-amber">
          Nothing is sent, lodged or paid until the practice lead has gone through what may have gone out already.{" "}
          {more}
        </p>
      )}
      {waiting.length > 0 && (
        <p role="status" className="border-b border-amber px-6 py-1 text-amber">
          Nothing of {waiting.length > 2 ? `${waiting.length} businesses taken in` : waiting.join(" and ")} is sent,
          lodged or paid from here until the practice lead says so. {more}
        </p>
      )}
    </>
  );
}

/** `g` then a letter goes to a place. */
function usePlaceKeys(go: (key: string) => void): void {
  // Beyond the effect: the page may be drawn anew between the two keys.
  const since = useRef(0);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if (event.key === "g") since.current = Date.now();
      else if (Date.now() - since.current < 1200) {
        since.current = 0;
        go(event.key);
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
}
