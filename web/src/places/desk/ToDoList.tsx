/** Today in a few lines, the worst first; each begins with whose it is, and the first nine have a key of their own. */
import type { ToDo } from "@zesty/contract/desk";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { counted, weekdayDate } from "../../parts/format.ts";
import { useTakeBusiness } from "../../state/business.ts";
import { worstFirst } from "./shown.ts";

const kindWords: Record<ToDo["kind"], string> = {
  rules: "Rule book",
  hours: "Hours",
  check: "Check",
  signOff: "Sign off",
  send: "Send",
  settle: "Settle",
  mend: "Mend",
  open: "Open",
  due: "Due",
};

/** Lines that are in sight before the others are asked for. */
const fewLines = 10;

export function ToDoList({ toDo, day }: { toDo: readonly ToDo[]; day: string }) {
  const take = useTakeBusiness();
  const navigate = useNavigate();
  const [all, setAll] = useState(false);
  const lines = worstFirst(toDo, day);
  const shown = all ? lines : lines.slice(0, fewLines);
  useHotkeys("1, 2, 3, 4, 5, 6, 7, 8, 9", (event) => {
    const line = shown[Number(event.key) - 1];
    if (!line) return;
    take(line.businessId);
    void navigate(line.link);
  });
  return (
    <section aria-label="What waits" className="mb-4">
      {lines.length === 0 && <p className="border-t border-rule py-3 text-quiet">Nothing waits for you.</p>}
      <ul className="border-t border-rule-strong">
        {shown.map((each, at) => (
          <li key={`${each.businessId}${each.date}${each.kind}${each.words}`} className="border-b border-rule">
            <Link
              to={each.link}
              onClick={() => take(each.businessId)}
              className="grid grid-cols-[104px_72px_1fr_auto] items-baseline gap-4 py-1 hover:bg-hover focus-visible:bg-lime-soft max-[700px]:grid-cols-[auto_1fr] max-[700px]:gap-x-3 max-[700px]:gap-y-0 max-[700px]:py-2"
            >
              <span className={`figures ${each.date < day ? "font-semibold text-plum" : ""}`}>
                {weekdayDate(each.date)}
              </span>
              <span
                className={`text-[14px] ${each.kind === "mend" ? "font-semibold text-plum" : each.kind === "due" ? "text-amber" : "text-leaf"}`}
              >
                {kindWords[each.kind]}
              </span>
              <span className="max-[700px]:col-span-2">
                {each.business !== "" && <span className="font-semibold">{each.business}: </span>}
                {each.words}
                {each.late && <span className="ml-2 font-semibold text-plum">late</span>}
              </span>
              {at < 9 && (
                <kbd className="max-[700px]:hidden rounded-[3px] border border-rule px-1.5 text-[13px] text-quiet">
                  {at + 1}
                </kbd>
              )}
            </Link>
          </li>
        ))}
      </ul>
      {lines.length > fewLines && (
        <Button look="quiet" className="mt-1" onClick={() => setAll(!all)}>
          {all ? "Only the first" : `${counted(lines.length - fewLines, "more line")}`}
        </Button>
      )}
    </section>
  );
}
