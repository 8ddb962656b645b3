/** The walk over the whole trail and everything that it vouches for: by hand, and once a day by itself. */
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { unbalanced } from "../store/invariants.ts";
import { setting } from "../store/schema.ts";
import { inSlices } from "../store/steps.ts";
import { againstOutside, keepAnchor, verifySteps } from "../store/trail.ts";
import { forgetPlace, keepPlace, keptPlace, walkFrom } from "../store/walkPlace.ts";
import { mailTo } from "../users/invitations.ts";

const [mailName, walkName] = ["anchorMail", "walkedOn"];
const dayMs = 86_400_000;

const keep = ({ store: { db } }: Context, name: string, value: string): void =>
  void db.insert(setting).values({ name, value }).onConflictDoUpdate({ target: setting.name, set: { value } }).run();
const kept = ({ store: { db } }: Context, name: string): string | null =>
  db.select().from(setting).where(eq(setting.name, name)).get()?.value ?? null;

/** Where the result of each day's walk goes, with the anchor; null where nobody wants it. */
export const anchorMail = (context: Context): string | null => kept(context, mailName) || null;
export const mailAnchorTo = (context: Context, address: string | null): void => keep(context, mailName, address ?? "");

let walking: Promise<void> | null = null;

/** How often a walk keeps how far it came. */
const keepEveryMs = 5_000;

/**
 * In slices, between which others are answered; whoever asks meanwhile waits for the same walk. One that was stopped goes
 * on where it was.
 */
export function walkTrail(context: Context): Promise<void> {
  const { store, clock } = context;
  const place = keptPlace(store, clock.now()) ?? walkFrom(clock.now());
  let keptAt = performance.now();
  walking ??= inSlices(verifySteps(store, place), () => {
    if (performance.now() - keptAt < keepEveryMs) return;
    keepPlace(store, place);
    keptAt = performance.now();
  })
    .then((verdict) => {
      forgetPlace(store);
      verdict.broken.unshift(...againstOutside(context.store));
      context.trust.verdict = verdict;
      context.trust.faults = unbalanced(context.store);
      context.trust.walkedAt = context.clock.now();
      keepAnchor(context.store);
    })
    .finally(() => {
      walking = null;
    });
  return walking;
}

/** Once a day, whatever the program did since; the result goes to whoever wants it by mail. */
export async function walkDaily(context: Context, now = Date.now()): Promise<boolean> {
  const last = Number(kept(context, walkName) ?? "0");
  const stopped = keptPlace(context.store, context.clock.now()) !== null;
  if (now - last < dayMs && now >= last && !stopped) return false;
  keep(context, walkName, String(now));
  await walkTrail(context);
  const { verdict, faults } = context.trust;
  const broken = [...verdict.broken.map((each) => each.words), ...faults];
  for (const words of broken) context.log.error({ words }, "not as it was written");
  const to = anchorMail(context);
  if (to)
    mailTo(context, {
      ...{ to, about: "anchor", link: "/set-up/safety" },
      subject: broken.length === 0 ? "The books are whole" : "The books are not as they were written",
      text: `${broken.length === 0 ? "Every entry of the audit trail and everything that it vouches for is as it was written." : broken.join("\n")}\n\nAnchor: entry ${verdict.anchor.entry}, ${verdict.anchor.hash}\n\nKeep this letter: the anchor proves later that nothing before it was changed.\n`,
    });
  return true;
}
