import type { Schemas } from "../api/client";

const WIDE = 640;
const HIGH = 200;
const PAD = { left: 44, right: 12, top: 12, bottom: 28 };

/** What each vehicle took of its plan, in the order in which they were done, and what is expected of the next. */
export function LearningCurve({
  timed,
  expected,
}: {
  timed: Schemas["Timed"][];
  expected: number[];
}) {
  const most = Math.max(1, ...timed.map((t) => t.ratio), ...expected) * 1.1;
  const wide = (WIDE - PAD.left - PAD.right) / expected.length;
  const x = (k: number) => PAD.left + (k + 0.5) * wide;
  const y = (ratio: number) => HIGH - PAD.bottom - (ratio / most) * (HIGH - PAD.top - PAD.bottom);
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="w-full max-w-2xl"
      role="img"
      aria-label="Time of each vehicle against its plan"
    >
      <g className="fill-none stroke-line">
        <path d={`M${PAD.left} ${y(1)}H${WIDE - PAD.right}`} strokeDasharray="4 4" />
        <path d={`M${PAD.left} ${y(0)}H${WIDE - PAD.right}`} />
      </g>
      <polyline
        className="fill-none stroke-copper"
        strokeWidth="2"
        points={expected.map((ratio, k) => `${x(k)},${y(ratio)}`).join(" ")}
      />
      {timed.map((t, k) => (
        <circle key={t.unit} cx={x(k)} cy={y(t.ratio)} r="4" className="fill-ink" />
      ))}
      <g className="fill-soft" fontSize="12">
        <text x={PAD.left - 6} y={y(1) + 4} textAnchor="end">
          plan
        </text>
        {expected.map((_, k) => (
          <text key={k} x={x(k)} y={HIGH - 8} textAnchor="middle">
            {timed[k]?.unit ?? `${k + 1}.`}
          </text>
        ))}
      </g>
    </svg>
  );
}
