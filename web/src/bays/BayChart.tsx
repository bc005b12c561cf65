import type { Schemas } from "../api/client";

type Plan = Schemas["BayPlan"];

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** Narrower hatching is not seen, of a picture 1000 wide. */
const SEEN = 4;
const LABEL = new Intl.DateTimeFormat(undefined, { weekday: "short", day: "numeric" });

/** A row for each bay, a column for each day: vehicles, the work on them, what cures overnight. */
export function BayChart({ plan }: { plan: Plan }) {
  if (plan.stays.length === 0) return null;
  const at = (t: string) => new Date(t).getTime();
  const first = new Date(
    `${plan.stays
      .map((s) => s.starts)
      .sort()[0]
      ?.slice(0, 10)}T00:00:00`,
  );
  const last = Math.max(...plan.stays.map((s) => at(s.ends)));
  const days = Math.max(1, Math.ceil((last - first.getTime()) / DAY_MS));
  const width = 1000;
  const x = (ms: number) => ((ms - first.getTime()) / (days * DAY_MS)) * width;
  const bays = [...new Set(plan.stays.map((s) => s.bay))].sort((a, b) => a - b);
  const row = 64;
  const top = 26;
  const spoken = plan.stays
    .map((s) => `bay ${s.bay}: unit ${s.unit} from ${s.starts} to ${s.ends}`)
    .join("; ");
  return (
    <svg
      role="img"
      aria-label={`Bays over ${days} days. ${spoken}`}
      viewBox={`0 0 ${width} ${top + bays.length * row}`}
      className="card w-full"
    >
      <defs>
        <pattern id="cures" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 6L6 0" stroke="var(--ochre)" strokeWidth="1" />
        </pattern>
      </defs>
      {Array.from({ length: days }, (_, k) => first.getTime() + k * DAY_MS).map((day) => (
        <g key={day}>
          <path
            d={`M${x(day)} 0V${top + bays.length * row}`}
            stroke="var(--line)"
            strokeWidth="1"
          />
          <text x={x(day) + 4} y="17" fontSize="13" fill="var(--soft)">
            {LABEL.format(new Date(day + DAY_MS / 2))}
          </text>
        </g>
      ))}
      {bays.map((bay, k) => (
        <g key={bay} transform={`translate(0 ${top + k * row})`}>
          <path d={`M0 0H${width}`} stroke="var(--line)" strokeWidth="1" />
          {plan.stays
            .filter((s) => s.bay === bay)
            .map((s) => {
              const [from, to] = [x(at(s.starts)), x(at(s.ends))];
              return (
                <g key={s.vehicle}>
                  <rect
                    x={from}
                    y="6"
                    width={Math.max(2, to - from)}
                    height={row - 12}
                    rx="4"
                    fill="none"
                    stroke="var(--spruce)"
                    strokeWidth="1.5"
                  />
                  <text x={from + 5} y="21" fontSize="13" fontWeight="600" fill="var(--ink)">
                    {s.unit}
                  </text>
                </g>
              );
            })}
          {plan.steps
            .filter((s) => s.bay === bay)
            .map((s) => {
              const [from, to] = [x(at(s.starts)), x(at(s.ends))];
              const rest = x(at(s.ends) + s.rest_min * 60_000) - to;
              return (
                <g key={`${s.vehicle}.${s.step}`}>
                  {rest >= SEEN && (
                    <rect x={to} y="44" width={rest} height="10" fill="url(#cures)" />
                  )}
                  <rect
                    x={from}
                    y={28 + ((s.person - 1) % 2) * 7}
                    width={Math.max(1, to - from)}
                    height="6"
                    fill={s.person % 2 === 1 ? "var(--spruce)" : "var(--copper)"}
                  />
                </g>
              );
            })}
        </g>
      ))}
    </svg>
  );
}
