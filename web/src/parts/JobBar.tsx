/** How far long work at the server has come. It goes on when the page is left. */
import { useEffect, useRef } from "react";
import { useAppSelector } from "../state/store.ts";

export function JobBar() {
  const job = useAppSelector((state) => state.job);
  const here = useRef<HTMLDivElement>(null);
  const isAtWork = job !== null;
  // It comes at the end of a panel that may be scrolled: its words are to be seen with it.
  useEffect(() => {
    if (isAtWork) here.current?.scrollIntoView({ block: "nearest" });
  }, [isAtWork]);
  if (!job) return null;
  const share = job.of === 0 ? 0 : job.done / job.of;
  return (
    <div ref={here} className="mt-2">
      <div
        role="progressbar"
        aria-label={job.part || "Waiting"}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(share * 100)}
        className="h-1 overflow-hidden bg-rule"
      >
        <div className="h-full bg-action transition-[width] duration-100" style={{ width: `${share * 100}%` }} />
      </div>
      <p className="figures mt-1 text-[13px] text-quiet">
        {job.part ? `${job.part}${job.of > 1 ? `, ${job.done} of ${job.of}` : ""}` : "Waiting for other work"}. It goes
        on when you leave this page.
      </p>
    </div>
  );
}
