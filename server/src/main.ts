/** Starts the application, and stops it when the system asks for it. */
import { serve } from "./serve.ts";
import { StoreFault } from "./store/fault.ts";

// What the server writes is for its own user only.
process.umask(0o077);

/** One plain sentence for what a person can mend; the whole trace for what only we can. */
function giveUp(error: unknown): never {
  const known = error instanceof StoreFault || (error as Error)?.name === "SettingFault";
  process.stderr.write(known ? `${(error as Error).message}\n` : `${(error as Error)?.stack ?? String(error)}\n`);
  process.exit(1);
}

const served = await serve(process.env, giveUp).catch(giveUp);
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.once(signal, () => void served.stop().then(() => process.exit(0)));
