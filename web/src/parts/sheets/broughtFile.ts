/** A file that somebody chose, as the server takes it. */
export interface Brought {
  name: string;
  /** base64 */
  data: string;
  /** which sheet of a workbook, once somebody has said */
  sheet?: string;
}

/** Read in pieces, so that the page stays awake. */
export async function brought(file: File): Promise<Brought> {
  const url = await new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(file);
  });
  return { name: file.name, data: url.slice(url.indexOf(",") + 1) };
}
