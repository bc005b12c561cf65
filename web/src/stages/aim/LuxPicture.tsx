import { memo, type PointerEvent, useEffect, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";

export type Picture = Schemas["Picture"];

function rgb(hex: string): [number, number, number] {
  const part = (at: number) => Number.parseInt(hex.slice(at, at + 2), 16);
  return [part(1), part(3), part(5)];
}

/** A point of a picture that was touched, and the light there. */
interface Touched {
  x: number;
  y: number;
  text: string;
}

/**
 * Light on a plane in its own colour, on a scale of decades, with lines of equal lux and a grid. What lies on top is
 * drawn in metres: right and up. A point that is touched says its light.
 */
export function LuxPicture({
  picture,
  label,
  children,
}: {
  picture: Picture;
  label: string;
  children?: React.ReactNode;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { wide, high, step_m, left_m, bottom_m } = picture;
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const image = context.createImageData(wide, high);
    const screens = picture.screens.map(rgb);
    picture.shades.forEach((shade, k) => {
      // Rows come from the bottom, the canvas begins at the top.
      const at = 4 * ((high - 1 - Math.floor(k / wide)) * wide + (k % wide));
      const part = shade / 255;
      const [r, g, b] = screens[picture.tints[k] ?? 0] ?? [255, 255, 255];
      image.data[at] = 12 + (r - 12) * part;
      image.data[at + 1] = 19 + (g - 19) * part;
      image.data[at + 2] = 16 + (b - 16) * part;
      image.data[at + 3] = 255;
    });
    context.putImageData(image, 0, 0);
  }, [picture, wide, high]);
  const { catalog } = useDesk();
  const [touched, setTouched] = useState<Touched>();
  // Another picture has another light there.
  useEffect(() => setTouched(undefined), [picture]);
  const touch = (e: PointerEvent<SVGSVGElement>) => {
    const frame = e.currentTarget.getBoundingClientRect();
    const column = Math.floor(((e.clientX - frame.left) / frame.width) * wide);
    const row = high - 1 - Math.floor(((e.clientY - frame.top) / frame.height) * high);
    const shade = picture.shades[row * wide + column];
    if (shade === undefined) return;
    const text = catalog.light_scale.texts[shade] ?? "";
    setTouched({ x: left_m + column * step_m, y: bottom_m + row * step_m, text });
  };
  const [w, h] = [wide * step_m, high * step_m];
  const box = `${left_m - step_m / 2} ${-(bottom_m + h - step_m / 2)} ${w} ${h}`;
  return (
    <figure
      className="relative mx-auto overflow-hidden rounded-md bg-[#0c1310]"
      style={{ maxWidth: `${(80 * w) / h}vh` }}
    >
      <canvas
        ref={canvas}
        width={wide}
        height={high}
        tabIndex={-1}
        className="absolute inset-0 h-full w-full"
      />
      <svg
        viewBox={box}
        role="img"
        aria-label={label}
        className="relative block w-full"
        fill="none"
        data-testid="lux-picture"
        onPointerDown={touch}
      >
        <Grid picture={picture} />
        <g transform="scale(1 -1)" data-testid="lux-lines">
          <Lines picture={picture} />
          {children}
        </g>
        <Labels picture={picture} />
        {touched && <Point touched={touched} picture={picture} />}
      </svg>
    </figure>
  );
}

/** Size of what is written in a picture, m. */
function letterM(picture: Picture): number {
  return (picture.wide * picture.step_m) / 45;
}

/** Whole metres or feet, written at the left and lower edge. */
const Grid = memo(function Grid({ picture }: { picture: Picture }) {
  const { wide, high, step_m, left_m, bottom_m, across, upright } = picture;
  const [right, top] = [left_m + (wide - 0.5) * step_m, bottom_m + (high - 0.5) * step_m];
  const [left, bottom] = [left_m - step_m / 2, bottom_m - step_m / 2];
  const size = letterM(picture);
  const line = { stroke: "#ffffff", strokeOpacity: 0.16, strokeWidth: size / 12 };
  const text = { fontSize: size * 0.85, fill: "#dfe6e2" };
  const halo = { stroke: "#0c1310", strokeWidth: size / 8, paintOrder: "stroke" as const };
  return (
    <g data-testid="grid">
      {across.map((g) => (
        <g key={g.text}>
          <path d={`M${left} ${-g.at_m}H${right}`} {...line} />
          <text x={left + size * 0.3} y={-g.at_m - size * 0.25} {...text} {...halo}>
            {g.text}
          </text>
        </g>
      ))}
      {upright.map((g) => (
        <g key={g.text}>
          <path d={`M${g.at_m} ${-bottom}V${-top}`} {...line} />
          <text x={g.at_m + size * 0.25} y={-bottom - size * 0.35} {...text} {...halo}>
            {g.text}
          </text>
        </g>
      ))}
    </g>
  );
});

/** The light at the point that was touched. */
function Point({ touched: { x, y, text }, picture }: { touched: Touched; picture: Picture }) {
  const size = letterM(picture);
  // Away from the middle, where the edge of another picture may lie; at the sides inwards.
  const side = (x - picture.left_m) / (picture.wide * picture.step_m);
  const isLeft = side > 0.75 || (side > 0.25 && side < 0.5);
  return (
    <g>
      <circle cx={x} cy={-y} r={size * 0.4} stroke="#ffffff" strokeWidth={size / 8} />
      <text
        x={x + (isLeft ? -size : size)}
        y={-y + size * 0.4}
        textAnchor={isLeft ? "end" : "start"}
        fontSize={size * 1.3}
        fontWeight="bold"
        fill="#ffffff"
        stroke="#0c1310"
        strokeWidth={size / 4}
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}

/** What the shades stand for. */
export function LightLegend() {
  const { light_scale } = useDesk().catalog;
  return (
    <div className="max-w-md text-xs" role="img" aria-label="Scale of the light">
      <div className="h-3 rounded border border-line bg-gradient-to-r from-[#0c1310] to-white" />
      <div className="relative h-4 font-reading">
        {light_scale.marks.map((m, k) => (
          <span
            key={m.text}
            className="absolute whitespace-nowrap"
            style={{
              left: `${m.part * 100}%`,
              transform: `translateX(${k === 0 ? 0 : m.part >= 1 ? -100 : -50}%)`,
            }}
          >
            {/* The last two lie close: the brighter stands for both. */}
            {m.part > 0.8 && m.part < 1 ? "" : m.text}
          </span>
        ))}
      </div>
    </div>
  );
}

/** Of the same picture nothing is worked out again: while a lamp is aimed the page is drawn at every key. */
const Lines = memo(function Lines({ picture }: { picture: Picture }) {
  const w = picture.wide * picture.step_m;
  return picture.lines.map((line, k) => (
    <path
      key={k}
      d={path(line.points)}
      stroke={line.lux_lx === 1 ? "#ffffff" : "#ffb27a"}
      strokeOpacity="0.85"
      strokeWidth={w / 500}
    />
  ));
});

const Labels = memo(function Labels({ picture }: { picture: Picture }) {
  const size = letterM(picture);
  // A line that leaves the picture has its label inside of it all the same.
  const most = picture.bottom_m + (picture.high - 0.5) * picture.step_m - size;
  const placed: [number, number][] = [];
  return picture.lines.map((line, k) => {
    const at = highest(line.points);
    if (!at) return null;
    const [x, y] = [at[0], Math.min(at[1], most)];
    // Where lines lie close the first keeps its label: the light in between is told where it is touched.
    if (placed.some(([px, py]) => Math.abs(px - x) < size * 2.2 && Math.abs(py - y) < size * 1.1))
      return null;
    placed.push([x, y]);
    return (
      <text
        key={k}
        x={x}
        y={-y}
        fontSize={size}
        textAnchor="middle"
        fill="#ffffff"
        stroke="#0c1310"
        strokeWidth={size / 5.5}
        paintOrder="stroke"
      >
        {line.lux_lx}
      </text>
    );
  });
});

function path(points: number[]): string {
  const corners: string[] = [];
  for (let i = 0; i + 1 < points.length; i += 2) corners.push(`${points[i]} ${points[i + 1]}`);
  return `M${corners.join("L")}`;
}

/** Where a line runs highest: its label stands there. Short runs go without. */
function highest(points: number[]): [number, number] | undefined {
  if (points.length < 24) return undefined;
  let best: [number, number] | undefined;
  for (let i = 0; i + 1 < points.length; i += 2) {
    const [x = 0, y = 0] = [points[i], points[i + 1]];
    if (!best || y > best[1]) best = [x, y];
  }
  return best;
}
