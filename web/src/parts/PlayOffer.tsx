/** Making a business to play in: on the first desk, and beside adding a real one. */
import type { CountryCode } from "@zesty/core/countries/countries";
import { useNavigate } from "react-router";
import { onPage } from "../countries/onPage.ts";
import { useTakeBusiness } from "../state/business.ts";
import { playApi } from "../state/playApi.ts";
import { Button } from "./Button.tsx";
import { ProblemNote } from "./ProblemNote.tsx";

const codes = Object.keys(onPage) as CountryCode[];

export function PlayOffer({ title }: { title: string }) {
  const navigate = useNavigate();
  const take = useTakeBusiness();
  const [play, { error, isLoading }] = playApi.usePlayMutation();
  return (
    <section aria-labelledby="play">
      <h2 id="play" className="font-name text-[21px]">
        {title}
      </h2>
      <p className="mt-2 mb-4 max-w-xl leading-7">
        A business with made-up people and a payday to come. Run it, send it, spoil it: nothing leaves the house and
        nobody is paid. Put it away when you have seen enough.
      </p>
      <div className="flex flex-wrap gap-3">
        {codes.map((country) => (
          <Button
            key={country}
            disabled={isLoading}
            onClick={async () => {
              const { data } = await play({ country });
              if (!data) return;
              take(data.id);
              void navigate("/desk");
            }}
          >
            Play in {onPage[country].name}
          </Button>
        ))}
      </div>
      <ProblemNote error={error} />
    </section>
  );
}
