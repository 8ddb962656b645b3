/** Settings from the environment, checked at start. README lists them. */
import { resolve } from "node:path";
import { isDate } from "@zesty/core/calendar/dates";

export interface Settings {
  port: number;
  dataFolder: string;
  /** fixed day of the demo; null for the real date */
  demoDay: string | null;
  /** address of the outside services */
  services: {
    tax: string;
    revenue: string;
    bank: string;
    control: string | null;
    postBoxPage: string | null;
    smtp: string;
  };
  cookieSecure: boolean;
}

export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const port = Number(env.ZESTY_PORT ?? "4180");
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Error(`ZESTY_PORT is “${env.ZESTY_PORT}”. Give a port number from 1 to 65535.`);
  const demoDay = env.ZESTY_DEMO_DAY ?? null;
  if (demoDay !== null && !isDate(demoDay))
    throw new Error(`ZESTY_DEMO_DAY is “${demoDay}”. Give a date as 2026-07-01, or leave it out for the real date.`);
  const standins = env.ZESTY_STANDINS ?? "http://127.0.0.1:4280";
  return {
    port,
    dataFolder: resolve(env.ZESTY_DATA ?? "data"),
    demoDay,
    services: {
      tax: env.ZESTY_TAX_AGENCY ?? `${standins}/sim/au-tax`,
      revenue: env.ZESTY_INLAND_REVENUE ?? `${standins}/sim/nz-tax`,
      bank: env.ZESTY_BANK ?? `${standins}/sim/bank`,
      control: demoDay === null ? null : `${standins}/sim/control`,
      postBoxPage: demoDay === null ? null : `${standins}/post-box`,
      smtp: env.ZESTY_SMTP ?? "smtp://127.0.0.1:4281",
    },
    cookieSecure: env.ZESTY_COOKIE_SECURE === "true",
  };
}
