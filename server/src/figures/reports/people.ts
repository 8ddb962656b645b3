/** Who worked here, month by month: who stood, came and left; and what changed in their facts. */
import type { AnswerRow, Question } from "@zesty/contract/figures";
import { addDays, addMonths, dateWords } from "@zesty/core/calendar/dates";
import { readLineOfTime } from "../../afterwards/lineOfTime.ts";
import type { Context } from "../../ground/context.ts";
import { everyEmployment } from "../../people/employmentOn.ts";
import { monthsBetween, type Report, type Table } from "../report.ts";
import { monthTitle } from "../titles.ts";

interface Who {
  id: number;
  name: string;
  startDate: string;
  endDate: string | null;
}

/** Employees: who is paid as a contractor is none. */
const peopleOf = ({ store }: Context, { businesses }: Question): Who[] =>
  store
    .prepared<[string], Who>(
      `SELECT p.id AS id, p.family_name || ', ' || p.given_name AS name, p.start_date AS startDate, p.end_date AS endDate
       FROM person p WHERE p.business_id IN (SELECT value FROM json_each(?))
         AND coalesce((SELECT t.basis FROM employment_terms t WHERE t.person_id = p.id ORDER BY t."from" DESC, t.id DESC LIMIT 1), '') <> 'contractor'
       ORDER BY 2, 1`,
    )
    .all(JSON.stringify(businesses));

function heads(context: Context, asked: Question): Table {
  const people = everyEmployment(context, asked.businesses, peopleOf(context, asked));
  const rows = monthsBetween(asked.from, asked.to).map((month): AnswerRow => {
    const first = `${month}-01`;
    const next = addMonths(first, 1);
    const count = (is: (who: Who) => boolean) => people.filter(is).length;
    const stood = count((who) => who.startDate < first && (who.endDate === null || who.endDate >= first));
    const came = count((who) => who.startDate >= first && who.startDate < next);
    const left = count((who) => who.endDate !== null && who.endDate >= first && who.endDate < next);
    return { key: month, title: monthTitle(month), cells: [stood, came, left, stood + came - left].map(String) };
  });
  const sum = (at: number) => String(rows.reduce((all, row) => all + Number(row.cells[at] ?? 0), 0));
  return {
    head: "month",
    columns: [
      { key: "stood", title: "At the start", unit: "count" },
      { key: "came", title: "Came", unit: "count" },
      { key: "left", title: "Left", unit: "count" },
      { key: "stand", title: "At the end", unit: "count" },
    ],
    rows,
    totals: [rows[0]?.cells[0] ?? null, sum(1), sum(2), rows.at(-1)?.cells[3] ?? null],
    notes: [],
    opens: false,
  };
}

export const headcount: Report = {
  ...{ code: "heads", words: "Headcount", group: "Leave and people", country: null, drawing: "time" },
  ...{ rows: ["month"], columns: [null], usual: { rows: "month", columns: null } },
  table: (context, _actor, asked) => heads(context, asked),
};

function changesIn(context: Context, asked: Question): Table {
  const first = `${asked.from}-01`;
  const last = addDays(addMonths(`${asked.to}-01`, 1), -1);
  const rows = peopleOf(context, asked).flatMap((who) =>
    readLineOfTime(context, who.id).lanes.flatMap((lane) =>
      lane.notches
        // What somebody began with is no change.
        .filter(({ from }) => from >= first && from <= last && from > who.startDate)
        .flatMap(({ id, from, changes }) =>
          changes.map(({ what, was, is }, at): AnswerRow & { from: string } => ({
            ...{ key: `${lane.title} ${id} ${at}`, title: who.name, to: `/people/${who.id}`, from },
            cells: [dateWords(from), what, was, is],
          })),
        ),
    ),
  );
  return {
    head: "person",
    columns: [
      { key: "from", title: "From", unit: "text" },
      { key: "what", title: "What", unit: "text" },
      { key: "was", title: "It was", unit: "text" },
      { key: "is", title: "It is", unit: "text" },
    ],
    rows: rows.sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0)).map(({ from: _from, ...row }) => row),
    totals: null,
    notes: rows.length === 0 ? ["No fact of anybody changes in these months."] : [],
    opens: false,
  };
}

export const changes: Report = {
  ...{ code: "changes", words: "Changes of people's facts", group: "Leave and people", country: null, drawing: null },
  ...{ rows: ["person"], columns: [null], usual: { rows: "person", columns: null } },
  table: (context, _actor, asked) => changesIn(context, asked),
};
