/** Runs in a worker thread: a large workbook or PDF takes most of a second, which must not stop the server. */
import { type BookFile, type ReadBook, readBook } from "./readBook.ts";
import { type ReadPdf, readPdf } from "./readPdf.ts";

export default (file: BookFile & { pages?: boolean }): Promise<ReadBook | ReadPdf> =>
  file.pages ? readPdf(file.name, file.bytes) : readBook(file);
