import type { Schemas } from "../../api/client";
import { type At, OutlineShapes } from "../../ui/Outline";

type Route = Schemas["RouteAnswer"];
type Way = Schemas["RouteWay"];
type Place = Schemas["PlaceAnswer"];

const WIDTH = 880;
const MARGIN = 46;

/** One of the two pictures: which of a place's figures go across and down. */
interface Look {
  title: string;
  view: "above" | "side";
  height: number;
  point: At;
}

/** Where a place is in a picture. */
function spot(look: Look, p: Place) {
  return look.point(p.along_m, look.view === "above" ? p.left_m : p.up_m);
}

function looks(route: Route): Look[] {
  const { length_m, width_m, height_m } = route;
  const scale = (WIDTH - 2 * MARGIN) / length_m;
  return [
    {
      title: "From above",
      view: "above",
      height: width_m * scale + 2 * MARGIN,
      point: (along_m, left_m) => ({
        x: MARGIN + along_m * scale,
        y: MARGIN + (width_m / 2 - left_m) * scale,
      }),
    },
    {
      title: "From the left",
      view: "side",
      height: height_m * scale + 2 * MARGIN,
      point: (along_m, up_m) => ({
        x: MARGIN + along_m * scale,
        y: MARGIN + (height_m - up_m) * scale,
      }),
    },
  ];
}

/** The skeleton from above and from the side, from the same figures: what lies on each way is its weight. */
export function SkeletonView({
  route,
  circuit,
  chosen,
  onChoose,
  place,
  onPlace,
}: {
  route: Route;
  /** The circuit whose path is shown. */
  circuit: string | undefined;
  chosen: string | undefined;
  onChoose: (way: string) => void;
  place: string;
  onPlace: (place: string) => void;
}) {
  const mine = route.circuits.find((c) => c.circuit === circuit)?.ways ?? [];
  return (
    <div className="space-y-2">
      {looks(route).map((look) => (
        // biome-ignore lint/a11y/useSemanticElements: an SVG cannot be a fieldset
        <svg
          key={look.title}
          viewBox={`0 0 ${WIDTH} ${look.height}`}
          className="block w-full rounded-md border border-line bg-panel"
          role="group"
          aria-label={`Skeleton, ${look.title.toLowerCase()}`}
        >
          <OutlineShapes outline={route.outline} view={look.view} at={look.point} />
          <text x="14" y="20" fill="var(--soft)" className="text-[12px]">
            {look.title}, front to the left
          </text>
          {route.ways.map((way) => (
            <WayLine
              key={way.id}
              way={way}
              places={route.places}
              look={look}
              isMine={mine.includes(way.id)}
              isChosen={way.id === chosen}
              onChoose={() => onChoose(way.id)}
            />
          ))}
          {route.places.map((p) => (
            <PlaceDot
              key={p.id}
              place={p}
              look={look}
              isChosen={p.id === place}
              onChoose={() => onPlace(p.id)}
            />
          ))}
          <PlaceNames route={route} circuit={circuit} look={look} />
        </svg>
      ))}
    </div>
  );
}

function WayLine({
  way,
  places,
  look,
  isMine,
  isChosen,
  onChoose,
}: {
  way: Way;
  places: Place[];
  look: Look;
  isMine: boolean;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const ends = [way.from, way.to].map((id) => places.find((p) => p.id === id));
  if (!ends[0] || !ends[1]) return null;
  const [a, b] = [spot(look, ends[0]), spot(look, ends[1])];
  const weight = way.wires > 0 ? Math.min(9, 2 + way.diameter_mm / 2) : 1.5;
  const colour = way.is_forbidden
    ? "var(--rust)"
    : isMine
      ? "var(--copper)"
      : way.wires > 0
        ? "var(--ink)"
        : "var(--soft)";
  const line = { x1: a.x, y1: a.y, x2: b.x, y2: b.y };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
    <g
      role="button"
      tabIndex={0}
      data-way={way.id}
      aria-pressed={isChosen}
      aria-label={`${way.name}, ${way.length_text}${way.is_forbidden ? ", forbidden" : ""}${
        way.wires > 0 ? `, ${way.wires} wires` : ""
      }`}
      className="cursor-pointer outline-none focus-visible:[&>.ring]:opacity-100"
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onChoose();
        }
      }}
    >
      <line {...line} stroke="transparent" strokeWidth="18" />
      <line
        {...line}
        className="ring"
        stroke="var(--spruce)"
        strokeWidth={weight + 7}
        strokeLinecap="round"
        opacity={isChosen ? 0.45 : 0}
      />
      <line
        {...line}
        stroke={colour}
        strokeWidth={weight}
        strokeLinecap="round"
        strokeDasharray={way.is_forbidden ? "3 6" : way.wires > 0 ? undefined : "5 4"}
      />
      {way.hazards.length > 0 && (
        <path
          d={`M${(a.x + b.x) / 2} ${(a.y + b.y) / 2 - 6}l6 11h-12z`}
          fill="var(--ochre)"
          stroke="var(--panel)"
        />
      )}
    </g>
  );
}

/** Names of the places where wires of the circuit end, above and below in turn. */
function PlaceNames({
  route,
  circuit,
  look,
}: {
  route: Route;
  circuit: string | undefined;
  look: Look;
}) {
  const name = route.circuits.find((c) => c.circuit === circuit)?.name;
  const named = route.places
    .filter((p) => name && p.holds.some((h) => h.startsWith(`${name}:`)))
    .sort((a, b) => a.along_m - b.along_m);
  // Where one name would cover another, the later one is left to the list of places.
  const shown: { id: string; name: string; x: number; y: number }[] = [];
  for (const p of named) {
    const at = spot(look, p);
    const half = p.name.length * 2.8;
    const x = Math.min(WIDTH - half - 4, Math.max(half + 4, at.x));
    const free = [at.y - 10, at.y + 18, at.y - 23, at.y + 31].find((y) =>
      shown.every(
        (s) => Math.abs(s.y - y) > 12 || Math.abs(s.x - x) > half + s.name.length * 2.8 + 4,
      ),
    );
    if (free !== undefined) shown.push({ id: p.id, name: p.name, x, y: free });
  }
  return (
    <g fill="var(--ink)" className="text-[11px]" textAnchor="middle">
      {shown.map((s) => (
        <text key={s.id} x={s.x} y={s.y} paintOrder="stroke" stroke="var(--panel)" strokeWidth="3">
          {s.name}
        </text>
      ))}
    </g>
  );
}

function PlaceDot({
  place,
  look,
  isChosen,
  onChoose,
}: {
  place: Place;
  look: Look;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const { x, y } = spot(look, place);
  const holds = place.holds.length > 0;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
    <g
      role="button"
      tabIndex={0}
      data-place={place.id}
      aria-pressed={isChosen}
      aria-label={[place.name, ...place.holds].join(", ")}
      className="cursor-pointer outline-none focus-visible:[&>.ring]:opacity-100"
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onChoose();
        }
      }}
    >
      <title>{[place.name, ...place.holds].join("\n")}</title>
      <circle cx={x} cy={y} r="11" fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r="9"
        className="ring"
        fill="var(--spruce)"
        opacity={isChosen ? 0.45 : 0}
      />
      <circle
        cx={x}
        cy={y}
        r={holds ? 5 : 3}
        fill={holds ? "var(--ink)" : "var(--panel)"}
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
    </g>
  );
}
