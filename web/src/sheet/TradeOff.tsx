import type { Schemas } from "../api/client";

const COLUMN = 92;
const TOP = 34;
const FALL = 34;
const BARS = 92;
const FOOT = 132;

/** What each size of wire around the chosen one gives and costs: volts at the lamp above, copper below. */
export function TradeOff({ points }: { points: Schemas["TradePoint"][] }) {
  if (points.length < 2) return null;
  const volts = points.map((p) => p.lamp_v);
  const [low, high] = [Math.min(...volts), Math.max(...volts)];
  const heaviest = Math.max(...points.map((p) => p.copper_g));
  // A driver holds its light: where all give the same, nothing is said of it.
  const isLightSame = points.every((p) => p.light_percent > 99.5);
  const x = (k: number) => COLUMN * (k + 0.5);
  const y = (v: number) => TOP + FALL * (high > low ? (high - v) / (high - low) : 0);
  const path = points.map((p, k) => `${k ? "L" : "M"}${x(k)} ${y(p.lamp_v)}`).join("");
  return (
    <figure className="mt-2">
      <figcaption className="text-xs text-soft">
        Volts at the lamp, its light, and copper by size of wire
      </figcaption>
      <svg
        width={COLUMN * points.length}
        height={FOOT + 20}
        viewBox={`0 0 ${COLUMN * points.length} ${FOOT + 20}`}
        className="max-w-full"
        role="img"
        aria-label={points
          .map(
            (p) =>
              `${p.label}: ${p.lamp_text}, ${p.light_percent.toFixed(0)} % light, ${p.copper_text} of copper${p.is_chosen ? ", in use" : ""}${p.is_refused ? ", refused" : ""}`,
          )
          .join("; ")}
      >
        <path d={path} fill="none" stroke="var(--copper)" strokeWidth="2" />
        {points.map((p, k) => {
          const tall = (FOOT - BARS) * (p.copper_g / heaviest);
          return (
            <g key={p.label} opacity={p.is_refused ? 0.55 : 1}>
              <circle
                cx={x(k)}
                cy={y(p.lamp_v)}
                r={p.is_chosen ? 6 : 4}
                fill={p.is_chosen ? "var(--lamp)" : "var(--panel)"}
                stroke="var(--copper)"
                strokeWidth="2"
              />
              <text
                x={x(k)}
                y={y(p.lamp_v) - 10}
                textAnchor="middle"
                fontSize="11"
                fill="var(--ink)"
              >
                {isLightSame ? p.lamp_text : `${p.lamp_text}, ${p.light_percent.toFixed(0)} %`}
              </text>
              <rect x={x(k) - 14} y={FOOT - tall} width="28" height={tall} fill="var(--copper)" />
              <text
                x={x(k)}
                y={FOOT - tall - 4}
                textAnchor="middle"
                fontSize="11"
                fill="var(--ink)"
              >
                {p.copper_text}
              </text>
              <text
                x={x(k)}
                y={FOOT + 14}
                textAnchor="middle"
                fontSize="12"
                fontWeight={p.is_chosen ? 700 : 400}
                fill="var(--ink)"
                textDecoration={p.is_refused ? "line-through" : undefined}
              >
                {p.label}
              </text>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
