/** The way of a new business to its first payday: what is done, what comes next, and what waits on it. */
export interface FirstStep {
  key: string;
  title: string;
  /** what it is for */
  why: string;
  done: boolean;
  /** the first payday can go without it */
  optional: boolean;
  /** what is still asked for, in words */
  asks: string | null;
  link: string;
}
export interface FirstSteps {
  steps: FirstStep[];
  /** key of the step to take now; null: all that must be is done */
  next: string | null;
  /** a run was signed off: the way is behind */
  isOver: boolean;
}
