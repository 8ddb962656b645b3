/** What is typed of a new person on one page: kept in the browser, looked at by the server, sent once, the next one after it. */
import type { BusinessView } from "@zesty/contract/business";
import type { AgreementView } from "@zesty/contract/time";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { sentenceCase } from "../../parts/format.ts";
import { isOffered } from "../../parts/offered.ts";
import { usePageTitle } from "../../parts/Page.tsx";
import { useSettled } from "../../parts/useSettled.ts";
import { keepHere, keptHere } from "../../state/keptHere.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import type { Choice } from "./NewPersonField.tsx";
import { askedCells, isSecret, partsOf } from "./oneGo.ts";

const keptName = (business: number) => `person-${business}`;
const another = "another fund";

function choicesIn(
  setUp: BusinessView,
  agreements: readonly AgreementView[],
  cells: PersonCells,
): Record<string, Choice[]> {
  const named = (list: readonly { id: number; name: string; retired: boolean }[]): Choice[] =>
    list.filter(isOffered()).map(({ name }) => ({ value: name, name }));
  const levels = agreements.find((each) => each.code === cells.agreement)?.rules.classifications ?? [];
  const without = onPage[setUp.country].withoutBases;
  const bases = peopleColumnsIn(setUp.country).find((each) => each.name === "basis")?.choices ?? {};
  return {
    basis: Object.keys(bases)
      .filter((each) => !without.includes(each))
      .map((each) => ({ value: each, name: each })),
    cycle: named(setUp.cycles),
    place: named(setUp.places),
    costCentre: named(setUp.costCentres),
    fund: [...named(setUp.funds), { value: another, name: "another fund…" }],
    agreement: agreements.map((each) => ({ value: each.code, name: each.rules.title })),
    level: levels.map((each) => ({ value: each.key, name: each.title })),
  };
}

export function useNewPerson(setUp: BusinessView, agreements: readonly AgreementView[]) {
  const navigate = useNavigate();
  const page = onPage[setUp.country];
  const begin: PersonCells = { basis: "full-time", weeklyHours: page.week };
  const [cells, setCells] = useState<PersonCells>(() => ({
    ...begin,
    ...keptHere<PersonCells>(keptName(setUp.id), sessionStorage),
  }));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [tried, setTried] = useState(false);
  const [done, setDone] = useState<{ id: number; next: boolean } | null>(null);
  const [added, setAdded] = useState<{ id: number; name: string } | null>(null);
  const [add, adding] = peopleApi.useAddSeveralMutation();
  const form = useRef<HTMLFormElement>(null);
  const seeksFault = useRef(false);
  const isSending = useRef(false);
  const isFundBegun = cells.fund === another;
  const choices = useMemo(() => choicesIn(setUp, agreements, cells), [setUp, agreements, cells]);
  const parts = useMemo(
    () => partsOf(setUp.country, sentenceCase(page.saving), cells, choices),
    [setUp.country, page.saving, cells, choices],
  );
  const asked = useMemo(
    () => askedCells({ ...cells, fund: isFundBegun ? "" : (cells.fund ?? "") }, parts),
    [cells, isFundBegun, parts],
  );
  const settled = useSettled(asked);
  const isTyped = Object.keys(asked).some((name) => asked[name] !== begin[name]);
  const { currentData: plan } = peopleApi.usePlanPeopleQuery({ business: setUp.id, rows: [settled] });
  const planned = plan?.rows[0];
  const marks = planned?.marks ?? [];
  usePageTitle("Add a person");
  useEffect(() => {
    const open = peopleColumnsIn(setUp.country).filter((each) => !isSecret(each) && cells[each.name]);
    const kept = Object.fromEntries(open.map((each) => [each.name, cells[each.name] ?? ""]));
    keepHere(keptName(setUp.id), done === null && isTyped ? kept : null, sessionStorage);
  }, [cells, done, isTyped, setUp.id, setUp.country]);
  // Once nothing is left to be asked about, the way is free.
  useEffect(() => {
    if (done === null) return;
    if (!done.next) return void navigate(`/people/${done.id}`);
    setAdded({ id: done.id, name: `${cells.givenName ?? ""} ${cells.familyName ?? ""}` });
    setCells({ basis: cells.basis ?? "", weeklyHours: cells.weeklyHours ?? "" });
    setLeft(new Set());
    setTried(false);
    setDone(null);
    form.current?.querySelector<HTMLInputElement>("input")?.focus();
  }, [done, navigate, cells]);

  async function send(next: boolean): Promise<void> {
    // Two presses in one moment are one person; and a fund that was begun is not left out in silence.
    if (isSending.current) return;
    setTried(true);
    seeksFault.current = true;
    if (isFundBegun) return;
    isSending.current = true;
    const { data } = await add({ business: setUp.id, rows: [asked] });
    const id = data?.ids[0];
    isSending.current = id !== undefined && !next;
    if (id === undefined) return;
    seeksFault.current = false;
    setDone({ id, next });
  }
  // Faults stand at their fields once they are drawn; the first gets the cursor.
  useEffect(() => {
    const field = seeksFault.current ? form.current?.querySelector<HTMLElement>('[aria-invalid="true"]') : null;
    if (!field) return;
    seeksFault.current = false;
    field.focus();
  });
  const put = (name: string, value: string) => setCells((now) => ({ ...now, [name]: value }));
  const errorOf = (name: string): string | undefined =>
    tried && name === "fund" && isFundBegun
      ? "Add the new fund first, or choose one of the list."
      : tried || left.has(name)
        ? marks.find((mark) => mark.kind === "stop" && mark.column === name)?.text
        : undefined;
  const faults = marks.filter((mark) => mark.kind === "stop");
  const missing = marks.filter((mark) => mark.kind === "stop" && mark.column && !cells[mark.column]);
  return {
    ...{ form, parts, choices, cells, marks, planned, settled, tried, added, missing, faults, isFundBegun },
    ...{ put, errorOf, send, adding, isToBeKept: isTyped && done === null },
    leave: (name: string) => setLeft((now) => new Set([...now, name])),
    isStopped: marks.some((mark) => mark.kind === "stop"),
  };
}
