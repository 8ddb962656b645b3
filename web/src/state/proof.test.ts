/** Who sits here: asked once for all that wait, and not again by what goes by itself once somebody put it off. */
import { afterEach, expect, it } from "vitest";
import { answerProof, askProof, listenForProof, type ProofWanted, proofWantedBy } from "./proof.ts";

let shown: (ProofWanted | null)[] = [];
let leave = () => {};
afterEach(() => {
  answerProof(true);
  leave();
  shown = [];
});
const listen = () => {
  leave = listenForProof((wanted) => void shown.push(wanted));
};

it("is asked by what an answer says, and where a dialog is there", async () => {
  expect(["password-wanted", "not-signed-in", "not-valid", undefined].map(proofWantedBy)).toEqual([
    ...["password", "session", null, null],
  ]);
  expect(await askProof("session")).toBe(false);
});
it("is answered for all that wait", async () => {
  listen();
  const asked = [askProof("session"), askProof("session", true)];
  answerProof(true);
  expect([await Promise.all(asked), shown]).toEqual([
    [true, true],
    ["session", "session", null],
  ]);
});
it("put off, is asked again by a press alone, and by anything once it was shown", async () => {
  listen();
  const first = askProof("session", true);
  answerProof(false);
  expect([await first, await askProof("session", true)]).toEqual([false, false]);
  const pressed = askProof("session");
  answerProof(true);
  expect(await pressed).toBe(true);
  const later = askProof("session", true);
  answerProof(true);
  expect(await later).toBe(true);
});
