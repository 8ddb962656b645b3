/** The lines of one pay with what belongs to odd ones: rates, methods, codes, and the terms of deductions. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { etpCodes } from "@zesty/core/au/terminationPayment";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { DeductionTerms, LineDetail, PayElement, SheetLine } from "@zesty/core/pay/row";
import { cellOf, isBeside } from "@zesty/core/pay/strands";
import { useNavigate } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { TermsFields } from "../../parts/DeductionTerms.tsx";
import { hours, longDate, money } from "../../parts/format.ts";
import { NumberInput } from "../../parts/NumberInput.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { withTerms } from "../../parts/withTerms.ts";
import { runApi } from "../../state/runApi.ts";
import { lineSet, loaded } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";

export function LinesPanel({ view, row, onBack }: { view: RunView; row: RunRow; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [undo, undone] = runApi.useUndoActMutation();
  const set = (line: SheetLine) => dispatch(lineSet({ payId: row.payId, line }));
  async function takeOut(act: number): Promise<void> {
    await untilSaved();
    const answer = await undo({ run: view.id, act });
    if (!answer.data) return;
    if ("gone" in answer.data) void navigate("/run");
    else dispatch(loaded(answer.data));
  }
  // Where the terms changed within the period a cell has a line for each: their rates are those of their days.
  const inCell = (line: SheetLine) =>
    row.lines.filter((each) => !isBeside(each) && cellOf(each) === cellOf(line)).length;
  return (
    <div>
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <h2 className="mt-2 font-name text-[20px]">Lines of {row.name}</h2>
      <ProblemNote error={undone.error} />
      {row.lines.length === 0 && <p className="text-quiet">No lines yet. Type hours or dollars in the sheet.</p>}
      {row.lines.map((line, at) => {
        const element = view.elements.find((each) => each.id === line.elementId);
        return element ? (
          <LineEditor
            // biome-ignore lint/suspicious/noArrayIndexKey: lines have no id of their own; their place is what is edited
            key={`${line.elementId} ${line.corrects ?? ""} ${line.costCentre ?? ""} ${at}`}
            country={view.country}
            line={line}
            element={element}
            isCut={inCell(line) > 1}
            onLine={set}
            onTakeOut={line.act === undefined ? undefined : () => void takeOut(line.act as number)}
          />
        ) : null;
      })}
    </div>
  );
}

interface EditorProps {
  country: CountryCode;
  line: SheetLine;
  element: PayElement;
  /** one of several lines in its cell, each at the rate of its days */
  isCut: boolean;
  onLine: (line: SheetLine) => void;
  /** undoes the act that put the line there */
  onTakeOut: (() => void) | undefined;
}

function LineEditor({ country, line, element, isCut, onLine, onTakeOut }: EditorProps) {
  const typed =
    line.terms?.percentOfGross !== undefined
      ? `${line.terms.percentOfGross} % of gross`
      : line.amount !== undefined
        ? `$${money(line.amount)}`
        : line.units !== undefined
          ? `${hours(line.units)} ${element.entry}`
          : `${hours(line.hours ?? "0")} h`;
  return (
    <section className="mt-3 border-t border-rule-strong pt-1.5" aria-label={element.name}>
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="font-semibold">
          {element.name}
          {line.costCentre && <span className="ml-2 font-normal text-quiet">{line.costCentre}</span>}
        </h3>
        <span className="figures">{typed.replace("-", "−")}</span>
      </div>
      {line.corrects !== undefined || line.terms?.debt !== undefined || isCut ? (
        <p className="text-[14.5px] text-quiet">
          {line.corrects !== undefined
            ? `Corrects the pay of ${longDate(line.corrects)}.`
            : isCut
              ? `${line.rate ? `At $${line.rate}, the rate of its days.` : "At the rate of its days."}${line.accruesBy ? " Leave arises by what was agreed on them." : ""} Type the quantity in the sheet.`
              : "Taken until the debt is paid back."}{" "}
          {line.corrects !== undefined && onTakeOut && (
            <Button look="quiet" onClick={onTakeOut}>
              Undo this correction
            </Button>
          )}
        </p>
      ) : (
        <>
          {element.entry === "hours" && (
            <NumberInput
              label="Rate for this line"
              hint="Empty: the person's own rate"
              form="rate"
              value={line.rate}
              onValue={(rate) => onLine({ ...line, rate })}
            />
          )}
          {(element.entry === "days" || element.entry === "weeks") && line.units !== undefined && (
            <NumberInput
              label="Hours of that time"
              hint="Empty: by the working week"
              form="rate"
              value={line.hours}
              onValue={(value) => onLine({ ...line, hours: value })}
            />
          )}
          {onPage[country].linesReported && <Detail line={line} element={element} onLine={onLine} />}
          {element.element.startsWith("deduction") && <Terms line={line} onLine={onLine} />}
        </>
      )}
    </section>
  );
}

/** Fields by kind of line: each stands only where the rule asks for it. */
function Detail({ line, element, onLine }: Pick<EditorProps, "line" | "element" | "onLine">) {
  const detail = line.detail ?? {};
  const set = (change: LineDetail) => {
    const next = Object.fromEntries(
      Object.entries({ ...detail, ...change }).filter(([, value]) => value !== undefined && value !== false),
    );
    const { detail: _detail, ...rest } = line;
    onLine(Object.keys(next).length === 0 ? rest : { ...rest, detail: next });
  };
  const fields = { detail, set };
  switch (element.element) {
    case "leaveLoading":
      return (
        <Tick
          label="Paid in one lump, taxed like a bonus"
          on={detail.method === "B"}
          onTick={(on) => set({ method: on ? "B" : undefined })}
        />
      );
    case "leaveTaken":
      return (
        <Tick
          label="Cashed out, not taken"
          on={detail.cashOut === true}
          onTick={(on) => set({ cashOut: on || undefined })}
        />
      );
    case "bonus":
    case "commission":
    case "backPay":
      return <ExtraPay {...fields} isBackPay={element.element === "backPay"} />;
    case "unusedLeave":
      return <UnusedLeave {...fields} line={line} onLine={onLine} isLongService={element.leave === "long-service"} />;
    case "etp":
      return <Termination {...fields} />;
    case "redundancy":
      return (
        <NumberInput
          label="Completed years of service"
          form="count"
          value={String(detail.completedYears ?? 0)}
          onValue={(value) => set({ completedYears: Number(value ?? 0) })}
        />
      );
    default:
      return null;
  }
}

interface DetailProps {
  detail: LineDetail;
  set: (change: LineDetail) => void;
}

/** What is paid beside the usual is taxed over the pays, or the year, that it was earned in. */
function ExtraPay({ detail, set, isBackPay }: DetailProps & { isBackPay: boolean }) {
  return (
    <>
      <NumberInput
        label="Pays that it was earned in"
        hint="Empty: spread over the year (method B); else method A"
        form="count"
        value={detail.paysCovered === undefined ? undefined : String(detail.paysCovered)}
        onValue={(value) =>
          set(value ? { method: "A", paysCovered: Number(value) } : { method: undefined, paysCovered: undefined })
        }
      />
      {isBackPay && (
        <NumberInput
          label="Payroll year earned in"
          hint="Only if more than 12 months ago: lump sum E"
          form="year"
          value={detail.earnedYear}
          onValue={(earnedYear) => set({ earnedYear })}
        />
      )}
    </>
  );
}

type UnusedProps = DetailProps & Pick<EditorProps, "line" | "onLine"> & { isLongService: boolean };

function UnusedLeave({ detail, set, line, onLine, isLongService }: UnusedProps) {
  return (
    <>
      <Choice
        label="Left because of"
        value={detail.reason ?? "normal"}
        options={[
          ["normal", "resignation, dismissal, end"],
          ["redundancy", "redundancy, ill health"],
        ]}
        onChoose={(reason) => set({ reason: reason as "normal" | "redundancy" })}
      />
      <NumberInput
        label="Hours paid out"
        form="hours"
        value={line.hours}
        onValue={(value) => onLine({ ...line, hours: value })}
      />
      <NumberInput
        label="Accrued before 18 August 1993, $"
        form="money"
        value={detail.amountBefore1993}
        onValue={(amountBefore1993) => set({ amountBefore1993 })}
      />
      {isLongService && (
        <NumberInput
          label="Accrued before 16 August 1978, $"
          form="money"
          value={detail.amountBefore1978}
          onValue={(amountBefore1978) => set({ amountBefore1978 })}
        />
      )}
    </>
  );
}

function Termination({ detail, set }: DetailProps) {
  return (
    <>
      <Choice
        label="Code"
        value={detail.etpCode ?? "O"}
        options={etpCodes.map((code) => [code, code] as const)}
        onChoose={(etpCode) => set({ etpCode: etpCode as LineDetail["etpCode"] })}
      />
      {detail.etpCode === "R" && (
        <NumberInput
          label="Completed years, where it is part of a redundancy payment"
          form="count"
          value={detail.completedYears === undefined ? undefined : String(detail.completedYears)}
          onValue={(value) => set({ completedYears: value === undefined ? undefined : Number(value) })}
        />
      )}
    </>
  );
}

function Terms({ line, onLine }: Pick<EditorProps, "line" | "onLine">) {
  const set = (change: DeductionTerms) => onLine(withTerms(line, change));
  return <TermsFields terms={line.terms ?? {}} onTerms={set} />;
}

function Tick({ label, on, onTick }: { label: string; on: boolean; onTick: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 py-0.5 text-[14.5px]">
      <input
        type="checkbox"
        className="size-4 accent-(--action)"
        checked={on}
        onChange={(event) => onTick(event.target.checked)}
      />
      {label}
    </label>
  );
}

function Choice({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <label className="flex items-baseline justify-between gap-3 py-0.5 text-[14.5px]">
      {label}
      <select
        className="rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5"
        value={value}
        onChange={(event) => onChoose(event.target.value)}
      >
        {options.map(([code, words]) => (
          <option key={code} value={code}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
