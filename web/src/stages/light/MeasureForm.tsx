import { useState } from "react";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { useReader } from "../../ui/reader";

/** A measured current counts only with the voltage it was taken at: both are kept together. */
export function MeasureForm({ at }: { at: string }) {
  const { edit } = useDesk();
  const reader = useReader();
  const [amps, setAmps] = useState("");
  const [volts, setVolts] = useState("");
  const [asked, setAsked] = useState(false);
  const typed = [reader(amps, "A"), reader(volts, "V")];
  const fault = typed.find((t) => typeof t === "string" && t !== "empty");
  const missing = typed.includes("empty") ? "Give amps and volts." : undefined;
  const keep = () => {
    setAsked(true);
    const [a, v] = typed;
    if (typeof a === "number" && typeof v === "number")
      edit((job) => setAt(job, at, { amps: a, volts: v }));
  };
  const says = fault ?? (asked ? missing : undefined);
  return (
    <form
      className="grid grid-cols-[1fr_1fr_auto] items-end gap-2"
      aria-label="Measured current"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <Figure label="Measured, one lamp" unit="A" text={amps} setText={setAmps} />
      <Figure label="at" unit="V" text={volts} setText={setVolts} />
      <Button type="submit">Keep</Button>
      {says && (
        <p role="alert" className="col-span-3 text-sm text-rust">
          {says}
        </p>
      )}
    </form>
  );
}

function Figure({
  label,
  unit,
  text,
  setText,
}: {
  label: string;
  unit: string;
  text: string;
  setText: (text: string) => void;
}) {
  return (
    <label className="relative block min-w-0 text-sm text-soft">
      {label}
      <input
        className="field pr-8 font-reading text-ink"
        inputMode="decimal"
        autoComplete="off"
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <span aria-hidden="true" className="pointer-events-none absolute right-2 bottom-2">
        {unit}
      </span>
    </label>
  );
}
