/** Which page for which address; places are fetched when they are first opened. */
import { type ReactNode, useEffect, useRef, useState } from "react";
import { createBrowserRouter, isRouteErrorResponse, Navigate, useLocation, useRouteError } from "react-router";
import { RouterProvider } from "react-router/dom";
import { Button } from "../parts/Button.tsx";
import { Loading } from "../parts/Page.tsx";
import { api } from "../state/api.ts";
import { keepFor } from "../state/keptHere.ts";

// Who signs in does not wait for the frame, and who is signed in not for the forms at the door.
const shell = () => import("./Shell.tsx");
const door = () => import("./SignIn.tsx");

/**
 * A part that is fetched when it is needed. Not React's `lazy`: what was suspended comes into sight as much as 300 ms
 * late, so that waiting signs do not flicker, and with it everything that the part asks the server for.
 */
function Part<T>({ load, children }: { load: () => Promise<T>; children: (part: T) => ReactNode }) {
  const [part, setPart] = useState<T | null>(null);
  useEffect(() => {
    let isWanted = true;
    load().then(
      (loaded) => isWanted && setPart(() => loaded),
      (error: unknown) =>
        setPart(() => {
          throw error;
        }),
    );
    return () => {
      isWanted = false;
    };
  }, [load]);
  return part === null ? <Loading what="your desk" /> : children(part);
}

/** An employee is signed in: the own pages are another application. */
function ToStaffPages() {
  useEffect(() => window.location.replace("/staff"), []);
  return <Loading what="your page" />;
}

function Root() {
  const { data: session, isLoading, refetch } = api.useSessionQuery();
  if (isLoading) return <Loading what="your desk" />;
  if (!session)
    return (
      <main className="p-10">
        <p className="mb-3">The server cannot be reached. Is it running?</p>
        <Button onClick={() => void refetch()}>Try again</Button>
      </main>
    );
  // Before anything that was kept is read.
  if (session.user) keepFor(`user ${session.user.id}`);
  if (session.needsFirstUser)
    return (
      <Part key="door" load={door}>
        {({ FirstUserForm }) => <FirstUserForm />}
      </Part>
    );
  if (session.staff) return <ToStaffPages />;
  return session.user ? (
    <Part key="shell" load={shell}>
      {({ Shell }) => <Shell session={session} />}
    </Part>
  ) : (
    <Part key="door" load={door}>
      {({ SignIn }) => <SignIn demo={session.demo} />}
    </Part>
  );
}

function Fault() {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <main className="p-10">
      <h1 className="font-name text-[24px]">{missing ? "There is no such page" : "This page broke"}</h1>
      <p className="my-3 text-quiet">{missing ? "The address leads nowhere." : "Nothing that was saved is lost."}</p>
      <Button onClick={() => window.location.assign("/desk")}>Open the desk</Button>
    </main>
  );
}

function PlaceFault() {
  const error = useRouteError();
  const { pathname } = useLocation();
  const first = useRef(pathname);
  const fetcherFailed = error instanceof TypeError && /import/i.test(error.message);
  return (
    <main id="main" className="p-10">
      <h1 className="font-name text-[24px]">{fetcherFailed ? "This page could not be fetched" : "This page broke"}</h1>
      <p className="my-3 text-quiet">
        {fetcherFailed
          ? "The program was renewed meanwhile, or the line is cut. Nothing that was saved is lost."
          : "Nothing that was saved is lost, and the other places work. Tell whoever keeps the program what you did."}
      </p>
      <Button onClick={() => window.location.assign(first.current)}>Try again</Button>
    </main>
  );
}

const router = createBrowserRouter([
  { path: "/join", ErrorBoundary: Fault, lazy: () => import("./Join.tsx").then((m) => ({ Component: m.Join })) },
  {
    path: "/",
    Component: Root,
    ErrorBoundary: Fault,
    HydrateFallback: () => <Loading what="your desk" />,
    children: [
      {
        // A page that breaks leaves the bar standing: the other places still open.
        ErrorBoundary: PlaceFault,
        children: [
          { index: true, element: <Navigate to="/desk" replace /> },
          { path: "desk", lazy: () => import("../places/desk/Desk.tsx").then((m) => ({ Component: m.Desk })) },
          {
            path: "send",
            lazy: () => import("../places/desk/SendSeveral.tsx").then((m) => ({ Component: m.SendSeveral })),
          },
          {
            path: "pay-over",
            lazy: () => import("../places/dues/PracticeDues.tsx").then((m) => ({ Component: m.PracticeDues })),
          },
          { path: "find", lazy: () => import("../places/desk/FindPage.tsx").then((m) => ({ Component: m.FindPage })) },
          { path: "run", lazy: () => import("../places/run/RunList.tsx").then((m) => ({ Component: m.RunList })) },
          { path: "run/:run", lazy: () => import("../places/run/RunPage.tsx").then((m) => ({ Component: m.RunPage })) },
          {
            path: "run/:run/beside",
            lazy: () => import("../places/run/BesideEarlier.tsx").then((m) => ({ Component: m.BesideEarlier })),
          },
          {
            path: "run/:run/told/:document",
            lazy: () => import("../places/run/ToldReport.tsx").then((m) => ({ Component: m.ToldReport })),
          },
          {
            path: "run/:run/letter",
            lazy: () => import("../places/run/Letter.tsx").then((m) => ({ Component: m.Letter })),
          },
          { path: "people", lazy: () => import("../places/people/People.tsx").then((m) => ({ Component: m.People })) },
          {
            path: "people/new",
            lazy: () => import("../places/people/NewPerson.tsx").then((m) => ({ Component: m.NewPersonPage })),
          },
          {
            path: "readiness",
            lazy: () => import("../places/readiness/Readiness.tsx").then((m) => ({ Component: m.Readiness })),
          },
          {
            path: "people/opening",
            lazy: () => import("../places/people/OpeningFigures.tsx").then((m) => ({ Component: m.OpeningFigures })),
          },
          {
            path: "people/balances",
            lazy: () => import("../places/people/LeaveBrought.tsx").then((m) => ({ Component: m.LeaveBrought })),
          },
          {
            path: "people/several",
            lazy: () => import("../places/people/SeveralPeople.tsx").then((m) => ({ Component: m.SeveralPeople })),
          },
          {
            path: "notices",
            lazy: () => import("../places/notices/Notices.tsx").then((m) => ({ Component: m.Notices })),
          },
          {
            path: "people/move",
            lazy: () => import("../places/people/MoveSeveral.tsx").then((m) => ({ Component: m.MoveSeveral })),
          },
          {
            path: "people/raise",
            lazy: () => import("../places/people/RaiseSeveral.tsx").then((m) => ({ Component: m.RaiseSeveral })),
          },
          {
            path: "people/papers",
            lazy: () => import("../places/people/PapersOwed.tsx").then((m) => ({ Component: m.PapersOwed })),
          },
          {
            path: "people/pays",
            lazy: () => import("../places/people/LookOver.tsx").then((m) => ({ Component: m.LookOver })),
          },
          {
            path: "people/:person",
            lazy: () => import("../places/people/PersonPage.tsx").then((m) => ({ Component: m.PersonPage })),
          },
          {
            path: "figures",
            lazy: () => import("../places/figures/Figures.tsx").then((m) => ({ Component: m.Figures })),
          },
          {
            path: "figures/what-if",
            lazy: () => import("../places/figures/WhatIf.tsx").then((m) => ({ Component: m.WhatIf })),
          },
          {
            path: "year/esct",
            lazy: () => import("../places/year/EsctRates.tsx").then((m) => ({ Component: m.EsctRatesPage })),
          },
          {
            path: "year/summaries",
            lazy: () => import("../places/year/Summaries.tsx").then((m) => ({ Component: m.Summaries })),
          },
          {
            path: "year/contractors",
            lazy: () => import("../places/year/Contractors.tsx").then((m) => ({ Component: m.ContractorsPage })),
          },
          {
            path: "year/outside",
            lazy: () => import("../places/year/Outside.tsx").then((m) => ({ Component: m.OutsidePage })),
          },
          {
            path: "year/elements",
            lazy: () => import("../places/year/YearElements.tsx").then((m) => ({ Component: m.YearElements })),
          },
          { path: "year", lazy: () => import("../places/year/Year.tsx").then((m) => ({ Component: m.Year })) },
          { path: "time", lazy: () => import("../places/time/Time.tsx").then((m) => ({ Component: m.Time })) },
          { path: "time/leave", lazy: () => import("../places/leave/Leave.tsx").then((m) => ({ Component: m.Leave })) },
          {
            path: "time/leave-worth",
            lazy: () => import("../places/leave/LeaveWorth.tsx").then((m) => ({ Component: m.LeaveWorth })),
          },
          { path: "dues", lazy: () => import("../places/dues/Dues.tsx").then((m) => ({ Component: m.Dues })) },
          { path: "books", lazy: () => import("../places/books/Books.tsx").then((m) => ({ Component: m.Books })) },
          {
            path: "books/bank",
            lazy: () => import("../places/books/Bank.tsx").then((m) => ({ Component: m.Bank })),
          },
          {
            path: "books/span",
            lazy: () => import("../places/books/Span.tsx").then((m) => ({ Component: m.Span })),
          },
          {
            path: "books/:journal",
            lazy: () => import("../places/books/JournalPage.tsx").then((m) => ({ Component: m.JournalPage })),
          },
          { path: "set-up", lazy: () => import("../places/setup/SetUp.tsx").then((m) => ({ Component: m.SetUp })) },
          {
            path: "set-up/agreements",
            lazy: () => import("../places/agreements/Agreements.tsx").then((m) => ({ Component: m.Agreements })),
          },
          {
            path: "set-up/new-tables",
            lazy: () => import("../places/setup/TablesChange.tsx").then((m) => ({ Component: m.TablesChangePage })),
          },
          {
            path: "set-up/rules",
            lazy: () => import("../places/setup/RuleBookPage.tsx").then((m) => ({ Component: m.RuleBookPage })),
          },
          {
            path: "set-up/programs",
            lazy: () => import("../places/users/Programs.tsx").then((m) => ({ Component: m.Programs })),
          },
          {
            path: "set-up/users",
            lazy: () => import("../places/users/Users.tsx").then((m) => ({ Component: m.Users })),
          },
          {
            path: "set-up/safety",
            lazy: () => import("../places/safety/Safety.tsx").then((m) => ({ Component: m.Safety })),
          },
          {
            path: "set-up/trail",
            lazy: () => import("../places/safety/Trail.tsx").then((m) => ({ Component: m.Trail })),
          },
          { path: "you", lazy: () => import("../places/account/Account.tsx").then((m) => ({ Component: m.Account })) },
          {
            path: "set-up/new-business",
            lazy: () => import("../places/setup/NewBusiness.tsx").then((m) => ({ Component: m.NewBusinessPage })),
          },
        ],
      },
    ],
  },
]);

export const App = () => <RouterProvider router={router} />;
