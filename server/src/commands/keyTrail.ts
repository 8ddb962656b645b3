/** `npm run key-trail`: hashes and seals the trail of an old store anew, as it stands now. Never done by itself. */
import { readSettings } from "../ground/settings.ts";
import { storeFaultOf } from "../store/fault.ts";
import { openStore } from "../store/open.ts";
import { isKeyed, keyTrail } from "../store/trail.ts";

const { dataFolder } = readSettings(process.env);
process.umask(0o077);
try {
  const store = openStore(dataFolder);
  if (isKeyed(store)) process.stdout.write("This trail is keyed already. Nothing was changed.\n");
  else {
    keyTrail(store, new Date().toISOString());
    process.stdout.write(
      "The trail was hashed anew under the key, and everything that it vouches for is sealed as it stands now. The trail says so. What was changed before this is not shown by it.\n",
    );
  }
  store.close();
} catch (error) {
  process.stderr.write(`${storeFaultOf(error, dataFolder)?.message ?? (error as Error).stack}\n`);
  process.exitCode = 1;
}
