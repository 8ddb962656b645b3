/** A business as a file: made for whoever may authorise its pays, taken in by the practice lead. */
import { exportWanted } from "@zesty/contract/carry";
import { create as contentDisposition } from "content-disposition";
import { type Request, type RequestHandler, Router } from "express";
import type { Context } from "../ground/context.ts";
import { cannot, ProblemError } from "../ground/problem.ts";
import { demandRight } from "../ground/rights.ts";
import { actorOf, body, idOf, signedIn } from "../http/handler.ts";
import { demandProof } from "../http/proof.ts";
import { onDisk, received, sendFile } from "../http/received.ts";
import { sendFromHere } from "../outbox/movedIn.ts";
import { readSafety } from "../safety/safety.ts";
import { StoreFault } from "../store/fault.ts";
import { record } from "../store/trail.ts";
import { exportBusiness, fileNameOf, readerOf } from "./exportBusiness.ts";
import { importBusiness } from "./importBusiness.ts";

/** Three hundred people over seven years with all their documents, several times over. */
const largestExport = 2 * 1024 ** 3;

/** A sentence of the store is told to who asked: nothing was changed. */
async function told<T>(work: Promise<T>, path: string): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (!(error instanceof StoreFault)) throw error;
    throw cannot("business-file", error.message, { errors: [{ path, text: error.message }] });
  }
}

/** In a header, written as in an address, since it may hold any letter. */
function passphraseOf(request: Request): string {
  try {
    return decodeURIComponent(request.header("X-Passphrase") ?? "");
  } catch {
    const text = "The passphrase could not be read. Type it anew.";
    throw cannot("passphrase", text, { errors: [{ path: "passphrase", text }] });
  }
}

export function carryRoutes(context: Context): Router {
  const router = Router();
  router.post(
    "/businesses/:business/export",
    signedIn(context, async (actor, request, response) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, "authorise");
      demandProof(request);
      const { passphrase } = body(exportWanted, request);
      const now = new Date().toISOString();
      const { crypt, folder } = context.store;
      await onDisk(folder, async (path) => {
        // A reader of its own: what others do meanwhile goes on, and is not in the file.
        const sqlite = readerOf(folder);
        const making = exportBusiness({ sqlite, crypt }, businessId, passphrase, now, path);
        const { manifest } = await told(making, "passphrase").finally(() => sqlite.close());
        record(context.store, {
          at: context.clock.now(),
          userId: actor.userId,
          // Of the practice: an entry of the business itself would make the next export differ from this one.
          businessId: null,
          what: `exported a business ${passphrase === null ? "with numbers masked" : "whole, under a passphrase"}`,
          about: manifest.business.name,
        });
        const fileName = fileNameOf(context.store.sqlite, businessId, now);
        response.setHeader("Content-Disposition", contentDisposition(fileName)).type("application/zip");
        await sendFile(path, response);
      });
    }),
  );
  router.post(
    "/businesses/import",
    // Before a byte of it is taken in: it may be as large as a whole practice.
    leadOnly(context),
    signedIn(context, (_actor, request) => {
      if (!request.is("application/zip")) throw cannot("business-file", "Choose the file of an export, a ZIP.");
      const passphrase = passphraseOf(request) || null;
      const how = request.query.how === "look" ? "look" : "take";
      return received(request, context.store.folder, largestExport, (file) => {
        const done = importBusiness(context.store, file, passphrase, context.clock.now(), how);
        return told(done, "file").finally(() => context.ruleShelf.changed());
      });
    }),
  );
  router.post(
    "/businesses/:business/send-from-here",
    signedIn(context, (actor, request) => {
      const businessId = idOf(request, "business");
      demandRight(context, actor, businessId, "see");
      if (!actor.lead) throw new ProblemError(403, "right-missing", "Only the practice lead does this. Ask the lead.");
      sendFromHere(context, actor.userId, businessId);
      return readSafety(context);
    }),
  );
  return router;
}

/** Who is no practice lead is turned away before the body is read. */
const leadOnly =
  (context: Context): RequestHandler =>
  (request, _response, next) => {
    const actor = actorOf(context, request);
    if (!actor) throw new ProblemError(401, "not-signed-in", "Sign in first; your session has ended.");
    if (!actor.lead) throw new ProblemError(403, "right-missing", "Only the practice lead takes a business in.");
    next();
  };
