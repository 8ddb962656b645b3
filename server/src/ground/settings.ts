/** Settings from the environment, checked at start. docs/howTo/operate.md lists them. */
import { resolve } from "node:path";
import { isDate } from "@zesty/core/calendar/dates";
import { isThisMachine } from "./thisMachine.ts";

export interface Settings {
  port: number;
  /** address that the application listens on */
  host: string;
  dataFolder: string;
  /** fixed day of the demo; null for the real date */
  demoDay: string | null;
  /** address of the outside services */
  services: {
    tax: string;
    revenue: string;
    bank: string;
    /** the clearing house for super */
    super: string;
    control: string | null;
    postBoxPage: string | null;
    smtp: string;
    /** the gateway for text messages, with the key of the account there; null: none is used */
    text: { url: string; key: string | null } | null;
  };
  cookieSecure: boolean;
  /** how many proxies stand in front (https ends at the last of them); their forwarded headers are believed */
  proxies: number;
  /** the address that people open, for links in letters and for the check of the Host header; null: any */
  address: string | null;
  /** events may be told to this machine and its network, for trying out; else such addresses are refused */
  eventsInside?: boolean;
}

/** A setting that cannot be used: says which, why, and what would do. */
export class SettingFault extends Error {
  override name = "SettingFault";
}

export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const port = Number(env.ZESTY_PORT ?? "4180");
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new SettingFault(`ZESTY_PORT is “${env.ZESTY_PORT}”. Give a port number from 1 to 65535.`);
  const demoDay = env.ZESTY_DEMO_DAY ?? null;
  if (demoDay !== null && !isDate(demoDay))
    throw new SettingFault(
      `ZESTY_DEMO_DAY is “${demoDay}”. Give a date as 2026-07-01, or leave it out for the real date.`,
    );
  const proxies = Number(env.ZESTY_PROXIES ?? "0");
  if (!Number.isInteger(proxies) || proxies < 0 || proxies > 5)
    throw new SettingFault(
      `ZESTY_PROXIES is “${env.ZESTY_PROXIES}”. Give the number of proxies in front of the application, 0 to 5.`,
    );
  const address = env.ZESTY_ADDRESS?.replace(/\/+$/, "") || null;
  if (address !== null && !/^https?:\/\/[^/]+$/.test(address))
    throw new SettingFault(
      `ZESTY_ADDRESS is “${address}”. Give the address that people open, as https://payroll.example.`,
    );
  const cookieSecure = env.ZESTY_COOKIE_SECURE === "true";
  if (cookieSecure && proxies === 0)
    throw new SettingFault(
      "ZESTY_COOKIE_SECURE is true, but ZESTY_PROXIES is not set, so nobody could sign in. Set ZESTY_PROXIES to 1 when an https proxy stands in front.",
    );
  const standins = env.ZESTY_STANDINS ?? "http://127.0.0.1:4280";
  const service = (name: string, usual: string) => {
    const url = env[name] ?? usual;
    if (!URL.canParse(url) || !/^(https?|smtps?):$/.test(new URL(url).protocol))
      throw new SettingFault(`${name} is “${url}”. Give a whole address, as https://bank.example.`);
    if (url.startsWith("http:") && !isThisMachine(url))
      throw new SettingFault(
        `${name} is “${url}”. Beyond this machine pays and tax numbers go over https alone: give the https address.`,
      );
    return url;
  };
  return {
    port,
    host: env.ZESTY_HOST ?? "127.0.0.1",
    dataFolder: resolve(env.ZESTY_DATA ?? "data"),
    demoDay,
    services: {
      tax: service("ZESTY_TAX_AGENCY", `${standins}/sim/au-tax`),
      revenue: service("ZESTY_INLAND_REVENUE", `${standins}/sim/nz-tax`),
      bank: service("ZESTY_BANK", `${standins}/sim/bank`),
      super: service("ZESTY_CLEARING_HOUSE", `${standins}/sim/super`),
      control: demoDay === null ? null : `${standins}/sim/control`,
      postBoxPage: demoDay === null ? null : `${standins}/post-box`,
      smtp: service("ZESTY_SMTP", "smtp://127.0.0.1:4281"),
      text:
        env.ZESTY_TEXT_MESSAGES || demoDay !== null
          ? { url: service("ZESTY_TEXT_MESSAGES", `${standins}/sim/text`), key: env.ZESTY_TEXT_MESSAGES_KEY || null }
          : null,
    },
    cookieSecure,
    proxies,
    address,
    eventsInside: env.ZESTY_EVENTS_INSIDE === "true",
  };
}
