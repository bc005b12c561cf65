import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { FigureBox } from "../../ui/FigureBox";
import { Mark } from "../../ui/Mark";
import { LuxPicture } from "./LuxPicture";
import { useLight } from "./useLight";

type Aim = Schemas["AimAnswer"];

/** The aim sheet: tape marks on the wall, one lamp after the other, and the wall as it is lit. */
export function WallSheet() {
  const { job, id } = useDesk();
  const aimed = (job.circuits ?? []).filter((c) =>
    c.lights?.some((l) => l.role === "fog" || l.role === "driving"),
  );
  const [circuit, setCircuit] = useState(aimed[0]?.id ?? job.circuits?.[0]?.id);
  const { data, error } = useLight({ circuit, drawn: "wall" });
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Drawing the wall ...</p>;
  return (
    <div className="space-y-4">
      <section aria-label="Before you aim" className="card p-4">
        <h2 className="text-base">Before you aim</h2>
        <p className="text-sm">
          Level ground: every 1 % of slope moves the mark by{" "}
          <span className="font-reading">{(data.wall_m * 10).toFixed(0)} mm</span>. Tyres at their
          pressure, usual load. Wall{" "}
          <span className="font-reading">{data.wall_m.toFixed(2)} m</span> from the lenses, both
          sides alike. Nobody in the beam; do not look into a lit lamp.
        </p>
      </section>
      {data.aim.length === 0 && (
        <p className="card p-4">
          No fog or driving lamp here. Work lamps are pointed at their work, and off on the road.
        </p>
      )}
      <ol className="grid gap-3 lg:grid-cols-2" aria-label="Aim">
        {data.aim.map((a, k) => (
          <AimCard key={a.name + a.left_m} aim={a} number={k + 1} />
        ))}
      </ol>
      {data.aim.length > 0 && (
        <a className="text-spruce underline" href={`/api/jobs/${id}/export?as=aim-svg`}>
          The aim sheet as SVG, to print
        </a>
      )}
      <section aria-label="Wall" className="card space-y-2 p-3">
        <label className="flex flex-wrap items-center gap-2">
          <span className="text-sm text-soft">The wall lit by</span>
          <select
            className="field !w-auto"
            value={circuit}
            onChange={(e) => setCircuit(e.target.value)}
          >
            {(job.circuits ?? []).map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        </label>
        {data.wall && (
          <LuxPicture
            picture={data.wall}
            label={`The wall as these lamps light it, ${Math.round(data.wall.most_lx)} lx at most`}
          >
            {data.aim.map((a) => (
              <g key={a.name + a.left_m} stroke="#ff6a55" strokeWidth="0.015">
                <path d={`M${-a.left_m - 0.3} ${a.mark_up_m}h0.6`} />
                <path
                  d={`M${-a.left_m - 0.15} ${a.lamp_up_m}h0.3m-0.15 -0.15v0.3`}
                  stroke="#8fd0ff"
                />
              </g>
            ))}
          </LuxPicture>
        )}
        <p className="text-sm text-soft">
          Blue cross: middle of the lamp. Red: where edge or hot spot belongs. Lines in lx.
        </p>
      </section>
    </div>
  );
}

function mm(m: number): string {
  return `${(m * 1000).toFixed(0)} mm (${(m / 0.0254).toFixed(1)} in)`;
}

function AimCard({ aim, number }: { aim: Aim; number: number }) {
  return (
    <li className="card space-y-2 p-4" data-aim={aim.name}>
      <h3 className="flex items-center gap-2 text-base">
        <span className="font-reading text-soft">{number}</span> {aim.name}
        {aim.is_right != null && <Mark shape={aim.is_right ? "done" : "fix"} />}
      </h3>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 text-sm">
        <dt className="text-soft">Lamp</dt>
        <dd className="font-reading">
          {mm(aim.lamp_up_m)} high, {mm(Math.abs(aim.left_m))} {aim.left_m >= 0 ? "left" : "right"}
        </dd>
        <dt className="text-soft">{aim.by === "edge" ? "Edge" : "Hot spot"}</dt>
        <dd className="font-reading">{mm(aim.drop_m)} below it</dd>
        <dt className="text-soft">Mark</dt>
        <dd className="font-reading text-lg font-bold">{mm(aim.mark_up_m)} high</dd>
        <dt className="text-soft">Allowed</dt>
        <dd className="font-reading">
          {aim.range_up_m.map((up) => (up * 1000).toFixed(0)).join(" to ")} mm high,{" "}
          {aim.percent.toFixed(2)} %, {aim.angle_deg.toFixed(2)}°
        </dd>
      </dl>
      <Found aim={aim} />
      {aim.says && <p className="font-semibold">{aim.says}</p>}
      <p className="text-xs text-soft">{aim.source}. Local rules have the last word.</p>
    </li>
  );
}

/** The box where the height that was found on the wall goes. */
function Found({ aim }: { aim: Aim }) {
  const { edit } = useDesk();
  return (
    <FigureBox
      main
      label={`${aim.name}, height found on the wall`}
      unit="mm"
      placeholder={
        aim.found_up_m == null
          ? "height found, mm"
          : `${(aim.found_up_m * 1000).toFixed(0)} mm found`
      }
      empty="Type the height found."
      keep={(mm) => edit((j) => setAt(j, aim.path, mm / 1000))}
    />
  );
}
