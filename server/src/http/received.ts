/** A body that is kept on disk while it is worked on: what may be large is never held. */
import { randomUUID } from "node:crypto";
import { createWriteStream } from "node:fs";
import { mkdir, rm } from "node:fs/promises";
import { join } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Request } from "express";
import { cannot } from "../ground/problem.ts";

const folderOf = (dataFolder: string) => join(dataFolder, "received");

/** What a kill left there is of no use to anybody. */
export const forgetReceived = (dataFolder: string): Promise<void> =>
  rm(folderOf(dataFolder), { recursive: true, force: true });

/**
 * @param most bytes @param work with the path; the file is gone afterwards
 * @throws ProblemError where there is more of it
 */
export async function received<T>(
  request: Request,
  dataFolder: string,
  most: number,
  work: (path: string) => Promise<T>,
): Promise<T> {
  const tooLarge = cannot("too-large", `The file is larger than ${Math.floor(most / 1024 / 1024)} MB.`);
  if (Number(request.headers["content-length"]) > most) {
    // Read to its end and thrown away, so that the answer reaches who sends it.
    request.resume();
    throw tooLarge;
  }
  await mkdir(folderOf(dataFolder), { recursive: true, mode: 0o700 });
  const path = join(folderOf(dataFolder), randomUUID());
  let size = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      done(size > most ? tooLarge : null, chunk);
    },
  });
  try {
    await pipeline(request, counted, createWriteStream(path, { mode: 0o600 }));
    return await work(path);
  } finally {
    await rm(path, { force: true });
  }
}
