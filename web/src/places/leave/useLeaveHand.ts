/** What is in hand beside the tapes: what waits, a person, a request, or a form over days that are drawn. */
import type { LeavePerson, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { useCallback, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";

export interface Drawn {
  personId: number;
  first: string;
  last: string;
}

type Beside =
  | { kind: "waiting" }
  | { kind: "person"; personId: number }
  | { kind: "request"; id: number }
  | { kind: "form"; personId: number; days: { first: string; last: string } | null };

export type LeaveHand = ReturnType<typeof useLeaveHand>;

/** @param personId whose leave is asked for at once, from a page of theirs */
export function useLeaveHand(personId: number) {
  const [beside, setBeside] = useState<Beside>(() =>
    personId > 0 ? { kind: "form", personId, days: null } : { kind: "waiting" },
  );
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const toWaiting = useCallback(() => {
    setDrawn(null);
    setBeside({ kind: "waiting" });
  }, []);
  const toPerson = useCallback((person: LeavePerson) => {
    setDrawn(null);
    setBeside({ kind: "person", personId: person.personId });
  }, []);
  const toRequest = useCallback((request: LeaveRequestView) => {
    setDrawn(null);
    setBeside({ kind: "request", id: request.id });
  }, []);
  const onDraw = useCallback((person: LeavePerson, days: { first: string; last: string }) => {
    setDrawn({ personId: person.personId, ...days });
    setBeside({ kind: "form", personId: person.personId, days });
  }, []);
  useHotkeys("escape", toWaiting);
  const askFor = (of: number) => setBeside({ kind: "form", personId: of, days: null });
  return { beside, drawn, drawAs: setDrawn, onDraw, toWaiting, toPerson, toRequest, askFor };
}

export const requestInHand = ({ beside }: LeaveHand, view: LeaveView): LeaveRequestView | undefined =>
  beside.kind === "request" ? view.requests.find((each) => each.id === beside.id) : undefined;

export function personInHand(hand: LeaveHand, view: LeaveView): number | null {
  const { beside } = hand;
  if (beside.kind === "person" || beside.kind === "form") return beside.personId;
  return requestInHand(hand, view)?.personId ?? null;
}
