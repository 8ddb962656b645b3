/** The stories that the demo plays. */
import { brolga } from "./brolga.ts";
import gannetPoint from "./gannetPoint.json" with { type: "json" };
import kouraBay from "./kouraBay.json" with { type: "json" };
import littleFern from "./littleFern.json" with { type: "json" };
import rataRidge from "./rataRidge.json" with { type: "json" };
import saltbush from "./saltbush.json" with { type: "json" };
import type { Story } from "./story.ts";

/** JSON files are typed by their content; what a story must hold is checked by the use cases that play it. */
export const stories = [
  ...([saltbush, gannetPoint, littleFern, kouraBay, rataRidge] as unknown as Story[]),
  ...brolga(),
];
