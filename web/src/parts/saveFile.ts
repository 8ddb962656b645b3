/** Hands bytes that were fetched to the browser as a file. */
export function saveFile(name: string, bytes: Blob): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(bytes);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
