/** A payslip on a phone: tap a figure and it says why. */
import type { OwnContribution } from "@zesty/contract/dues";
import type { StaffPage } from "@zesty/contract/staff";
import type { Payslip } from "@zesty/core/au/documents/payslip";
import { leaveWords } from "@zesty/core/leave/kinds";
import type { PayslipNz } from "@zesty/core/nz/documents/payslip";
import type { Working } from "@zesty/core/working/figure";
import { useState } from "react";
import { onPage } from "../countries/onPage.ts";
import { cents, longDate, money } from "../parts/format.ts";
import { useFetched } from "./call.ts";
import { Part, Said, Screen } from "./parts.tsx";

type AnySlip = Payslip | PayslipNz;

export function Slip({ page, pay }: { page: StaffPage; pay: number }) {
  const at = `/staff/${page.personId}/payslips/${pay}`;
  const { data: slip, fault } = useFetched<AnySlip>(at);
  const [why, setWhy] = useState<string | null>(null);
  const back = `/${page.personId}`;
  if (fault)
    return (
      <Screen title="Payslip" back={back}>
        <Said fault={fault} />
      </Screen>
    );
  if (!slip) return <p className="p-6 text-quiet">Fetching the payslip…</p>;
  const ask = (figure: string) => setWhy(why === figure ? null : figure);
  const figure = (name: string, label: string, amount: string, strong = false) => (
    <>
      <button
        type="button"
        aria-expanded={why === name}
        className={`figures flex min-h-12 w-full items-center justify-between border-b border-rule text-left ${strong ? "font-semibold" : ""}`}
        onClick={() => ask(name)}
      >
        <span>
          {label} <span className="text-[15px] font-normal text-action">why?</span>
        </span>
        <span>${money(amount)}</span>
      </button>
      {why === name && <Why at={at} figure={name} />}
    </>
  );
  return (
    <Screen title={`$${money(slip.net)}`} back={back}>
      <p className="-mt-2 text-quiet">
        Paid on {longDate(slip.payday)} for {longDate(slip.period.start)} to {longDate(slip.period.end)} by{" "}
        {slip.employer.name}
      </p>
      <Part title="Earnings">
        {[...slip.earnings, ...slip.reimbursements].map((line) => (
          <p key={line.name + line.amount} className="figures flex justify-between gap-3 border-b border-rule py-2">
            <span>
              {line.name}
              {line.hours && (
                <span className="block text-[15px] text-quiet">
                  {line.rate === null ? `${line.hours} h` : `${line.hours} × $${line.rate}`}
                </span>
              )}
            </span>
            <span>${money(line.amount)}</span>
          </p>
        ))}
        {figure("gross", "Gross", slip.gross, true)}
      </Part>
      <Part title="What comes off">
        {figure("withheld", onPage[page.country].taxShort, slip.withheld)}
        {slip.deductions.map((line) => (
          <p key={line.name} className="figures flex justify-between border-b border-rule py-2">
            <span>{line.name}</span>
            <span>${money(line.amount)}</span>
          </p>
        ))}
        {figure("net", "Paid to you", slip.net, true)}
        {slip.paidTo.map((each) => (
          <p key={each.account} className="figures flex justify-between py-1 text-[15px] text-quiet">
            <span>
              {each.title} {each.account}
            </span>
            <span>${money(each.amount)}</span>
          </p>
        ))}
      </Part>
      <Saved page={page} slip={slip} at={at} />
      <Part title="Leave after this pay">
        {slip.leave.map((each) => (
          <p key={each.kind} className="figures flex justify-between border-b border-rule py-2">
            <span>{leaveWords(each.kind)}</span>
            <span>
              {Math.round(Number(each.balance) * 100) / 100} {"unit" in each ? each.unit : "hours"}
            </span>
          </p>
        ))}
      </Part>
      {slip.message && <p className="mt-4 italic">{slip.message}</p>}
      <p className="mt-6">
        <a className="text-action" href={`/api${at}/payslip.pdf`} target="_blank" rel="noreferrer">
          As PDF
        </a>
      </p>
    </Screen>
  );
}

/** What goes to a fund, and whether it is there. */
function Saved({ page, slip, at }: { page: StaffPage; slip: AnySlip; at: string }) {
  const saved = "kiwiSaver" in slip ? slip.kiwiSaver : slip.super;
  return (
    saved.length > 0 && (
      <Part title={onPage[page.country].savingOnSlip}>
        {saved.map((each) => (
          <p key={each.name} className="figures flex justify-between gap-3 border-b border-rule py-2">
            <span>
              {each.name}
              {"fund" in each && <span className="block text-[15px] text-quiet">{String(each.fund)}</span>}
            </span>
            <span>${money(each.amount)}</span>
          </p>
        ))}
        <WhereItIs at={at} />
      </Part>
    )
  );
}

/** Said as the fund says it: paid by the employer is not yet with the fund. */
function WhereItIs({ at }: { at: string }) {
  const { data } = useFetched<OwnContribution[]>(`${at}/contributions`);
  return (data ?? []).map((each) => (
    <p key={`${each.fund} ${each.due}`} className="py-1 text-[15px] text-quiet">
      {each.hadOn
        ? `${each.fund} had $${cents(each.cents)} on ${longDate(each.hadOn)}.`
        : `$${cents(each.cents)} is due to ${each.fund} by ${longDate(each.due)}.`}
    </p>
  ));
}

function Why({ at, figure }: { at: string; figure: string }) {
  const { data, fault } = useFetched<Working>(`${at}/why/${encodeURIComponent(figure)}`);
  if (fault) return <Said fault={fault} />;
  if (!data) return <p className="py-2 text-quiet">Looking it up…</p>;
  return (
    <div className="border-l-4 border-lime bg-sheet px-3 py-2 text-[16px]" role="status">
      <Worked working={data} top />
    </div>
  );
}

/** A figure that is one other figure says at once what that one is. */
function Worked({ working, top = false }: { working: Working; top?: boolean }) {
  const [open, setOpen] = useState(top);
  const parts = working.parts ?? [];
  return (
    <div className={top ? "" : "border-t border-rule pl-2"}>
      <button
        type="button"
        aria-expanded={open}
        disabled={top}
        className="figures flex min-h-10 w-full items-center justify-between gap-3 text-left"
        onClick={() => setOpen(!open)}
      >
        <span>{working.label}</span>
        <span className="whitespace-nowrap">
          {working.unit === "money" ? `$${money(working.value)}` : working.value}
        </span>
      </button>
      {open && (
        <>
          {working.rule && <p>{working.rule}.</p>}
          {working.formula && <p className="figures text-quiet">{working.formula}</p>}
          {working.reasons?.map((each) => (
            <p key={each} className="text-quiet">
              {each}
            </p>
          ))}
          {working.source && <p className="text-[14px] text-quiet">By {working.source.title}.</p>}
          {parts.map((each, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a figure never move
            <Worked key={at} working={each} top={top && parts.length === 1} />
          ))}
        </>
      )}
    </div>
  );
}
