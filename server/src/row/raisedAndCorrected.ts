/** A pay that is corrected, and paid a raise back for, by acts of one open run: neither counts what the other does. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";

/** @returns by person, the payday of such a pay */
export const raisedAndCorrected = ({ store }: Context, runId: number): Map<number, IsoDate> =>
  new Map(
    store
      .prepared<[number], { personId: number; payday: IsoDate }>(
        `SELECT c.person_id AS personId, s.payday AS payday
         FROM act c JOIN signed_pay s ON s.pay_id = c.corrects_pay_id AND s.kind = 'pay'
           JOIN act b ON b.run_id = c.run_id AND b.person_id = c.person_id AND b.kind <> 'correction' AND b.undone_at IS NULL
         WHERE c.run_id = ? AND c.kind = 'correction' AND c.undone_at IS NULL
           AND EXISTS (SELECT 1 FROM json_each(b.owed) o WHERE json_extract(o.value, '$.signedPayId') = s.id)`,
      )
      .all(runId)
      .map((row) => [row.personId, row.payday]),
  );
