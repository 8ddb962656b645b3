/** The secret address at which a calendar reads who is away. */
import type { LeaveView } from "@zesty/contract/leave";
import { Button } from "../../parts/Button.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { leaveApi } from "../../state/leaveApi.ts";

export function CalendarAddress({ view }: { view: LeaveView }) {
  const [make, made] = leaveApi.useMakeFeedMutation();
  const [end, ended] = leaveApi.useEndFeedMutation();
  if (!view.canPrepare) return null;
  const address = made.data && view.feed ? `${window.location.origin}${made.data.path}` : null;
  return (
    <section className="mt-6 text-[14.5px]">
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">For your calendar</h3>
      <p className="py-1 text-quiet">
        Approved leave and public holidays at an address that a calendar program reads by itself. It says who is away,
        not why. Whoever has the address can read it.
      </p>
      <ProblemNote error={made.error ?? ended.error} />
      {address && (
        <label className="block">
          <span className="text-[13px] text-quiet">Copy it now: it is shown this once.</span>
          <input
            readOnly
            className="w-full rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[13px]"
            value={address}
            onFocus={(event) => event.target.select()}
          />
        </label>
      )}
      <div className="flex gap-4">
        <Button look="quiet" onClick={() => void make(view.businessId)}>
          {view.feed ? "Make a new address" : "Make an address"}
        </Button>
        {view.feed && (
          <Button look="quiet" onClick={() => void end(view.businessId)}>
            End the address
          </Button>
        )}
      </div>
      {view.feed && !address && <p className="text-quiet">An address stands; a new one ends it.</p>}
    </section>
  );
}
