/** Tax or super typed in place of the worked figure. A reason goes with it, and a query stands until it is ticked. */
import type { RunRow } from "@zesty/contract/runs";
import type { CountryCode } from "@zesty/core/countries/countries";
import { useState } from "react";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { money } from "../../parts/format.ts";
import { overridesSet } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";

const isMoney = (text: string) => text === "" || /^\d{1,8}(\.\d{1,2})?$/.test(text);

interface Props {
  country: CountryCode;
  row: RunRow;
  onBack: () => void;
}

export function OverridePanel({ country, row, onBack }: Props) {
  const words = onPage[country].byHand;
  const dispatch = useAppDispatch();
  const [withheld, setWithheld] = useState(row.overrides?.withheld ?? "");
  const [guarantee, setGuarantee] = useState(row.overrides?.guarantee ?? "");
  const [reason, setReason] = useState(row.overrides?.reason ?? "");
  const [tried, setTried] = useState(false);
  const faults = {
    withheld: isMoney(withheld) ? undefined : "This is not an amount. Write it as 250.00.",
    guarantee: isMoney(guarantee) ? undefined : "Super is not an amount. Write it as 136.80.",
    reason: reason.trim() ? undefined : "Say why: the reason stays with the pay.",
  };
  const nothing = withheld === "" && guarantee === "";
  const save = () => {
    setTried(true);
    if (Object.values(faults).some(Boolean) || nothing) return;
    dispatch(
      overridesSet({
        payId: row.payId,
        overrides: {
          ...(withheld === "" ? {} : { withheld }),
          ...(guarantee === "" ? {} : { guarantee }),
          reason: reason.trim(),
        },
      }),
    );
    onBack();
  };
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <h2 className="mt-2 font-name text-[20px]">{words.title}</h2>
      <p className="mb-3 text-[14.5px] text-quiet">
        {row.name}. Leave a field empty to keep the worked figure. The worked figure stays in the working, and a query
        asks for a second look.
      </p>
      <div className="flex flex-col gap-3">
        <TextField
          label={words.tax}
          hint={row.figures && !row.overrides ? `Worked out: $${money(row.figures.withheld)}` : "In all, for this pay"}
          value={withheld}
          error={tried ? faults.withheld : undefined}
          onChange={(event) => setWithheld(event.target.value.trim())}
        />
        {words.guarantee && (
          <TextField
            label="Super guarantee"
            value={guarantee}
            error={tried ? faults.guarantee : undefined}
            onChange={(event) => setGuarantee(event.target.value.trim())}
          />
        )}
        <TextField
          label="Reason"
          value={reason}
          maxLength={200}
          error={tried ? faults.reason : undefined}
          onChange={(event) => setReason(event.target.value)}
        />
      </div>
      {tried && nothing && <p className="mt-2 text-plum">{words.nothing}</p>}
      <div className="mt-4 flex gap-2">
        <Button look="main" type="submit">
          Use these
        </Button>
        {row.overrides && (
          <Button
            onClick={() => {
              dispatch(overridesSet({ payId: row.payId, overrides: null }));
              onBack();
            }}
          >
            Back to the worked figures
          </Button>
        )}
      </div>
    </form>
  );
}
