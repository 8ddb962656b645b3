/** Typing that is not in the run is offered again: of an earlier visit, or overtaken by somebody else's change. */
import { Button } from "../../parts/Button.tsx";
import { forgetTyping } from "../../state/keptTyping.ts";
import { offeredDropped, offeredTaken } from "../../state/runSlice.ts";
import { useAppDispatch, useAppSelector } from "../../state/store.ts";

const clock = new Intl.DateTimeFormat("en-AU", { day: "numeric", month: "short", hour: "numeric", minute: "2-digit" });

export function OfferedTyping() {
  const dispatch = useAppDispatch();
  const offered = useAppSelector((state) => state.run.offered);
  const runId = useAppSelector((state) => state.run.view?.id);
  const [first] = offered;
  if (!first) return null;
  const names = [...new Set(offered.map((each) => each.name))].join(", ");
  return (
    <div role="alert" className="flex shrink-0 items-center gap-3 border-y border-amber bg-lime-soft px-6 py-1.5">
      <p className="min-w-0 flex-1">
        {first.at === null
          ? `Somebody else changed ${names} while you typed. Their change stands; yours is kept here.`
          : `Typed on ${clock.format(first.at)} and never saved: ${names}.`}
      </p>
      <Button onClick={() => dispatch(offeredTaken())}>Put mine in</Button>
      <Button
        look="quiet"
        onClick={() => {
          if (runId) forgetTyping(runId);
          dispatch(offeredDropped());
        }}
      >
        Drop it
      </Button>
    </div>
  );
}
