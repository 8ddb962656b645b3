/** Keys that end the typing of a cell and move on, as in a spreadsheet. */

/** @returns columns and rows to move by; undefined for a key that goes on typing */
export const moveAfterTyping = ({ key, shiftKey }: { key: string; shiftKey: boolean }): [number, number] | undefined =>
  ({
    Enter: [0, shiftKey ? -1 : 1] as [number, number],
    Tab: [shiftKey ? -1 : 1, 0] as [number, number],
    ArrowDown: [0, 1] as [number, number],
    ArrowUp: [0, -1] as [number, number],
  })[key];
