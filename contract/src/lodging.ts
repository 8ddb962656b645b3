/** Who lodges for a business, by which authority, and whether it lodges at all just now. */
import { type Authority, type Lodged, lastDayOfAuthority } from "@zesty/core/documents/authority";
import { isIrd } from "@zesty/core/nz/irdNumber";
import Joi from "joi";
import { abn, checked, date, name } from "./fields.ts";

/** A registered agent in Australia, an intermediary in New Zealand. */
export interface Agent extends Authority {
  name: string;
  /** Australia: its ABN and the number that it is registered under; empty in New Zealand */
  abn: string;
  number: string;
  /** New Zealand: its IRD number; empty in Australia */
  ird: string;
  contact: { name: string; phone: string; email: string };
  /** when the payer told the agency that this agent lodges for it; null: not yet */
  nominatedOn: string | null;
}

export interface NewSender {
  /** paydays from this day on */
  from: string;
  /** null: the employer lodges itself */
  agent: Agent | null;
}

export interface NewStanding {
  kind: "deferred" | "exempt";
  from: string;
  /** last payday of it, which a deferral always has; null: until it is ended */
  to: string | null;
  reason: string;
  /** the agency's own, which a deferral always has */
  reference: string;
}
export interface StandingView extends NewStanding {
  id: number;
}

/** The machine credential under which messages go out, and whether the agency was told of the software. */
export interface NewLodgingChannel {
  holder: string;
  expires: string;
  softwareToldOn: string | null;
}

export interface LodgingView {
  /** newest first; before the first of them the employer lodges */
  senders: (NewSender & { id: number; by: string; at: string })[];
  standings: StandingView[];
  /** as it was recorded last; null where nothing was said */
  channel: NewLodgingChannel | null;
  /** whoever may change who lodges */
  mayChange: boolean;
}

const optionalDate = () => date().empty("").allow(null).default(null);
const contact = Joi.object<Agent["contact"]>({
  name: name().required().label("Contact's name"),
  phone: name(16).required().label("Contact's telephone"),
  email: Joi.string().trim().email({ tlds: false }).max(200).required().label("Contact's e-mail"),
});
const covers = Joi.array()
  .items(Joi.string<Lodged>().valid("payday", "year"))
  .min(1)
  .required()
  .label("What it covers");
const shared = {
  name: name().required().label("Agent's name"),
  contact: contact.required(),
  signedOn: date().required().label("Authority signed on"),
  covers,
  nominatedOn: optionalDate().label("Told to the agency on"),
};
const senderOf = (agent: Joi.ObjectSchema<Agent>) =>
  Joi.object<NewSender>({
    from: date().required().label("From payday"),
    agent: agent.allow(null).required().label("Agent"),
  });

/** Australia: a standing authority has a last day, twelve months on at most. */
export const senderAu = senderOf(
  Joi.object<Agent>({
    ...shared,
    abn: abn().required().label("Agent's ABN"),
    number: checked(
      (text) => /^\d{8}$/.test(text),
      "has eight digits, as 12345678. Compare it with the public register.",
    )
      .required()
      .label("Registered agent number"),
    ird: Joi.valid("").default(""),
    to: date()
      .required()
      .label("Authority's last day")
      .custom((value: string, helpers) => {
        const { signedOn } = helpers.state.ancestors[0] as { signedOn: string };
        if (value < signedOn)
          return helpers.message({ custom: "{{#label}} lies before its first. Write the day on which it ends." });
        const last = lastDayOfAuthority(signedOn);
        return value <= last
          ? value
          : helpers.message({
              custom: `{{#label}} is more than twelve months after its signature. Write ${last} at the latest, and have it signed anew each year.`,
            });
      }),
  }),
);

/** New Zealand: an intermediary files until it is unlinked. */
export const senderNz = senderOf(
  Joi.object<Agent>({
    ...shared,
    ird: checked(isIrd, "does not pass the check of an IRD number. Compare its digits.")
      .required()
      .label("Intermediary's IRD number"),
    ...{ abn: Joi.valid("").default(""), number: Joi.valid("").default("") },
    to: optionalDate().label("Authority's last day"),
  }),
);

export const newLodgingChannel = Joi.object<NewLodgingChannel>({
  holder: name().required().label("Credential held by"),
  expires: date().required().label("Credential ends on"),
  softwareToldOn: optionalDate().label("Software named to the agency on"),
});

export const newStanding = Joi.object<NewStanding>({
  kind: Joi.string().valid("deferred", "exempt").required().label("Standing"),
  from: date().required().label("First payday"),
  to: optionalDate().label("Last payday"),
  reason: name(200).required().label("Reason"),
  reference: Joi.string().trim().allow("").max(60).default("").label("The agency's reference"),
});
export const toldAgency = Joi.object<{ on: string }>({ on: date().required().label("Told to the agency on") });
export const endStanding = Joi.object<{ on: string }>({ on: date().required().label("Last payday") });
