import type { Schemas } from "../../api/client";
import { Drawn } from "../../try/Drawn";

type Point = Schemas["PracticePoint"];
type Board = Schemas["PracticeBoard"];

const LEADS = { red: "#c22f22", black: "#1a1a1a" };
/** Half of what a finger touches, mm on the drawing. */
const TOUCH_MM = 5;

/** A circuit as it is drawn; each terminal is touched with a lead. All points stand in the list below it too. */
export function BoardPicture({
  board,
  points,
  red,
  black,
  pick,
}: {
  board: Board;
  /** All points that can be touched, the battery's first. */
  points: Point[];
  red: string | undefined;
  black: string;
  pick: (key: string) => void;
}) {
  const { drawing } = board;
  const prefix = `${board.name}: `;
  const short = (name: string) => (name.startsWith(prefix) ? name.slice(prefix.length) : name);
  const lead = (key: string) => (key === red ? "red" : key === black ? "black" : undefined);
  return (
    <>
      {drawing && (
        <div className="overflow-x-auto">
          {/* biome-ignore lint/a11y/useSemanticElements: an SVG cannot be a fieldset */}
          <svg
            viewBox={`0 ${drawing.top} ${drawing.w} ${drawing.h}`}
            role="group"
            aria-label={`${board.name}: terminals`}
            className="block w-full min-w-[700px]"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="0.35"
          >
            {drawing.items.map((item, k) => (
              <Drawn key={k} item={item} />
            ))}
            {drawing.terminals.map((t) => {
              const point = points.find((p) => p.key === t.point);
              const held = lead(t.point);
              return (
                // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
                <g
                  key={`${t.point}|${t.x}`}
                  role="button"
                  tabIndex={0}
                  aria-label={short(point?.name ?? t.point)}
                  aria-pressed={!!held}
                  data-terminal={t.point}
                  className="cursor-pointer"
                  onClick={() => pick(t.point)}
                  onKeyDown={(e) => {
                    if (e.key !== "Enter" && e.key !== " ") return;
                    e.preventDefault();
                    pick(t.point);
                  }}
                >
                  <title>{short(point?.name ?? t.point)}</title>
                  <circle cx={t.x} cy={t.y} r={TOUCH_MM} fill="transparent" stroke="none" />
                  <circle
                    cx={t.x}
                    cy={t.y}
                    r={held ? 2 : 1.3}
                    fill={held ? LEADS[held] : "var(--panel)"}
                    stroke="var(--ink)"
                    strokeWidth="0.5"
                  />
                </g>
              );
            })}
          </svg>
        </div>
      )}
      <details open={!drawing}>
        <summary className="min-h-11 cursor-pointer content-center text-soft">
          All {points.length} points, with the time to get there
        </summary>
        <ol aria-label="Points" className="grid gap-x-3 sm:grid-cols-2 xl:grid-cols-3">
          {points.map((p) => {
            const held = lead(p.key);
            return (
              <li key={p.key}>
                <button
                  type="button"
                  aria-pressed={!!held}
                  data-point={p.key}
                  onClick={() => pick(p.key)}
                  className={`flex min-h-11 w-full items-center gap-2 border-b border-line text-left text-sm ${held ? "font-semibold" : ""}`}
                >
                  <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
                    <circle
                      cx="7"
                      cy="7"
                      r="5"
                      fill={held ? LEADS[held] : "var(--panel)"}
                      stroke="var(--ink)"
                    />
                  </svg>
                  <span>
                    {short(p.name)}
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
      </details>
    </>
  );
}
