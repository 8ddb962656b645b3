/** Whether an address leads no further than this machine: what goes there crosses no network. */
export function isThisMachine(url: string): boolean {
  const { hostname } = new URL(url);
  return ["localhost", "[::1]", "::1"].includes(hostname) || /^127(\.\d{1,3}){3}$/.test(hostname);
}
