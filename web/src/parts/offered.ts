/** What a choice offers of a list: what is not retired, and what is chosen already. */
export const isOffered =
  (chosen?: number | null) =>
  ({ id, retired }: { id: number; retired: boolean }): boolean =>
    !retired || id === chosen;
