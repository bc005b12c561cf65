import type { Schemas } from "../../api/client";
import { useWidth } from "../../voltline/useWidth";

type Way = Schemas["SupplyWay"];
type Shift = Schemas["Shift"];

const HEIGHT = 240;
const LEFT = 44;
const TOP = 24;
const BOTTOM = 196;
/** Part of the width that the shift takes; the days parked take the rest, on a scale of their own. */
const SHIFT_PART = 0.72;

const FILLS = { driving: "var(--spruce)", idling: "var(--ochre)", off: "var(--ink)" } as const;
const WORDS = { driving: "driving", idling: "idling", off: "engine off" } as const;

/** Charge of each battery over the shift and the days parked, with the charge needed to start. */
export function ShiftPlot({ way, shift }: { way: Way; shift: Shift }) {
  const { ref, width } = useWidth(840);
  const { run } = way;
  const end = width - 16;
  const parkedFrom = LEFT + (end - LEFT) * SHIFT_PART;
  const lastHour = run.points.at(-1)?.hour ?? run.shift_h;
  const x = (hour: number) =>
    hour <= run.shift_h
      ? LEFT + ((parkedFrom - LEFT) * hour) / Math.max(run.shift_h, 1e-6)
      : parkedFrom +
        ((end - parkedFrom) * (hour - run.shift_h)) / Math.max(lastHour - run.shift_h, 1e-6);
  const y = (percent: number) => BOTTOM - ((BOTTOM - TOP) * percent) / 100;
  const trace = (of: (p: Schemas["Point"]) => number | null | undefined) =>
    run.points
      .flatMap((p) => {
        const percent = of(p);
        return percent == null ? [] : [`${x(p.hour).toFixed(1)} ${y(percent).toFixed(1)}`];
      })
      .map((at, i) => `${i ? "L" : "M"}${at}`)
      .join("");
  let hour = 0;
  const legs = (shift.legs ?? []).map((leg) => {
    const from = hour;
    hour += leg.minutes / 60;
    return { engine: leg.engine ?? "driving", from, to: hour };
  });
  const after = run.after_shift;
  const second = after.auxiliary_percent;
  const parked = run.after_parking;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`${way.label}: starting battery ${after.start_percent.toFixed(0)} % after the shift${second == null ? "" : `, auxiliary ${second.toFixed(0)} %`}; ${parked.start_percent.toFixed(0)} % after parking, ${run.needed_percent.toFixed(0)} % needed to start`}
        className="block font-reading text-[11px]"
        data-testid="shift-plot"
      >
        {[0, 25, 50, 75, 100].map((p) => (
          <g key={p} fill="var(--soft)">
            <line x1={LEFT} x2={end} y1={y(p)} y2={y(p)} stroke="var(--line)" />
            <text x={LEFT - 6} y={y(p) + 4} textAnchor="end">
              {p} %
            </text>
          </g>
        ))}
        {legs.map((l) => (
          <g key={l.from}>
            <rect
              x={x(l.from) + 1}
              y={BOTTOM + 6}
              width={Math.max(1, x(l.to) - x(l.from) - 2)}
              height="8"
              fill={FILLS[l.engine]}
            />
            {x(l.to) - x(l.from) > 54 && (
              <text
                x={(x(l.from) + x(l.to)) / 2}
                y={BOTTOM + 28}
                textAnchor="middle"
                fill="var(--ink)"
              >
                {WORDS[l.engine]}
              </text>
            )}
          </g>
        ))}
        <line
          x1={parkedFrom}
          x2={parkedFrom}
          y1={TOP}
          y2={BOTTOM}
          stroke="var(--ink)"
          strokeDasharray="2 3"
        />
        <text x={(parkedFrom + end) / 2} y={BOTTOM + 28} textAnchor="middle" fill="var(--ink)">
          parked {shift.days_parked} days
        </text>
        <line
          x1={parkedFrom}
          x2={end}
          y1={y(run.needed_percent)}
          y2={y(run.needed_percent)}
          stroke="var(--rust)"
          strokeDasharray="6 4"
        />
        <text x={end} y={y(run.needed_percent) + 14} textAnchor="end" fill="var(--rust)">
          needed to start {run.needed_percent.toFixed(0)} %
        </text>
        <path
          d={trace((p) => p.start_percent)}
          fill="none"
          stroke="var(--copper)"
          strokeWidth="2.5"
        />
        {second != null && (
          <path
            d={trace((p) => (p.hour <= run.shift_h + 1e-9 ? p.auxiliary_percent : null))}
            fill="none"
            stroke="var(--spruce)"
            strokeWidth="2.5"
            strokeDasharray="9 4"
          />
        )}
        {run.cut_off_h != null && (
          <g>
            <line
              x1={x(run.cut_off_h)}
              x2={x(run.cut_off_h)}
              y1={TOP}
              y2={BOTTOM}
              stroke="var(--rust)"
            />
            <text x={x(run.cut_off_h) + 4} y={TOP + 10} fill="var(--rust)">
              below the cut-off
            </text>
          </g>
        )}
        <g>
          <line x1={LEFT} x2={LEFT + 22} y1="10" y2="10" stroke="var(--copper)" strokeWidth="2.5" />
          <text x={LEFT + 28} y="14" fill="var(--ink)">
            starting battery
          </text>
          {second != null && (
            <>
              <line
                x1={LEFT + 150}
                x2={LEFT + 172}
                y1="10"
                y2="10"
                stroke="var(--spruce)"
                strokeWidth="2.5"
                strokeDasharray="9 4"
              />
              <text x={LEFT + 178} y="14" fill="var(--ink)">
                auxiliary battery
              </text>
            </>
          )}
        </g>
      </svg>
    </div>
  );
}
