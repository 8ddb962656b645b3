/** What staff asked for and nobody has answered: leave, and accounts that wait to be looked at; a line a business. */
import type { ToDo } from "@zesty/contract/desk";
import type { Context } from "../ground/context.ts";

interface Asked {
  businessId: number;
  kind: "leave" | "account";
  count: number;
  /** the first to begin, or the one person whose it is */
  first: string;
  personId: number;
}

/** @param day today; a request whose leave has begun is late */
export function askedByStaff({ store }: Context, day: string, owners: readonly { id: number; name: string }[]): ToDo[] {
  const names = new Map(owners.map((each) => [each.id, each.name]));
  return store
    .prepared<[{ ids: string }], Asked>(
      `SELECT q.business_id AS businessId, 'leave' AS kind, COUNT(*) AS count, MIN(q.first) AS first, MIN(q.person_id) AS personId
       FROM leave_request q WHERE q.business_id IN (SELECT value FROM json_each(@ids))
         AND NOT EXISTS (SELECT 1 FROM leave_answer a WHERE a.request_id = q.id)
       GROUP BY q.business_id
       UNION ALL
       SELECT p.business_id, 'account', COUNT(*), MIN(substr(c.at, 1, 10)), MIN(p.id)
       FROM staff_change c JOIN person p ON p.id = c.person_id
       WHERE c.state = 'waiting' AND p.business_id IN (SELECT value FROM json_each(@ids))
       GROUP BY p.business_id`,
    )
    .all({ ids: JSON.stringify([...names.keys()]) })
    .map(({ businessId, kind, count, first, personId }): ToDo => {
      const at = { businessId, business: names.get(businessId) ?? "", kind: "mend" as const };
      if (kind === "leave")
        return {
          ...at,
          date: first < day ? day : first,
          words: count === 1 ? "A request for leave to answer" : `${count} requests for leave to answer`,
          late: first < day,
          link: "/time/leave",
        };
      return {
        ...at,
        date: day,
        words:
          count === 1
            ? "A changed bank account to look at before it is paid to"
            : `${count} changed bank accounts to look at before they are paid to`,
        late: false,
        link: count === 1 ? `/people/${personId}` : "/people",
      };
    });
}
