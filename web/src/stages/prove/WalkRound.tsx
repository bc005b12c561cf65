import { useState } from "react";
import { ApiError, type Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { BURNS, YES_NO } from "./ReadingBox";

type Reading = Schemas["ReadingAnswer"];

/** What is asked and seen before a meter is taken: as it should be, unless somebody says otherwise. */
export function WalkRound({ walk }: { walk: Reading[] }) {
  const { addReadings } = useDesk();
  const [seen, setSeen] = useState<Record<string, number>>({});
  const [fault, setFault] = useState<string>();
  const left = walk.filter((w) => w.value == null);
  const odd = walk.filter((w) => w.is_as_sound === false);
  const keep = () =>
    addReadings(left.map((w) => ({ check: w.check, value: seen[w.check] ?? w.sound }))).then(
      () => {
        setSeen({});
        setFault(undefined);
      },
      (e) => setFault(e instanceof ApiError ? e.problem.detail : "It was not saved."),
    );
  return (
    <details
      className="card p-3"
      open={left.length === walk.length}
      key={left.length === walk.length ? "open" : "kept"}
    >
      <summary className="min-h-11 cursor-pointer font-semibold">
        Walk round: {walk.length - left.length} of {walk.length} seen
        {odd.length > 0 && `, ${odd.length} not as it should be`}
      </summary>
      {odd.length > 0 && (
        <ul className="pb-2 text-sm">
          {odd.map((o) => (
            <li key={o.check} className="flex gap-2">
              <Mark shape="fix" /> {o.how} <strong>{o.value_text}</strong>, sound: {o.sound_text}
            </li>
          ))}
        </ul>
      )}
      {left.length > 0 && (
        <>
          <p className="pb-2 text-sm text-soft">
            Each stands as it should be. Change what you see otherwise, then keep it all.
          </p>
          <ul>
            {left.map((w) => (
              <li
                key={w.check}
                className="grid items-center gap-2 border-t border-line py-1 sm:grid-cols-[1fr_16rem]"
              >
                <span>{w.how}</span>
                <Seen
                  reading={w}
                  value={seen[w.check] ?? w.sound}
                  set={(v) => setSeen({ ...seen, [w.check]: v })}
                />
              </li>
            ))}
          </ul>
          <Button kind="main" className="mt-3 min-h-12 w-full text-lg sm:w-auto" onClick={keep}>
            This is what I saw
          </Button>
        </>
      )}
      {fault && <p role="alert">{fault}</p>}
    </details>
  );
}

function Seen({
  reading,
  value,
  set,
}: {
  reading: Reading;
  value: number;
  set: (value: number) => void;
}) {
  if (reading.with === "meter")
    return (
      <label className="flex items-center gap-2">
        <span className="sr-only">{reading.name}</span>
        <input
          className="field min-h-[44px] w-24 font-reading"
          inputMode="decimal"
          defaultValue={value}
          onChange={(e) => {
            const typed = Number(e.target.value.replace(",", "."));
            if (Number.isFinite(typed)) set(typed);
          }}
        />
        {reading.unit}
      </label>
    );
  const options = reading.with === "eye" ? BURNS : YES_NO;
  return (
    <select
      className="field min-h-[44px]"
      aria-label={reading.how}
      value={value}
      onChange={(e) => set(Number(e.target.value))}
    >
      {options.map((o) => (
        <option key={o.label} value={o.value}>
          {o.label}
        </option>
      ))}
    </select>
  );
}
