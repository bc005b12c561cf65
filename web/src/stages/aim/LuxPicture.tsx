import { memo, useEffect, useRef } from "react";
import type { Schemas } from "../../api/client";

export type Picture = Schemas["Picture"];

function rgb(hex: string): [number, number, number] {
  const part = (at: number) => Number.parseInt(hex.slice(at, at + 2), 16);
  return [part(1), part(3), part(5)];
}

/**
 * Light on a plane in its own colour, on a scale of decades, with lines of equal lux. What lies on top is drawn in
 * metres: right and up.
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
      >
        <g transform="scale(1 -1)">
          <Lines picture={picture} />
          {children}
        </g>
        <Labels picture={picture} />
      </svg>
    </figure>
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
  const w = picture.wide * picture.step_m;
  const size = w / 45;
  // A line that leaves the picture has its label inside of it all the same.
  const most = picture.bottom_m + (picture.high - 0.5) * picture.step_m - size;
  return picture.lines.map((line, k) => {
    const at = highest(line.points);
    return (
      at && (
        <text
          key={k}
          x={at[0]}
          y={-Math.min(at[1], most)}
          fontSize={size}
          textAnchor="middle"
          fill="#ffffff"
          stroke="#0c1310"
          strokeWidth={w / 250}
          paintOrder="stroke"
        >
          {line.lux_lx}
        </text>
      )
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
