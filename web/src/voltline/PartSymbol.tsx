import type { Schemas } from "../api/client";

/** The sign of a part on the chain. */
export function PartSymbol({
  kind,
  x,
  y,
  glow,
}: {
  kind: Schemas["VoltElement"]["kind"];
  x: number;
  y: number;
  glow: Schemas["VoltLine"]["glow"];
}) {
  const ink = { stroke: "var(--ink)", strokeWidth: 1.8, fill: "var(--panel)" };
  switch (kind) {
    case "fuse":
      return (
        <g>
          <rect x={x - 14} y={y - 7} width="28" height="14" rx="7" {...ink} />
          <line x1={x - 14} x2={x + 14} y1={y} y2={y} stroke="var(--copper)" strokeWidth="1.5" />
        </g>
      );
    case "relay":
      return (
        <g>
          <rect x={x - 12} y={y - 12} width="24" height="24" rx="3" {...ink} />
          <path d={`M${x - 12} ${y}h5l12 -7M${x + 6} ${y}h6`} {...ink} fill="none" />
        </g>
      );
    case "diode":
      return (
        <g>
          <rect x={x - 12} y={y - 10} width="24" height="20" fill="var(--panel)" />
          <path d={`M${x - 7} ${y - 8}v16l13 -8z`} fill="var(--ink)" />
          <path d={`M${x - 12} ${y}h24M${x + 6} ${y - 8}v16`} {...ink} fill="none" />
        </g>
      );
    case "module":
      return (
        <g>
          <rect x={x - 13} y={y - 9} width="26" height="18" rx="2" {...ink} />
          <path d={`M${x - 8} ${y + 4}h5v-8h5v8h5`} {...ink} fill="none" />
        </g>
      );
    case "switch":
      return (
        <g>
          <rect x={x - 13} y={y - 9} width="26" height="18" fill="var(--panel)" />
          <path d={`M${x - 13} ${y}h3l18 -9M${x + 9} ${y}h4`} {...ink} fill="none" />
          <circle cx={x - 9} cy={y} r="2.5" fill="var(--ink)" />
          <circle cx={x + 9} cy={y} r="2.5" fill="var(--ink)" />
        </g>
      );
    case "joint":
      return <circle cx={x} cy={y} r="3.5" fill="var(--ink)" />;
    case "lamps":
      return (
        <g>
          <circle
            cx={x}
            cy={y}
            r="9"
            {...ink}
            fill={glow === "dark" ? "var(--panel)" : "var(--lamp)"}
          />
          <path d={`M${x - 6} ${y - 6}l12 12M${x - 6} ${y + 6}l12 -12`} {...ink} fill="none" />
        </g>
      );
    case "chassis":
      return (
        <path
          d={`M${x} ${y - 10}v20M${x + 5} ${y - 6}v12M${x + 10} ${y - 2}v4`}
          {...ink}
          fill="none"
        />
      );
    default:
      return null;
  }
}
