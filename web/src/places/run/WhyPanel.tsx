/** The working of the figure in hand: from the worker while the run is open, from what was kept once it is signed. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import type { Working } from "@zesty/core/working/figure";
import { useEffect, useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { WorkingView } from "../../parts/WorkingView.tsx";
import { askWhy } from "../../state/core.ts";
import { runApi } from "../../state/runApi.ts";
import { lineSources } from "./lineSources.ts";

export function WhyPanel({
  view,
  row,
  figure,
  onBack,
}: {
  view: RunView;
  row: RunRow;
  figure: string;
  onBack: () => void;
}) {
  const open = row.context !== null;
  const kept = runApi.useKeptWorkingQuery({ run: view.id, payId: row.payId, figure }, { skip: open });
  const [asked, setAsked] = useState<Working | null | undefined>(undefined);
  useEffect(() => {
    if (!row.context) return;
    let current = true;
    const { elements, loadedRules, ruleBookVersion: version } = view;
    void askWhy({ elements, loadedRules, version, context: row.context, lines: row.lines, figure }).then((working) => {
      if (current) setAsked(working ?? null);
    });
    return () => {
      current = false;
    };
  }, [view, row.context, row.lines, figure]);
  const sources = lineSources(row, view.elements, figure);
  const working = open ? asked : kept.error ? null : kept.data;
  return (
    <div>
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <p className="mt-2 text-quiet">{row.name}</p>
      {sources.length > 0 && (
        <ul aria-label="Where it comes from" className="mt-1 mb-2 border-l-3 border-lime pl-3 text-[14.5px]">
          {sources.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      {working === null ? (
        <p>There is no such figure in this pay: nothing was worked out for it.</p>
      ) : working ? (
        <WorkingView working={working} personId={row.personId} />
      ) : (
        <p className="text-quiet">Working it out…</p>
      )}
    </div>
  );
}
