/** The simulated post box: who sends may be cut off in the middle of a letter. */
import { mkdtempSync, rmSync } from "node:fs";
import { type AddressInfo, connect, type Socket } from "node:net";
import { tmpdir } from "node:os";
import { expect, it } from "vitest";
import { smtpServer } from "./postBox.ts";
import { openWorld } from "./world.ts";

it("goes on when a sender is reset in the middle of a letter", async () => {
  const folder = mkdtempSync(`${tmpdir()}/zesty-post-box-`);
  const world = openWorld(folder);
  const server = smtpServer(world);
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const { port } = server.server.address() as AddressInfo;
  /** says its lines one after another, each once the last was answered */
  const talk = (lines: string[]) =>
    new Promise<Socket>((done) => {
      const socket = connect(port, "127.0.0.1");
      const left = [...lines];
      socket.on("error", () => undefined);
      socket.on("data", () => {
        const line = left.shift();
        if (line === undefined) done(socket);
        else socket.write(`${line}\r\n`);
      });
    });
  const begun = ["EHLO here", "MAIL FROM:<a@example.org>", "RCPT TO:<b@example.org>", "DATA"];
  // At every step of it: waiting for an answer, and with half of the letter said.
  for (let step = 1; step <= begun.length; step += 1)
    for (const more of ["RSET\r\n", "Message-ID: <half@example.org>\r\n\r\nhalf a let"]) {
      const socket = await talk(begun.slice(0, step));
      socket.write(more);
      await new Promise((done) => setTimeout(done, 5));
      socket.resetAndDestroy();
    }
  const whole = await talk([...begun, "Message-ID: <whole@example.org>\r\nTo: b@example.org\r\n\r\nA letter.\r\n."]);
  whole.destroy();
  expect(world.db.prepare("SELECT message_id FROM mail").pluck().all()).toEqual(["<whole@example.org>"]);
  await new Promise<void>((done) => server.close(done));
  world.db.close();
  rmSync(folder, { recursive: true, force: true });
});
