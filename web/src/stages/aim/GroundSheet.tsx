import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { BesidePicker, useBeside } from "./BesidePicker";
import { Compared } from "./Compared";
import { LightFault } from "./LightFault";
import { LightLegend, LuxPicture } from "./LuxPicture";
import { type Light, useLight } from "./useLight";

/** The ground from above, the lamps, and how far they reach; old lamps or candidates beside them on the same scale. */
export function GroundSheet() {
  const { job, catalog } = useDesk();
  const [circuit, setCircuit] = useState("");
  const [supply, setSupply] = useState<Schemas["SupplyState"]>("engine_off");
  const circuits = job.circuits ?? [];
  const picked = useBeside(circuit);
  const { data, error } = useLight({
    circuit: circuit || undefined,
    supply,
    drawn: "ground",
    beside: picked.beside,
  });
  if (!data && error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Working out where the light falls ...</p>;
  return (
    <div className="space-y-4">
      <LightFault error={error} />
      <div className="flex flex-wrap gap-3">
        <label className="min-w-44">
          <span className="block text-sm text-soft">Lamps</span>
          <select className="field" value={circuit} onChange={(e) => setCircuit(e.target.value)}>
            <option value="">all</option>
            {circuits.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        </label>
        <label className="min-w-44">
          <span className="block text-sm text-soft">Supply</span>
          <select
            className="field"
            value={supply}
            onChange={(e) => setSupply(e.target.value as Schemas["SupplyState"])}
          >
            {catalog.supplies.map((s) => (
              <option key={s.supply} value={s.supply}>
                {s.label}
              </option>
            ))}
          </select>
        </label>
        <BesidePicker {...picked} />
      </div>
      <section aria-label="Ground" className="card space-y-2 p-3">
        <h2 className="text-base">The ground from above</h2>
        {data.beside ? (
          <Compared
            names={["as planned", namesOf(data.beside)]}
            one={<Ground light={data} />}
            other={<Ground light={{ ...data, ...data.beside, spots: data.spots }} />}
          />
        ) : (
          <Ground light={data} />
        )}
        <LightLegend />
        <p className="text-sm text-soft">
          Lines in lx, the front is up. Touch a point for its light.
        </p>
        <Reach light={data} title={data.beside && "As planned"} />
        {data.beside && <Reach light={data.beside} title={namesOf(data.beside)} />}
      </section>
      {data.beside?.notes.map((note) => (
        <p key={note} className="text-sm">
          {note}
        </p>
      ))}
      <Lamps light={data} />
      {data.beside && (
        <Lamps
          light={{ ...data, ...data.beside, spots: data.spots }}
          title={namesOf(data.beside)}
        />
      )}
    </div>
  );
}

/** Names of lamps, each once. */
export function namesOf(light: Pick<Light, "lamps">): string {
  return [...new Set(light.lamps.map((l) => l.name.replace(/ \d+$/, "")))].join(", ");
}

function Ground({ light }: { light: Light }) {
  const [length, width] = light.vehicle_m;
  if (!light.ground) return null;
  return (
    <LuxPicture
      picture={light.ground}
      label={`Light on the ground around the vehicle, ${light.reach.map((r) => r.text).join(", ")}`}
    >
      <rect
        x={-(width ?? 2) / 2}
        y={-(length ?? 5)}
        width={width ?? 2}
        height={length ?? 5}
        rx="0.2"
        fill="#33413a"
        stroke="#a6b3ab"
        strokeWidth="0.08"
      />
      {light.lamps.map((l) => (
        <circle
          key={`${l.light}${l.number}`}
          cx={-l.mount.at.left_m}
          cy={-l.mount.at.along_m}
          r="0.22"
          fill={l.screen}
        />
      ))}
      {light.spots.map((s) => (
        <path
          key={s.name}
          d={`M${-s.at.left_m - 0.6} ${-s.at.along_m}h1.2m-0.6 -0.6v1.2`}
          stroke="#ff6a55"
          strokeWidth="0.18"
        />
      ))}
    </LuxPicture>
  );
}

/** How far the lamps reach. */
function Reach({
  light,
  title,
}: {
  light: Pick<Light, "reach">;
  title?: string | null | undefined;
}) {
  return (
    <ul className="flex flex-wrap gap-x-5 text-sm">
      {title && <li className="font-semibold">{title}</li>}
      {light.reach.map((r) => (
        <li key={r.name + r.lux_lx}>
          {r.name}: <span className="font-reading">{r.text}</span>
        </li>
      ))}
    </ul>
  );
}

function Lamps({ light, title }: { light: Light; title?: string }) {
  return (
    <section aria-label={title ?? "Lamps"} className="card overflow-x-auto p-3">
      {title && <h2 className="text-base">{title}</h2>}
      <table className="w-full text-left text-sm">
        <thead className="text-soft">
          <tr>
            <th className="font-normal">Lamp</th>
            <th className="font-normal">Beam</th>
            <th className="font-normal">Stands</th>
            <th className="font-normal">Burns</th>
          </tr>
        </thead>
        <tbody>
          {light.lamps.map((l) => (
            <tr key={`${l.light}${l.number}`} className="border-t border-line align-top">
              <td className="py-1 pr-3">
                {l.name}
                {l.fault && <span className="block text-rust">{l.fault}</span>}
              </td>
              <td className="pr-3">
                <span className="font-reading">{l.beam_text}</span>
                {l.is_beam_assumed && <span className="italic text-soft"> assumed</span>}
              </td>
              <td className="pr-3">
                <span className="font-reading whitespace-nowrap">{l.place_text}</span>
                {l.is_place_assumed && <span className="italic text-soft"> assumed</span>}
              </td>
              <td className="font-reading whitespace-nowrap">{l.level_text}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
