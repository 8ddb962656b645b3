/** What signing off will do, spelled out before it is done. */
import type { PayslipBy } from "@zesty/contract/people";
import type { SignOffPlan } from "@zesty/contract/signOff";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { fromE4 } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { accountNames, gatherLines } from "../ground/journalLines.ts";
import { demandYearOpen, madeFinal } from "../ground/yearClosed.ts";
import { agentOn, heldBecause, standingOn } from "../lodging/lodging.ts";
import { accountOf } from "../people/staffAccountOf.ts";
import { missingFrom } from "../row/missing.ts";
import type { DueEntry, Prepared, PreparedPay } from "../row/prepared.ts";
import { demandOpen } from "../row/runInHand.ts";
import { lastThree, places } from "../store/crypt.ts";
import { anchorOf } from "../store/trail.ts";
import { waitsFor } from "./approval.ts";
import { prepareSignOff } from "./prepareSignOff.ts";
import { paymentFileName } from "./runDocuments.ts";

const taxWords: Partial<Record<DueEntry["kind"], string>> = {
  withholding: "withheld",
  paye: "PAYE",
  childSupport: "child support",
  studentLoan: "student loan",
  kiwiSaver: "KiwiSaver, both parts",
  esct: "ESCT",
  order: "deducted by orders",
  giving: "payroll gifts",
};

export function signOffPlan(context: Context, runId: number): SignOffPlan {
  const found = demandOpen(findRun(context, runId));
  demandYearOpen(context, found.businessId, found.payday);
  const prepared = prepareSignOff(context, runId);
  const { run, funds } = prepared.loaded;
  const { business: owner, pays } = prepared;
  const dues = [...prepared.runDues, ...pays.flatMap((pay) => pay.dues)];
  const bySuper = new Map<string, SignOffPlan["super"][number]>();
  const byTax = new Map<string, SignOffPlan["taxDues"][number]>();
  for (const each of dues) {
    if (each.cents === 0) continue;
    if (each.kind === "super") {
      const fund = each.fundId === null ? "No fund set" : (funds.get(each.fundId)?.name ?? "");
      const key = `${fund} ${each.due}`;
      const found = bySuper.get(key) ?? { fund, people: 0, cents: 0, due: each.due };
      bySuper.set(key, { ...found, people: found.people + 1, cents: found.cents + each.cents });
      continue;
    }
    const words = each.payee
      ? `${each.kind === "giving" ? "given to" : "deducted for"} ${each.payee}`
      : (taxWords[each.kind] ?? each.kind);
    const found = byTax.get(words) ?? { words, cents: 0, due: each.due };
    byTax.set(words, { ...found, cents: found.cents + each.cents });
  }
  const account = owner.bankAccount
    ? (JSON.parse(context.store.crypt.open(owner.bankAccount, places.businessBank(owner.bmsId))) as { account: string })
        .account
    : null;
  const blockers = blockersOf(prepared);
  // A run without tables works nothing out: its stops are the answer, and no filing can be shown.
  const tablesMissing = prepared.rows.some((row) => row.marks.some((mark) => mark.code === "missingTable"));
  const country = context.country(owner.country).lodging;
  const final = new Set(
    madeFinal(
      context,
      pays.map((each) => each.row.row.person.id),
      payrollYearOf(owner.country, run.payday),
    ),
  );
  // A staff page that nobody has opened shows nobody anything.
  const isShut = ({ row }: PreparedPay) => accountOf(context, row.row.person.id) === undefined;
  const by = (way: PayslipBy) => pays.filter((each) => each.row.row.person.payslipBy === way);
  const shut = by("page").filter(isShut);
  return {
    people: pays.length,
    leavers: country.leavers(context, prepared),
    changesFinal: pays.filter((each) => final.has(each.row.row.person.id)).map((each) => each.slip.employee.name),
    totals: prepared.totals,
    ...blockers,
    missing: missingFrom(context, run).map(({ personId, name, why }) => ({ personId, name, why })),
    bank: {
      fileName: paymentFileName(context, owner, run),
      payments: pays.reduce((total, each) => total + each.payments.length, 0),
      cents: pays.reduce((total, each) => total + each.payments.reduce((a, b) => a + b.cents, 0), 0),
      processDate: run.payday,
      from: account ? lastThree(account) : "no account set",
    },
    ...country.plan(context, prepared, tablesMissing),
    anchor: anchorOf(context.store),
    payslips: {
      byMail: by("mail").filter((each) => each.row.row.person.email).length,
      onPage: by("page").length - shut.length,
      toPrint: by("print").length,
      without: [...by("mail").filter((each) => !each.row.row.person.email), ...shut].map(
        (each) => each.slip.employee.name,
      ),
    },
    super: [...bySuper.values()].sort((a, b) => a.due.localeCompare(b.due) || a.fund.localeCompare(b.fund)),
    taxDues: [...byTax.values()],
    leave: leaveTotals(prepared),
    journal: gatherLines(prepared.journal, accountNames(context, owner.id)).map((line) => ({
      ...line,
      name: line.accountName,
    })),
    lodging: lodgingPlan(context, owner, run.payday),
    waitsFor: waitsFor(context, runId),
    declaration: country.declaration(owner.legalName, agentOn(context, owner.id, run.payday)),
  };
}

/** Who lodges the payday, why it is not lodged, or what has to be mended before it can be. */
function lodgingPlan(context: Context, owner: Prepared["business"], payday: string): SignOffPlan["lodging"] {
  const standing = standingOn(context, owner.id, payday);
  return {
    agent: agentOn(context, owner.id, payday)?.name ?? null,
    standing: standing && { kind: standing.kind, to: standing.to, reason: standing.reason },
    held: standing ? null : heldBecause(context, owner, payday, "payday"),
  };
}

/** Stops of all rows, and how many queries nobody has ticked. */
export function blockersOf({ rows, pays }: Prepared): Pick<SignOffPlan, "blockers" | "openQueries"> {
  // A message to the agency holds no amounts below nought: the payee would be refused after the money has gone.
  const below = pays.flatMap(({ row, yearAfter }) =>
    [...yearAfter].some(([code, cents]) => code.startsWith("report:") && cents < 0)
      ? [
          {
            ...{ payId: row.row.payId, name: row.row.context.facts.name },
            text: "An amount of this payroll year would stand below nought, and the agency takes none. Take it out of later pays, or correct the pay that it was in.",
          },
        ]
      : [],
  );
  const stops = rows.flatMap((each) =>
    each.marks
      .filter((mark) => mark.kind === "stop")
      .map((mark) => ({ payId: each.row.payId, name: each.row.context.facts.name, text: mark.text })),
  );
  const blockers = [...stops, ...below];
  const openQueries = rows.reduce(
    (total, each) => total + each.marks.filter((mark) => mark.kind === "query" && !mark.ticked).length,
    0,
  );
  return { blockers, openQueries };
}

function leaveTotals({ pays, business: owner }: Prepared): SignOffPlan["leave"] {
  const totals = new Map<string, { added: number; taken: number }>();
  for (const move of pays.flatMap((each) => each.leave)) {
    const found = totals.get(move.kind) ?? { added: 0, taken: 0 };
    totals.set(
      move.kind,
      move.amountE4 > 0
        ? { ...found, added: found.added + move.amountE4 }
        : { ...found, taken: found.taken - move.amountE4 },
    );
  }
  return [...totals].map(([kind, each]) => ({
    words: leaveKindIn(owner.country, kind).words,
    unit: leaveKindIn(owner.country, kind).unit,
    added: fromE4(each.added).toFixed(2),
    taken: fromE4(each.taken).toFixed(2),
  }));
}
