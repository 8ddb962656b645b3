/** Events that another program is told of, at an address of its own. They say what happened and where; the rest it fetches. */
import Joi from "joi";

/** Each with the scope that a pass needs to hear of it. */
export const eventKinds = {
  "run.signedOff": { scope: "pays", words: "A run was signed off" },
  "run.takenBack": { scope: "pays", words: "A run was taken back" },
  "message.answered": { scope: "pays", words: "An agency, the bank or a fund answered" },
  "days.approved": { scope: "readTime", words: "Days were approved, or their approval taken back" },
  "leave.answered": { scope: "leave", words: "Leave was approved, declined or withdrawn" },
  "person.changed": { scope: "people", words: "Somebody was added, or facts of somebody changed" },
  "dues.released": { scope: "dues", words: "Dues were paid over" },
} as const satisfies Record<string, { scope: string; words: string }>;
export type EventKind = keyof typeof eventKinds;
export const eventNames = Object.keys(eventKinds) as EventKind[];

/** As it goes out; signed over id, time and this very text (Standard Webhooks 1.0). */
export interface ProgramEvent {
  type: EventKind;
  timestamp: string;
  data: {
    business: number;
    /** of the trail: grows, and is never used twice */
    entry: number;
    /** of the run that it is about */
    run?: number;
  };
}

export interface ListenerView {
  url: string;
  kinds: EventKind[];
  told: number;
  lastToldAt: string | null;
  waiting: number;
  givenUp: number;
  /** what the address said the last time it did not take an event */
  detail: string;
}

export interface NewListener {
  url: string;
  kinds: EventKind[];
}
const noAddress = "That is no address of the web. Write it as https://roster.example/events.";
export const newListener = Joi.object<NewListener>({
  url: Joi.string()
    .trim()
    .max(500)
    .uri({ scheme: ["https", "http"] })
    .required()
    .label("Address")
    .messages({ "string.uri": noAddress, "string.uriCustomScheme": noAddress }),
  kinds: Joi.array()
    .items(Joi.string().valid(...eventNames))
    .unique()
    .min(1)
    .required()
    .label("Events")
    .messages({ "array.min": "Tick at least one thing that it is told of." }),
});
