/** A person's photo: small, looked at before it is kept, and shown to whoever may see the person. */

import { eq } from "drizzle-orm";
import type { Response } from "express";
import { imageSize } from "image-size";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { person, personPhoto } from "../store/schema.ts";
import { record } from "../store/trail.ts";

const types: Record<string, string> = { jpg: "image/jpeg", png: "image/png" };
/** Pages draw a photo at 320; larger ones come from programs. */
const sides = { least: 16, most: 2000 };

const notTaken = (text: string) => cannot("photo", text, { errors: [{ path: "picture", text }] });

/** @returns what kind of picture the bytes hold @throws where they hold none that a browser shows */
function typeOf(bytes: Buffer): string {
  let found: { type?: string; width: number; height: number };
  try {
    found = imageSize(bytes);
  } catch {
    throw notTaken("This is not a picture. Choose a JPEG or a PNG.");
  }
  const type = types[found.type ?? ""];
  if (!type) throw notTaken(`A picture of the kind ${found.type} is not taken. Choose a JPEG or a PNG.`);
  if ([found.width, found.height].some((side) => side < sides.least || side > sides.most))
    throw notTaken(
      `The picture is ${found.width} by ${found.height} points. Each side has ${sides.least} to ${sides.most}.`,
    );
  return type;
}

export function savePhoto(context: Context, actor: Actor, personId: number, picture: string): void {
  const bytes = Buffer.from(picture, "base64");
  const values = { picture: bytes, type: typeOf(bytes), at: context.clock.now() };
  context.store.transaction(() => {
    context.store.db
      .insert(personPhoto)
      .values({ personId, ...values })
      .onConflictDoUpdate({ target: personPhoto.personId, set: values })
      .run();
    note(context, actor, personId, "put in a photo");
  });
}

export function removePhoto(context: Context, actor: Actor, personId: number): void {
  context.store.transaction(() => {
    const { changes } = context.store.db.delete(personPhoto).where(eq(personPhoto.personId, personId)).run();
    if (changes > 0) note(context, actor, personId, "took the photo out");
  });
}

/** When the photo was put in: part of its address, so that a browser keeps each as long as it likes. */
export const photoOf = ({ store }: Context, personId: number): string | null =>
  store.db.select({ at: personPhoto.at }).from(personPhoto).where(eq(personPhoto.personId, personId)).get()?.at ?? null;

export function sendPhoto({ store }: Context, personId: number, response: Response): void {
  const found = store.db.select().from(personPhoto).where(eq(personPhoto.personId, personId)).get();
  if (!found) throw notFound("photo");
  response.type(found.type).setHeader("Cache-Control", "private, max-age=31536000, immutable").send(found.picture);
}

function note(context: Context, actor: Actor, personId: number, what: string): void {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  record(context.store, {
    ...{ at: context.clock.now(), userId: actor.userId, businessId: who.businessId, what },
    about: `${who.givenName} ${who.familyName}`,
  });
}
