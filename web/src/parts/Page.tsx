import { type ReactNode, useEffect } from "react";
import { Link } from "react-router";
import { problemOf } from "../state/api.ts";
import { Button } from "./Button.tsx";
import { ProblemNote } from "./ProblemNote.tsx";

/** Says in the browser's own bar which page this is. */
export function usePageTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Zesty Ledger`;
  }, [title]);
}

/** A place's page: its name in the ledger hand, what can be done there, and its content. */
export function Page({
  title,
  aside,
  children,
  wide = false,
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  wide?: boolean;
}) {
  usePageTitle(title);
  return (
    <main
      id="main"
      className={`mx-auto w-full px-6 py-5 max-[700px]:px-3 ${wide ? "max-w-[1600px]" : "max-w-[1180px]"}`}
    >
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <h1 className="font-name text-[26px] leading-tight font-medium">{title}</h1>
        {aside && <div className="print:hidden *:flex-wrap">{aside}</div>}
      </div>
      {children}
    </main>
  );
}

export function Loading({ what }: { what: string }) {
  return <p className="px-6 py-8 text-quiet">Fetching {what}…</p>;
}

/** A page that could not be had: why, and where one goes on from. */
export function PageProblem({ error }: { error: unknown }) {
  const missing = problemOf(error).status === 404;
  return (
    <Page title={missing ? "Nothing stands here" : "This page could not be fetched"}>
      <ProblemNote error={error} />
      <div className="mt-4 flex items-center gap-3">
        {!missing && <Button onClick={() => window.location.reload()}>Try again</Button>}
        <Link className="text-action underline" to="/desk">
          Open the desk
        </Link>
      </div>
    </Page>
  );
}

/** Says what comes here and offers the first step. */
export function Nothing({ children }: { children: ReactNode }) {
  return <div className="border-t border-rule py-8 text-quiet">{children}</div>;
}
