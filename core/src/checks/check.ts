/** What checks share. */
import type { Mark } from "./mark.ts";

export { dollars } from "../quantity/units.ts";
export const person = (section: string): Mark["mend"] => ({ place: "person", section });
export const inRun: Mark["mend"] = { place: "run", section: "lines" };
