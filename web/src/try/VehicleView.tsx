import type { Schemas } from "../api/client";
import { OutlineShapes } from "../ui/Outline";
import { useReducedMotion } from "../ui/useMedia";
import type { Moment } from "./useMoment";

type Lamp = Schemas["LampNow"];
type Spot = Schemas["Spot"];

const WIDTH = 880;
const HEIGHT = 330;
const BODY = { x: 90, y: 55, width: 700, height: 220 };

/** Colours of light on the dark ground of the picture. */
const LIGHT: Record<Lamp["colour"], string> = {
  white: "#fff6dd",
  yellow: "#ffe14d",
  amber: "#ffab2e",
  red: "#ff4a33",
  green: "#6fe36f",
  blue: "#6aa8ff",
};

function at(spot: Spot) {
  return { x: BODY.x + spot.along * BODY.width, y: BODY.y + spot.across * BODY.height };
}

/** A point of the body as parts of its length and width, as spots of lamps are told. */
function partOf(
  { size_m: [length = 1, width = 1] }: Schemas["Outline"],
  along_m: number,
  left_m: number,
) {
  return { along: along_m / length, across: 0.5 - left_m / width };
}

/** The vehicle from above, front to the left; each lamp glows as the solved circuit says. */
export function VehicleView({
  moment,
  failed,
  onLamp,
}: {
  moment: Moment;
  failed: string[];
  onLamp: (part: string) => void;
}) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: an SVG cannot be a fieldset
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="by-night block w-full rounded-md bg-[#0c1310]"
      role="group"
      aria-label={`The vehicle from above: ${moment.words}`}
    >
      <defs>
        {Object.entries(LIGHT).map(([name, colour]) => (
          <radialGradient key={name} id={`glow-${name}`}>
            <stop offset="0" stopColor={colour} stopOpacity="0.95" />
            <stop offset="0.25" stopColor={colour} stopOpacity="0.45" />
            <stop offset="1" stopColor={colour} stopOpacity="0" />
          </radialGradient>
        ))}
      </defs>
      <OutlineShapes
        outline={moment.outline}
        view="above"
        skinOnly
        at={(along_m, left_m) => at(partOf(moment.outline, along_m, left_m))}
      />
      {moment.factory.flatMap((f) =>
        f.spots.map(({ spot, colour }) => (
          <FactoryLamp
            key={`${f.factory}-${spot.along}-${spot.across}`}
            factory={f}
            spot={spot}
            colour={colour}
          />
        )),
      )}
      {moment.lamps.map((lamp) => (
        <AddedLamp
          key={lamp.part}
          lamp={lamp}
          failed={failed.includes(lamp.part)}
          onClick={() => onLamp(lamp.part)}
        />
      ))}
      <Backfeeds moment={moment} />
      <g fill="#8fa398" className="text-[12px]">
        <text x="16" y={HEIGHT / 2 + 4}>
          front
        </text>
        <text x={WIDTH - 70} y={HEIGHT / 2 + 4}>
          rear
        </text>
      </g>
    </svg>
  );
}

/** A change of brightness at the real rate; steady for those who want less motion. */
function Flashing({ flash, level, dark }: { flash: Lamp["flash"]; level: number; dark: number }) {
  const calm = useReducedMotion();
  if (!flash || calm) return null;
  return (
    <animate
      attributeName="opacity"
      values={`${level};${dark}`}
      keyTimes={`0;${flash.duty}`}
      calcMode="discrete"
      dur={`${1 / flash.hz}s`}
      repeatCount="indefinite"
    />
  );
}

function AddedLamp({
  lamp,
  failed,
  onClick,
}: {
  lamp: Lamp;
  failed: boolean;
  onClick: () => void;
}) {
  const { x, y } = at(lamp.spot);
  const level = Math.min(1, lamp.level);
  const dark = lamp.flash && lamp.dark_level === lamp.level ? 0.03 : Math.min(1, lamp.dark_level);
  const flashes = lamp.flash && level > 0.01 ? ", flashing" : "";
  const percent = `${Math.round(lamp.level * 100)} %`;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
    <g
      role="button"
      tabIndex={0}
      aria-label={`${lamp.name}: ${failed ? "failed" : `${percent}${flashes}, ${lamp.text}`}`}
      data-lamp={lamp.part}
      data-level={lamp.level.toFixed(2)}
      onClick={onClick}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onClick();
        }
      }}
    >
      <title>{`${lamp.name}: ${lamp.text}`}</title>
      <circle cx={x} cy={y} r="62" fill={`url(#glow-${lamp.colour})`} opacity={level}>
        <Flashing flash={lamp.flash} level={level} dark={dark} />
      </circle>
      <circle cx={x} cy={y} r="9" fill="#0c1310" stroke="#cfdad3" strokeWidth="1.5" />
      <circle cx={x} cy={y} r="7" fill={LIGHT[lamp.colour]} opacity={0.06 + 0.94 * level}>
        <Flashing flash={lamp.flash} level={0.06 + 0.94 * level} dark={0.06 + 0.94 * dark} />
      </circle>
      {failed && (
        <path
          d={`M${x - 8} ${y - 8} l16 16 m0 -16 l-16 16`}
          stroke="#ff917d"
          strokeWidth="2.5"
          fill="none"
        />
      )}
    </g>
  );
}

function FactoryLamp({
  factory,
  spot,
  colour,
}: {
  factory: Schemas["FactoryNow"];
  spot: Spot;
  colour: Lamp["colour"];
}) {
  const { x, y } = at(spot);
  const level = Math.min(1, factory.level);
  return (
    <g data-factory={factory.factory} data-level={factory.level.toFixed(2)}>
      <title>{`${factory.name}: ${factory.text}`}</title>
      <circle cx={x} cy={y} r="40" fill={`url(#glow-${colour})`} opacity={level}>
        <Flashing flash={factory.flash} level={level} dark={0} />
      </circle>
      <rect
        x={x - 5}
        y={y - 5}
        width="10"
        height="10"
        rx="2"
        fill={LIGHT[colour]}
        fillOpacity={0.1 + 0.9 * level}
        stroke={factory.is_fed_back ? "#ff917d" : "#5c7266"}
        strokeWidth={factory.is_fed_back ? 3 : 1}
      />
    </g>
  );
}

/** A backfeed draws itself from the lamps that it came from to the lamps that it lights. */
function Backfeeds({ moment }: { moment: Moment }) {
  const calm = useReducedMotion();
  return moment.factory
    .filter((f) => f.is_fed_back)
    .flatMap((f) =>
      f.spots.map(({ spot }) => {
        const to = at(spot);
        const lit = moment.lamps.filter((l) => l.level > 0.01);
        const from = lit[0] ? at(lit[0].spot) : { x: BODY.x + 40, y: BODY.y + 40 };
        const bend = (from.y + to.y) / 2 + (from.y === to.y ? -60 : 0);
        return (
          <path
            key={`${f.factory}-${spot.along}-${spot.across}`}
            d={`M${from.x} ${from.y} Q${(from.x + to.x) / 2} ${bend} ${to.x} ${to.y}`}
            fill="none"
            stroke="#ff917d"
            strokeWidth="2.5"
            strokeDasharray="8 5"
            data-backfeed={f.factory}
          >
            {!calm && (
              <animate
                attributeName="stroke-dashoffset"
                values="26;0"
                dur="0.8s"
                repeatCount="indefinite"
              />
            )}
          </path>
        );
      }),
    );
}
