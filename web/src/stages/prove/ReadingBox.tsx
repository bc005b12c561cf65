import { useState } from "react";
import { ApiError } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { readNumber } from "../../ui/fields";
import { fromMeter, meterAddress } from "./meter";

/** What an ohmmeter shows where nothing joins its leads. */
const OPEN_OHM = 2e6;

/** The box where a figure goes, typed or read from the meter. */
export function ReadingBox({ check, name, unit }: { check: string; name: string; unit: string }) {
  const { addReading } = useDesk();
  const [text, setText] = useState("");
  const [fault, setFault] = useState<string>();
  const put = async (take: () => Promise<number>) => {
    try {
      await addReading(check, await take());
      setText("");
      setFault(undefined);
    } catch (error) {
      setFault(error instanceof ApiError ? error.problem.detail : "The reading was not kept.");
    }
  };
  const typed = () => {
    const isOpen = unit === "ohm" && /^(ol|open)$/i.test(text.trim());
    const value = isOpen ? OPEN_OHM : readNumber(text, unit);
    if (typeof value === "number") put(async () => value);
    else setFault(value === "empty" ? "Type the reading." : value);
  };
  return (
    <form
      className="space-y-1"
      onSubmit={(e) => {
        e.preventDefault();
        typed();
      }}
    >
      <div className="flex items-start gap-2">
        <label className="flex-1">
          <span className="sr-only">{name}, reading</span>
          <input
            className="field min-h-[44px] font-reading text-lg"
            inputMode="decimal"
            placeholder={unit}
            value={text}
            aria-invalid={!!fault}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <Button kind="main" type="submit" className="min-h-[44px]">
          Keep
        </Button>
        {meterAddress() && (
          <Button className="min-h-[44px]" onClick={() => put(() => fromMeter(check, unit))}>
            Meter
          </Button>
        )}
      </div>
      {fault && (
        <p role="alert" className="text-sm text-rust">
          {fault}
        </p>
      )}
    </form>
  );
}

/** A reading of eye or hand: one button for each thing that can be seen. */
export function ChoiceBox({
  check,
  name,
  options,
}: {
  check: string;
  name: string;
  options: { label: string; value: number }[];
}) {
  const { addReading } = useDesk();
  const [fault, setFault] = useState<string>();
  return (
    <fieldset className="space-y-1">
      <legend className="sr-only">{name}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map((o) => (
          <Button
            key={o.label}
            className="min-h-[44px] flex-1"
            onClick={() =>
              addReading(check, o.value).then(
                () => setFault(undefined),
                (e) => setFault(e instanceof ApiError ? e.problem.detail : "It was not kept."),
              )
            }
          >
            {o.label}
          </Button>
        ))}
      </div>
      {fault && (
        <p role="alert" className="text-sm text-rust">
          {fault}
        </p>
      )}
    </fieldset>
  );
}

export const YES_NO = [
  { label: "Yes", value: 1 },
  { label: "No", value: 0 },
];

/** How lamps burn, as the search for a fault counts it. */
export const BURNS = ["dark", "dim", "partly", "lit"].map((label, value) => ({ label, value }));
