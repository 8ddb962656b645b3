/** Year summaries to people by mail: each kept as it was made, and handed to the outbox like everything that leaves. */
import type { SummaryMail, SummaryMailRow } from "@zesty/contract/year";
import type { YearSummary } from "@zesty/core/documents/yearSummary";
import { keepDocument, sha256 } from "../documents/documents.ts";
import { renderYearSummary } from "../documents/renderPayslip.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { uuidOf } from "../ground/messageId.ts";
import { cannot } from "../ground/problem.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { outbox } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { summaryFile, yearSummaries } from "./summary.ts";

interface Letter {
  state: SummaryMailRow["state"];
  madeAt: string;
  count: number;
}

/** The newest letter to each person, by the name of its file: it holds the year and the person's number. */
const lettersOf = ({ store }: Context, businessId: number): Map<string, Letter> =>
  new Map(
    store
      .prepared<[number], Letter & { fileName: string }>(
        `SELECT d.file_name AS fileName, o.state, d.made_at AS madeAt, COUNT(*) OVER (PARTITION BY d.file_name) AS count
         FROM outbox o CROSS JOIN document d ON d.id = o.document_id
         WHERE o.business_id = ? AND o.channel = 'yearSummary' ORDER BY o.id`,
      )
      .all(businessId)
      .map((row) => [row.fileName, row]),
  );

const byNumber = (summaries: readonly YearSummary[]) =>
  new Map(summaries.map((each) => [each.employee.payrollId, each]));

export function readSummaryMail(context: Context, actor: Actor, businessId: number, from: string): SummaryMail {
  const letters = lettersOf(context, businessId);
  const summaries = byNumber(yearSummaries(context, actor, businessId, from));
  return {
    rows: peopleOf(context.store.db, businessId).flatMap((who): SummaryMailRow[] => {
      const summary = summaries.get(who.payrollId);
      if (!summary) return [];
      const letter = letters.get(summaryFile(summary));
      return [
        {
          ...{ personId: who.id, name: summary.employee.name, to: who.email || null },
          ...{ state: letter?.state ?? null, sentOn: letter?.madeAt.slice(0, 10) ?? null },
        },
      ];
    }),
  };
}

/** All of them or none: pages are made first, beside the thread that answers requests. */
export async function mailSummaries(
  context: Context,
  actor: Actor,
  businessId: number,
  { from, people }: { from: string; people: readonly number[] },
): Promise<void> {
  const owner = findBusiness(context, businessId);
  const summaries = byNumber(yearSummaries(context, actor, businessId, from));
  const chosen = peopleOf(context.store.db, businessId).filter((each) => people.includes(each.id));
  const letters = chosen.map((who) => {
    const summary = summaries.get(who.payrollId);
    const name = `${who.givenName} ${who.familyName}`;
    if (!summary) throw cannot("no-summary", `${name} has nothing to report in that year.`);
    if (!who.email) throw cannot("no-address", `${name} has no e-mail address.`, { mend: `/people/${who.id}` });
    return { summary, to: who.email };
  });
  if (letters.length === 0) throw cannot("nobody", "Nobody is chosen: tick who gets the summary.");
  const made = await Promise.all(
    letters.map(async ({ summary, to }) => ({ summary, to, bytes: await renderYearSummary(summary) })),
  );
  const sent = lettersOf(context, businessId);
  context.store.transaction(() => {
    for (const { summary, to, bytes } of made) {
      const fileName = summaryFile(summary);
      const documentId = keepDocument(context, {
        ...{ runId: null, payId: null, kind: "yearSummary", mime: "application/pdf", fileName, bytes },
      });
      const says = sha256(Buffer.from(JSON.stringify(summary)));
      context.store.db
        .insert(outbox)
        .values({
          ...{ businessId, channel: "yearSummary", documentId, recipient: to, state: "queued", tries: 0, nextAt: 0 },
          messageId: uuidOf(JSON.stringify([owner.bmsId, fileName, sent.get(fileName)?.count ?? 0, says])),
        })
        .run();
    }
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId },
      what: "mailed year summaries",
      about: `${made[0]?.summary.year}, ${made.length} ${made.length === 1 ? "person" : "people"}`,
    });
  });
  context.wakeOutbox();
}
