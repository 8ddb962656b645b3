/** Sign-off: everything that will happen, spelled out, and the declaration by an authorised person. */
import type { RunView } from "@zesty/contract/runs";
import type { SignOffPlan } from "@zesty/contract/signOff";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TickField } from "../../parts/Fields.tsx";
import {
  cents,
  centsOrDash,
  counted,
  dollars,
  hours,
  longDate,
  money,
  sentenceCase,
  weekdayDate,
} from "../../parts/format.ts";
import { JobBar } from "../../parts/JobBar.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { runApi } from "../../state/runApi.ts";
import { selected } from "../../state/runSlice.ts";
import { useAppDispatch, useAppSelector } from "../../state/store.ts";
import { AllSlips } from "./AllSlips.tsx";
import { AskForYes } from "./AskForYes.tsx";
import { FilingPreview } from "./FilingPreview.tsx";

export function SignOffPanel({ view, onSigned }: { view: RunView; onSigned: () => void }) {
  const unsaved = useAppSelector((state) => state.run.unsaved.length > 0);
  const badCells = useAppSelector((state) => state.run.bad);
  const bad = Object.values(badCells);
  const { data: plan, error: planError } = runApi.usePlanQuery(view.id, {
    refetchOnMountOrArgChange: true,
    skip: unsaved || view.state !== "open",
  });
  const [signOff, { error, isLoading }] = runApi.useSignOffMutation();
  const [declared, setDeclared] = useState(false);
  const [final, setFinal] = useState<number[]>([]);
  if (planError) return <ProblemNote error={planError} />;
  if (!plan) return <p className="text-quiet">Working out what will happen…</p>;
  const ready =
    plan.blockers.length === 0 &&
    plan.missing.length === 0 &&
    plan.openQueries === 0 &&
    bad.length === 0 &&
    plan.waitsFor === null &&
    !plan.lodging.held;
  return (
    <div className="text-[15px]">
      <h2 className="font-name text-[20px]">Sign off</h2>
      <InTheWay plan={plan} bad={bad[0]?.text} />
      <Plan plan={plan} />
      {view.canSign ? (
        <form
          className="mt-4 border-t border-rule-strong pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            void signOff({ run: view.id, version: view.version, final }).then((answer) => {
              if (answer.data) onSigned();
            });
          }}
        >
          <LastPays plan={plan} runId={view.id} final={final} onFinal={setFinal} />
          <TickField
            label={plan.declaration}
            checked={declared}
            onChange={(event) => setDeclared(event.target.checked)}
          />
          <ProblemNote error={error} />
          <Button
            look="main"
            type="submit"
            className="mt-2 w-full"
            disabled={!declared || !ready || unsaved || isLoading}
          >
            {isLoading ? `Signing off ${counted(plan.people, "person", "people")}…` : "Sign off"}
          </Button>
          {isLoading ? (
            <JobBar />
          ) : (
            <p className="mt-1 text-[13px] text-quiet">Nothing is sent yet. You send it in the next step.</p>
          )}
        </form>
      ) : (
        <p className="mt-4 border-t border-rule-strong pt-3 text-quiet">
          You may prepare this run. Somebody who may authorise it signs it off.
        </p>
      )}
      <p className="mt-3">
        <AllSlips runId={view.id} />
      </p>
      <AskForYes view={view} />
    </div>
  );
}

interface LastProps {
  plan: SignOffPlan;
  runId: number;
  final: readonly number[];
  onFinal: (payIds: number[]) => void;
}

/** Last pays of people and of the business, which make a year final. */
function LastPays({ plan, runId, final, onFinal }: LastProps) {
  const [sayFinal] = runApi.useFinalReturnMutation();
  return (
    <>
      {plan.leavers.map(({ payId, name, lastDay }) => (
        <TickField
          key={payId}
          label={`This is ${name}'s last pay: make the payroll year final with it`}
          hint={`Left on ${longDate(lastDay)}. Leave it unticked to finalise with everyone else.`}
          checked={final.includes(payId)}
          onChange={(event) =>
            onFinal(event.target.checked ? [...final, payId] : final.filter((each) => each !== payId))
          }
        />
      ))}
      {plan.filing && (
        // Ticked once in a business's life: folded away, so that nobody meets it on the way to the declaration.
        <details className="mb-2" open={plan.filing.final}>
          <summary className="cursor-pointer text-action">Is this the business's last payday?</summary>
          <TickField
            label="Final return: nobody is paid after this payday"
            hint="Only when the business stops employing; Inland Revenue then waits for no more filings"
            checked={plan.filing.final}
            onChange={(event) => void sayFinal({ run: runId, final: event.target.checked })}
          />
        </details>
      )}
    </>
  );
}

/** What must be mended, ticked or decided before anybody can sign. */
function InTheWay({ plan, bad }: { plan: SignOffPlan; bad: string | undefined }) {
  const dispatch = useAppDispatch();
  return (
    <>
      {plan.blockers.length > 0 && (
        <section className="mt-2 border-l-3 border-plum pl-3">
          <p className="font-semibold text-plum">
            {plan.blockers.length === 1
              ? "One stop must be mended first"
              : `${plan.blockers.length} stops must be mended first`}
          </p>
          <ul>
            {plan.blockers.map((each) => (
              <li key={each.payId + each.text} className="py-0.5">
                <button
                  type="button"
                  className="text-left text-action underline"
                  onClick={() => dispatch(selected(each.payId))}
                >
                  {each.name}
                </button>
                : {each.text}
              </li>
            ))}
          </ul>
        </section>
      )}
      {plan.missing.map((each) => (
        <p key={each.personId} className="mt-2 border-l-3 border-amber pl-3">
          <span className="font-semibold">{each.name}</span> {each.why}. Bring them in or leave them out, above the
          sheet.
        </p>
      ))}
      {plan.openQueries > 0 && (
        <p className="mt-2 border-l-3 border-amber pl-3">
          {plan.openQueries === 1 ? "One query is" : `${plan.openQueries} queries are`} not ticked yet. Press . in the
          sheet to go through them.
        </p>
      )}
      {plan.lodging.held && (
        <p className="mt-2 border-l-3 border-plum pl-3 text-plum">
          {plan.lodging.held}{" "}
          <Link className="underline" to="/set-up#lodging">
            Go there
          </Link>
        </p>
      )}
      {bad && <p className="mt-2 border-l-3 border-plum pl-3 text-plum">{bad}</p>}
      {plan.waitsFor && <p className="mt-2 border-l-3 border-amber pl-3">{plan.waitsFor}</p>}
    </>
  );
}

const notLodged = ({ kind, to, reason }: NonNullable<SignOffPlan["lodging"]["standing"]>) =>
  kind === "deferred"
    ? `Nothing is lodged: deferred to ${longDate(to ?? "")} (${reason}). An update event reports it later.`
    : `Nothing is lodged: the business is exempt (${reason}). Enter these wages on the activity statement yourself.`;

function Plan({ plan }: { plan: SignOffPlan }) {
  const item = (title: string, text: React.ReactNode) => (
    <div className="border-b border-rule py-1.5">
      <dt className="text-[13px] text-quiet">{title}</dt>
      <dd className="figures">{text}</dd>
    </div>
  );
  return (
    <>
      <p className="mt-3 text-quiet">Signing off does all of this at once:</p>
      <dl>
        {item(
          "Pay",
          `${counted(plan.people, "person", "people")}, net ${dollars(plan.totals.net ?? 0)}, ${plan.filing ? "PAYE" : "tax"} ${dollars(plan.totals.withheld ?? 0)}, cost ${dollars(plan.totals.cost ?? 0)}`,
        )}
        {plan.changesFinal.length > 0 &&
          item(
            "Payroll year",
            `Final already for ${plan.changesFinal.join(", ")}: this pay changes the year, declare it again on the Year page`,
          )}
        {item(
          "Bank",
          `File of ${counted(plan.bank.payments, "payment")}, ${dollars(plan.bank.cents)}, to be paid on ${weekdayDate(plan.bank.processDate)} from account ${plan.bank.from}`,
        )}
        {plan.payEvent &&
          item(
            "Tax agency",
            `Pay event for ${counted(plan.payEvent.people, "person", "people")}: W1 $${money(plan.payEvent.w1)}, W2 $${money(plan.payEvent.w2)}`,
          )}
        {plan.lodging.standing && item("Tax agency", notLodged(plan.lodging.standing))}
        {plan.filing && item("Inland Revenue", <FilingPreview filing={plan.filing} />)}
        {plan.lodging.agent && !plan.lodging.standing && item("Lodged by", plan.lodging.agent)}
        {item("Payslips", slipsInWords(plan.payslips))}
        {plan.super.length > 0 &&
          item(
            "Super",
            <ul>
              {plan.super.map((each) => (
                <li key={each.fund + each.due}>
                  {dollars(each.cents)} to {each.fund} for {each.people}, there by {weekdayDate(each.due)}
                </li>
              ))}
            </ul>,
          )}
        {plan.taxDues.length > 0 &&
          item(
            plan.filing ? "To pay Inland Revenue" : "Tax office",
            <ul>
              {plan.taxDues.map((each) => (
                <li key={each.words}>
                  {dollars(each.cents)} {each.words}, due {weekdayDate(each.due)}
                </li>
              ))}
            </ul>,
          )}
        {item(
          "Leave",
          plan.leave
            .map(
              (each) =>
                `${sentenceCase(each.words)}${each.added === "0.00" ? "" : ` +${hours(each.added, 2)}`}${each.taken === "0.00" ? "" : ` −${hours(each.taken, 2)}`} ${each.unit === "hours" ? "h" : each.unit}`,
            )
            .join("; ") || "no change",
        )}
        {item("Audit trail", <span title={plan.anchor.hash}>Sealed, from entry {plan.anchor.entry} on</span>)}
        {item(
          "Books",
          <table className="w-full">
            <tbody>
              {plan.journal.map((line) => (
                <tr key={`${line.account} ${line.costCentre} ${line.debitCents > 0}`}>
                  <td className="pr-2">
                    {line.name} <span className="text-quiet">{line.costCentre}</span>
                  </td>
                  <td className="text-right">{centsOrDash(line.debitCents)}</td>
                  <td className="pl-3 text-right">{centsOrDash(line.creditCents)}</td>
                </tr>
              ))}
              <tr className="border-t border-rule text-quiet">
                <td>Debits and credits</td>
                <td className="text-right">
                  {cents(plan.journal.reduce((total, line) => total + line.debitCents, 0))}
                </td>
                <td className="pl-3 text-right">
                  {cents(plan.journal.reduce((total, line) => total + line.creditCents, 0))}
                </td>
              </tr>
            </tbody>
          </table>,
        )}
      </dl>
    </>
  );
}

const slipsInWords = ({ byMail, onPage, toPrint, without }: SignOffPlan["payslips"]): string =>
  [
    `${byMail} by e-mail`,
    ...(onPage > 0 ? [`${onPage} on the staff page`] : []),
    ...(toPrint > 0 ? [`${toPrint} to print`] : []),
  ].join(", ") + (without.length > 0 ? `; none for ${without.join(", ")}: no address, or no staff page, is there` : "");
