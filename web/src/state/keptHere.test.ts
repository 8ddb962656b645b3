/** What is kept in the browser is there for who typed it, and for nobody else. */
import { beforeEach, expect, it, vi } from "vitest";
import { isTypingKept, keepFor, keepHere, keptHere, wipeKept } from "./keptHere.ts";

/** As much of a browser's storage as is asked of it: its keys are its own properties. */
const storage = (): Storage =>
  Object.create({
    getItem(this: Record<string, string>, key: string) {
      return Object.hasOwn(this, key) ? this[key] : null;
    },
    setItem(this: Record<string, string>, key: string, value: string) {
      this[key] = value;
    },
    removeItem(this: Record<string, string>, key: string) {
      delete this[key];
    },
  }) as Storage;

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
