/** A letter to whoever's account was changed: who did not do it learns of it at once. */
import type { Context } from "../ground/context.ts";
import { postLetter } from "../outbox/letters.ts";
import { practice } from "../store/schema.ts";

export function tellOwner(
  context: Context,
  { name, email }: { name: string; email: string },
  subject: string,
  what: string,
): void {
  const firm = context.store.db.select().from(practice).get()?.name ?? "the practice";
  postLetter(context, {
    ...{ to: email, about: `account ${email}`, subject, from: `"${firm.replace(/"/g, "")}" <no-reply@zesty.invalid>` },
    text: `Hello ${name},\n\n${what}\n\nIf it was not you, tell your practice lead at once, and choose a new password.\n`,
  });
}
