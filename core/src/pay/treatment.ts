/** What becomes of an amount that is paid by a pay element: where it is reported, what it counts for, and what is doubtful. */
export interface Treatment {
  /** in words; null where the agency is told nothing of it */
  reported: string | null;
  /** what the law or the element says that it counts for */
  counts: { name: string; yes: boolean /** said by the element, against what its kind says */; isSet: boolean }[];
  doubts: string[];
  /** it is reported under a category that somebody chooses */
  chosen: boolean;
}
