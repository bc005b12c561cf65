import type { Schemas } from "../api/client";
import { gridSteps, type NamePlace, type Placed, place, placeNames, scale } from "./layout";
import { PartSymbol } from "./PartSymbol";
import { useWidth } from "./useWidth";

type Line = Schemas["VoltLine"];

const HEIGHT = 262;
const CHAIN_Y = 40;
const UPPER = { top: 88, bottom: 182 };
const LOWER = { top: 206, bottom: 240 };
const LEFT = 44;
/** Width of one sign of a label. */
const DROP_LABEL_PX = 6.8;

/** Weight of a line by its copper. */
export function wireWeight(areaMm2: number): number {
  return Math.min(7, 1.4 + 1.1 * Math.sqrt(areaMm2));
}

const NAMED: Line["elements"][number]["kind"][] = [
  "fuse",
  "relay",
  "diode",
  "module",
  "switch",
  "lamps",
  "chassis",
];

/** What stands above a part. */
function nameOf(element: Line["elements"][number]): string {
  return element.kind === "lamps" ? element.size : element.name;
}

const HIDDEN_SIZE: Line["elements"][number]["kind"][] = ["joint", "chassis", "lamps"];

/** Where the volts go: the chain at true distance above, the falling voltage below. */
export function VoltLine({
  line,
  name,
  chosen,
  onChoose,
}: {
  line: Line;
  name: string;
  chosen: number | undefined;
  onChoose: (index: number) => void;
}) {
  const { ref, width } = useWidth(840);
  const placed = place(line, LEFT, width - LEFT - 40);
  const lamp = placed.find((p) => p.element.kind === "lamps");
  const before = placed.filter((p) => lamp && p.index < lamp.index);
  const after = placed.filter((p) => lamp && p.index > lamp.index);
  // The fall fills the band: what the lamps need and where they fade show only where they are near.
  // A poor ground lifts what the lamps need above what the battery has.
  const top = Math.max(line.battery_v, line.floor_line_v ?? 0);
  const fall = Math.max(0.2, top - (lamp?.element.in_v ?? top));
  const limits = [line.floor_line_v, line.fades_line_v].filter((v) => v != null);
  const near = limits.map((v) => top - v).filter((below) => below < 3 * fall);
  const span = Math.max(fall, ...near);
  const upper = scale(top - span * 1.12, top + span * 0.08, UPPER.bottom, UPPER.top);
  const lowTop = Math.max(0.2, (lamp?.element.out_v ?? 0) * 1.2);
  const lower = scale(0, lowTop, LOWER.bottom, LOWER.top);
  const end = placed.at(-1)?.x1 ?? width;
  const lampX = lamp ? (lamp.x0 + lamp.x1) / 2 : end;
  const names = placeNames(
    placed
      .filter((p) => NAMED.includes(p.element.kind))
      .map((p) => ({ index: p.index, name: nameOf(p.element), mid: (p.x0 + p.x1) / 2 })),
    width,
  );
  const steps = gridSteps(top - span * 1.1, top + span * 0.05);
  const digits = (steps[1] ?? 0) - (steps[0] ?? 0) < 0.099 ? 2 : 1;
  return (
    <div ref={ref}>
      {/* biome-ignore lint/a11y/useSemanticElements: an SVG cannot be a fieldset */}
      <svg
        width={width}
        height={HEIGHT}
        role="group"
        aria-label={`Volt line of ${name}, ${line.state_label}: ${line.battery_v.toFixed(2)} V at the battery, ${line.lamp_text}, ${[line.current_text, line.floor_text, line.glow_text].filter(Boolean).join(", ")}`}
        className="block select-none"
      >
        <g className="font-reading text-[11px]" fill="var(--soft)">
          {steps.map((v) => (
            <g key={v}>
              <line x1={LEFT} x2={end} y1={upper(v)} y2={upper(v)} stroke="var(--line)" />
              <text x={LEFT - 6} y={upper(v) + 4} textAnchor="end">
                {v.toFixed(digits)}
              </text>
            </g>
          ))}
          <line x1={LEFT} x2={end} y1={lower(0)} y2={lower(0)} stroke="var(--line)" />
          <text x={LEFT - 6} y={lower(0) + 4} textAnchor="end">
            0.0
          </text>
        </g>
        <g>
          {line.floor_line_v != null && line.floor_text && (
            <Limit
              x0={LEFT}
              x1={lampX}
              // Far below the picture it stands at its foot.
              y={Math.min(upper(line.floor_line_v), UPPER.bottom)}
              colour="var(--spruce)"
              dash="6 4"
              text={line.floor_text}
              above={upper(line.floor_line_v) > UPPER.bottom}
            />
          )}
          {line.fades_line_v != null &&
            line.fades_text &&
            upper(line.fades_line_v) <= UPPER.bottom &&
            // Where lamps need just what they fade below, the line of the need says it.
            line.fades_line_v !== line.floor_line_v &&
            line.fades_line_v <= top && (
              <Limit
                x0={LEFT}
                x1={lampX}
                y={upper(line.fades_line_v)}
                colour="var(--rust)"
                dash="2 3"
                text={line.fades_text}
                above
              />
            )}
          <path d={trace(before, upper)} fill="none" stroke="var(--copper)" strokeWidth="2.5" />
          <path d={trace(after, lower)} fill="none" stroke="var(--wire-return)" strokeWidth="2.5" />
          {[...before, ...after].map((p) => (
            <DropLabel key={p.index} placed={p} y={p.index < (lamp?.index ?? 0) ? upper : lower} />
          ))}
          {lamp && <LampFall line={line} lamp={lamp} upper={upper} lower={lower} x={lampX} />}
        </g>
        {placed.map((p) => (
          <ChainPart
            key={p.index}
            placed={p}
            named={names.get(p.index)}
            chosen={p.index === chosen}
            onChoose={() => onChoose(p.index)}
            glow={line.glow}
          />
        ))}
      </svg>
    </div>
  );
}

function trace(parts: Placed[], y: (v: number) => number): string {
  return parts
    .map(
      (p, i) => `${i === 0 ? "M" : "L"}${p.x0} ${y(p.element.in_v)}L${p.x1} ${y(p.element.out_v)}`,
    )
    .join("");
}

/** What an element loses: above the line for a wire that has room, below it for a part. */
function DropLabel({
  placed: { element, x0, x1 },
  y,
}: {
  placed: Placed;
  y: (v: number) => number;
}) {
  const isPart = ["fuse", "switch", "relay", "diode", "module"].includes(element.kind);
  if (!isPart && x1 - x0 < element.drop_text.length * DROP_LABEL_PX) return null;
  return (
    <text
      x={(x0 + x1) / 2}
      y={isPart ? y(element.out_v) + 15 : (y(element.in_v) + y(element.out_v)) / 2 - 7}
      textAnchor="middle"
      className="font-reading text-[11px]"
      fill="var(--ink)"
      stroke="var(--panel)"
      strokeWidth="4"
      paintOrder="stroke"
    >
      {element.drop_text}
    </text>
  );
}

function Limit({
  x0,
  x1,
  y,
  colour,
  dash,
  text,
  above,
}: {
  x0: number;
  x1: number;
  y: number;
  colour: string;
  dash: string;
  text: string;
  above: boolean;
}) {
  return (
    <g>
      <line
        x1={x0}
        x2={x1}
        y1={y}
        y2={y}
        stroke={colour}
        strokeWidth="1.5"
        strokeDasharray={dash}
      />
      <text
        x={x0 + 8}
        y={above ? y - 4 : y + 13}
        className="font-reading text-[11px]"
        fill={colour}
        stroke="var(--panel)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}

function LampFall({
  line,
  lamp,
  upper,
  lower,
  x,
}: {
  line: Line;
  lamp: Placed;
  upper: (v: number) => number;
  lower: (v: number) => number;
  x: number;
}) {
  const top = upper(lamp.element.in_v);
  const bottom = lower(lamp.element.out_v);
  const lit = line.glow === "full" ? 0.35 : line.glow === "dark" ? 0 : 0.15;
  const leftSide = x > 260;
  return (
    <g>
      <path
        d={`M${lamp.x0} ${top}L${x} ${top}L${x} ${bottom}L${lamp.x1} ${bottom}`}
        fill="none"
        stroke="var(--lamp)"
        strokeWidth="3"
      />
      <circle cx={x} cy={(top + bottom) / 2} r="17" fill="var(--lamp)" opacity={lit} />
      <circle
        cx={x}
        cy={(top + bottom) / 2}
        r="9"
        fill="var(--panel)"
        stroke="var(--lamp)"
        strokeWidth="3"
      />
      <text
        x={leftSide ? x - 22 : x + 22}
        y={UPPER.bottom + 20}
        textAnchor={leftSide ? "end" : "start"}
        className="font-reading text-[13px] font-bold"
        fill="var(--ink)"
      >
        {line.lamp_text}
      </text>
    </g>
  );
}

function ChainPart({
  placed: { element, x0, x1 },
  named,
  chosen,
  onChoose,
  glow,
}: {
  placed: Placed;
  named: NamePlace | undefined;
  chosen: boolean;
  onChoose: () => void;
  glow: Line["glow"];
}) {
  const isWire = element.to_m > element.from_m;
  const isReturn = element.kind === "return" || element.kind === "chassis";
  const colour =
    element.kind === "unfused" ? "var(--rust)" : isReturn ? "var(--wire-return)" : "var(--copper)";
  const mid = (x0 + x1) / 2;
  const room = x1 - x0;
  return (
    // biome-ignore lint/a11y/useSemanticElements: an SVG group cannot be a button element
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`${element.name} ${element.size}: ${element.reading}`}
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onChoose();
        }
      }}
    >
      <rect
        x={x0}
        y={4}
        width={room}
        height={HEIGHT - 8}
        fill={chosen ? "var(--spruce)" : "transparent"}
        opacity={chosen ? 0.1 : 1}
      />
      <line
        x1={x0}
        x2={x1}
        y1={CHAIN_Y}
        y2={CHAIN_Y}
        stroke={colour}
        strokeWidth={isWire ? wireWeight(element.area_mm2) : 2}
      />
      <PartSymbol kind={element.kind} x={mid} y={CHAIN_Y} glow={glow} />
      {/* The spaces keep the words apart for those who have them read aloud. */}{" "}
      {named && (
        <text
          x={named.x}
          y={CHAIN_Y - 19 - 11 * named.row}
          textAnchor="middle"
          className="text-[11px]"
          fill="var(--ink)"
        >
          {nameOf(element)}
        </text>
      )}{" "}
      {!HIDDEN_SIZE.includes(element.kind) && room > element.size.length * (isWire ? 5.2 : 3.6) && (
        <text
          x={mid}
          y={CHAIN_Y + 25}
          textAnchor="middle"
          className="text-[11px]"
          fill="var(--soft)"
        >
          {element.size}
        </text>
      )}
    </g>
  );
}
