/** Runs in a worker thread: a large workbook takes most of a second, which must not stop the server. */
import { type ReadBook, readBook } from "./readBook.ts";

export default (file: { name: string; bytes: Uint8Array }): Promise<ReadBook> => readBook(file);
