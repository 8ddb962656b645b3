/** A simulated post box: takes mail over SMTP, drops a repeated Message-ID, and shows what arrived on a page. */
import { type Request, type Response, Router } from "express";
import { SMTPServer } from "smtp-server";
import { html, page } from "./page.ts";
import type { World } from "./world.ts";

export function smtpServer(world: World): SMTPServer {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ["STARTTLS", "AUTH"],
    logger: false,
    onData: (stream, _session, done) => {
      // Loaded with the first letter: most of what the stand-ins do needs none.
      import("mailparser")
        .then(({ simpleParser }) => simpleParser(stream))
        .then((mail) => {
          const to = mail.to && !Array.isArray(mail.to) ? mail.to.text : "";
          const rule = world.fault("outbox", "send", { to });
          if (rule?.fault === "CUT_BEFORE" || rule?.fault === "HTTP_503")
            throw Object.assign(new Error("Simulated failure, try later"), { responseCode: 451 });
          if (rule?.fault === "REJECT_LINE")
            throw Object.assign(new Error("No such mailbox here"), { responseCode: 550 });
          const [file] = mail.attachments;
          const id = mail.messageId ?? "";
          const stored = world.db
            .prepare(
              "INSERT INTO mail (message_id, received_at, sender, recipient, subject, body, file_name, attachment) VALUES (?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (message_id) DO UPDATE SET repeats = repeats + 1",
            )
            .run(
              id,
              world.now(),
              mail.from?.text ?? "",
              to,
              mail.subject ?? "",
              mail.text ?? "",
              file?.filename ?? null,
              file?.content ?? null,
            );
          world.log("outbox", "send", id, "", rule?.fault ?? "", stored.changes > 0 ? "stored" : "repeat");
          if (rule?.fault === "CUT_AFTER")
            throw Object.assign(new Error("Simulated failure after storing"), { responseCode: 451 });
          done();
        })
        .catch((error: Error) => done(error));
    },
  });
  // Who sends is cut off in the middle now and then: that is its own affair, and no end of all the stand-ins.
  server.on("error", () => undefined);
  return server;
}

interface MailRow {
  message_id: string;
  received_at: string;
  recipient: string;
  subject: string;
  body: string;
  file_name: string | null;
  attachment: Buffer | null;
}

export function postBoxPages(world: World): Router {
  const router = Router();
  router.get("/", (_request: Request, response: Response) => {
    const rows = world.db
      .prepare("SELECT * FROM mail ORDER BY received_at DESC, rowid DESC LIMIT 200")
      .all() as MailRow[];
    const body = rows
      .map(
        (row) =>
          `<tr><td>${html(row.received_at.slice(0, 16).replace("T", " "))}</td><td>${html(row.recipient)}</td><td>${html(row.subject)}<br><small>${html(row.body).replace(/\n/g, "<br>")}</small></td><td>${
            row.file_name
              ? `<a href="/post-box/file?id=${encodeURIComponent(row.message_id)}">${html(row.file_name)}</a>`
              : ""
          }</td></tr>`,
      )
      .join("");
    const texts = world.db
      .prepare("SELECT received_at, recipient, body FROM text_message ORDER BY rowid DESC LIMIT 200")
      .all() as Pick<MailRow, "received_at" | "recipient" | "body">[];
    const messages = texts
      .map(
        (row) =>
          `<tr><td>${html(row.received_at.slice(0, 16).replace("T", " "))}</td><td>${html(row.recipient)}</td><td>${html(row.body)}</td></tr>`,
      )
      .join("");
    response.send(
      page(
        "Post box",
        `${
          texts.length === 0
            ? ""
            : `<h2>Text messages</h2><table><thead><tr><th>Arrived</th><th>To</th><th>Message</th></tr></thead><tbody>${messages}</tbody></table><h2>Letters</h2>`
        }<p>${rows.length === 0 ? "Nothing has arrived yet. Payslips show up here once they are sent." : `${rows.length} letters, newest first.`}</p><table><thead><tr><th>Arrived</th><th>To</th><th>Subject</th><th>Attached</th></tr></thead><tbody>${body}</tbody></table>`,
      ),
    );
  });
  router.get("/file", (request: Request, response: Response) => {
    const row = world.db
      .prepare("SELECT file_name, attachment FROM mail WHERE message_id = ?")
      .get(String(request.query.id)) as MailRow | undefined;
    if (!row?.attachment) return void response.status(404).send(page("Post box", "<p>There is no such letter.</p>"));
    response
      .type("application/pdf")
      .setHeader("Content-Disposition", `inline; filename="${row.file_name}"`)
      .send(row.attachment);
  });
  return router;
}
