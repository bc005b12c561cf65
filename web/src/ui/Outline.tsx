import type { Schemas } from "../api/client";

type Outline = Schemas["Outline"];
type Part = Schemas["OutlinePart"];

/** A point of the picture for one of the vehicle, m: along it, and left of its middle or above the ground. */
export type At = (along_m: number, other_m: number) => { x: number; y: number };

/** What only matters to whoever lays a wire. */
const UNDER_THE_SKIN: Part[] = ["engine", "tank", "exhaust", "frame"];

/** What stands beside a part in the picture, where its line alone would not say it. */
const NAMED: Partial<Record<Part, string>> = { engine: "engine", tank: "tank", exhaust: "exhaust" };

/** The vehicle under a picture of its wires or lamps. */
export function OutlineShapes({
  outline,
  view,
  at,
  skinOnly = false,
}: {
  outline: Outline;
  view: "above" | "side";
  at: At;
  /** Without what is under the skin. */
  skinOnly?: boolean;
}) {
  const shapes = outline[view].filter((s) => !(skinOnly && UNDER_THE_SKIN.includes(s.part)));
  const named = shapes.filter(
    (s, k) => NAMED[s.part] && shapes.findIndex((o) => o.part === s.part) === k,
  );
  return (
    <g pointerEvents="none" strokeLinejoin="round">
      {shapes.map((shape) => {
        const corners = shape.points_m.map(([along = 0, other = 0]) => at(along, other));
        const d = `M${corners.map((c) => `${c.x.toFixed(1)} ${c.y.toFixed(1)}`).join("L")}`;
        return (
          <path
            key={shape.part + d}
            d={shape.is_closed ? `${d}Z` : d}
            className={`outline-${shape.part}`}
          />
        );
      })}
      {view === "side" &&
        outline.wheels.map((wheel) => {
          const middle = at(wheel.along_m, wheel.up_m);
          const radius = Math.abs(at(0, 0).y - middle.y);
          return (
            <g key={wheel.along_m}>
              <circle cx={middle.x} cy={middle.y} r={radius} className="outline-wheel" />
              <circle cx={middle.x} cy={middle.y} r={radius * 0.55} className="outline-hub" />
            </g>
          );
        })}
      <g className="outline-name">
        {named.map((shape) => {
          const [along = 0, other = 0] = shape.points_m.at(-1) ?? [];
          const spot = at(along, other);
          return (
            <text key={shape.part} x={spot.x + 3} y={spot.y - 4}>
              {NAMED[shape.part]}
            </text>
          );
        })}
      </g>
    </g>
  );
}
