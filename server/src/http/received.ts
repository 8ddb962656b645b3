/** What may be large is kept on disk while it is worked on, on its way in and out: it is never held. */
import { randomUUID } from "node:crypto";
import { createReadStream } from "node:fs";
import { mkdir, open, rm } from "node:fs/promises";
import { join } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Request, Response } from "express";
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
  let size = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      done(size > most ? tooLarge : null, chunk);
    },
  });
  return onDisk(dataFolder, async (path) => {
    // Made first: a request that breaks off at once leaves no file that is opened after it was taken away.
    const file = await open(path, "w", 0o600);
    await pipeline(request, counted, file.createWriteStream()).finally(() => file.close());
    return work(path);
  });
}

/** @param work with the path of a file that is not there yet, and is gone afterwards */
export async function onDisk<T>(dataFolder: string, work: (path: string) => Promise<T>): Promise<T> {
  await mkdir(folderOf(dataFolder), { recursive: true, mode: 0o700 });
  const path = join(folderOf(dataFolder), randomUUID());
  try {
    return await work(path);
  } finally {
    await rm(path, { force: true });
  }
}

/** Sends a file of the disk as it is read. Who goes away before its end needs no answer. */
export async function sendFile(path: string, response: Response): Promise<void> {
  try {
    await pipeline(createReadStream(path), response);
  } catch (error) {
    if (!response.destroyed) throw error;
  }
}
