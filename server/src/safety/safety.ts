/** The safety of the store as a page shows it: backups, the walk over the audit trail, the outbox after a restore. */
import { dirname, resolve } from "node:path";
import type { SafetyView } from "@zesty/contract/session";
import type { Context } from "../ground/context.ts";
import { isFactorDemanded } from "../ground/leadsFactor.ts";
import { heldState } from "../outbox/held.ts";
import { movedInView } from "../outbox/movedIn.ts";
import { backupsFolder, listBackups } from "../store/backup.ts";
import { defaultKeyFile } from "../store/folder.ts";
import { anchorFile } from "../store/outsideAnchor.ts";
import { anchorMail } from "./walk.ts";

export function readSafety(context: Context): SafetyView {
  const folder = backupsFolder(context.settings.dataFolder);
  const { verdict, walkedAt, faults } = context.trust;
  const held = heldState(context.store);
  const keyFile = resolve(process.env.ZESTY_KEY_FILE ?? defaultKeyFile(context.settings.dataFolder));
  return {
    backups: listBackups(folder).map(({ name, madeAt, bytes, anchor }) => ({
      name,
      madeAt,
      bytes,
      entry: anchor.entry,
    })),
    folder,
    held: held && {
      backupOf: held.backupOf,
      restored: held.restored === true,
      asked: held.asked.length,
      found: held.found.length,
    },
    movedIn: movedInView(context),
    trail: {
      // Each start walks what is new, and builds on what was found whole before.
      entries: verdict.anchor.entry,
      seals: context.store.prepared<[], { n: number }>("SELECT COUNT(*) AS n FROM seal").get()?.n ?? 0,
      broken: [...verdict.broken.map((each) => each.words), ...faults],
      anchor: verdict.anchor,
      walkedAt,
    },
    anchorFile: anchorFile(context.store.keyFile, context.store.folder),
    anchorMail: anchorMail(context),
    signsAs: context.store.crypt.signsAs,
    factorDemanded: isFactorDemanded(context),
    keyFile,
    keyBesideData: dirname(dirname(keyFile)) === context.settings.dataFolder,
  };
}
