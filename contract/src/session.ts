import type { CountryCode } from "@zesty/core/countries/countries";
import Joi from "joi";
import { date, id, name } from "./fields.ts";

/** `hours`: the week and leave of whoever one approves for, and nothing of pay. */
export type Right = "hours" | "see" | "prepare" | "authorise";
export const rights = ["hours", "see", "prepare", "authorise"] as const;

export interface SessionView {
  /** an employee is signed in: the staff pages are theirs */
  staff: boolean;
  /** true until the first user is set up */
  needsFirstUser: boolean;
  /** today at the practice */
  day: string;
  /** the day can be moved (demo only) */
  demo: boolean;
  user: {
    id: number;
    name: string;
    email: string;
    lead: boolean;
    secondFactor: boolean;
    /** the practice demands one of its leads, and this one has none */
    factorWanted: boolean;
  } | null;
  practice: string | null;
  businesses: {
    id: number;
    name: string;
    country: CountryCode;
    right: Right;
    /** today where it is */
    day: string;
    /** made up, to play in */
    play: boolean;
  }[];
  postBox: string | null;
  /** places where a record is not as it was sealed; people see it wherever its figures are shown */
  broken: number;
  /** after a restore nothing is sent until agencies and bank were asked */
  held: boolean;
  /** businesses that were taken in, and of which nothing is sent from here yet */
  movedIn: number[];
}

const email = () => Joi.string().trim().lowercase().email({ tlds: false }).max(200).required().label("E-mail");

/** Long, and not one character over and over: length is what counts, the rest only catches what is no password at all. */
export const password = () =>
  Joi.string()
    .min(12)
    .max(200)
    .custom((value: string, helpers) =>
      value.length >= 12 && new Set(value.toLowerCase()).size < 6
        ? helpers.message({ custom: "{{#label}} repeats too few characters. Use a sentence, or several words." })
        : value,
    )
    .required();

export interface SignIn {
  email: string;
  password: string;
  /** one-time code, where a second factor is set up */
  code?: string | undefined;
}
const code = () =>
  Joi.string()
    .replace(/\s/g, "")
    .pattern(/^\d{6}$/)
    .messages({ "string.pattern.base": "The code has six digits." })
    .label("Code");
/** A code of the authenticator, or one of those for when it is lost. */
const anyCode = () =>
  Joi.string()
    .replace(/\s/g, "")
    .pattern(/^\d{6}$|^[a-z0-9]{4}-?[a-z0-9]{4}$/i)
    .messages({
      "string.pattern.base": "The code has six digits; one for when the authenticator is lost, eight signs.",
    })
    .label("Code");
export const signIn = Joi.object<SignIn>({
  email: email(),
  password: Joi.string().max(200).required().label("Password"),
  code: anyCode().empty(""),
});

/** A code that was mailed, in place of a password. */
export const codeSignIn = Joi.object<{ email: string; code: string }>({
  email: email(),
  code: code().required(),
});

export interface FirstUser {
  /** stands in the log and in a file of the data folder: whoever sets up sits at the machine */
  proof: string;
  practice: string;
  name: string;
  email: string;
  password: string;
}
export const firstUser = Joi.object<FirstUser>({
  proof: Joi.string().trim().lowercase().max(40).required().label("Code from the machine"),
  practice: name().required().label("Practice"),
  name: name().required().label("Your name"),
  email: email(),
  password: password().label("Password"),
});

export const moveDay = Joi.object<{ day: string }>({ day: date().required().label("Day") });

export interface GivenRight {
  businessId: number;
  right: Right;
  /** approves hours and leave of the business */
  approves: boolean;
  /** only of whoever works at one of these places or for one of these cost centres; null for everybody */
  approvesFor: { placeIds: number[]; costCentreIds: number[] } | null;
}
const ids = () => Joi.array().items(id()).max(200).unique().required();
const givenRights = () =>
  Joi.array()
    .items(
      Joi.object<GivenRight>({
        businessId: id().required(),
        right: Joi.string()
          .valid(...rights)
          .required()
          .label("Right"),
        approves: Joi.boolean().default(false).label("Approves hours and leave"),
        approvesFor: Joi.object({ placeIds: ids(), costCentreIds: ids() })
          .allow(null)
          .default(null)
          .label("Approves for"),
      }),
    )
    .max(1000)
    .unique("businessId")
    .required()
    .label("Rights");

export interface Invite {
  email: string;
  name: string;
  lead: boolean;
  rights: GivenRight[];
}
export const invite = Joi.object<Invite>({
  email: email(),
  name: name().required().label("Name"),
  lead: Joi.boolean().default(false).label("Practice lead"),
  rights: givenRights(),
});

export interface UserChange {
  lead: boolean;
  active: boolean;
  rights: GivenRight[];
}
export const userChange = Joi.object<UserChange>({
  lead: Joi.boolean().required().label("Practice lead"),
  active: Joi.boolean().required().label("May sign in"),
  rights: givenRights(),
});

export interface AcceptInvitation {
  token: string;
  name?: string | undefined;
  password: string;
}
export const acceptInvitation = Joi.object<AcceptInvitation>({
  token: Joi.string().max(100).required().label("Link"),
  name: name().empty("").label("Your name"),
  password: password().label("Password"),
});
export const resetRequest = Joi.object<{ email: string }>({ email: email() });
export const passwordChange = Joi.object<{ current: string; password: string }>({
  current: Joi.string().max(200).required().label("Password now"),
  password: password().label("New password"),
});
export const secondFactorCode = Joi.object<{ code: string }>({ code: code().required() });
export const secondFactorBegin = Joi.object<{ password: string; code?: string }>({
  password: Joi.string().max(200).required().label("Password"),
  code: anyCode().empty(""),
});
export const secondFactorOff = Joi.object<{ password: string }>({
  password: Joi.string().max(200).required().label("Password now"),
});

export interface InvitationView {
  kind: "join" | "reset" | "staff";
  /** of a staff link: whose pages, of which business; and whether the address has an account already */
  opens?: { business: string; known: boolean } | undefined;
  email: string;
  name: string;
  practice: string;
}

export interface UserView {
  id: number;
  name: string;
  email: string;
  lead: boolean;
  active: boolean;
  secondFactor: boolean;
  rights: GivenRight[];
  /** another one after anybody changed rights or account */
  stamp: string;
}
/** A place of work or a cost centre, as whoever gives rights chooses it. */
export interface Team {
  id: number;
  name: string;
  retired: boolean;
}
export interface UsersView {
  users: UserView[];
  invitations: { id: number; email: string; name: string; lead: boolean; rights: GivenRight[]; expiresAt: string }[];
  /** of each business, whom an approver may be given: who works at a place, or for a cost centre */
  teams: { businessId: number; places: Team[]; costCentres: Team[] }[];
  /** who keeps a business, by business */
  keepers: Record<number, number>;
}
/** Who of the practice keeps a business: it says whose desk it is on, and gives no right. */
export interface KeeperWanted {
  businessId: number;
  userId: number | null;
}
export const keeperWanted = Joi.object<KeeperWanted>({
  businessId: id().required().label("Business"),
  userId: id().allow(null).required().label("Kept by"),
});
export interface OwnSession {
  id: string;
  from: string;
  beganAt: string;
  seenAt: string;
  current: boolean;
}
export interface AuditLine {
  id: number;
  at: string;
  user: string | null;
  business: string | null;
  what: string;
  about: string;
  change: { before?: unknown; after?: unknown } | null;
}
export interface SafetyView {
  backups: { name: string; madeAt: string; bytes: number; entry: number }[];
  folder: string;
  held: { backupOf: string; restored: boolean; asked: number; found: number } | null;
  /** businesses taken in from their files, of which nothing is sent from here yet */
  movedIn: { id: number; name: string; madeAt: string }[];
  trail: {
    entries: number;
    seals: number;
    broken: string[];
    anchor: { entry: number; hash: string };
    walkedAt: string;
  };
  /** where the end of the trail is kept outside of the database */
  anchorFile: string;
  /** who gets the result of each day's walk; null: nobody */
  anchorMail: string | null;
  /** the mark under which files of businesses leave this installation */
  signsAs: string;
  /** leads without a second factor set one up before anything else */
  factorDemanded: boolean;
  keyFile: string;
  keyBesideData: boolean;
}
export const anchorMail = Joi.object<{ to: string | null }>({
  to: email().optional().allow(null).default(null).label("E-mail for the anchor"),
});
export const leadsFactor = Joi.object<{ demanded: boolean }>({ demanded: Joi.boolean().required().label("Demanded") });
