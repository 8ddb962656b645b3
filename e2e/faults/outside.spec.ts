/** Stand-ins that are down, cut the line, answer nonsense or twice: never success by silence, never sent twice. */
import { type Api, expect, killable, makeReady, openRun, test, until } from "../world.ts";

const sent = async (api: Api) => (await api.call("GET", `/runs/${openRun}/send`)).body;
const channel = (view: { rows: { channel: string; state: string; detail: string }[] }, name: string) =>
  view.rows.filter((row) => row.channel === name);
const good = ["accepted", "acceptedWithWarnings", "partial"];

async function signed(api: Api): Promise<void> {
  const version = await makeReady(api);
  const answer = await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
}

test("the line is cut after storing, answers are nonsense or 500: asked after, never sent twice", async ({ world }) => {
  const before = await world.effects();
  const api = await world.api();
  await signed(api);
  await world.faults([
    { service: "au-tax", operation: "submit", fault: "CUT_AFTER", uses: 1 },
    { service: "au-tax", operation: "status", fault: "BAD_BODY", uses: 2 },
    { service: "bank", operation: "upload", fault: "HTTP_500_AFTER", uses: 1 },
    { service: "outbox", operation: "send", fault: "CUT_AFTER", uses: 2 },
  ]);
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent", "paymentFile", "payslip"] });
  const view = await until(
    () => sent(api),
    (each) =>
      good.includes(channel(each, "payEvent")[0]?.state ?? "") &&
      channel(each, "paymentFile")[0]?.state === "acknowledged" &&
      channel(each, "payslip").every((row) => row.state === "accepted"),
    60,
  );
  expect(channel(view, "payEvent")[0]?.state).toBe("partial");
  const effects = await world.effects();
  expect(effects.events.filter((each) => each.payDate === "2026-07-02")).toHaveLength(1);
  expect(effects.files).toHaveLength(before.files.length + 1);
  expect(new Set(effects.mail.map((each) => each.messageId)).size).toBe(effects.mail.length);
});

killable("everything is down: the run waits, says so, and goes out once when they are back", async ({ world }) => {
  const api = await world.api();
  await signed(api);
  await world.stopStandins();
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent", "paymentFile"] });
  const waiting = await until(
    () => sent(api),
    (each) => channel(each, "payEvent")[0]?.state === "unknown",
  );
  expect(channel(waiting, "payEvent")[0]?.detail).toContain("did not answer");
  expect(waiting.state).toBe("signedOff");
  // What is on its way cannot be taken back, and is not made again.
  expect((await api.call("POST", `/runs/${openRun}/take-back`, { reason: "no" })).status).toBe(409);
  expect((await api.call("POST", `/runs/${openRun}/send-again`, { channel: "payEvent" })).status).toBe(422);
  await world.startStandins();
  await until(
    () => sent(api),
    (each) =>
      good.includes(channel(each, "payEvent")[0]?.state ?? "") &&
      channel(each, "paymentFile")[0]?.state === "acknowledged",
    60,
  );
  expect((await world.effects()).events.filter((each) => each.payDate === "2026-07-02")).toHaveLength(1);
});

test("an answer that comes too late is no answer: asked after, lodged once", async ({ world }) => {
  const api = await world.api();
  await signed(api);
  // The client waits 30 seconds; the agency stores the event at once and answers after 33.
  await world.faults([{ service: "au-tax", operation: "submit", fault: "TIMEOUT", with: { ms: 33_000 }, uses: 1 }]);
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent"] });
  const view = await until(
    () => sent(api),
    (each) => good.includes(channel(each, "payEvent")[0]?.state ?? ""),
    60,
  );
  expect(channel(view, "payEvent")[0]?.state).toBe("partial");
  expect((await world.effects()).events.filter((each) => each.payDate === "2026-07-02")).toHaveLength(1);
});

test("a whole message is refused: made again under a new number once its cause is mended", async ({ world }) => {
  const api = await world.api();
  await signed(api);
  await world.faults([
    { service: "au-tax", operation: "submit", fault: "REJECT_MESSAGE", with: { code: "P02" }, uses: -1 },
  ]);
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent"] });
  await until(
    () => sent(api),
    (each) => channel(each, "payEvent")[0]?.state === "refused",
  );
  await world.faults([]);
  await api.call("POST", `/runs/${openRun}/send-again`, { channel: "payEvent" });
  const view = await until(
    () => sent(api),
    (each) => good.includes(channel(each, "payEvent").at(-1)?.state ?? ""),
  );
  expect(channel(view, "payEvent").map((row) => row.state)).toEqual(["refused", "partial"]);
  expect((await world.effects()).events.filter((each) => each.payDate === "2026-07-02")).toHaveLength(1);
});

test("a returned payment is paid again by decision only, and to the mended account", async ({ world }) => {
  const before = new Set((await world.effects()).files.map((file) => file.id));
  const api = await world.api();
  await signed(api);
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent", "paymentFile", "payslip"] });
  await until(
    () => sent(api),
    (each) => channel(each, "paymentFile")[0]?.state === "acknowledged",
  );
  await api.call("POST", "/day", { day: "2026-07-02" });
  const back = await until(
    () => sent(api),
    (each) => channel(each, "paymentFile")[0]?.state === "partial",
  );
  const returned = back.items.find((item: { code: string }) => item.code === "RETURNED");
  expect(returned.person).toBe("Lachlan Vandersee");
  await api.call("PUT", `/people/${returned.personId}/bank`, {
    from: "2026-07-02",
    parts: [{ bsb: "990-112", account: "77001122", title: "Lachlan Vandersee", kind: "rest", value: "" }],
  });
  await api.call("POST", `/runs/${openRun}/send-again`, { channel: "paymentFile" });
  const look = channel(await sent(api), "paymentFile").at(-1) as unknown as {
    state: string;
    pays: { sameAccount: boolean }[];
  };
  expect([look.state, look.pays.map((each) => each.sameAccount)]).toEqual(["prepared", [false]]);
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["paymentFile"] });
  await until(
    () => sent(api),
    (each) => channel(each, "paymentFile").at(-1)?.state === "accepted",
    40,
  );
  const { lines } = await world.effects();
  const net = (await api.call("GET", `/runs/${openRun}`)).body.totals.net;
  const paid = lines.filter((line) => !before.has(line.file) && line.state === "PAID" && line.account !== "55120038");
  expect(paid.reduce((total, line) => total + line.cents, 0)).toBe(net);
  const journals = (await api.call("GET", "/businesses/1/journals")).body.filter(
    (each: { runId: number; kind: string }) => each.runId === openRun && each.kind === "settlement",
  );
  expect(journals.reduce((total: number, each: { totalCents: number }) => total + each.totalCents, 0)).toBe(net);
});

test("the rejected person's year goes with the next pay event", async ({ world }) => {
  const api = await world.api();
  await signed(api);
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent", "paymentFile", "payslip"] });
  const view = await until(
    () => sent(api),
    (each) => channel(each, "payEvent")[0]?.state === "partial",
  );
  const item = view.items.find((each: { code: string }) => each.code === "E07");
  expect([item.person, item.open]).toEqual(["Jarrah Mokoena", true]);
  const desk = (await api.call("GET", "/desk")).body;
  expect(
    desk.toDo.some(
      (each: { kind: string; words: string }) => each.kind === "mend" && each.words.includes("Jarrah Mokoena"),
    ),
  ).toBe(true);
  const { details } = (await api.call("GET", `/people/${item.personId}`)).body;
  await api.call("PUT", `/people/${item.personId}/details`, {
    ...details,
    address: { ...details.address, postcode: "3690" },
  });
  await api.call("POST", "/day", { day: "2026-07-08" });
  const next = (await api.call("POST", "/businesses/1/runs", { cycleId: 1, from: "last" })).body.id;
  const opened = (await api.call("GET", `/runs/${next}`)).body;
  // Nothing is recorded of the casuals yet: they are left out.
  const blank = opened.rows.filter((row: { lines: object[] }) => row.lines.length === 0);
  await api.call("PUT", `/runs/${next}/rows`, {
    version: opened.version,
    rows: blank.map((row: { payId: number }) => ({ payId: row.payId, included: false })),
  });
  const run = (await api.call("GET", `/runs/${next}`)).body;
  for (const row of run.rows)
    for (const mark of row.marks)
      if (mark.kind === "query")
        await api.call("PUT", `/runs/${next}/ticks`, { payId: row.payId, key: mark.key, on: true });
  const fresh = (await api.call("GET", `/runs/${next}`)).body;
  expect((await api.call("POST", `/runs/${next}/sign-off`, { version: fresh.version, declared: true })).status).toBe(
    200,
  );
  await api.call("POST", `/runs/${next}/send`, { channels: ["payEvent"] });
  await until(
    async () => (await api.call("GET", `/runs/${next}/send`)).body,
    (each) =>
      each.rows.find((row: { channel: string }) => row.channel === "payEvent").state === "accepted" ||
      each.rows.find((row: { channel: string }) => row.channel === "payEvent").state === "acceptedWithWarnings",
  );
  expect((await sent(api)).items.find((each: { code: string }) => each.code === "E07").open).toBe(false);
});
