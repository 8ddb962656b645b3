/** What stands beside the sheet: the account of a person, or whatever was opened for it. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { api } from "../../state/api.ts";
import { approvalApi } from "../../state/approvalApi.ts";
import { includedSet, periodsSet } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";
import { Account } from "./Account.tsx";
import { ApprovalWords } from "./ApprovalWords.tsx";
import { ClosedownPanel } from "./ClosedownPanel.tsx";
import { CorrectionPanel } from "./CorrectionPanel.tsx";
import type { Step } from "./columns.tsx";
import { HoursSheetPanel } from "./HoursSheetPanel.tsx";
import { LeavePanel } from "./LeavePanel.tsx";
import { LinesPanel } from "./LinesPanel.tsx";
import { NewElementPanel } from "./NewElementPanel.tsx";
import { OverridePanel } from "./OverridePanel.tsx";
import { PayslipPreview } from "./PayslipPreview.tsx";
import { PublicHolidayPanel } from "./PublicHolidayPanel.tsx";
import { SendPanel } from "./SendPanel.tsx";
import { SignOffPanel } from "./SignOffPanel.tsx";
import { TotalPanel } from "./TotalPanel.tsx";
import type { TotalName } from "./TotalsLine.tsx";
import { WhyPanel } from "./WhyPanel.tsx";

export type Beside =
  | { kind: "account" }
  | { kind: "why"; figure: string }
  | { kind: "total"; name: TotalName }
  | { kind: "payslip" }
  | { kind: "lines" }
  | { kind: "leave" }
  | { kind: "publicHolidays" }
  | { kind: "closedown" }
  | { kind: "byHand" }
  | { kind: "correction" }
  | { kind: "newElement" }
  | { kind: "hoursSheet" };

interface Props {
  view: RunView;
  rows: RunRow[];
  row: RunRow | undefined;
  step: Step;
  beside: Beside;
  totals: Record<string, number>;
  setBeside(beside: Beside): void;
  setStep(step: Step): void;
  onWhy(row: RunRow, figure: string): void;
  onTick(payId: number, key: string, on: boolean): Promise<void>;
  onNewElement(elementId: number): void;
}

export function BesideSheet(props: Props) {
  const { view, rows, row, step, beside, totals, setBeside, setStep } = props;
  const dispatch = useAppDispatch();
  const { data: session } = api.useSessionQuery();
  const account = () => setBeside({ kind: "account" });
  const [why, tick] = [props.onWhy, props.onTick];
  return (
    <>
      {step === "signOff" ? (
        <SignOffPanel view={view} onSigned={() => setStep("send")} />
      ) : step === "send" ? (
        <SendPanel view={view} postBox={session?.postBox ?? null} />
      ) : beside.kind === "total" ? (
        <TotalPanel
          country={view.country}
          name={beside.name}
          total={totals[beside.name] ?? 0}
          rows={rows}
          onBack={() => setBeside({ kind: "account" })}
          onWhy={(each) => why(each, beside.name)}
        />
      ) : beside.kind === "newElement" ? (
        <NewElementPanel
          view={view}
          row={row}
          onDone={(elementId) => {
            if (elementId) props.onNewElement(elementId);
            account();
          }}
        />
      ) : beside.kind === "hoursSheet" ? (
        <HoursSheetPanel view={view} onBack={account} />
      ) : beside.kind === "closedown" ? (
        <ClosedownPanel view={view} onBack={account} />
      ) : !row ? (
        <p className="text-quiet">Nobody is in this run yet.</p>
      ) : beside.kind === "why" ? (
        <WhyPanel
          key={`${row.payId}${beside.figure}`}
          view={view}
          row={row}
          figure={beside.figure}
          onBack={() => setBeside({ kind: "account" })}
        />
      ) : beside.kind === "payslip" ? (
        <PayslipPreview runId={view.id} payId={row.payId} onBack={account} />
      ) : beside.kind === "lines" ? (
        <LinesPanel key={row.payId} view={view} row={row} onBack={account} />
      ) : beside.kind === "leave" ? (
        <LeavePanel key={row.payId} view={view} row={row} onBack={account} />
      ) : beside.kind === "publicHolidays" ? (
        <PublicHolidayPanel key={row.payId} view={view} row={row} onBack={account} />
      ) : beside.kind === "byHand" ? (
        <OverridePanel key={row.payId} country={view.country} row={row} onBack={account} />
      ) : beside.kind === "correction" ? (
        <CorrectionPanel key={row.payId} view={view} row={row} onBack={account} />
      ) : (
        <>
          <AskedAbout view={view} payId={row.payId} />
          <Account
            view={view}
            row={row}
            onWhy={(figure) => setBeside({ kind: "why", figure })}
            onTick={(key, on) => void tick(row.payId, key, on)}
            onInclude={(included) => dispatch(includedSet({ payId: row.payId, included }))}
            onPeriods={(periods) => dispatch(periodsSet({ payId: row.payId, periods }))}
            onOpen={(kind) => setBeside({ kind })}
            onPayslip={() => void untilSaved().then(() => setBeside({ kind: "payslip" }))}
          />
        </>
      )}
    </>
  );
}

/** What somebody who was asked for a yes asks about this pay. */
function AskedAbout({ view, payId }: { view: RunView; payId: number }) {
  const { data } = approvalApi.useApprovalQuery(view.id, { skip: view.state !== "open" });
  return data ? <ApprovalWords runId={view.id} approval={data} payId={payId} mayAnswer /> : null;
}
