/** `npm run verify`: walks the audit trail and everything that it vouches for, and re-derives what must balance. */
import { readSettings } from "../ground/settings.ts";
import { StoreFault, storeFaultOf } from "../store/fault.ts";
import { stateOf } from "../store/folder.ts";
import { unbalanced } from "../store/invariants.ts";
import { openStore, type Store } from "../store/open.ts";
import { againstOutside, isKeyed, type Verdict, verifySteps } from "../store/trail.ts";
import { forgetPlace, keepPlace, keptPlace, walkFrom } from "../store/walkPlace.ts";

/** The whole walk, with how far it came once a second; one that was stopped within a day goes on from there. */
function walkOn(store: Store): Verdict {
  const now = new Date().toISOString();
  const stopped = keptPlace(store, now);
  if (stopped) process.stdout.write(`Going on behind entry ${stopped.entry}, where the last walk was stopped.\n`);
  const place = stopped ?? walkFrom(now);
  const steps = verifySteps(store, place);
  for (let at = Date.now(), next = steps.next(); ; next = steps.next()) {
    if (next.done) {
      forgetPlace(store);
      return next.value;
    }
    if (Date.now() - at < 1_000) continue;
    at = Date.now();
    keepPlace(store, place);
    process.stdout.write(`${next.value.part}: ${next.value.done} of ${next.value.of}\n`);
  }
}

const { dataFolder } = readSettings(process.env);
try {
  // Where nothing stands a new store would be made, and called whole.
  if (stateOf(dataFolder) === "new")
    throw new StoreFault(`There is no store in ${dataFolder}. Name its folder in ZESTY_DATA.`);
  const store = openStore(dataFolder);
  const began = Date.now();
  const { entries, seals, broken, anchor } = walkOn(store);
  const faults = [...[...againstOutside(store), ...broken].map((each) => each.words), ...unbalanced(store)];
  // A trail without its mark would be taken for one that was never keyed.
  if (!isKeyed(store)) faults.unshift("The mark that the audit trail is keyed was taken out.");
  for (const words of faults) process.stdout.write(`${words}\n`);
  process.stdout.write(
    faults.length === 0
      ? `Whole: ${entries} entries of the audit trail and ${seals} seals, in ${Date.now() - began} ms.\nAnchor: entry ${anchor.entry}, ${anchor.hash}\n`
      : `${faults.length === 1 ? "One place is" : `${faults.length} places are`} not as they were sealed.\n`,
  );
  store.close();
  process.exitCode = faults.length === 0 ? 0 : 1;
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).stack}\n`);
  process.exitCode = 2;
}
