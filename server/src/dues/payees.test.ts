/** Where dues are paid to: an account that somebody changed meanwhile is not written over unseen. */
import { afterEach, beforeEach, expect, it } from "vitest";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";
import { readPayees } from "./payees.ts";

let world: SmallWorld;
let server: TestServer;
beforeEach(async () => {
  world = smallWorld(1);
  server = await startServer(world);
  for (const who of ["pia", "quin"]) {
    await server.add(who, "authorise");
    await server.call("POST", "/session/prove", who, { password: "a long enough one" });
  }
});
afterEach(async () => {
  server.close();
  await world.end();
});
const payees = () => readPayees(world.context, world.businessId);

it("the slower of two is refused, and goes over what stands there once it is seen", async () => {
  const [first, second] = payees();
  const save = (who: string, account: string, seen?: string) =>
    server.call(
      "POST",
      `/businesses/${world.businessId}/payees`,
      who,
      { receiver: first?.receiver, name: "Receiver", bsb: "062-001", account, reference: "1" },
      seen === undefined ? {} : { "If-Match": seen },
    );
  expect((await save("pia", "12345678", first?.stamp)).status).toBe(200);
  const late = await save("quin", "87654321", first?.stamp);
  expect([late.status, late.body.code, payees()[0]?.given?.account]).toEqual([409, "changed-meanwhile", "12345678"]);
  expect(payees()[1]?.stamp).toBe(second?.stamp);
  expect((await save("quin", "87654321", payees()[0]?.stamp)).status).toBe(200);
  expect(payees()[0]?.given?.account).toBe("87654321");
});
