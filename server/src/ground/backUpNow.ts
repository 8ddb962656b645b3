/** A backup by hand, or before something that cannot be taken back. */

import { backupsFolder, listBackups, makeBackup } from "../store/backup.ts";
import { record } from "../store/trail.ts";
import type { Actor, Context } from "./context.ts";
import { conflict } from "./problem.ts";

/** @returns the name of the backup */
export function backUpNow(context: Context, actor: Actor): string {
  const { store } = context;
  const now = new Date().toISOString();
  const folder = backupsFolder(context.settings.dataFolder);
  if (listBackups(folder).some((each) => each.madeAt.slice(0, 19) === now.slice(0, 19)))
    throw conflict("backup-just-made", "A backup was made this very second. It is in the list.");
  const made = makeBackup(store.sqlite, store.crypt, folder, now);
  record(store, {
    at: context.clock.now(),
    userId: actor.userId,
    businessId: null,
    what: "made a backup",
    about: `${made.name}, anchor ${made.anchor.entry} ${made.anchor.hash}`,
  });
  return made.name;
}
