/** Leave asked for: spelled out before it is sent, withdrawn while it waits. */
import type { StaffLeavePreview, StaffPage } from "@zesty/contract/staff";
import { useEffect, useState } from "react";
import { shortDate } from "../parts/format.ts";
import { call, type Fault } from "./call.ts";
import { stateWords } from "./Home.tsx";
import { Choice, DayField, Field, Part, Press, Said, Screen } from "./parts.tsx";

const unitOf = (amount: string, unit: string) => (Number(amount) === 1 ? unit.slice(0, -1) : unit);

/** What leave would be, asked for as soon as its days rest. */
function usePreview(personId: number, asked: object | null, onFault: (fault: Fault | null) => void) {
  const [preview, setPreview] = useState<StaffLeavePreview | null>(null);
  const key = JSON.stringify(asked && { ...asked, note: null });
  useEffect(() => {
    const wanted = JSON.parse(key) as object | null;
    if (!wanted) return setPreview(null);
    let current = true;
    const timer = setTimeout(
      () =>
        void call<StaffLeavePreview>("POST", `/staff/${personId}/leave/preview`, wanted).then((answer) => {
          if (!current) return;
          setPreview(answer.data);
          onFault(answer.fault);
        }),
      250,
    );
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [key, personId, onFault]);
  return preview;
}

export function LeaveAsk({ page, onPage }: { page: StaffPage; onPage: (page: StaffPage) => void }) {
  const [kind, setKind] = useState(page.balances[0]?.kind ?? page.kinds[0]?.code ?? "");
  const [first, setFirst] = useState("");
  const [last, setLast] = useState("");
  const [hoursADay, setHours] = useState("");
  const [note, setNote] = useState("");
  const [fault, setFault] = useState<Fault | null>(null);
  const [sent, setSent] = useState(false);
  const [busy, setBusy] = useState(false);
  const asked = first ? { kind, first, last: last || first, hoursADay: hoursADay || null, note: note || null } : null;
  const preview = usePreview(page.personId, asked, setFault);
  async function send(): Promise<void> {
    if (busy) return;
    setBusy(true);
    const answer = await call<StaffPage>("POST", `/staff/${page.personId}/leave`, asked);
    setBusy(false);
    setFault(answer.fault);
    if (!answer.data) return;
    setFirst("");
    setLast("");
    setNote("");
    setSent(true);
    onPage(answer.data);
  }
  return (
    <Screen title="Leave" back={`/${page.personId}`}>
      {sent && !first && (
        <p role="status" className="mb-3 border-l-4 border-lime bg-sheet px-3 py-2">
          Your request is with {page.business}. You will see the answer here and on your home page.
        </p>
      )}
      <Choice label="Leave" value={kind} onChange={(event) => setKind(event.target.value)}>
        {page.kinds.map((each) => (
          <option key={each.code} value={each.code}>
            {each.words}
          </option>
        ))}
      </Choice>
      <DayField
        label="First day"
        today={page.today}
        value={first}
        error={fault?.errors.first}
        onDay={(iso) => {
          setFirst(iso);
          setSent(false);
        }}
      />
      <DayField
        label="Last day"
        today={first || page.today}
        hint="Empty for one day"
        value={last}
        error={fault?.errors.last}
        onDay={setLast}
      />
      <Field
        label="Hours of each day"
        inputMode="decimal"
        hint="Empty for whole days"
        value={hoursADay}
        error={fault?.errors.hoursADay}
        onChange={(event) => setHours(event.target.value)}
      />
      <Field
        label="Note for your approver"
        value={note}
        maxLength={300}
        onChange={(event) => setNote(event.target.value)}
      />
      {preview && asked && <WhatItWouldBe preview={preview} />}
      {fault && Object.keys(fault.errors).length === 0 && <Said fault={fault} />}
      <Press main className="w-full" disabled={busy || !preview || preview.days === 0} onClick={() => void send()}>
        Ask for it
      </Press>
      {page.requests.length > 0 && <AskedFor page={page} onPage={onPage} onFault={setFault} />}
    </Screen>
  );
}

function WhatItWouldBe({ preview }: { preview: StaffLeavePreview }) {
  const short = preview.after?.startsWith("-");
  return (
    <p className="figures my-3 border-l-4 border-lime bg-sheet px-3 py-2" role="status">
      {preview.days === 0 ? (
        "You do not work between these days."
      ) : (
        <>
          {preview.days} {preview.days === 1 ? "day" : "days"}, {preview.amount} {unitOf(preview.amount, preview.unit)}.
          {preview.holidays.map((each) => ` ${each.name} on ${shortDate(each.date)} is paid as a holiday.`)}
          {preview.after !== null && (
            <span className="block">
              Balance {preview.before} →{" "}
              <span className={short ? "text-plum" : ""}>{preview.after.replace("-", "−")}</span> {preview.unit}
              {short ? ": below nought, so it has to be agreed" : ""}.
            </span>
          )}
        </>
      )}
    </p>
  );
}

interface AskedProps {
  page: StaffPage;
  onPage: (page: StaffPage) => void;
  onFault: (fault: Fault | null) => void;
}

function AskedFor({ page, onPage, onFault }: AskedProps) {
  return (
    <Part title="Asked for">
      {page.requests.map((each) => (
        <div key={each.id} className="border-b border-rule py-2">
          {page.kinds.find((one) => one.code === each.kind)?.words}, {shortDate(each.first)}
          {each.last === each.first ? "" : ` to ${shortDate(each.last)}`}:{" "}
          <span className={each.state === "approved" ? "text-leaf" : "text-amber"}>{stateWords[each.state]}</span>
          {each.comment && (
            <span className="block text-quiet">
              “{each.comment}”, {each.answeredBy}
            </span>
          )}
          {each.state === "waiting" && (
            <Press
              className="mt-1 block"
              onClick={() =>
                void call<StaffPage>("DELETE", `/staff/${page.personId}/leave/${each.id}`).then((answer) => {
                  onFault(answer.fault);
                  if (answer.data) onPage(answer.data);
                })
              }
            >
              Withdraw
            </Press>
          )}
        </div>
      ))}
    </Part>
  );
}
