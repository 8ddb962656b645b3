/** What is on file for a request: certificates, a summons, an agreement in writing; each with its day. */
import type { LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { readDate } from "@zesty/core/calendar/readDate";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { leaveApi } from "../../state/leaveApi.ts";

export function Papers({ view, request }: { view: LeaveView; request: LeaveRequestView }) {
  const [open, setOpen] = useState(false);
  const [what, setWhat] = useState("");
  const [day, setDay] = useState("");
  const [put, { error, isLoading }] = leaveApi.usePutOnFileMutation();
  const on = day.trim() === "" ? view.today : readDate(day, view.today);
  const send = async () => {
    if (!on) return;
    const done = await put({ business: view.businessId, request: request.id, what, on });
    if (done.error) return;
    setOpen(false);
    setWhat("");
    setDay("");
  };
  return (
    <section aria-label="On file" className="flex flex-col gap-1.5 text-[14.5px]">
      {request.papers.map((each) => (
        <p key={`${each.what} ${each.on}`}>
          On file: {each.what}, {shortDate(each.on)} <span className="text-quiet">(put there by {each.by})</span>
        </p>
      ))}
      {open ? (
        <form
          noValidate
          className="flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          <TextField
            label="What is on file"
            placeholder="Medical certificate"
            hint="What it says stays out of here: only that it is there."
            autoFocus
            maxLength={120}
            value={what}
            onChange={(event) => setWhat(event.target.value)}
          />
          <TextField
            label="Of or seen on"
            placeholder={shortDate(view.today)}
            value={day}
            {...(on ? {} : { error: "Not understood. Write a day as 12/7." })}
            onChange={(event) => setDay(event.target.value)}
          />
          <div className="flex gap-2">
            <Button type="submit" disabled={isLoading || what.trim() === "" || !on}>
              Put on file
            </Button>
            <Cancel look="quiet" onClick={() => setOpen(false)} />
          </div>
          <ProblemNote error={error} />
        </form>
      ) : (
        <Button look="quiet" className="self-start" onClick={() => setOpen(true)}>
          Something is on file
        </Button>
      )}
    </section>
  );
}
