/** Workings of a signed pay, kept deflated beside it: they are many times its figures, and seldom asked for. */
import { deflateRawSync, inflateRawSync } from "node:zlib";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import type { Working } from "@zesty/core/working/figure";
import { type KeptWorkings, keptWorking } from "@zesty/core/working/keptWorkings";

/** The quickest level and a small window: the text is short, and so repetitive that more effort saves little. */
export const packWorkings = (workings: KeptWorkings): Buffer =>
  deflateRawSync(JSON.stringify(workings), { level: 1, windowBits: 13, memLevel: 6 });

/** @param packed null for a pay of an older version, which keeps its workings in the snapshot */
export function workingIn(packed: Buffer | null, snapshot: unknown, figure: string): Working | undefined {
  if (packed) return keptWorking(JSON.parse(inflateRawSync(packed).toString("utf8")) as KeptWorkings, figure);
  const workings = (snapshot as PaySnapshot | undefined)?.workings ?? {};
  return Object.hasOwn(workings, figure) ? workings[figure] : undefined;
}
