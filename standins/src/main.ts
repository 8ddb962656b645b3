/** Starts the stand-ins. */
import { serve } from "./serve.ts";

await serve(process.env);
