import { useState } from "react";
import { useDesk } from "../../sheet/desk";
import type { Others } from "./useLight";

const LABELS: Record<Others, string> = {
  old: "the lamps that come off",
  candidate: "the candidates",
};

/** What lies beside the lamps: chosen on the page, at first what the job has. */
export function useBeside(circuit?: string) {
  const { job } = useDesk();
  const [chosen, setChosen] = useState<Others | "nothing">();
  const lights = (job.circuits ?? [])
    .filter((c) => !circuit || c.id === circuit)
    .flatMap((c) => c.lights ?? []);
  const others: Others[] = [];
  if (lights.some((l) => l.replaces)) others.push("old");
  if (lights.some((l) => l.optic?.instead)) others.push("candidate");
  const picked = others.find((o) => o === chosen);
  const beside = chosen === "nothing" ? undefined : (picked ?? others[0]);
  return { beside, others, choose: setChosen };
}

export function BesidePicker({ beside, others, choose }: ReturnType<typeof useBeside>) {
  if (others.length === 0) return null;
  return (
    <label className="min-w-44">
      <span className="block text-sm text-soft">Beside them</span>
      <select
        className="field"
        value={beside ?? "nothing"}
        onChange={(e) => choose(e.target.value as Others | "nothing")}
      >
        {others.map((o) => (
          <option key={o} value={o}>
            {LABELS[o]}
          </option>
        ))}
        <option value="nothing">nothing</option>
      </select>
    </label>
  );
}
