import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { getAt, setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { FigureBox } from "../../ui/FigureBox";
import { OneAtATime, useListed } from "../../ui/OneAtATime";
import { useNarrow } from "../../ui/useMedia";
import { useMeterAddress } from "../prove/meter";
import { BesidePicker, useBeside } from "./BesidePicker";
import { namesOf } from "./GroundSheet";
import { LightFault } from "./LightFault";
import { useLight } from "./useLight";

type Spot = Schemas["SpotAnswer"];

/** Lux before the work, and after it. */
const WHENS = [
  { at: "before_lx", label: "Before" },
  { at: "after_lx", label: "After" },
] as const;
type When = (typeof WHENS)[number];

/** Where this device remembers that all spots are wanted at once. */
const LISTED = "jovek.spots.listed";

/** Number of the first lux that nobody read; below zero where none is left. */
function firstOpen(spots: Spot[], luxOf: (spot: Spot) => Schemas["Lux"] | undefined): number {
  return spots
    .flatMap((s) => WHENS.map((when) => luxOf(s)?.[when.at]))
    .findIndex((lx) => lx == null);
}

/** Lux at marked spots: before, after, predicted, and what explains a difference. */
export function SpotSheet() {
  const picked = useBeside();
  const { data, error } = useLight({ beside: picked.beside });
  const [address, setAddress] = useMeterAddress("lux");
  const isNarrow = useNarrow();
  const [isList, list] = useListed(LISTED);
  const { job } = useDesk();
  const luxOf = (spot: Spot) => job.record?.lux?.find((l) => l.spot === spot.name);
  if (!data && error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Working out the light ...</p>;
  const card = (spot: Spot, k: number, whens: readonly When[], key: string) => (
    <SpotCard
      key={key}
      spot={spot}
      whens={whens}
      address={address}
      other={data.beside?.spots[k]}
      others={data.beside ? namesOf(data.beside) : ""}
    />
  );
  return (
    <div className="space-y-3">
      <LightFault error={error} />
      <p className="text-sm text-soft max-md:hidden">
        The same spot, the meter held the same way, other light off. A camera's exposure hides the
        difference.
      </p>
      <BesidePicker {...picked} />
      {data.spots.length === 0 && (
        <p className="card p-4">No spot is marked yet: mark one on the left.</p>
      )}
      {isNarrow && !isList && data.spots.length > 0 ? (
        <OneAtATime
          what="Reading"
          rows={data.spots.flatMap((s, k) =>
            WHENS.map((when) => card(s, k, [when], `${s.name} ${when.at}`)),
          )}
          firstOpen={firstOpen(data.spots, luxOf)}
          all={{ label: "All spots", show: () => list(true) }}
        />
      ) : (
        <>
          {isNarrow && data.spots.length > 0 && (
            <Button onClick={() => list(false)}>One at a time</Button>
          )}
          <ol aria-label="Spots" className="space-y-2">
            {data.spots.map((s, k) => card(s, k, WHENS, s.name))}
          </ol>
        </>
      )}
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
  whens,
  address,
  other,
  others,
}: {
  spot: Spot;
  whens: readonly When[];
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
      {whens.map((when) => (
        <LuxBox key={when.at} spot={spot} when={when} address={address} />
      ))}
    </li>
  );
}

function LuxBox({
  spot,
  when: { at: when, label },
  address,
}: {
  spot: Spot;
  when: When;
  address: string;
}) {
  const { job, edit } = useDesk();
  // As it is typed: without a connection nobody judges it yet.
  const held = job.record?.lux?.find((l) => l.spot === spot.name)?.[when];
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
