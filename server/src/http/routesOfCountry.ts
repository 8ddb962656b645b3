/** Pages that no other country has. */
import type { Router } from "express";
import type { Context } from "../ground/context.ts";

declare module "../ground/countryHere.ts" {
  interface CountryHere {
    routes(router: Router, context: Context): void;
  }
}
