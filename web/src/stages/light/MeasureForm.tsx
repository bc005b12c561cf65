import { useState } from "react";
import { useDesk } from "../../sheet/desk";
import type { MeasuredPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { useReader } from "../../ui/reader";

interface Of {
  /** Where the reading is kept. */
  at: MeasuredPath;
  label?: string;
  /** How many lamps there are: of several the current may be that of all. */
  lamps?: number;
}

/** A measured current counts only with the voltage it was taken at: both are kept together. */
export function MeasureForm({ at, label = "Measured, one lamp", lamps = 1 }: Of) {
  const { edit } = useDesk();
  const reader = useReader();
  const [amps, setAmps] = useState("");
  const [volts, setVolts] = useState("");
  const [ofAll, setOfAll] = useState(false);
  const [asked, setAsked] = useState(false);
  const typed = [reader(amps, "A"), reader(volts, "V")];
  const fault = typed.find((t) => typeof t === "string" && t !== "empty");
  const missing = typed.includes("empty") ? "Give amps and volts." : undefined;
  const keep = () => {
    setAsked(true);
    const [a, v] = typed;
    if (typeof a !== "number" || typeof v !== "number") return;
    const all = ofAll && lamps > 1 ? { of_all: true } : {};
    edit((job) => setAt(job, at, { amps: a, volts: v, ...all }));
    setAmps("");
    setVolts("");
    setAsked(false);
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
      <Figure
        label={ofAll && lamps > 1 ? `Measured, all ${lamps}` : label}
        unit="A"
        text={amps}
        setText={setAmps}
      />
      <Figure label="at" unit="V" text={volts} setText={setVolts} />
      <Button type="submit">Keep</Button>
      {lamps > 1 && (
        <label className="col-span-3 flex items-center gap-2 text-sm">
          <input type="checkbox" checked={ofAll} onChange={(e) => setOfAll(e.target.checked)} />
          of all {lamps} together, as a clamp reads it
        </label>
      )}
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
