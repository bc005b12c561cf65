import { api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useHeard } from "../../api/useHeard";
import { useDesk } from "../../sheet/desk";
import { Mark } from "../../ui/Mark";

type Region = Schemas["RegionReport"];
type Verdict = Schemas["RoadVerdict"];

const SHAPES = { right: "done", ask: "mind", wrong: "stop" } as const;
const WORDS = { right: "Right", ask: "Ask", wrong: "Wrong" } as const;
const FILLS: Record<Verdict, string> = {
  right: "var(--spruce)",
  ask: "var(--ochre)",
  wrong: "var(--rust)",
};

/** Every lamp against the rule book, seen from above: right, wrong, or to be asked. */
export function RulesSheet() {
  const { id, job } = useDesk();
  const { data, error } = useHeard<Schemas["RoadReport"]>(
    ["rules", identity(job)],
    `rules ${id}`,
    () => unwrap(api.POST("/api/rules", { body: { job } })),
  );
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Opening the rule book ...</p>;
  return (
    <div className="space-y-4">
      <p className="card border-2 !border-ochre p-3" role="note">
        {data.says}
      </p>
      {data.regions.map((r) => (
        <RegionCard key={r.region} region={r} size={data.vehicle_m} />
      ))}
    </div>
  );
}

function RegionCard({ region, size }: { region: Region; size: number[] }) {
  return (
    <section aria-label={region.name} className="card space-y-3 p-3">
      <h2 className="text-base">
        {region.name}: <span className="font-reading">{region.text}</span>
      </h2>
      <Plan region={region} size={size} />
      <ul className="grid gap-x-4 lg:grid-cols-2">
        {grouped(region).map(({ lamp, count }) => (
          <li
            key={`${lamp.circuit}${lamp.light}${lamp.number}`}
            className="border-t border-line py-2"
          >
            <p className="flex items-center gap-2 font-semibold">
              <Mark shape={SHAPES[lamp.verdict]} /> {WORDS[lamp.verdict]}:{" "}
              {count > 1 ? `${count} × ${lamp.name.replace(/ \d+$/, "")}` : lamp.name}
            </p>
            {lamp.reasons.map((r) => (
              <Reason key={r.rule + r.says} reason={r} />
            ))}
          </li>
        ))}
      </ul>
      {region.missing.length > 0 && (
        <details open={region.missing.some((m) => m.verdict === "wrong")}>
          <summary className="min-h-11 cursor-pointer content-center font-semibold">
            Asked for and not in this job: {region.missing.length}
          </summary>
          <ul className="grid gap-x-4 text-sm lg:grid-cols-2">
            {region.missing.map((m) => (
              <li key={m.lamp} className="flex gap-2 border-t border-line py-1">
                <Mark shape={SHAPES[m.verdict]} />
                <span>
                  <strong>{m.lamp}</strong>: {m.text}
                  <span className="block text-xs text-soft">{m.reason.told_by}</span>
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {region.together.map((r) => (
        <p key={r.rule} className="flex gap-2 text-sm">
          <Mark shape={SHAPES[r.verdict]} />
          <span>
            {r.says} <span className="text-xs text-soft">{r.told_by}</span>
          </span>
        </p>
      ))}
    </section>
  );
}

/** Lamps of one light that are judged alike stand as one. */
function grouped(region: Region) {
  const out: { lamp: Region["lamps"][number]; count: number }[] = [];
  for (const lamp of region.lamps) {
    const same = out.find(
      (o) =>
        o.lamp.light === lamp.light &&
        JSON.stringify(o.lamp.reasons) === JSON.stringify(lamp.reasons),
    );
    if (same) same.count += 1;
    else out.push({ lamp, count: 1 });
  }
  return out;
}

function Reason({ reason }: { reason: Schemas["RoadReason"] }) {
  return (
    <p className="text-sm">
      {reason.says} <span className="block text-xs text-soft">{reason.told_by}</span>
    </p>
  );
}

/** The vehicle from above, front to the left; each lamp as it is judged, by shape as well as colour. */
function Plan({ region, size }: { region: Region; size: number[] }) {
  const [length = 5, width = 2] = size;
  return (
    <svg
      viewBox={`-0.6 ${-width / 2 - 0.6} ${length + 1.2} ${width + 1.2}`}
      role="img"
      aria-label={`The vehicle from above: ${region.text}`}
      className="mx-auto block max-h-64 w-full rounded-md bg-ground"
    >
      <rect
        y={-width / 2}
        width={length}
        height={width}
        rx="0.25"
        fill="var(--panel)"
        stroke="var(--soft)"
        strokeWidth="0.03"
      />
      <path
        d={`M0.3 0h0.8m-0.8 0l0.25 -0.18m-0.25 0.18l0.25 0.18`}
        stroke="var(--soft)"
        strokeWidth="0.04"
        fill="none"
      />
      {region.lamps.map((l) => {
        const [x, y] = [l.mount.at.along_m, -l.mount.at.left_m];
        return (
          <g
            key={`${l.circuit}${l.light}${l.number}`}
            transform={`translate(${x} ${y})`}
            fill={FILLS[l.verdict]}
            data-verdict={l.verdict}
          >
            <title>{`${l.name}: ${WORDS[l.verdict]}`}</title>
            {l.verdict === "right" && <circle r="0.14" />}
            {l.verdict === "ask" && <rect x="-0.13" y="-0.13" width="0.26" height="0.26" />}
            {l.verdict === "wrong" && <path d="M0 -0.2L0.2 0.15H-0.2z" />}
          </g>
        );
      })}
    </svg>
  );
}
