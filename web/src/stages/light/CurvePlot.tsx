import type { Schemas } from "../../api/client";

const [WIDTH, HEIGHT, LEFT, BOTTOM] = [300, 110, 40, 24];

/** Readings of a lamp as dots, the figures fitted to them as a line. */
export function CurvePlot({ curve }: { curve: Schemas["CurveAnswer"] }) {
  const volts = curve.points.map((p) => p.volts);
  const amps = curve.points.flatMap((p) => [p.fitted_a, p.measured_a ?? p.fitted_a]);
  const [lowV, highV, topA] = [Math.min(...volts), Math.max(...volts), 1.15 * Math.max(...amps)];
  const x = (v: number) => LEFT + ((v - lowV) / (highV - lowV || 1)) * (WIDTH - LEFT - 24);
  const y = (a: number) => HEIGHT - BOTTOM - (a / topA) * (HEIGHT - BOTTOM - 8);
  const line = curve.points.map((p) => `${x(p.volts).toFixed(1)},${y(p.fitted_a).toFixed(1)}`);
  const read = curve.points.filter((p) => p.measured_a != null);
  return (
    <figure className="text-sm">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full max-w-sm"
        role="img"
        aria-label={`Current against voltage: ${curve.says}`}
      >
        <path d={`M${LEFT} 6V${HEIGHT - BOTTOM}H${WIDTH - 20}`} fill="none" stroke="var(--soft)" />
        <polyline points={line.join(" ")} fill="none" stroke="var(--copper)" strokeWidth="2" />
        {read.map((p) => (
          <g key={`${p.volts} ${p.measured_a}`}>
            <circle cx={x(p.volts)} cy={y(p.measured_a ?? 0)} r={3.5} fill="var(--ink)" />
            <text
              x={x(p.volts)}
              y={HEIGHT - 8}
              textAnchor="middle"
              fill="var(--soft)"
              className="font-reading text-[11px]"
            >
              {p.volts} V
            </text>
          </g>
        ))}
        <text
          x={LEFT - 4}
          y={14}
          textAnchor="end"
          fill="var(--soft)"
          className="font-reading text-[11px]"
        >
          {topA.toPrecision(2)} A
        </text>
        <text
          x={LEFT - 4}
          y={HEIGHT - BOTTOM}
          textAnchor="end"
          fill="var(--soft)"
          className="font-reading text-[11px]"
        >
          0
        </text>
      </svg>
      <figcaption>{curve.says}</figcaption>
    </figure>
  );
}
