/**
 * Letters that are no payslip: invitations, codes, questions. Each is kept with what it belongs to in one transaction and
 * goes out under one number for ever, so that no kill and no second click sends it twice. What it says is sealed, and
 * forgotten once it was handed over: links and codes open doors.
 */
import { and, asc, desc, eq, inArray, lte } from "drizzle-orm";
import type { Transporter } from "nodemailer";
import type { Context } from "../ground/context.ts";
import { uuidOf } from "../ground/messageId.ts";
import { isPlay } from "../ground/play.ts";
import { sendPlainLetter } from "../outside/postBox.ts";
import { sendTextMessage } from "../outside/textMessages.ts";
import { places } from "../store/crypt.ts";
import { letter } from "../store/schema.ts";
import { playedWords } from "./playing.ts";

export interface NewLetter {
  to: string;
  /** by mail, unless it is a text message */
  by?: "mail" | "text";
  from: string;
  subject: string;
  text: string;
  /** what the letter is about: "ask person 12"; the newest of it counts */
  about: string;
  businessId?: number;
  /** where somebody mends what keeps it from arriving */
  link?: string;
  /** after this instant it is of no use any more */
  until?: number;
}

/** Keeps a letter and lets it go out; inside a transaction it belongs to that. */
export function postLetter(
  context: Context,
  { to, by = "mail", from, subject, text, about, ...rest }: NewLetter,
): void {
  const { store } = context;
  store.transaction(() => {
    const at = context.clock.now();
    const { id } = store.db
      .insert(letter)
      .values({
        ...{
          messageId: "",
          recipient: to,
          by,
          about,
          at,
          businessId: rest.businessId ?? null,
          link: rest.link ?? null,
        },
        ...{ until: rest.until ?? null, text: null, state: "queued", tries: 0, nextAt: 0 },
      })
      .returning({ id: letter.id })
      .get();
    store.db
      .update(letter)
      .set({
        messageId: uuidOf(store.crypt.mac(`letter ${id} ${at} ${to}`)),
        text: store.crypt.seal(JSON.stringify({ from, subject, text }), places.letter(id)),
      })
      .where(eq(letter.id, id))
      .run();
  });
  context.wakeOutbox();
}

/** The newest letter about something, when it went and what became of it. */
export const lastLetter = ({ store: { db } }: Context, about: string) =>
  db
    .select({ at: letter.at, state: letter.state, detail: letter.detail })
    .from(letter)
    .where(eq(letter.about, about))
    .orderBy(desc(letter.id))
    .limit(1)
    .get();

/** Letters that were refused and that none about the same took the place of. */
export const refusedLetters = ({ store }: Context, businessIds: readonly number[]) =>
  store
    .prepared<[string], { businessId: number; recipient: string; detail: string; link: string | null }>(
      `SELECT l.business_id AS businessId, l.recipient AS recipient, l.detail AS detail, l.link AS link FROM letter l
       WHERE l.state = 'refused' AND l.business_id IN (SELECT value FROM json_each(?))
         AND NOT EXISTS (SELECT 1 FROM letter n WHERE n.about = l.about AND n.id > l.id) ORDER BY l.id`,
    )
    .all(JSON.stringify(businessIds));

/** Where text messages are not set up any more nobody refused it: it waits until it is of no use. */
const handOverText = async (
  { settings }: Context,
  { messageId, recipient }: typeof letter.$inferSelect,
  text: string,
) =>
  settings.services.text
    ? sendTextMessage(settings.services.text, { id: messageId, to: recipient, text })
    : ("unknown" as const);

/** Hands over what is due. @returns how many letters it touched */
export async function sendLetters(
  context: Context,
  mail: Transporter,
  backOffMs: (tries: number) => number,
): Promise<number> {
  const { db, crypt } = context.store;
  const now = Date.now();
  const due = db
    .select()
    .from(letter)
    .where(and(inArray(letter.state, ["queued"]), lte(letter.nextAt, now)))
    .orderBy(asc(letter.id))
    .limit(8)
    .all();
  for (const row of due) {
    const settle = (values: Partial<typeof letter.$inferInsert>) =>
      void db.update(letter).set(values).where(eq(letter.id, row.id)).run();
    if (row.text === null || (row.until !== null && row.until < now)) {
      settle({ state: "refused", text: null, detail: "It could not be handed over while it was of use." });
      continue;
    }
    if (row.businessId !== null && isPlay(context.store, row.businessId)) {
      settle({ state: "handedOver", text: null, detail: playedWords });
      continue;
    }
    settle({ tries: row.tries + 1, nextAt: now + backOffMs(row.tries + 1) });
    const said = JSON.parse(crypt.open(row.text, places.letter(row.id))) as Pick<
      NewLetter,
      "from" | "subject" | "text"
    >;
    const { who, what, outcome } =
      row.by === "text"
        ? { who: "The gateway", what: "number", outcome: await handOverText(context, row, said.text) }
        : {
            ...{ who: "The post box", what: "address" },
            outcome: await sendPlainLetter(mail, { ...said, to: row.recipient, messageId: row.messageId }),
          };
    if (outcome === "handedOver") settle({ state: "handedOver", text: null, detail: "" });
    else if (outcome === "refused")
      settle({ state: "refused", text: null, detail: `The ${what} ${row.recipient} was refused.` });
    else settle({ detail: `${who} did not take it yet. The same letter is handed over again.` });
  }
  return due.length;
}
