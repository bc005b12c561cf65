import type { Schemas } from "../../api/client";

type Strip = Schemas["StripAnswer"];
type Edge = Schemas["Edge"];

const WIDTH = 880;
const LEFT = 120;
const RIGHT = 20;
const ROW = 44;

/** The edges one below the other on one scale: pieces, modules, obstacles. */
export function StripPicture({
  edges,
  strip,
  onEdge,
}: {
  edges: Edge[];
  strip: Strip;
  /** An edge, or what lies on it, was touched. */
  onEdge: (edge: number) => void;
}) {
  // A length that is just being typed may be no length: what is drawn still fits.
  const longest = Math.max(
    0.1,
    ...edges.map((e) => e.length_m),
    ...strip.pieces.flatMap((p) => p.lies.map((on) => on.to_m)),
  );
  const x = (m: number) => LEFT + (m / longest) * (WIDTH - LEFT - RIGHT);
  const height = edges.length * ROW + 8;
  return (
    // biome-ignore lint/a11y/useSemanticElements: an SVG cannot be a fieldset
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="block w-full"
      role="group"
      aria-label={`${strip.pieces.length} pieces on ${edges.length} edges`}
    >
      <defs>
        <pattern id="blocked" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 6L6 0" stroke="var(--soft)" strokeWidth="1.2" />
        </pattern>
      </defs>
      {edges.map((edge, k) => {
        const y = k * ROW + 12;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
          <g
            key={k}
            role="button"
            tabIndex={0}
            data-edge={k}
            className="cursor-pointer outline-none focus-visible:[&>.ring]:opacity-100"
            onClick={() => onEdge(k)}
            onKeyDown={(e) => {
              if (e.key === "Enter" || e.key === " ") {
                e.preventDefault();
                onEdge(k);
              }
            }}
          >
            <rect
              className="ring"
              x="1"
              y={y - 6}
              width={WIDTH - 2}
              height={ROW - 4}
              rx="3"
              fill="none"
              stroke="var(--spruce)"
              strokeWidth="2"
              opacity="0"
            />
            <rect x="0" y={y - 6} width={WIDTH} height={ROW - 4} fill="transparent" />
            <text
              x={LEFT - 8}
              y={y + 14}
              textAnchor="end"
              fill="var(--ink)"
              className="text-[12px]"
            >
              {edge.name.slice(0, 18)}
            </text>
            <rect
              x={x(0)}
              y={y}
              width={Math.max(0, x(edge.length_m) - x(0))}
              height="20"
              fill="none"
              stroke="var(--line)"
            />
            {(edge.obstacles ?? []).map((o) => (
              <rect
                key={`${o.name} ${o.from_m}`}
                x={x(o.from_m)}
                y={y}
                width={Math.max(2, x(o.to_m) - x(o.from_m))}
                height="20"
                fill="url(#blocked)"
                stroke="var(--soft)"
              >
                <title>{o.name}</title>
              </rect>
            ))}
            {strip.pieces
              .flatMap((p) => p.lies.filter((on) => on.edge === k).map((on) => ({ ...p, ...on })))
              .map((p) => (
                <g key={p.number} data-piece={p.number}>
                  <rect
                    x={x(p.from_m)}
                    y={y + 5}
                    width={Math.max(2, x(p.to_m) - x(p.from_m))}
                    height="10"
                    rx={p.is_module ? 3 : 0}
                    fill={p.is_module ? "var(--panel)" : "var(--lamp)"}
                    stroke="var(--ink)"
                  />
                  <text
                    x={(x(p.from_m) + x(p.to_m)) / 2}
                    y={y + 32}
                    textAnchor="middle"
                    fill="var(--ink)"
                    className="text-[11px]"
                  >
                    {p.number}
                  </text>
                </g>
              ))}
          </g>
        );
      })}
    </svg>
  );
}

/** Light of each group along the strip, as the circuit gives it. */
export function LightAlong({ strip }: { strip: Strip }) {
  const points = strip.light;
  if (points.length < 2) return null;
  const end = points.at(-1)?.along_m ?? 1;
  const top = Math.max(100, ...points.map((p) => p.percent));
  const height = 120;
  const x = (m: number) => LEFT + (m / end) * (WIDTH - LEFT - RIGHT);
  const y = (percent: number) => 14 + (1 - percent / top) * (height - 34);
  const percents = points.map((p) => p.percent);
  const [least, most] = [Math.min(...percents), Math.max(...percents)];
  return (
    <figure>
      <figcaption className="text-sm">
        Light along it {strip.volt_text}: from{" "}
        <span className="font-reading">{least.toFixed(0)} %</span> to{" "}
        <span className="font-reading">{most.toFixed(0)} %</span> of its label.
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${height}`} className="block w-full" aria-hidden="true">
        {[0, 50, 100].map((p) => (
          <g key={p}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(p)} y2={y(p)} stroke="var(--line)" />
            <text
              x={LEFT - 8}
              y={y(p) + 4}
              textAnchor="end"
              fill="var(--soft)"
              className="text-[11px]"
            >
              {p} %
            </text>
          </g>
        ))}
        <polyline
          points={points
            .map((p) => `${x(p.along_m).toFixed(1)},${y(p.percent).toFixed(1)}`)
            .join(" ")}
          fill="none"
          stroke="var(--copper)"
          strokeWidth="2.5"
        />
        <text x={LEFT} y={height - 4} fill="var(--soft)" className="text-[11px]">
          start
        </text>
        <text
          x={WIDTH - RIGHT}
          y={height - 4}
          textAnchor="end"
          fill="var(--soft)"
          className="text-[11px]"
        >
          {end.toFixed(2)} m
        </text>
      </svg>
    </figure>
  );
}
