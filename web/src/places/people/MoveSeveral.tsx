/** Several people moved from one day to another cycle, place, cost centre or fund: who is where, then one step. */
import type { BusinessView } from "@zesty/contract/business";
import type { Movable, MovePlan, MoveWanted } from "@zesty/contract/move";
import { useState } from "react";
import { useNavigate } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { ChoosePeople } from "../../parts/ChoosePeople.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { counted, longDate } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useAsked } from "../../parts/useAsked.ts";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { raiseApi } from "../../state/raiseApi.ts";
import { setUpApi } from "../../state/setUpApi.ts";

const titles: Record<Movable, string> = {
  cycle: "Pay cycle",
  place: "Place of work",
  costCentre: "Cost centre",
  fund: "Super fund",
};

const listOf = (setUp: BusinessView): Record<Movable, readonly { id: number; name: string; retired: boolean }[]> => ({
  cycle: setUp.cycles,
  place: setUp.places,
  costCentre: setUp.costCentres,
  fund: setUp.funds,
});

export function MoveSeveral() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  const { data: setUp } = setUpApi.useBusinessQuery(business.id);
  return day && setUp ? <Move key={business.id} setUp={setUp} day={day} /> : <Loading what="the people" />;
}

function Move({ setUp, day }: { setUp: BusinessView; day: string }) {
  const navigate = useNavigate();
  const lists = listOf(setUp);
  const kinds = (Object.keys(titles) as Movable[]).filter(
    (kind) =>
      (kind !== "fund" || onPage[setUp.country].hasFunds) && lists[kind].filter((each) => !each.retired).length > 0,
  );
  const [what, setWhat] = useState<Movable>(kinds[0] ?? "cycle");
  const [to, setTo] = useState("");
  const [from, setFrom] = useState(day);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [plan, planning] = raiseApi.usePlanMoveMutation();
  const [move, moving] = raiseApi.useMoveMutation();
  const wanted: MoveWanted & { business: number } = {
    ...{ business: setUp.id, what, to: Number(to), from, people: [...chosen] },
  };
  const data = useAsked<typeof wanted, MovePlan>(to === "" ? null : JSON.stringify({ ...wanted, people: [] }), plan);
  const shown = to === "" ? null : data;
  return (
    <Page
      title="Move several people"
      aside={
        <Button
          look="main"
          disabled={!shown || chosen.size === 0 || planning.isLoading || Boolean(planning.error) || moving.isLoading}
          onClick={() =>
            void move(wanted).then((answer) => {
              if (!answer.error) void navigate("/people");
            })
          }
        >
          Move {chosen.size === 0 ? "" : counted(chosen.size, "person", "people")} from {longDate(from)}
        </Button>
      }
    >
      <div className="mb-3 grid max-w-3xl grid-cols-3 gap-4 max-[700px]:grid-cols-1">
        <WhatAndWhereTo
          kinds={kinds}
          what={what}
          to={to}
          choices={lists[what]}
          onChoose={(kind, entry) => {
            setWhat(kind);
            setTo(entry);
            setChosen(new Set());
          }}
        />
        <TextField
          label="From"
          type="date"
          hint={what === "fund" ? "Paydays from this day on go there" : "Work from this day on"}
          value={from}
          onChange={(event) => setFrom(event.target.value)}
        />
      </div>
      <ProblemNote error={moving.error ?? planning.error} />
      {!shown ? (
        <Nothing>Say where to: then everybody who works on that day is listed, with where each is now.</Nothing>
      ) : shown.rows.length === 0 ? (
        <Nothing>Nobody works here on that day.</Nothing>
      ) : (
        <ChoosePeople
          rows={shown.rows}
          mayChoose={(row) => row.cannot === null}
          chosen={chosen}
          onChosen={setChosen}
          columns={[
            { title: "Basis", show: (row) => row.basis },
            { title: "Now", show: (row) => <span className="text-quiet">{row.was ?? "–"}</span> },
            {
              title: "Then",
              show: (row, on) => (row.cannot ? <span className="text-quiet">{row.cannot}</span> : on ? shown.is : ""),
            },
          ]}
        />
      )}
    </Page>
  );
}

interface WhereProps {
  kinds: readonly Movable[];
  what: Movable;
  to: string;
  choices: readonly { id: number; name: string; retired: boolean }[];
  onChoose: (what: Movable, to: string) => void;
}

function WhatAndWhereTo({ kinds, what, to, choices, onChoose }: WhereProps) {
  return (
    <>
      <ChoiceField
        label="What changes"
        autoFocus
        value={what}
        onChange={(event) => onChoose(event.target.value as Movable, "")}
      >
        {kinds.map((kind) => (
          <option key={kind} value={kind}>
            {titles[kind]}
          </option>
        ))}
      </ChoiceField>
      <ChoiceField
        label="To"
        hint={what === "fund" ? "Its member numbers are asked for afterwards" : ""}
        value={to}
        onChange={(event) => onChoose(what, event.target.value)}
      >
        <option value="">choose</option>
        {choices
          .filter((each) => !each.retired)
          .map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
      </ChoiceField>
    </>
  );
}
