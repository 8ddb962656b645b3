/** The pages in front of the door: signing in, joining, a new password. */
import type { ReactNode } from "react";
import { useEffect } from "react";

export function Front({ children, words }: { children: ReactNode; words: string }) {
  useEffect(() => {
    document.title = "Zesty Ledger";
  }, []);
  return (
    <main className="mx-auto flex min-h-full max-w-md flex-col justify-center px-6 py-10">
      <div className="mb-6 flex items-center gap-3">
        <img src="/wheel.svg" alt="" className="size-12" />
        <div>
          <h1 className="font-name text-[30px] leading-none">Zesty Ledger</h1>
          <p className="mt-1 text-quiet">{words}</p>
        </div>
      </div>
      {children}
    </main>
  );
}
