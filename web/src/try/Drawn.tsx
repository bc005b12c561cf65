import type { Schemas } from "../api/client";

type Item = Schemas["Item"];
type Part = Extract<Item, { item: "part" }>;

function look(live: boolean) {
  return live ? { stroke: "var(--copper)", strokeWidth: 0.7 } : {};
}

/** One thing of a drawing. Without `onPart` its parts are not to be touched. */
export function Drawn({ item, onPart }: { item: Item; onPart?: (part: string) => void }) {
  switch (item.item) {
    case "wire": {
      const corners: string[] = [];
      for (let i = 0; i + 1 < item.points.length; i += 2)
        corners.push(`${item.points[i]} ${item.points[i + 1]}`);
      return <path d={`M${corners.join("L")}`} {...look(item.live)} />;
    }
    case "text":
      return (
        <text
          x={item.x}
          y={item.y}
          fontSize={item.size}
          textAnchor={item.anchor as "start" | "middle" | "end"}
          fill="var(--ink)"
          stroke="none"
        >
          {item.text}
        </text>
      );
    case "part":
      return <PartSign part={item} onPart={onPart} />;
  }
}

const QUIET: Part["sign"][] = ["supply", "joint", "ground"];

function PartSign({ part, onPart }: { part: Part; onPart?: ((part: string) => void) | undefined }) {
  const at = `translate(${part.x} ${part.y})` as const;
  if (!onPart || QUIET.includes(part.sign))
    return (
      <g transform={at} {...look(part.live)}>
        <Sign part={part} />
      </g>
    );
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
    <g
      role="button"
      tabIndex={0}
      aria-label={`${part.sign} ${part.part}${part.live ? ", carries current" : ""}`}
      data-sign={part.part}
      data-live={part.live}
      transform={at}
      {...look(part.live)}
      onClick={() => onPart(part.part)}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onPart(part.part);
        }
      }}
    >
      <rect x="-6" y="-5" width="12" height="10" fill="transparent" stroke="none" />
      <Sign part={part} />
    </g>
  );
}

function Sign({ part }: { part: Part }) {
  const panel = "var(--panel)";
  const dots = (
    <>
      <circle cx="-3" r="0.6" fill="var(--ink)" />
      <circle cx="3" r="0.6" fill="var(--ink)" />
    </>
  );
  switch (part.sign) {
    case "supply":
      return (
        <>
          <circle r="1.6" />
          <path d="M-1 0h2M0 -1v2" />
        </>
      );
    case "signal":
      return <path d="M-3 -1.6h4l2 1.6l-2 1.6h-4z" fill={panel} />;
    case "fuse":
      return (
        <>
          <rect x="-4" y="-1.5" width="8" height="3" fill={panel} />
          <path d="M-4 0h8" />
        </>
      );
    case "switch":
    case "make":
      return (
        <>
          <path d={part.on ? "M-5 0H5" : "M-5 0h2l6 -3M3 0h2"} />
          {dots}
        </>
      );
    case "break":
      return (
        <>
          <path d={`${part.on ? "M-5 0H5" : "M-5 0h2l6 3M3 0h2"}M3 -2.4V0`} />
          {dots}
        </>
      );
    case "coil":
      return (
        <>
          <rect x="-5" y="-2" width="10" height="4" fill={panel} />
          <path d="M-2 2l4 -4M-5 0v-4h3M5 0v-4h-3M-2 -5.2v2.4M2 -5.2v2.4l-4 -1.2z" />
        </>
      );
    case "coil_resistor":
      return (
        <>
          <rect x="-5" y="-2" width="10" height="4" fill={panel} />
          <path d="M-2 2l4 -4M-5 0v-4h2M5 0v-4h-2" />
          <rect x="-3" y="-5" width="6" height="2" fill={panel} />
        </>
      );
    case "module":
      return (
        <>
          <rect x="-5" y="-3" width="10" height="6" fill={panel} />
          <path d="M-3 1.5h2v-3h2v3h2" />
        </>
      );
    case "diode":
      return <path d="M-3 0h6M-1.6 -2v4l3.2 -2zM1.6 -2v4" fill={panel} />;
    case "lamp":
      return (
        <>
          <circle r="4" fill="var(--lamp)" fillOpacity={part.level} />
          <path d="M-2.8 -2.8l5.6 5.6M-2.8 2.8l5.6 -5.6" />
        </>
      );
    case "plug":
      return (
        <path d="M-2 0h1.2M2 0h-1.2M-0.8 -1.6a1.6 1.6 0 0 1 0 3.2M0.8 -1.6a1.6 1.6 0 0 0 0 3.2" />
      );
    case "ground":
      return <path d="M0 -3v6M1.4 -2v4M2.8 -1v2" />;
    case "joint":
      return <circle r="0.9" fill="var(--ink)" />;
  }
}
