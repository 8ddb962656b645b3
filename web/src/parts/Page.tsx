import { type ReactNode, useEffect } from "react";
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

/** A page that could not be had. */
export function PageProblem({ error }: { error: unknown }) {
  return (
    <main id="main" className="p-6">
      <ProblemNote error={error} />
    </main>
  );
}

/** Says what comes here and offers the first step. */
export function Nothing({ children }: { children: ReactNode }) {
  return <div className="border-t border-rule py-8 text-quiet">{children}</div>;
}
