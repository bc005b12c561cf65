import { Fragment, useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { getAt, setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { FigureBox } from "../../ui/FigureBox";
import { Mark } from "../../ui/Mark";
import { OneAtATime, useListed } from "../../ui/OneAtATime";
import { bareUnit, useFieldUnit } from "../../ui/units";
import { useNarrow } from "../../ui/useMedia";
import { BesidePicker, useBeside } from "./BesidePicker";
import { Compared } from "./Compared";
import { namesOf } from "./GroundSheet";
import { LightFault } from "./LightFault";
import { LightLegend, LuxPicture } from "./LuxPicture";
import { type Light, useLight } from "./useLight";

type Aim = Schemas["AimAnswer"];

/** Where this device remembers that all lamps are wanted at once. */
const LISTED = "jovek.aim.listed";

/** The aim sheet: marks on wall and ground, one lamp after the other, and the wall as it is lit. */
export function WallSheet() {
  const { job, id } = useDesk();
  const [circuit, setCircuit] = useState<string>();
  const isNarrow = useNarrow();
  const [isList, list] = useListed(LISTED);
  const picked = useBeside(circuit);
  const { data, error } = useLight({ circuit, drawn: "wall", beside: picked.beside });
  if (!data && error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Drawing the wall ...</p>;
  const cards = data.aim.map((a, k) => <AimCard key={a.name + a.left_m} aim={a} number={k + 1} />);
  return (
    <div className="space-y-4">
      <LightFault error={error} />
      <details className="card p-3" open={!isNarrow}>
        <summary className="min-h-8 cursor-pointer font-semibold">Before you aim</summary>
        <p className="text-sm">
          {data.level_text} Tyres at their pressure, usual load. Wall{" "}
          <span className="font-reading">{data.wall_text}</span> from the lenses, both sides alike;
          where a beam meets the ground before it, its mark is there. Nobody in the beam; do not
          look into a lit lamp. Work lamps are off on the road.
        </p>
      </details>
      {data.aim.length === 0 && (
        <p className="card p-4">
          No lamp here that is aimed: no fog, driving, work or reverse lamp.
        </p>
      )}
      {isNarrow && !isList && cards.length > 0 ? (
        <OneAtATime
          what="Lamp"
          rows={cards}
          firstOpen={data.aim.findIndex((a) => !a.is_right)}
          all={{ label: "All lamps", show: () => list(true) }}
        />
      ) : (
        <>
          {isNarrow && cards.length > 0 && (
            <Button onClick={() => list(false)}>One at a time</Button>
          )}
          <ol className="grid gap-3 lg:grid-cols-2" aria-label="Aim">
            {cards}
          </ol>
        </>
      )}
      {data.aim.length > 0 && (
        <a className="text-spruce underline" href={`/api/jobs/${id}/export?as=aim-svg`}>
          The aim sheet as SVG, to print
        </a>
      )}
      <section aria-label="Wall" className="card space-y-2 p-3">
        <div className="flex flex-wrap gap-3">
          <label className="min-w-44">
            <span className="block text-sm text-soft">The wall lit by</span>
            <select
              className="field"
              value={data.wall_of ?? ""}
              onChange={(e) => setCircuit(e.target.value)}
            >
              {data.wall_of == null && <option value="">nothing</option>}
              {(job.circuits ?? []).map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
          </label>
          <BesidePicker {...picked} />
        </div>
        {data.wall && data.beside?.wall ? (
          <Compared
            names={["as planned", namesOf(data.beside)]}
            one={<Wall light={data} picture={data.wall} title={undefined} />}
            other={<Wall light={data} picture={data.beside.wall} title={namesOf(data.beside)} />}
          />
        ) : (
          data.wall && <Wall light={data} picture={data.wall} title={undefined} />
        )}
        <LightLegend />
        <p className="text-sm text-soft">
          Blue cross: middle of the lamp. Red: where edge or hot spot belongs. Lines in lx. Touch a
          point for its light.
        </p>
      </section>
    </div>
  );
}

/** A wall as lamps light it, with the marks of the planned ones. */
function Wall({
  light,
  picture,
  title,
}: {
  light: Light;
  picture: Schemas["Picture"];
  title?: string | null | undefined;
}) {
  return (
    <LuxPicture
      picture={picture}
      label={`The wall as ${title ?? "these lamps"} light it, ${Math.round(picture.most_lx)} lx at most`}
    >
      {light.aim
        .filter((a) => a.circuit === light.wall_of)
        .map((a) => (
          <g key={a.name + a.left_m} stroke="#ff6a55" strokeWidth="0.015">
            {a.on === "wall" && <path d={`M${a.right_m - 0.3} ${a.mark_m}h0.6`} />}
            <path d={`M${a.right_m - 0.15} ${a.lamp_up_m}h0.3m-0.15 -0.15v0.3`} stroke="#8fd0ff" />
          </g>
        ))}
    </LuxPicture>
  );
}

function AimCard({ aim, number }: { aim: Aim; number: number }) {
  return (
    <li className="card space-y-2 p-4" data-aim={aim.name}>
      <h3 className="flex items-center gap-2 text-base">
        <span className="font-reading text-soft">{number}</span> {aim.name}
        {aim.is_right != null && <Mark shape={aim.is_right ? "done" : "fix"} />}
      </h3>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 text-sm">
        {aim.rows.map((row) => (
          <Fragment key={row.what}>
            <dt className="text-soft">{row.what}</dt>
            <dd className={row.what === "Mark" ? "font-reading text-lg font-bold" : "font-reading"}>
              {row.text}
            </dd>
          </Fragment>
        ))}
      </dl>
      {aim.says && <p className="font-semibold">{aim.says}</p>}
      <Found aim={aim} />
      <p className="text-xs text-soft">{aim.source}. Local rules have the last word.</p>
    </li>
  );
}

/** The box where goes what was found on wall or ground. */
function Found({ aim }: { aim: Aim }) {
  const { job, edit, problem, saveState } = useDesk();
  // Without a connection nobody has judged it yet.
  const isKept = saveState === "offline" && getAt(job, aim.path) !== undefined;
  const bare = bareUnit(aim.unit, useFieldUnit()(aim.unit));
  const fault = problem?.faults?.find((f) => f.path.startsWith(aim.path))?.what;
  const mark = (figure: number): Schemas["FoundMark"] =>
    aim.on === "wall"
      ? { on: "wall", up_mm: figure, wall_m: aim.wall_m }
      : { on: "ground", far_m: figure };
  return (
    <>
      <FigureBox
        main
        label={`${aim.name}, ${aim.asks}`}
        unit={aim.unit}
        head={aim.found_text && `Found ${aim.found_text}`}
        placeholder={`${aim.asks.split(" ")[0]} found, ${bare}`}
        empty={`Type the ${aim.asks}.`}
        keep={(figure) => edit((j) => setAt(j, aim.path, mark(figure)))}
      />
      {isKept && <p className="text-sm text-ochre">Kept here, judged with a connection.</p>}
      {fault && (
        <p role="alert" className="text-sm text-rust">
          {fault}
        </p>
      )}
    </>
  );
}
