/** The key of a press: the same as long as no answer to it has come, so that pressed once more it is done once. */

interface Press {
  what: string;
  key: string;
}
/** By address: where something else was asked of it since, the same once more is another press. */
const open = new Map<string, Press>();

const newKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint32Array(4)), (part) => part.toString(36)).join("-");

/** @param what all that is asked: the method, and what goes with it */
export function pressOf(address: string, what: string): string {
  const before = open.get(address);
  if (before?.what === what) return before.key;
  const key = newKey();
  open.set(address, { what, key });
  return key;
}

/** @param status that came; 0 or a fault of the house between leaves open whether it was done */
export function pressAnswered(address: string, key: string, status: number): void {
  if (status > 0 && status < 500 && open.get(address)?.key === key) open.delete(address);
}

/** What goes with a press, as a text that is the same for the same; a file is known by what the browser says of it. */
export const textOfBody = (body: unknown): string =>
  body instanceof File ? `${body.name} ${body.size} ${body.lastModified}` : JSON.stringify(body ?? null);
