/** Who lodges and whether it may; and what a deferral that is over left to be reported. */
import { takenStates } from "@zesty/contract/outboxStates";
import type { MissingFact } from "@zesty/contract/readiness";
import { signedStates } from "@zesty/contract/runStates";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import { agentOn, heldBecause, standingOn, standingsOf } from "../lodging/lodging.ts";
import { channelOf } from "../lodging/saveLodging.ts";
import type { business } from "../store/schema.ts";
import { sqlList } from "../store/sqlList.ts";
import { tellBeforeDays } from "./words.ts";

export function lodgingPart(context: Context, owner: typeof business.$inferSelect) {
  const today = context.clock.today(owner.timeZone);
  const standings = standingsOf(context, owner.id);
  const missing = [
    ...(standingOn(context, owner.id, today) ? [] : agentMissing(context, owner, today)),
    ...channelMissing(context, owner.id, today),
    ...standings.flatMap((each): MissingFact[] => {
      const paydays =
        each.kind === "deferred" && each.to !== null && each.to < today
          ? unreported(context, owner.id, each.from, each.to)
          : 0;
      return paydays === 0
        ? []
        : [
            {
              who: `Deferred to ${dateWords(each.to ?? "")}`,
              what: `${paydays === 1 ? "One payday" : `${paydays} paydays`} to report: bring the year up to date`,
              blocks: "the agency does not know of them",
              from: addDays(each.to ?? "", 1),
              ...{ stops: true, link: "/year" },
            },
          ];
    }),
  ];
  const total = 1 + standings.length;
  return { total, complete: total - new Set(missing.map((each) => each.who)).size, missing };
}

/** A credential is asked for anew before it ends; the agency has to know the software before the first message. */
function channelMissing(context: Context, businessId: number, today: string): MissingFact[] {
  const channel = channelOf(context, businessId);
  if (!channel) return [];
  const { holder, expires, softwareToldOn } = channel;
  const ask = (what: string, blocks: string, from: string, stops: boolean): MissingFact => ({
    ...{ who: `Credential of ${holder}`, what, blocks, from, stops, link: "/set-up#lodging" },
  });
  return [
    ...(expires <= addDays(today, tellBeforeDays)
      ? [
          ask(
            `It ${expires < today ? "ended" : "ends"} on ${dateWords(expires)}: renew it`,
            "nothing is taken that goes out after it",
            addDays(expires, 1),
            expires < today,
          ),
        ]
      : []),
    ...(softwareToldOn === null
      ? [ask("The agency was not told of the software", "it refuses what comes from it", today, true)]
      : []),
  ];
}

function agentMissing(context: Context, owner: typeof business.$inferSelect, today: string): MissingFact[] {
  const agent = agentOn(context, owner.id, today);
  if (!agent) return [];
  const { words } = context.country(owner.country).setUp.lodger;
  const ask = (what: string, blocks: string, from: string | null): MissingFact => ({
    ...{ who: agent.name, what, blocks, from, stops: true, link: "/set-up#lodging" },
  });
  const soon = heldBecause(context, owner, addDays(today, tellBeforeDays), "payday");
  return [
    ...(heldBecause(context, owner, today, "payday")
      ? [ask("Authority to lodge", "no payday can be signed off", today)]
      : soon && agent.to
        ? [
            ask(
              `New authority: this one ends on ${dateWords(agent.to)}`,
              "no payday after it can be signed off",
              addDays(agent.to, 1),
            ),
          ]
        : []),
    ...(agent.nominatedOn === null
      ? [ask(`Told to the agency as ${words}`, "the agency refuses what it sends", today)]
      : []),
  ];
}

/** Signed paydays of a time without lodging that no event since then speaks of. */
const unreported = ({ store }: Context, businessId: number, from: string, to: string): number =>
  store
    .prepared<[number, string, string, number, string], { count: number }>(
      `SELECT COUNT(*) AS count FROM pay_run r
       WHERE r.business_id = ? AND r.payday BETWEEN ? AND ? AND r.state IN (${sqlList(signedStates)})
         AND NOT EXISTS (SELECT 1 FROM outbox o WHERE o.run_id = r.id AND o.channel = 'payEvent')
         AND NOT EXISTS (SELECT 1 FROM outbox o LEFT JOIN pay_run n ON n.id = o.run_id
           LEFT JOIN year_event y ON y.outbox_id = o.id
           WHERE o.business_id = ? AND o.channel = 'payEvent' AND o.state IN (${sqlList(takenStates)})
             AND coalesce(n.payday, y.date) > ?)`,
    )
    .get(businessId, from, to, businessId, to)?.count ?? 0;
