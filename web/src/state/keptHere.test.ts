/** What is kept in the browser is there for who typed it, and for nobody else. */
import { beforeEach, expect, it, vi } from "vitest";
import { storage } from "../testing/storage.ts";
import { isTypingKept, keepFor, keepHere, keepOfTab, keptHere, takeOver, wipeKept } from "./keptHere.ts";
import { keptTyping } from "./keptTyping.ts";
import { keepersJoined, nothingKept, type TypingKeeper } from "./typingKeeper.ts";

beforeEach(() => {
  vi.stubGlobal("localStorage", storage());
  vi.stubGlobal("sessionStorage", storage());
});

it("a session that ends by itself loses nothing of who signs in again", () => {
  keepFor("user 1");
  keepHere("12", { rows: 3 });
  keepHere("tab", ["a"], sessionStorage);
  keepFor("user 1");
  expect([keptHere("12"), keptHere("tab", sessionStorage)]).toEqual([{ rows: 3 }, ["a"]]);
});
it.each(["user 2", "staff alex@example.org"])("%s, who signs in after, sees nothing of it", (other) => {
  keepFor("user 1");
  keepHere("12", { rows: 3 });
  keepHere("tab", ["a"], sessionStorage);
  localStorage.setItem("theme", "dark");
  keepFor(other);
  expect([keptHere("12"), keptHere("tab", sessionStorage), localStorage.getItem("theme")]).toEqual([
    null,
    null,
    "dark",
  ]);
  keepFor("user 1");
  expect(keptHere("12")).toBeNull();
});
it("signing out wipes everything, and a storage that refuses stops no typing", () => {
  keepFor("user 1");
  keepHere("12", 1);
  wipeKept();
  expect(keptHere("12")).toBeNull();
  localStorage.setItem = () => {
    throw new Error("full");
  };
  expect(() => keepHere("12", 1)).not.toThrow();
  localStorage.setItem = storage().setItem;
  localStorage.setItem("zesty-typed-12", "{");
  expect(keptHere("12")).toBeNull();
});
it("typing is kept until it is sent; whose it is, and what the desk shows, is no typing", () => {
  keepFor("user 1");
  keepHere("desk", { words: "saltbush" });
  expect(isTypingKept()).toBe(false);
  keepHere("week-1", { days: {} });
  expect(isTypingKept()).toBe(true);
  keepHere("week-1", null);
  keepHere("people-1", [{}], sessionStorage);
  expect(isTypingKept()).toBe(true);
});
it("what two tabs left of one thing is there in the third, and sent from one of them it is gone from that alone", () => {
  const held = (is: string) => ({ was: "", is, step: 1 });
  const left = [
    { ...nothingKept, values: { mon: held("8") }, sent: { mon: held("8") } },
    { ...nothingKept, values: { mon: held("9"), tue: held("7") }, refused: { tue: "No" } },
  ];
  keepHere("week-1 a", left[0]);
  keepHere("week-1 b", left[1]);
  keepHere("week-12 a", 5);
  const all = {
    values: { mon: held("9"), tue: held("7") },
    sent: { mon: held("8") },
    refused: { tue: "No" },
  };
  expect(takeOver<TypingKeeper<string>>("week-1", keepersJoined)).toEqual(all);
  keepHere("week-1 c", left[0]);
  keepOfTab("week-1", null);
  expect(takeOver<TypingKeeper<string>>("week-1", keepersJoined)).toEqual(left[0]);
  keepOfTab("week-1", null);
  expect([takeOver<TypingKeeper<string>>("week-1", keepersJoined), isTypingKept()]).toEqual([null, true]);
  const typed = (payId: number) => ({ payId, included: true });
  keepHere("12 b", { version: 4, rows: [typed(2)], at: 20 });
  keepHere("12 a", { version: 5, rows: [typed(1)], at: 10 });
  expect(keptTyping(12)).toEqual({ version: 4, rows: [typed(1), typed(2)], at: 20 });
  expect(keptTyping(12)?.rows).toHaveLength(2);
});
