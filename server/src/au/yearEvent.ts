/** An update event of Single Touch Payroll: people's year told to the agency without a payday. */
import { updateEvent } from "@zesty/core/au/documents/payEvent";
import { findBusiness } from "../ground/findBusiness.ts";
import type { FinalYear } from "../year/yearOfCountry.ts";
import { eventAgent } from "./payEvent.ts";
import { payEventXml } from "./payEventXml.ts";
import { payeesOfYear } from "./payeesOfYear.ts";

export const yearEventAu: FinalYear["event"] = (context, actor, { businessId, year, date, people, final }) => {
  const owner = findBusiness(context, businessId);
  const payees = payeesOfYear(context, businessId, year, date, people, final);
  // It is declared today, whatever year it is of.
  const today = context.clock.today(owner.timeZone);
  const agent = eventAgent(context, businessId, today);
  const says = {
    payDate: date,
    payer: { bmsId: owner.bmsId, abn: owner.abn, branch: owner.branch, name: owner.legalName, contact: owner.contact },
    ...(agent ? { agent } : {}),
    payees: payees.map((each) => each.record),
  };
  return {
    people: payees.map((each) => each.personId),
    says,
    bytes: (submissionId) =>
      payEventXml(
        updateEvent({
          submissionId,
          runAt: context.clock.now(),
          declaration: { declarer: actor.email, date: today, accepted: true },
          ...says,
        }),
      ),
  };
};
