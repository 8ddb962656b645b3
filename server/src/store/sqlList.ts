/** Words of state for a statement: 'a', 'b', 'c'. They are our own words, never what somebody typed. */
export const sqlList = (words: readonly string[]): string => words.map((each) => `'${each}'`).join(", ");
