/** The pay cycles of a business: their next dates, and what becomes of a payday on which no bank works. */
import type { BusinessView } from "@zesty/contract/business";
import { ChoiceField, errorAt, TextField } from "../../parts/Fields.tsx";
import { weekdayDate } from "../../parts/format.ts";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { ChangingList } from "./ChangingList.tsx";
import { NewCycle } from "./NewCycle.tsx";

const closedWords = {
  ask: "ask in the run",
  before: "pay on the bank's day before",
  after: "pay on the bank's day after",
} as const;

export function Cycles({ setUp }: { setUp: BusinessView }) {
  return (
    <GrowingBlock title="Pay cycles" form={(done) => <NewCycle setUp={setUp} onDone={done} />}>
      <ChangingList
        setUp={setUp}
        list="cycles"
        entries={setUp.cycles}
        users={["person", "people"]}
        nameOf={(cycle) => cycle.name}
        show={(cycle) => (
          <>
            {cycle.name}
            {cycle.name.toLowerCase() === cycle.cycle ? "" : ` (${cycle.cycle})`}
            {!cycle.retired && (
              <>
                : next for {weekdayDate(cycle.next.start)} to {weekdayDate(cycle.next.end)}, paid{" "}
                {weekdayDate(cycle.next.payday)}
                {cycle.closedDays !== "ask" && (
                  <span className="text-quiet">; without banks {closedWords[cycle.closedDays]}</span>
                )}
              </>
            )}
          </>
        )}
        valuesOf={({ name, paydayOffset, closedDays, retired }) => ({
          name,
          paydayOffset: String(paydayOffset),
          closedDays,
          retired,
        })}
        fields={(form) => (
          <>
            <TextField
              label="Name"
              autoFocus
              error={errorAt(form.formState.errors, "name")}
              {...form.register("name")}
            />
            <TextField
              label="Days from period end to payday"
              hint="The next runs follow it"
              error={errorAt(form.formState.errors, "paydayOffset")}
              {...form.register("paydayOffset")}
            />
            <ChoiceField label="On a day without banks" {...form.register("closedDays")}>
              {Object.entries(closedWords).map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </ChoiceField>
          </>
        )}
      />
    </GrowingBlock>
  );
}
