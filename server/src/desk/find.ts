/**
 * Finds what words name: people, pays by person and month, runs, journals, dues, amounts, numbers and entries of the trail,
 * over all businesses that somebody sees. Words may stand in any order: "payslip hazel may", "super due saltbush",
 * "1,032.08", "tfn 782".
 */
import type { Found } from "@zesty/contract/find";
import { dateWords } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, dollars } from "@zesty/core/quantity/units";
import { payeeWords } from "../dues/readDues.ts";
import type { Actor, Context } from "../ground/context.ts";
import {
  duesOf,
  entriesOf,
  journalsOf,
  type PayFound,
  paysOf,
  paysOfAmount,
  peopleOf,
  peopleOfNumber,
  runsOf,
} from "./findRows.ts";
import { plain, readWords, startsWithMonth } from "./findWords.ts";

interface Business {
  id: number;
  name: string;
}
/** Every word begins a word of the name. */
const fits = (name: string, words: readonly string[]): boolean => {
  const parts = plain(name).split(/[^\p{L}\p{N}]+/u);
  return words.every((word) => parts.some((part) => part.startsWith(plain(word))));
};

function seenBy({ store }: Context, actor: Actor): Business[] {
  const own = actor.lead
    ? ""
    : "AND b.id IN (SELECT business_id FROM user_right WHERE user_id = ? AND right <> 'hours')";
  return store
    .prepared<number[], Business>(
      `SELECT b.id AS id, b.name AS name FROM business b WHERE b.play IS NOT 'putAway' ${own} ORDER BY b.name`,
    )
    .all(...(actor.lead ? [] : [actor.userId]));
}

/** @param most so many of each kind are looked up */
export function find(context: Context, actor: Actor, text: string, most = 8): Found[] {
  const asked = readWords(text);
  const businesses = seenBy(context, actor);
  const nameOf = new Map(businesses.map((each) => [each.id, each.name]));
  // Words that name a business narrow everything to it; those that are left name people.
  const named = businesses.filter((each) => asked.names.some((word) => word.length >= 3 && fits(each.name, [word])));
  const rest = asked.names.filter((word) => !named.some((each) => fits(each.name, [word])));
  const withoutMonth = rest.filter((word) => asked.month === null || !startsWithMonth(word));
  const within = named.length > 0 ? named : businesses;
  const ids = JSON.stringify(within.map((each) => each.id));
  const people = [...new Set([rest, withoutMonth])].flatMap((words) =>
    words.length === 0 ? [] : peopleOf(context, ids, words, most),
  );
  const about = (businessId: number, more = ""): string =>
    [nameOf.get(businessId) ?? "", more].filter(Boolean).join(", ");
  const found: Found[] = [];
  const add = (each: Found) => {
    if (!found.some((other) => other.to === each.to && other.title === each.title)) found.push(each);
  };
  const asPay = ({ businessId, runId, payId, name, payday, net }: PayFound): Found => ({
    ...{ kind: "Pay", businessId, to: `/run/${runId}?pay=${payId}`, about: about(businessId) },
    title: `${name}, ${dateWords(payday)}: ${dollars(decimal(centsText(net)))} net`,
  });
  const digits = asked.kinds.has("number") ? asked.words.find((word) => /^\d{3}$/.test(word)) : undefined;
  if (digits)
    for (const { id, name, businessId } of peopleOfNumber(context, ids, digits).slice(0, most))
      add({
        kind: "Person",
        title: name,
        about: about(businessId, `number ends in ${digits}`),
        businessId,
        to: `/people/${id}`,
      });
  const wantsPay = asked.kinds.has("pay") || asked.month !== null || asked.year !== null || asked.cents !== null;
  if (people.length > 0 && wantsPay)
    for (const pay of paysOf(context, people.slice(0, 5), asked, most)) add(asPay(pay));
  for (const { id, name, businessId } of people.slice(0, most))
    add({ kind: "Person", title: name, about: about(businessId), businessId, to: `/people/${id}` });
  const isNobody = rest.length > 0 && people.length === 0;
  if (!isNobody && asked.cents !== null)
    for (const pay of paysOfAmount(context, ids, asked.cents, most)) add(asPay(pay));
  if (asked.kinds.has("due") || (asked.cents !== null && !isNobody))
    for (const due of duesOf(context, ids, asked, most))
      add({
        ...{ kind: "Due", businessId: due.businessId, to: "/dues" },
        title: `${payeeWords(due.kind as never, due.fund, due.payee)}: ${dollars(decimal(centsText(due.cents)))}, due ${dateWords(due.dueDate)}`,
        about: about(due.businessId),
      });
  const wantsRun =
    asked.kinds.has("run") ||
    asked.number !== null ||
    (named.length > 0 && people.length === 0 && asked.kinds.size === 0) ||
    asked.day !== null;
  if (wantsRun && withoutMonth.length === 0)
    for (const run of runsOf(context, ids, asked, most))
      add({
        ...{ kind: "Run", businessId: run.businessId, to: `/run/${run.id}` },
        title: `Run ${run.number}, payday ${dateWords(run.payday)}${run.state === "open" ? ", open" : ""}`,
        about: about(run.businessId),
      });
  if (asked.kinds.has("journal") || asked.number !== null)
    for (const journal of journalsOf(context, ids, asked, most))
      add({
        ...{ kind: "Journal", businessId: journal.businessId, to: `/books/${journal.id}` },
        title: `Journal ${journal.reference}, ${dateWords(journal.date)}`,
        about: about(journal.businessId, journal.description),
      });
  // The trail is the lead's.
  if (actor.lead && asked.kinds.has("entry"))
    for (const entry of entriesOf(context, asked, most))
      add({
        ...{ kind: "Entry", businessId: entry.businessId ?? within[0]?.id ?? 0 },
        title: `${entry.what}: ${entry.about}`,
        about: about(entry.businessId ?? 0, dateWords(entry.at.slice(0, 10))),
        to: `/set-up/trail?words=${encodeURIComponent(entry.about)}`,
      });
  return found;
}
