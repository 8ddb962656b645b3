/** Who may do what: users of the practice with their rights in each business, as they stand today. */
import type { AnswerRow, Question } from "@zesty/contract/figures";
import type { Context } from "../../ground/context.ts";
import type { Report, Table } from "../report.ts";

const words: Record<string, string> = {
  ...{ hours: "hours and leave only", see: "sees", prepare: "prepares runs" },
  authorise: "prepares and authorises",
};

interface Row {
  id: number;
  name: string;
  email: string;
  lead: number;
  right: string | null;
  approves: number | null;
  business: string | null;
}

function table({ store }: Context, { businesses }: Question): Table {
  const rows = store
    .prepared<[string], Row>(
      `SELECT u.id AS id, u.name AS name, u.email AS email, u.lead AS lead, r.right AS right, r.approves AS approves, b.name AS business
       FROM user u LEFT JOIN user_right r ON r.user_id = u.id AND u.lead = 0 AND r.business_id IN (SELECT value FROM json_each(?))
         LEFT JOIN business b ON b.id = r.business_id
       WHERE u.active = 1 AND (u.lead = 1 OR r.right IS NOT NULL) ORDER BY u.name, b.name`,
    )
    .all(JSON.stringify(businesses));
  return {
    head: "person",
    columns: [
      { key: "email", title: "E-mail", unit: "text" },
      { key: "business", title: "Business", unit: "text" },
      { key: "right", title: "May", unit: "text" },
      { key: "approves", title: "Approves hours and leave", unit: "text" },
    ],
    rows: rows.map(
      (row): AnswerRow => ({
        ...{ key: `${row.id} ${row.business ?? ""}`, title: row.name, to: "/set-up/users" },
        cells: row.lead
          ? [row.email, "every business", "practice lead", "yes"]
          : [row.email, row.business, words[row.right ?? ""] ?? row.right, row.approves ? "yes" : "no"],
      }),
    ),
    totals: null,
    notes: [],
    opens: false,
  };
}

export const rights: Report = {
  ...{
    code: "rights",
    words: "Who may do what",
    group: "Leave and people",
    country: null,
    drawing: null,
    leadOnly: true,
  },
  ...{ rows: ["person"], columns: [null], usual: { rows: "person", columns: null } },
  table: (context, _actor, asked) => table(context, asked),
};
