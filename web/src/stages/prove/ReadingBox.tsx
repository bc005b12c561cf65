import { useState } from "react";
import { ApiError } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { FigureBox } from "../../ui/FigureBox";
import { fromMeter, meterAddress } from "./meter";

/** The box where a figure goes, typed or read from the meter. */
export function ReadingBox({ check, name, unit }: { check: string; name: string; unit: string }) {
  const { addReading, catalog } = useDesk();
  return (
    <FigureBox
      main
      label={`${name}, reading`}
      unit={unit}
      words={(text) =>
        unit === "ohm" && /^(ol|open)$/i.test(text.trim()) ? catalog.overload_ohm : undefined
      }
      word={unit === "ohm" ? "OL" : undefined}
      keep={(value) => addReading(check, value)}
      device={meterAddress() ? () => fromMeter(check, unit) : undefined}
    />
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
                (e) => setFault(e instanceof ApiError ? e.problem.detail : "It was not saved."),
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
