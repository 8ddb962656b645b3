/** Mail over SMTP. The Message-ID is the same for ever, so that a receiver can drop a repeat. */
import nodemailer, { type Transporter } from "nodemailer";
import { isThisMachine } from "../ground/thisMachine.ts";
import type { Keep, Outcome } from "./outcome.ts";

export interface Letter {
  messageId: string;
  from: string;
  to: string;
  subject: string;
  text: string;
  fileName: string;
  bytes: Buffer;
}

export const openMail = (url: string): Transporter =>
  nodemailer.createTransport({
    url,
    pool: true,
    maxConnections: 4,
    connectionTimeout: 5000,
    socketTimeout: 30_000,
    // Payslips go in clear to this machine's own post box alone.
    requireTLS: !isThisMachine(url),
    tls: { rejectUnauthorized: true },
  } as never);

/** A letter without an attachment: an invitation, a new password. */
export async function sendPlainLetter(
  mail: Transporter,
  { messageId, ...letter }: { from: string; to: string; subject: string; text: string; messageId: string },
): Promise<"handedOver" | "refused" | "unknown"> {
  try {
    await mail.sendMail({ ...letter, messageId: `<${messageId}@letters.invalid>` });
    return "handedOver";
  } catch (error) {
    const { responseCode } = error as { responseCode?: number };
    return responseCode !== undefined && responseCode >= 500 ? "refused" : "unknown";
  }
}

export async function sendLetter(mail: Transporter, letter: Letter, keep: Keep): Promise<Outcome> {
  try {
    const info = (await mail.sendMail({
      messageId: `<${letter.messageId}@payslips.invalid>`,
      from: letter.from,
      to: letter.to,
      subject: letter.subject,
      text: letter.text,
      attachments: [{ filename: letter.fileName, content: letter.bytes, contentType: "application/pdf" }],
    })) as { response?: string };
    keep({ status: 250, body: info.response ?? "" });
    return { kind: "final", state: "accepted", detail: `Handed over for ${letter.to}.`, items: [] };
  } catch (error) {
    const { responseCode, response } = error as { responseCode?: number; response?: string };
    keep({ status: responseCode ?? 0, body: response ?? String(error) });
    if (responseCode !== undefined && responseCode >= 500)
      return {
        kind: "refused",
        detail: `The address ${letter.to} was refused. Mend it on the person's page.`,
        items: [],
      };
    return {
      kind: "unknown",
      detail: "The post box did not confirm. The same letter is handed over again under the same number.",
    };
  }
}
