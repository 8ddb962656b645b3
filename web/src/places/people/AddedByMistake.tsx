/** People added by mistake are taken out again, one or all who were added together, as long as nothing of them left the house. */
import type { AddedTogether } from "@zesty/contract/peopleSheet";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { counted, moment } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { peopleApi } from "../../state/peopleApi.ts";

interface TakeOutProps {
  business: number;
  people: readonly { id: number; name: string }[];
  onDone?: () => void;
}

/** Asks once more, and says what goes. */
export function TakeOut({ business, people, onDone }: TakeOutProps) {
  const [sure, setSure] = useState(false);
  const [takeOut, { error, isLoading }] = peopleApi.useTakeOutPeopleMutation();
  const [only] = people;
  const whom = people.length === 1 ? (only?.name ?? "") : counted(people.length, "person", "people");
  if (!sure)
    return (
      <Button look="quiet" onClick={() => setSure(true)}>
        Take {whom} out again
      </Button>
    );
  return (
    <div className="mt-1 max-w-xl border-l-3 border-amber pl-3">
      <p>
        Everything on record of {whom} goes: facts, hours, leave, and the place in an open run. The trail keeps the{" "}
        {people.length === 1 ? "name" : "names"}.
      </p>
      <div className="mt-2 flex gap-2">
        <Button
          look="main"
          disabled={isLoading}
          onClick={async () => {
            const { data } = await takeOut({ business, people: people.map((each) => each.id) });
            if (data) onDone?.();
          }}
        >
          Take out
        </Button>
        <Cancel onClick={() => setSure(false)} />
      </div>
      <ProblemNote error={error} />
    </div>
  );
}

/** Lists that were added, newest first, while somebody of them may still go. */
export function AddedTogetherList({ business }: { business: number }) {
  const { data: groups = [] } = peopleApi.usePeopleAddedQuery(business, { refetchOnMountOrArgChange: true });
  const several = groups.filter(({ people }) => people.length > 1);
  if (several.length === 0) return null;
  return (
    <section aria-labelledby="added-together" className="mb-3 max-w-3xl text-[15px]">
      <h2 id="added-together" className="font-name text-[18px]">
        Added together
      </h2>
      <ul>
        {several.slice(0, 5).map((group) => (
          <Group key={group.at} business={business} group={group} />
        ))}
      </ul>
    </section>
  );
}

function Group({ business, group: { at, people } }: { business: number; group: AddedTogether }) {
  const free = people.filter(({ stays }) => stays === null);
  const [stays] = people.filter((each) => each.stays !== null);
  return (
    <li className="border-t border-rule py-1.5">
      <span className="mr-3">
        {counted(people.length, "person", "people")}, {moment(at)}: {people[0]?.name} to {people.at(-1)?.name}
      </span>
      {stays && (
        <span className="mr-3 text-quiet">
          {people.length - free.length} stay: {stays.name} {stays.stays}
        </span>
      )}
      <TakeOut business={business} people={free} />
    </li>
  );
}
