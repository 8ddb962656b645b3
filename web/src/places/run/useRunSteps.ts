/** The step of a run in hand: where it opens, the way on and back, and where the cursor stands then. */
import type { RunView } from "@zesty/contract/runs";
import { type RefObject, useEffect, useRef, useState } from "react";
import { useCharacter } from "../../parts/useCharacter.ts";
import { isAsUsual } from "./asUsual.ts";
import type { Step } from "./columns.tsx";
import { waysOf } from "./RunHead.tsx";

const firstStep = (view: RunView, onePay: boolean): Step =>
  view.state === "open"
    ? view.segments[0] === "now"
      ? "hours"
      : isAsUsual(view) && !onePay
        ? "signOff"
        : "check"
    : onePay || view.state === "takenBack"
      ? "check"
      : "send";

export const isEnding = (step: Step): boolean => step === "signOff" || step === "send";

/** @param onePay opened for one pay of it, from elsewhere */
export function useRunSteps(view: RunView, onePay: boolean, besideRef: RefObject<HTMLElement | null>) {
  const [step, setStep] = useState<Step>(() => firstStep(view, onePay));
  const stepMove = (direction: 1 | -1) => {
    const ways = waysOf(view);
    const next = ways[ways.indexOf(step) + direction];
    if (next) setStep(next);
  };
  useCharacter(">", () => stepMove(1));
  useCharacter("<", () => stepMove(-1));
  // What will be done is read from its top; the first Tab goes to what does it, so that a key held down does nothing.
  const stepBefore = useRef(step);
  useEffect(() => {
    if (step !== stepBefore.current && isEnding(step)) besideRef.current?.focus();
    stepBefore.current = step;
  }, [step, besideRef]);
  return { step, setStep };
}

/** Opened, the cursor stands where the first key is work; once, and not where somebody has put it elsewhere. */
export function useFirstFocus(first: number | undefined, focus: (first: number) => void): void {
  const isEntered = useRef(false);
  useEffect(() => {
    if (isEntered.current || first === undefined) return;
    isEntered.current = true;
    requestAnimationFrame(() => {
      if (document.activeElement === document.body || document.activeElement === null) focus(first);
    });
  });
}
