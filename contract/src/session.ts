import Joi from "joi";
import { date, name } from "./fields.ts";

export type Right = "see" | "prepare" | "authorise";

export interface SessionView {
  /** true until the first user is set up */
  needsFirstUser: boolean;
  day: string;
  /** the day can be moved (demo only) */
  demo: boolean;
  user: { id: number; name: string; email: string; lead: boolean } | null;
  practice: string | null;
  businesses: { id: number; name: string; country: "AU" | "NZ"; right: Right }[];
  postBox: string | null;
}

export interface SignIn {
  email: string;
  password: string;
}
export const signIn = Joi.object<SignIn>({
  email: Joi.string().trim().lowercase().email({ tlds: false }).required().label("E-mail"),
  password: Joi.string().required().label("Password"),
});

export interface FirstUser {
  practice: string;
  name: string;
  email: string;
  password: string;
}
export const firstUser = Joi.object<FirstUser>({
  practice: name().required().label("Practice"),
  name: name().required().label("Your name"),
  email: Joi.string().trim().lowercase().email({ tlds: false }).required().label("E-mail"),
  password: Joi.string().min(12).max(200).required().label("Password"),
});

export const moveDay = Joi.object<{ day: string }>({ day: date().required().label("Day") });
