/**
 * Days that the server took while the week was being asked for: that answer may be of before. They stay laid over it until
 * a week has come that was asked for after them.
 */
import type { WeekView } from "@zesty/contract/time";
import { useMemo, useState } from "react";
import type { SentDays } from "../../state/daySender.ts";
import { useAppDispatch } from "../../state/store.ts";
import { timeApi } from "../../state/timeApi.ts";
import { type Asked, type DayValue, putDays, withDays } from "./typedDays.ts";

/** @param answered the week as the server had it when it was asked */
export function useArrived(asked: Asked, answered: WeekView | undefined) {
  const dispatch = useAppDispatch();
  const [over, setOver] = useState<SentDays<DayValue>>({});
  const since = useMemo(() => answered && withDays(answered, over), [answered, over]);

  async function askAnew(days: SentDays<DayValue>, earlier: Promise<unknown>): Promise<void> {
    await earlier;
    const { isSuccess } = await dispatch(
      timeApi.endpoints.week.initiate(asked, { forceRefetch: true, subscribe: false }),
    );
    // What was typed there once more meanwhile waits for its own.
    if (isSuccess)
      setOver((now) => Object.fromEntries(Object.entries(now).filter(([key, day]) => days[key]?.step !== day.step)));
  }

  function arrived(days: SentDays<DayValue>): void {
    dispatch(timeApi.util.updateQueryData("week", asked, (draft) => putDays(draft, days)));
    const earlier = dispatch(timeApi.util.getRunningQueryThunk("week", asked));
    if (!earlier) return;
    setOver((now) => ({ ...now, ...days }));
    void askAnew(days, earlier);
  }
  return { since, arrived };
}
