/** What signing off will do, spelled out before it is done. */
import type { SignOffPlan } from "@zesty/contract/runs";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../context.ts";
import { lastThree } from "../store/crypt.ts";
import { accountNames, gatherLines } from "./journalLines.ts";
import { type Prepared, prepareSignOff } from "./prepareSignOff.ts";
import { payerTotals, reported, runName } from "./runDocuments.ts";
import { findRun } from "./runRows.ts";
import { demandOpen } from "./saveRows.ts";

export const declarationText = (name: string) =>
  `I am authorised to make this declaration for ${name}, and what is reported in this pay event is true and correct.`;

export function signOffPlan(context: Context, runId: number): SignOffPlan {
  demandOpen(findRun(context, runId));
  const prepared = prepareSignOff(context, runId);
  const { run, funds } = prepared.loaded;
  const { business: owner, pays } = prepared;
  const bySuper = new Map<string, SignOffPlan["super"][number]>();
  for (const each of pays.flatMap((pay) => pay.contributions)) {
    if (each.cents === 0) continue;
    const fund = each.fundId === null ? "No fund set" : (funds.get(each.fundId)?.name ?? "");
    const key = `${fund} ${each.due}`;
    const found = bySuper.get(key) ?? { fund, people: 0, cents: 0, due: each.due };
    bySuper.set(key, { ...found, people: found.people + 1, cents: found.cents + each.cents });
  }
  const account = owner.bankAccount
    ? (JSON.parse(context.store.crypt.open(owner.bankAccount)) as { account: string }).account
    : null;
  const totals = payerTotals(prepared);
  return {
    people: pays.length,
    totals: prepared.totals,
    ...blockersOf(prepared),
    bank: {
      fileName: `${runName(owner, run)}.aba`,
      payments: pays.reduce((total, each) => total + each.payments.length, 0),
      cents: pays.reduce((total, each) => total + each.payments.reduce((a, b) => a + b.cents, 0), 0),
      processDate: run.payday,
      from: account ? lastThree(account) : "no account set",
    },
    payEvent: { people: reported(prepared).length, ...totals, payday: run.payday },
    payslips: {
      byMail: pays.filter((each) => each.row.row.person.email).length,
      without: pays.filter((each) => !each.row.row.person.email).map((each) => each.slip.employee.name),
    },
    super: [...bySuper.values()].sort((a, b) => a.due.localeCompare(b.due) || a.fund.localeCompare(b.fund)),
    withholding: prepared.withholding,
    leave: leaveTotals(prepared),
    journal: gatherLines(prepared.journal, accountNames(context, owner.id)).map((line) => ({
      ...line,
      name: line.accountName,
    })),
    declaration: declarationText(owner.legalName),
  };
}

/** Stops of all rows, and how many queries nobody has ticked. */
export function blockersOf({ rows }: Prepared): Pick<SignOffPlan, "blockers" | "openQueries"> {
  const blockers = rows.flatMap((each) =>
    each.marks
      .filter((mark) => mark.kind === "stop")
      .map((mark) => ({ payId: each.row.payId, name: each.row.context.facts.name, text: mark.text })),
  );
  const openQueries = rows.reduce(
    (total, each) => total + each.marks.filter((mark) => mark.kind === "query" && !mark.ticked).length,
    0,
  );
  return { blockers, openQueries };
}

function leaveTotals({ pays }: Prepared): SignOffPlan["leave"] {
  const totals = new Map<string, { accrued: number; taken: number }>();
  for (const move of pays.flatMap((each) => each.leave)) {
    const found = totals.get(move.kind) ?? { accrued: 0, taken: 0 };
    totals.set(move.kind, { accrued: found.accrued + move.accruedE4, taken: found.taken + move.takenE4 });
  }
  return [...totals].map(([kind, each]) => ({
    kind,
    accrued: fromE4(each.accrued).toFixed(2),
    taken: fromE4(each.taken).toFixed(2),
  }));
}
