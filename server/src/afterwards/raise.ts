/** A raise for several people from one day: looked at beforehand, then done for all of them or for none. */

import type { Employment } from "@zesty/contract/people";
import type { RaisePlan, RaiseRow, RaiseWanted } from "@zesty/contract/raise";
import { dateWords } from "@zesty/core/calendar/dates";
import type { RateThen } from "@zesty/core/pay/backPay";
import { raised } from "@zesty/core/pay/raise";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { dollars } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { stampOf } from "../http/seen.ts";
import { laterChanges } from "../people/laterChanges.ts";
import { cycleNames, peopleOf } from "../people/peopleOf.ts";
import { employmentOf } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { datedRecords } from "../store/dated.ts";
import { employmentTerms } from "../store/schema.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";
import { planBackPay, putBackPay } from "./backPay.ts";

interface Case {
  row: RaiseRow;
  /** null where there is nothing to raise */
  terms: (Employment & { from: string }) | null;
}

const shown = ({ salary, hourlyRate }: RateThen): string | null =>
  salary !== null ? `${dollars(decimal(salary))} a year` : hourlyRate === null ? null : `$${hourlyRate} an hour`;

/** @param only these people; all of the business when left out */
export function casesOf(
  context: Context,
  businessId: number,
  { from, by, value }: RaiseWanted,
  only?: ReadonlySet<number>,
): Map<number, Case> {
  const { db } = context.store;
  const people = peopleOf(db, businessId).filter(
    (each) => (each.endDate === null || each.endDate >= from) && (only?.has(each.id) ?? true),
  );
  const ids = people.map((each) => each.id);
  const { terms } = datedRecords(db, ids, from);
  const cycles = cycleNames(db, businessId);
  const later = laterChanges(context, employmentTerms, ids, from);
  return new Map(
    people.map((each): [number, Case] => {
      const row = terms.get(each.id);
      const held = row ? employmentOf(row) : null;
      // A salary gives the rate: the raise is of what was agreed.
      const agreed = held && { hourlyRate: held.salary ? null : held.hourlyRate, salary: held.salary ?? null };
      const next = held && agreed ? raised(agreed, held.weeklyHours, { by, value }) : null;
      const coming = later.get(each.id);
      return [
        each.id,
        {
          terms: held && next ? { ...held, ...next.is, from } : null,
          row: {
            personId: each.id,
            name: `${each.givenName} ${each.familyName}`,
            basis: held?.basis ?? "",
            cycle: cycles.get(held?.cycleId ?? 0) ?? "",
            was: agreed && shown(agreed),
            is: next && shown(next.is),
            yearly: next?.yearly?.toFixed(2) ?? null,
            backPay: null,
            note: !held
              ? `Starts on ${dateWords(each.startDate)}, after the raise: change that first.`
              : !next
                ? "Neither a rate nor a salary."
                : coming
                  ? `Another change stands from ${dateWords(coming)}: the raise holds until then.`
                  : null,
          },
        },
      ];
    }),
  );
}

export function planRaise(context: Context, actor: Actor, businessId: number, wanted: RaiseWanted): RaisePlan {
  const chosen = new Set(wanted.people);
  const rows = [...casesOf(context, businessId, wanted).values()].map(({ row, terms }): RaiseRow => {
    if (!terms || !chosen.has(row.personId)) return row;
    const { total } = planBackPay(context, actor, row.personId, { section: "employment", values: terms });
    return { ...row, backPay: decimal(total).gt(0) ? total : null };
  });
  const total = (of: "yearly" | "backPay") =>
    sum(rows.map((row) => decimal((chosen.has(row.personId) && row[of]) || "0"))).toFixed(2);
  return { rows, yearly: total("yearly"), backPay: total("backPay"), stamp: raiseStamp(context, businessId, wanted) };
}

/** What the chosen have on that day and would have. */
export const raiseStamp = (context: Context, businessId: number, wanted: RaiseWanted): string => {
  const cases = casesOf(context, businessId, wanted);
  return stampOf([...wanted.people].sort((a, b) => a - b).map((id) => [id, cases.get(id)?.terms ?? null]));
};

/** @returns the runs that pay what signed pays miss */
export function raise(context: Context, actor: Actor, businessId: number, wanted: RaiseWanted): { runIds: number[] } {
  return context.store.transaction(() => {
    const cases = casesOf(context, businessId, wanted);
    const runIds = new Set<number>();
    if (wanted.people.length === 0) throw refused("Nobody is chosen: tick who gets the raise.");
    if (decimal(wanted.value).isZero()) throw refused("A raise of nothing changes nothing.", "value");
    for (const id of wanted.people) {
      const found = cases.get(id);
      if (!found) throw refused("Somebody who is chosen is not employed here on that day. Look at the list anew.");
      const { row, terms } = found;
      if (!terms) throw refused(`${row.name} cannot be raised: ${row.note ?? ""} Remove the tick.`);
      const owed = wanted.payBack
        ? decimal(planBackPay(context, actor, id, { section: "employment", values: terms }).total)
        : decimal(0);
      if (owed.gt(0)) runIds.add(putBackPay(context, actor, id, { section: "employment", values: terms }));
      else saveSection(context, actor, id, "employment", terms);
    }
    refreshTimeInRuns(context, businessId, wanted.people);
    return { runIds: [...runIds] };
  });
}

const refused = (text: string, path = "people") =>
  cannot("raise", `${text} Nothing was changed.`, { errors: [{ path, text }] });
