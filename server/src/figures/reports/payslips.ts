/** Payslips by person: how many there were, by which way they went, and who has neither had nor opened them. */

import type { AnswerRow, Question } from "@zesty/contract/figures";
import { takenStates } from "@zesty/contract/outboxStates";
import { addDays, addMonths } from "@zesty/core/calendar/dates";
import type { Context } from "../../ground/context.ts";
import { sqlList } from "../../store/sqlList.ts";
import type { Report, Table } from "../report.ts";

interface Had {
  id: number;
  name: string;
  pays: number;
  mailed: number;
  opened: number;
  printed: number;
  neither: number;
}

/** A pay of somebody who has it on paper counts as had; by mail once it was handed over; on the page once it was opened. */
function hadBy({ store }: Context, { businesses, from, to }: Question): Had[] {
  const last = addDays(addMonths(`${to}-01`, 1), -1);
  return store
    .prepared<[string, string, string], Had>(
      `WITH pays AS (
         SELECT s.person_id AS personId, s.pay_id AS payId, s.payday AS payday FROM signed_pay s
         JOIN person p ON p.id = s.person_id JOIN pay_run r ON r.id = s.run_id
         WHERE p.business_id IN (SELECT value FROM json_each(?)) AND s.payday BETWEEN ? AND ? AND s.kind = 'pay'
           AND r.state NOT IN ('open', 'takenBack')),
       ways AS (
         SELECT w.personId, p.family_name || ', ' || p.given_name AS name,
           EXISTS (SELECT 1 FROM outbox o WHERE o.pay_id = w.payId AND o.channel = 'payslip' AND o.state IN (${sqlList(takenStates)})) AS mailed,
           EXISTS (SELECT 1 FROM staff_link l JOIN audit a ON a.user_id = l.user_id AND a.business_id = p.business_id
             WHERE l.person_id = w.personId AND a.what IN ('looked at the own payslip', 'took the own payslip')
               AND a.about = w.payday) AS opened,
           p.payslip_by = 'print' AS printed
         FROM pays w JOIN person p ON p.id = w.personId)
       SELECT personId AS id, name, COUNT(*) AS pays, SUM(mailed) AS mailed, SUM(opened) AS opened, SUM(printed) AS printed,
         SUM(NOT mailed AND NOT opened AND NOT printed) AS neither
       FROM ways GROUP BY 1 ORDER BY neither = 0, name, 1`,
    )
    .all(JSON.stringify(businesses), `${from}-01`, last);
}

function table(context: Context, asked: Question): Table {
  const all = hadBy(context, asked);
  const counts = ["pays", "mailed", "opened", "printed", "neither"] as const;
  const rows = all.map(
    (each): AnswerRow => ({
      ...{ key: String(each.id), title: each.name, to: `/people/${each.id}` },
      cells: counts.map((name) => String(each[name])),
    }),
  );
  const without = all.filter((each) => each.neither > 0).length;
  return {
    head: "person",
    columns: [
      { key: "pays", title: "Payslips", unit: "count" },
      { key: "mailed", title: "Mailed", unit: "count" },
      { key: "opened", title: "Opened on the page", unit: "count" },
      { key: "printed", title: "On paper", unit: "count" },
      { key: "neither", title: "Not had", unit: "count" },
    ],
    rows,
    totals: rows.length > 1 ? counts.map((name) => String(all.reduce((sum, each) => sum + each[name], 0))) : null,
    notes:
      rows.length === 0
        ? ["No pay was signed off for a payday in these months."]
        : without === 0
          ? ["Everybody has had theirs."]
          : ["A payslip counts as had once it was mailed, opened on the person's page, or goes on paper."],
    opens: false,
  };
}

export const payslips: Report = {
  ...{ code: "payslips", words: "Payslips had and opened", group: "Leave and people", country: null, drawing: null },
  ...{ rows: ["person"], columns: [null], usual: { rows: "person", columns: null } },
  table: (context, _actor, asked) => table(context, asked),
};
