import type { Schemas } from "../api/client";
import { place, scale } from "./layout";

/** The volt line of a circuit that is not looked at: only its fall against the floor. */
export function MiniLine({ line }: { line: Schemas["VoltLine"] }) {
  const wide = place(line, 2, 196);
  // Many parts need more room than there is: then all of it is drawn narrower.
  const narrow = Math.min(1, 192 / (wide.at(-1)?.x1 ?? 192));
  const placed = wide.map((p) => ({ ...p, x0: p.x0 * narrow, x1: p.x1 * narrow }));
  const lamp = placed.find((p) => p.element.kind === "lamps");
  const top = line.battery_v;
  const lampV = lamp?.element.in_v ?? top;
  // A floor far below the fall is left out: the fall is what is looked at.
  const floor = line.floor_line_v;
  const isNear = floor != null && top - floor < 3 * Math.max(0.2, top - lampV);
  const bottom = Math.min(isNear ? floor : lampV, lampV) - 0.05;
  const y = scale(bottom, top, 30, 6);
  const before = placed.filter((p) => lamp && p.index < lamp.index);
  const d = before
    .map((p, i) => `${i ? "L" : "M"}${p.x0} ${y(p.element.in_v)}L${p.x1} ${y(p.element.out_v)}`)
    .join("");
  const x = lamp?.x0 ?? 198;
  return (
    <svg width="204" height="36" aria-hidden="true" className="max-w-full">
      {isNear && (
        <line
          x1="2"
          x2={x}
          y1={y(floor)}
          y2={y(floor)}
          stroke="var(--spruce)"
          strokeDasharray="5 3"
        />
      )}
      <path d={d} fill="none" stroke="var(--copper)" strokeWidth="2" />
      <circle
        cx={x + 5}
        cy={y(lampV)}
        r="5"
        fill="var(--panel)"
        stroke="var(--lamp)"
        strokeWidth="2.5"
      />
    </svg>
  );
}
