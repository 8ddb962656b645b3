/** Parts of what was sent of a run: payslips, what is open, documents. */
import { isTaken } from "@zesty/contract/outboxStates";
import type { OutboxRow, SendView } from "@zesty/contract/sending";
import { Link } from "react-router";
import { outboxLook } from "../../parts/outboxLook.tsx";

export function Slips({ rows }: { rows: readonly OutboxRow[] }) {
  const done = rows.filter((row) => isTaken(row.state)).length;
  const trouble = rows.filter((row) => row.state === "refused" || row.state === "unknown");
  return (
    <div className="mt-1">
      <p className="figures">
        {done} of {rows.length} handed over
      </p>
      <div
        className="my-1 h-1.5 bg-rule"
        role="progressbar"
        aria-label="Payslips handed over"
        aria-valuemin={0}
        aria-valuemax={rows.length}
        aria-valuenow={done}
      >
        <div
          className="h-full bg-leaf transition-[width] duration-100"
          style={{ width: `${(100 * done) / rows.length}%` }}
        />
      </div>
      {trouble.map((row) => (
        <p key={row.id} className={outboxLook[row.state].colour}>
          {row.person}: {row.detail}
        </p>
      ))}
    </div>
  );
}

/** What the agency took, and does not stand as it should. */
const standing: Record<string, string> = { LATER: "Not counted yet", TAKENBACK: "Counted still" };

export function Items({ sent, rows }: { sent: SendView; rows: readonly OutboxRow[] }) {
  const newest = sent.items.filter((item) => item.open);
  const channelOf = rows[0]?.channel;
  const shown = newest.filter(
    (item) => (item.code === "RETURNED") === (channelOf === "paymentFile") && channelOf !== "payslip",
  );
  if (shown.length === 0) return null;
  return (
    <ul className="mt-1 border-l-3 border-plum pl-3">
      {shown.map((item) => (
        <li key={item.id} className="py-0.5">
          <span className={item.severity === "error" ? "font-semibold text-plum" : "font-semibold text-amber"}>
            {item.severity === "warning" ? "Warning" : (standing[item.code] ?? "Rejected")}
          </span>{" "}
          {item.personId ? (
            <Link className="text-action underline" to={`/people/${item.personId}`}>
              {item.person}
            </Link>
          ) : (
            "The whole message"
          )}
          : {item.text} <span className="text-quiet">({item.code})</span>
        </li>
      ))}
    </ul>
  );
}

export const kinds: Record<string, string> = {
  payEvent: "Pay event",
  employmentInformation: "Employment information",
  employeeDetails: "Employee details",
  paymentFile: "Payment file",
  journal: "Journal",
};

/** What is told to an agency can be read as a page. */
const readable = new Set(["payEvent", "employmentInformation"]);

export function Documents({ sent, runId }: { sent: SendView; runId: number }) {
  const slips = sent.documents.filter((each) => each.kind === "payslip").length;
  return (
    <section className="mt-4 border-t border-rule-strong pt-2">
      <h3 className="font-semibold">Documents, as they were made</h3>
      <ul>
        {sent.documents
          .filter((each) => each.kind !== "payslip")
          .map((each) => (
            <li key={each.id}>
              <a className="text-action underline" href={`/api/documents/${each.id}`} download>
                {kinds[each.kind]}
              </a>
              {readable.has(each.kind) && (
                <>
                  {" · "}
                  <Link className="text-action underline" to={`/run/${runId}/told/${each.id}`}>
                    Read it
                  </Link>
                </>
              )}
              <span className="block truncate text-[13px] text-quiet" title={each.fileName}>
                {each.fileName}
              </span>
            </li>
          ))}
      </ul>
      {slips > 0 && (
        <p className="text-[14px] text-quiet">
          {slips} payslips are kept as sent; open them from each person's account.
        </p>
      )}
    </section>
  );
}
