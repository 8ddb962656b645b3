/** Settings that cannot be used are refused at the start, each in a sentence with what would do. */
import { expect, it } from "vitest";
import { readSettings } from "./settings.ts";

it.each([
  [{ ZESTY_PORT: "0" }, /ZESTY_PORT is “0”. Give a port number/],
  [{ ZESTY_DEMO_DAY: "1 July" }, /Give a date as 2026-07-01/],
  [{ ZESTY_PROXIES: "x" }, /number of proxies/],
  [{ ZESTY_ADDRESS: "payroll.example" }, /as https:\/\/payroll.example/],
  [{ ZESTY_COOKIE_SECURE: "true" }, /Set ZESTY_PROXIES to 1/],
  // Beyond this machine nothing of a pay goes in clear.
  [{ ZESTY_BANK: "http://bank.example" }, /ZESTY_BANK is .*over https alone/],
  [{ ZESTY_TAX_AGENCY: "http://127.evil.example/x" }, /over https alone/],
  [{ ZESTY_INLAND_REVENUE: "revenue.example" }, /Give a whole address/],
  [{ ZESTY_SMTP: "ftp://mail.example" }, /Give a whole address/],
])("%j is refused", (env, sentence) => {
  expect(() => readSettings(env)).toThrow(sentence);
});

it.each([
  {},
  { ZESTY_BANK: "https://bank.example", ZESTY_SMTP: "smtp://mail.example:587" },
  { ZESTY_STANDINS: "http://localhost:4280" },
  { ZESTY_BANK: "http://[::1]:9/x" },
])("%j is taken", (env) => {
  expect(() => readSettings(env)).not.toThrow();
});
