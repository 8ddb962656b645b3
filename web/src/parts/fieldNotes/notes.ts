/** What a field is about, for who fills it in the first time. */
export interface FieldNote {
  means: string;
  /** where the person or the business finds it; left out where they simply know */
  found?: string;
  /** what happens if it is wrong */
  wrong: string;
}

/** By the label that stands over the field. */
export type FieldNotes = Readonly<Record<string, FieldNote>>;
