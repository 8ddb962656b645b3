/** The practice, its users and sessions, and the audit trail. */
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import { business } from "./business.ts";
import { flag, id, json } from "./columns.ts";

export const practice = sqliteTable("practice", { id: id(), name: text("name").notNull() });

export const setting = sqliteTable("setting", { name: text("name").primaryKey(), value: text("value").notNull() });

export const user = sqliteTable("user", {
  id: id(),
  email: text("email").notNull().unique(),
  name: text("name").notNull(),
  passwordHash: text("password_hash").notNull(),
  /** sees and does everything in every business */
  lead: flag("lead"),
  /** an employee: opens own pages and nothing of the practice */
  staff: flag("staff").default(false),
  /** who has left the practice keeps the name in the trail and cannot sign in */
  active: flag("active").default(true),
  /** encrypted secret of the one-time codes; null while there is no second factor */
  secondFactor: text("second_factor"),
  /** keyed hashes of the codes that stand in for a lost authenticator, each once */
  recovery: json<string[]>("recovery"),
  /** the last time step whose code was taken: a code works once */
  lastStep: integer("last_step").notNull().default(0),
});

/** A letter with a link that works once: to join the practice, or to choose a new password. Only a hash is kept. */
export const invitation = sqliteTable("invitation", {
  id: id(),
  kind: text("kind", { enum: ["join", "reset", "staff", "code"] }).notNull(),
  email: text("email").notNull(),
  name: text("name").notNull(),
  lead: flag("lead").default(false),
  rights:
    json<
      {
        businessId: number;
        right: "hours" | "see" | "prepare" | "authorise";
        approves: boolean;
        approvesFor: { placeIds: number[]; costCentreIds: number[] } | null;
      }[]
    >("rights").notNull(),
  /** of a staff link: whose pages it opens */
  personId: integer("person_id"),
  tokenHash: text("token_hash").notNull().unique(),
  invitedBy: integer("invited_by").references(() => user.id),
  expiresAt: integer("expires_at").notNull(),
  usedAt: text("used_at"),
});

/** Passes of other programs. Only a hash of the secret is kept; one that ended opens nothing. */
export const program = sqliteTable("program", {
  id: id(),
  name: text("name").notNull(),
  /** null: every business that its maker sees */
  businessId: integer("business_id").references(() => business.id),
  scopes: json<string[]>("scopes").notNull(),
  hash: text("hash").notNull().unique(),
  userId: integer("user_id")
    .notNull()
    .references(() => user.id),
  madeAt: text("made_at").notNull(),
  endsOn: text("ends_on").notNull(),
  endedAt: text("ended_at"),
  lastUsedAt: text("last_used_at"),
  usedFrom: json<{ address: string; at: string }[]>("used_from"),
});

/** What a program was answered under a key of its own: sent once more, it is answered the same and nothing is done twice. */
export const programAnswer = sqliteTable(
  "program_answer",
  {
    programId: integer("program_id")
      .notNull()
      .references(() => program.id),
    key: text("key").notNull(),
    /** of method, address and body */
    request: text("request").notNull(),
    status: integer("status").notNull(),
    answer: text("answer").notNull(),
    at: text("at").notNull(),
  },
  (t) => [primaryKey({ columns: [t.programId, t.key] }), index("program_answer_at").on(t.at)],
);

/** Where a program is told of events. One that ended is told nothing more. */
export const listener = sqliteTable(
  "listener",
  {
    id: id(),
    programId: integer("program_id")
      .notNull()
      .references(() => program.id),
    url: text("url").notNull(),
    kinds: json<string[]>("kinds").notNull(),
    /** encrypted */
    secret: text("secret").notNull(),
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    madeAt: text("made_at").notNull(),
    endedAt: text("ended_at"),
    /** the entry of the trail up to which was looked */
    seen: integer("seen").notNull(),
  },
  (t) => [index("listener_program").on(t.programId)],
);

/** An event on its way to a listener, under one id for ever. */
export const eventTold = sqliteTable(
  "event_told",
  {
    id: id(),
    listenerId: integer("listener_id")
      .notNull()
      .references(() => listener.id),
    entry: integer("entry").notNull(),
    messageId: text("message_id").notNull(),
    body: text("body").notNull(),
    state: text("state", { enum: ["queued", "told", "givenUp"] }).notNull(),
    tries: integer("tries").notNull(),
    /** by the clock of the machine, in milliseconds */
    madeMs: integer("made_ms").notNull(),
    nextMs: integer("next_ms").notNull(),
    toldAt: text("told_at"),
    detail: text("detail").notNull(),
  },
  (t) => [uniqueIndex("event_told_entry").on(t.listenerId, t.entry), index("event_told_state").on(t.state, t.nextMs)],
);

/** Sign-ins that failed, by account and by address: what the lockout counts. */
export const failedSignIn = sqliteTable(
  "failed_sign_in",
  { id: id(), email: text("email").notNull(), address: text("address").notNull(), at: integer("at").notNull() },
  (t) => [index("failed_sign_in_email").on(t.email, t.at), index("failed_sign_in_address").on(t.address, t.at)],
);

/** What a user may do in a business: see < prepare < authorise. */
export const userRight = sqliteTable(
  "user_right",
  {
    userId: integer("user_id")
      .notNull()
      .references(() => user.id),
    businessId: integer("business_id")
      .notNull()
      .references(() => business.id),
    right: text("right", { enum: ["hours", "see", "prepare", "authorise"] }).notNull(),
    /** approves hours and leave of the business */
    approves: flag("approves").default(false),
    /** only of these places and cost centres; of everybody where null */
    approvesFor: json<{ placeIds: number[]; costCentreIds: number[] }>("approves_for"),
  },
  (t) => [primaryKey({ columns: [t.userId, t.businessId] })],
);

/** A press of a key in a page that did something: sent once more because its answer was lost, it does nothing. */
export const press = sqliteTable(
  "press",
  {
    userId: integer("user_id").notNull(),
    key: text("key").notNull(),
    at: integer("at").notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.key] }), index("press_at").on(t.at)],
);

export const session = sqliteTable("session", {
  sid: text("sid").primaryKey(),
  data: text("data").notNull(),
  expiresAt: integer("expires_at").notNull(),
  userId: integer("user_id"),
  beganAt: integer("began_at").notNull().default(0),
  seenAt: integer("seen_at").notNull().default(0),
  /** browser and address, so that a person knows the session again */
  from: text("from").notNull().default(""),
});

/** The audit trail: each entry carries the keyed hash of the one before, and of the facts that it vouches for. */
export const audit = sqliteTable(
  "audit",
  {
    id: id(),
    at: text("at").notNull(),
    userId: integer("user_id"),
    businessId: integer("business_id"),
    what: text("what").notNull(),
    about: text("about").notNull(),
    /** what a change was before and is after, where one was made */
    change: json<{ before?: unknown; after?: unknown }>("change"),
    /** hash over the seals that were made with this entry; empty when there were none */
    seals: text("seals").notNull().default(""),
    previousHash: text("previous_hash").notNull(),
    hash: text("hash").notNull(),
  },
  (t) => [index("audit_business").on(t.businessId, t.id)],
);

/** A keyed hash of something that must not change: a signed pay with its facts, an entry, a due, a journal, a document. */
export const seal = sqliteTable(
  "seal",
  {
    kind: text("kind", { enum: ["pay", "leave", "due", "journal", "document"] }).notNull(),
    rowId: integer("row_id").notNull(),
    auditId: integer("audit_id").notNull(),
    mac: text("mac").notNull(),
    /** a keyed hash that says that the row went by an act of the program, with people who were taken out */
    gone: text("gone"),
  },
  (t) => [primaryKey({ columns: [t.kind, t.rowId] }), index("seal_audit").on(t.auditId)],
);

/** A keyed hash beside each row that may change and decides money or rights (stateSeals.ts), and how many there are. */
export const stateSeal = sqliteTable(
  "state_seal",
  { kind: text("kind").notNull(), rowId: text("row_id").notNull(), mac: text("mac").notNull() },
  (t) => [primaryKey({ columns: [t.kind, t.rowId] })],
);
export const stateCount = sqliteTable("state_count", {
  kind: text("kind").primaryKey(),
  rows: integer("rows").notNull(),
  mac: text("mac").notNull(),
});
