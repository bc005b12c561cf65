import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { getAt, setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { FigureBox } from "../../ui/FigureBox";
import { useMeterAddress } from "../prove/meter";
import { BesidePicker, useBeside } from "./BesidePicker";
import { namesOf } from "./GroundSheet";
import { LightFault } from "./LightFault";
import { useLight } from "./useLight";

type Spot = Schemas["SpotAnswer"];
type When = "before_lx" | "after_lx";

/** Lux at marked spots: before, after, predicted, and what explains a difference. */
export function SpotSheet() {
  const picked = useBeside();
  const { data, error } = useLight({ beside: picked.beside });
  const [address, setAddress] = useMeterAddress("lux");
  if (!data && error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Working out the light ...</p>;
  return (
    <div className="space-y-3">
      <LightFault error={error} />
      <p className="text-sm text-soft">
        The same spot, the meter held the same way, other light off. A camera's exposure hides the
        difference.
      </p>
      <BesidePicker {...picked} />
      {data.spots.length === 0 && (
        <p className="card p-4">No spot is marked yet: mark one on the left.</p>
      )}
      <ol aria-label="Spots" className="space-y-2">
        {data.spots.map((s, k) => (
          <SpotCard
            key={s.name}
            spot={s}
            address={address}
            other={data.beside?.spots[k]}
            others={data.beside ? namesOf(data.beside) : ""}
          />
        ))}
      </ol>
      <LuxList />
      <label className="card block p-3">
        <span className="block text-sm text-soft">
          Lux meter that speaks SCPI over TCP, such as 127.0.0.1:5025 (stand-in: jovek sim lux)
        </span>
        <input
          className="field max-w-72 font-reading"
          value={address}
          placeholder="none"
          onChange={(e) => setAddress(e.target.value)}
        />
      </label>
    </div>
  );
}

function SpotCard({
  spot,
  address,
  other,
  others,
}: {
  spot: Spot;
  address: string;
  other: Schemas["BesideSpot"] | undefined;
  others: string;
}) {
  return (
    <li
      className="card grid items-start gap-3 p-3 md:grid-cols-[minmax(0,1fr)_7rem_11rem_11rem]"
      data-spot={spot.name}
    >
      <div>
        <p className="font-semibold">{spot.name}</p>
        {spot.ratio_text && <p className="font-reading">{spot.ratio_text}</p>}
        {spot.says && <p className="text-sm">{spot.says}</p>}
        {other && (
          <p className="text-sm">
            {others} would give <span className="font-reading">{other.text}</span>
            {other.ratio_text && `: ${other.ratio_text}`}.
          </p>
        )}
      </div>
      <p>
        <span className="block text-sm text-soft">Predicted</span>
        <span className="font-reading text-lg">{spot.predicted_text}</span>
      </p>
      <LuxBox spot={spot} when="before_lx" label="Before" address={address} />
      <LuxBox spot={spot} when="after_lx" label="After" address={address} />
    </li>
  );
}

function LuxBox({
  spot,
  when,
  label,
  address,
}: {
  spot: Spot;
  when: When;
  label: string;
  address: string;
}) {
  const { edit } = useDesk();
  const held = spot[when];
  const put = (lx: number) =>
    edit((j) => {
      const list = (getAt(j, "record.lux") as Schemas["Lux"][] | undefined) ?? [];
      const at = list.findIndex((l) => l.spot === spot.name);
      const index = at < 0 ? list.length : at;
      const row = { ...(list[index] ?? { spot: spot.name }), [when]: lx };
      return setAt(j, `record.lux[${index}]`, row);
    });
  const fromMeter = async () => {
    const body = { address, check: spot.name, unit: "lx", commands: [] };
    return (await unwrap(api.POST("/api/device", { body }))).value ?? undefined;
  };
  return (
    <FigureBox
      label={`${label} ${spot.name}`}
      head={
        <>
          {label}
          {held != null && <span className="font-reading text-ink"> {held} lx</span>}
        </>
      }
      unit="lx"
      keep={put}
      device={address ? fromMeter : undefined}
    />
  );
}

/** Lux from a list: good rows are kept at once, bad ones named by line. */
function LuxList() {
  const { job, edit } = useDesk();
  const [text, setText] = useState("");
  const [says, setSays] = useState<string[]>([]);
  const take = async () => {
    try {
      const read = await unwrap(api.POST("/api/light/log", { body: { job, text } }));
      edit((j) => {
        const list = [...((getAt(j, "record.lux") as Schemas["Lux"][] | undefined) ?? [])];
        for (const row of read.good) {
          const at = list.findIndex((l) => l.spot === row.spot);
          const given = Object.fromEntries(Object.entries(row).filter(([, v]) => v != null));
          if (at < 0) list.push({ ...row, ...given });
          else list[at] = { spot: row.spot, ...list[at], ...given };
        }
        return read.good.length > 0 ? setAt(j, "record.lux", list) : j;
      });
      setSays([
        `${read.good.length} kept.`,
        ...read.bad.map((b) => `Line ${b.line}, "${b.text}": ${b.why}.`),
      ]);
    } catch (e) {
      setSays([e instanceof ApiError ? e.problem.detail : "It was not read."]);
    }
  };
  return (
    <details className="card p-3">
      <summary className="min-h-11 cursor-pointer content-center text-soft">
        From a list (CSV: spot, before, after)
      </summary>
      <label>
        <span className="sr-only">List of lux</span>
        <textarea
          className="field min-h-24 font-reading"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <Button onClick={take}>Take the list</Button>
      <ul role="status" className="text-sm">
        {says.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ul>
    </details>
  );
}
