/** Runs in a worker thread: a large workbook takes most of a second, which must not stop the server. */
import { type BookFile, type ReadBook, readBook } from "./readBook.ts";

export default (file: BookFile): Promise<ReadBook> => readBook(file);
