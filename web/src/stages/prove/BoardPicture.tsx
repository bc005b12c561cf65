import type { Schemas } from "../../api/client";

type Point = Schemas["PracticePoint"];

/** The points of a circuit from source to ground, each to be touched with a lead. */
export function BoardPicture({
  points,
  red,
  black,
  pick,
  prefix,
}: {
  points: Point[];
  red: string | undefined;
  black: string;
  pick: (key: string) => void;
  /** Name of the circuit, which need not stand before each of its points. */
  prefix: string;
}) {
  return (
    <ol aria-label="Points" className="relative grid gap-x-3 sm:grid-cols-2 xl:grid-cols-3">
      {points.map((p) => {
        const held = p.key === red ? "red" : p.key === black ? "black" : undefined;
        return (
          <li key={p.key}>
            <button
              type="button"
              aria-pressed={!!held}
              data-point={p.key}
              onClick={() => pick(p.key)}
              className={`flex min-h-11 w-full items-center gap-2 border-b border-line text-left text-sm ${held ? "font-semibold" : ""}`}
            >
              <svg
                width="22"
                height="22"
                viewBox="0 0 22 22"
                aria-hidden="true"
                className="shrink-0"
              >
                <path d="M0 11H22" stroke="var(--copper)" strokeWidth="2" />
                <circle
                  cx="11"
                  cy="11"
                  r="6"
                  fill={held === "red" ? "#c22f22" : held === "black" ? "#1a1a1a" : "var(--panel)"}
                  stroke="var(--ink)"
                  strokeWidth="1.5"
                />
              </svg>
              <span>
                {p.name.startsWith(prefix) ? p.name.slice(prefix.length) : p.name}
                {held && <span className="text-soft"> ({held} lead)</span>}
              </span>
              <span className="ml-auto font-reading text-xs whitespace-nowrap text-soft">
                {p.seconds.toFixed(0)} s
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
