/** Makes the demo world for the interface tests ahead of them, so that it can be made beside the unit tests. */
import makeTemplate from "./template.ts";

await makeTemplate();
