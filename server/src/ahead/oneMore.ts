/** Somebody who is not here yet: made with the facts of a person whom they are like, from the day they would start. */
import type { AheadChange } from "@zesty/contract/ahead";
import type { Actor, Context } from "../ground/context.ts";
import { employmentOf } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { datedRecords } from "../store/dated.ts";
import { person } from "../store/schema.ts";
import { ofHours } from "./ofHours.ts";

/** Facts that say how somebody is paid; accounts and what others are owed of the pay are a person's own. */
const copied = [
  ...["employment_terms", "usual_pay", "time_terms", "leave_terms", "tax_declaration", "super_choice"],
  ...["tax_code", "kiwi_saver", "holiday_terms"],
];

export function addLike(context: Context, actor: Actor, like: typeof person.$inferSelect, change: AheadChange): number {
  const { store } = context;
  const { id: _id, payrollId: _payroll, endDate: _end, ...rest } = like;
  const { id } = store.db
    .insert(person)
    .values({
      ...rest,
      payrollId: `ahead ${nextOf(context)}`,
      startDate: change.from,
      endDate: null,
      email: null,
      phone: null,
    })
    .returning({ id: person.id })
    .get();
  for (const table of copied) {
    const columns = store.sqlite
      .prepare<[string], { name: string }>("SELECT name FROM pragma_table_info(?)")
      .all(table)
      .map(({ name }) => name)
      .filter((name) => !["id", "person_id", "from"].includes(name))
      .map((name) => `"${name}"`)
      .join(", ");
    store.sqlite
      .prepare<[number, string, number, string]>(
        `INSERT INTO ${table} (person_id, "from", ${columns}) SELECT ?, ?, ${columns} FROM ${table}
         WHERE person_id = ? AND "from" <= max(?, (SELECT MIN("from") FROM ${table} o WHERE o.person_id = ${table}.person_id))
         ORDER BY "from" DESC, id DESC LIMIT 1`,
      )
      .run(id, change.from, like.id, change.from);
  }
  if (change.weekly !== "") {
    const held = datedRecords(store.db, [id], change.from).terms.get(id);
    if (held) {
      const terms = employmentOf(held);
      saveSection(context, actor, id, "employment", { ...terms, ...ofHours(terms, change.weekly), from: change.from });
    }
  }
  return id;
}

const nextOf = ({ store }: Pick<Context, "store">): number =>
  store.prepared<[], { id: number }>("SELECT coalesce(MAX(id), 0) + 1 AS id FROM person").get()?.id ?? 0;
