/** Days typed in the week: shown at once, sent at once, kept to be sent again when the server was not reached. */

import type { DayChange, WeekView } from "@zesty/contract/time";
import { useCallback, useRef, useState } from "react";
import { api, problemOf } from "../../state/api.ts";
import { useAppDispatch } from "../../state/store.ts";
import { timeApi } from "../../state/timeApi.ts";

export interface Asked {
  business: number;
  cycle?: number | undefined;
  day?: string | undefined;
}

export function useDays(asked: Asked, view: WeekView | undefined) {
  const dispatch = useAppDispatch();
  const [save] = timeApi.useSaveDaysMutation();
  const [approveDays] = timeApi.useApproveDaysMutation();
  const [message, setMessage] = useState<string | null>(null);
  const [unsent, setUnsent] = useState<DayChange[]>([]);
  const undo = useRef<DayChange[][]>([]);
  const going = useRef<Promise<unknown>>(Promise.resolve());

  const show = useCallback(
    (changes: readonly DayChange[]) =>
      dispatch(
        timeApi.util.updateQueryData("week", asked, (draft) => {
          const people = new Map(draft.people.map((each) => [each.personId, each]));
          for (const { personId, date, kind, record } of changes) {
            const person = people.get(personId);
            if (!person) continue;
            const day = person.days[date] ?? { worked: null, planned: null, state: "open" as const, payday: null };
            const state = kind === "worked" && day.state === "approved" ? "changed" : day.state;
            person.days[date] = { ...day, [kind]: record, state };
          }
        }),
      ),
    [dispatch, asked],
  );

  const send = useCallback(
    async (changes: DayChange[]) => {
      // Cleared before it is sent: when the answer comes, what is said is of the day typed by then.
      setMessage(null);
      const patch = show(changes);
      const { error } = await save({ business: asked.business, days: changes });
      if (!error) {
        setUnsent([]);
        return true;
      }
      const problem = problemOf(error);
      setMessage(problem.detail);
      // What was refused goes; what never arrived stays on the page, to be sent again.
      if (problem.code === "not-reached") setUnsent(changes);
      else patch.undo();
      if (problem.code === "day-changed") dispatch(api.util.invalidateTags(["Week"]));
      return false;
    },
    [asked.business, dispatch, save, show],
  );

  const change = useCallback(
    async (changes: readonly DayChange[], known?: readonly DayChange[]) => {
      if (!view || changes.length === 0) return false;
      // Of days that the page does not show it is said what they were.
      const before =
        known ??
        changes.map(({ personId, date, kind }): DayChange => {
          const day = view.people.find((each) => each.personId === personId)?.days[date];
          return { personId, date, kind, record: day?.[kind] ?? null };
        });
      const held = new Map(before.map((each) => [`${each.personId} ${each.date} ${each.kind}`, each.record]));
      const was = ({ personId, date, kind }: DayChange) => held.get(`${personId} ${date} ${kind}`) ?? null;
      const sent = send([...unsent, ...changes.map((each) => ({ ...each, was: was(each) }))]).then((arrived) => {
        // Taken back day by day, against what was put there: a colleague's change since then stays.
        if (arrived) undo.current.push(changes.map((each) => ({ ...each, record: was(each), was: each.record })));
        return arrived;
      });
      going.current = sent;
      return sent;
    },
    [view, send, unsent],
  );

  // What is on its way can be taken back as soon as it is known to have arrived.
  const back = useCallback(() => {
    going.current = going.current.then(() => {
      const before = undo.current.pop();
      if (before) return send(before);
      setMessage("There is nothing to undo in this week.");
    });
  }, [send]);

  const approve = useCallback(
    async (days: { personId: number; date: string }[], approved: boolean) => {
      if (days.length === 0) return setMessage("No days need approval.");
      const { error } = await approveDays({ business: asked.business, days, approved });
      setMessage(error ? problemOf(error).detail : null);
    },
    [approveDays, asked.business],
  );

  return { change, back, approve, message, setMessage, unsent, again: () => void send(unsent) };
}
