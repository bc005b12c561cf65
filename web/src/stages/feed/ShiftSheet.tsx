import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { NumberField } from "../../ui/fields";
import { Mark } from "../../ui/Mark";
import { ShiftPlot } from "./ShiftPlot";

type Budget = Schemas["Budget"];
type Way = Schemas["SupplyWay"];
type Leg = Schemas["Leg"];

const STARTS = { yes: "done", doubtful: "mind", no: "stop" } as const;

/** A working shift: what each battery gives and gets, each way to feed the lights side by side. */
export function ShiftSheet() {
  const { job } = useDesk();
  const [shown, setShown] = useState<string>();
  const { data: budget, error } = useQuery<Budget, ApiError>({
    queryKey: ["budget", identity(job)],
    queryFn: async () => (await unwrap(api.POST("/api/budget", { body: job }))).budget,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  if (error)
    return (
      <p role="alert" className="card p-4">
        {error.problem.detail}
      </p>
    );
  if (!budget) return <p className="card p-4">Running the shift ...</p>;
  const way = budget.ways.find((w) => w.label === shown) ?? budget.ways[0];
  return (
    <>
      <Legs shift={budget.shift} />
      {way && (
        <section aria-label="Charge over the shift" className="card space-y-2 p-4">
          <h2 className="text-base">
            Charge over the shift: {way.label.toLowerCase()}
            {way.is_used && <span className="font-normal text-soft"> (in use)</span>}
          </h2>
          <ShiftPlot way={way} shift={budget.shift} />
          <p className="flex items-center gap-2">
            <Mark shape={STARTS[way.run.starts]} /> {way.starts_text}
          </p>
        </section>
      )}
      <Ways ways={budget.ways} shown={way?.label} show={setShown} />
      <section aria-label="Alternator" className="card p-4 text-sm">
        {budget.alternator_text.map((t) => (
          <p key={t}>{t}</p>
        ))}
        {budget.circuits.map((t) => (
          <p key={t} className="text-soft">
            {t}
          </p>
        ))}
      </section>
    </>
  );
}

/** What the shift is made of; each part can be drawn longer, lit, or taken out. */
function Legs({ shift }: { shift: Schemas["Shift"] }) {
  const { job, answers, edit, catalog } = useDesk();
  const legs = shift.legs ?? [];
  // The first change keeps the plain shift that was shown, with the change in it.
  const put = (next: Leg[]) => edit((j) => ({ ...j, shift: { ...job.shift, legs: next } }));
  const change = (i: number, part: Partial<Leg>) =>
    put(legs.map((leg, k) => (k === i ? { ...leg, ...part } : leg)));
  return (
    <section aria-label="The shift" className="card space-y-2 p-4">
      <h2 className="text-base">The shift</h2>
      <ol className="space-y-2">
        {legs.map((leg, i) => (
          <li key={i} className="flex flex-wrap items-center gap-2 border-t border-line pt-2">
            <label className="flex items-center gap-1 text-sm">
              <input
                type="number"
                min={0}
                max={2880}
                step={5}
                className="field w-20 font-reading"
                aria-label={`Part ${i + 1}, minutes`}
                value={leg.minutes}
                onChange={(e) => change(i, { minutes: Number(e.target.value) })}
              />
              min
            </label>
            <select
              className="field w-32"
              aria-label={`Part ${i + 1}, engine`}
              value={leg.engine ?? "driving"}
              onChange={(e) => {
                change(i, { engine: e.target.value as Leg["engine"] });
              }}
            >
              {catalog.choices.engines.map((x) => (
                <option key={x.value} value={x.value}>
                  {x.label}
                </option>
              ))}
            </select>
            {answers.circuits.map((c) => {
              const lit = leg.lit?.includes(c.id) ?? false;
              return (
                <button
                  key={c.id}
                  type="button"
                  aria-pressed={lit}
                  className={`min-h-9 rounded border px-2 text-sm ${lit ? "border-spruce bg-spruce text-on-spruce" : "border-line"}`}
                  onClick={() =>
                    change(i, {
                      lit: lit
                        ? (leg.lit ?? []).filter((id) => id !== c.id)
                        : [...(leg.lit ?? []), c.id],
                    })
                  }
                >
                  {c.name}
                </button>
              );
            })}
            <Button
              kind="quiet"
              className="ml-auto"
              aria-label={`Remove part ${i + 1}`}
              onClick={() => put(legs.filter((_, k) => k !== i))}
            >
              ×
            </Button>
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap items-end gap-3">
        <Button onClick={() => put([...legs, { minutes: 30, engine: "driving", lit: [] }])}>
          Add a part
        </Button>
        <div className="w-32">
          <NumberField path="shift.battery_c" label="Battery at" unit="°C" />
        </div>
        <div className="w-32">
          <NumberField path="shift.start_percent" label="State of charge at start" unit="%" />
        </div>
        <div className="w-32">
          <NumberField path="shift.days_parked" label="Then parked" unit="days" />
        </div>
        <div className="w-36">
          <NumberField path="shift.key_off_ma" label="Key-off, vehicle" unit="mA" />
        </div>
      </div>
    </section>
  );
}

/** The ways to feed the lights, side by side. */
function Ways({
  ways,
  shown,
  show,
}: {
  ways: Way[];
  shown: string | undefined;
  show: (label: string) => void;
}) {
  const { edit } = useDesk();
  const use = (way: Way) =>
    edit((j) =>
      way.isolation == null
        ? setAt(j, "supply.auxiliary", undefined)
        : setAt(j, "supply.auxiliary.isolation", way.isolation),
    );
  return (
    <section aria-label="Ways to feed the lights" className="card relative overflow-x-auto p-4">
      <h2 className="text-base">Ways to feed the lights</h2>
      <table className="mt-2 w-full min-w-[46rem] text-sm">
        <thead className="text-left text-soft">
          <tr>
            <th className="font-normal">Way</th>
            <th className="font-normal">At the lamps</th>
            <th className="font-normal">Second battery</th>
            <th className="font-normal">After parking</th>
            <th className="font-normal">Caution</th>
            <th className="font-normal">
              <span className="sr-only">Use</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {ways.map((w) => (
            <tr
              key={w.label}
              className={`border-t border-line align-top ${w.label === shown ? "bg-ground" : ""}`}
            >
              <td className="py-2 pr-3">
                <button
                  type="button"
                  className="min-h-9 text-left font-semibold underline underline-offset-2"
                  aria-pressed={w.label === shown}
                  onClick={() => show(w.label)}
                >
                  {w.label}
                </button>
                <ul className="text-soft">
                  {w.parts.map((p) => (
                    <li key={p}>{p}</li>
                  ))}
                </ul>
              </td>
              <td className="py-2 pr-3">
                {w.lamp_text}
                <br />
                {w.light_text}
              </td>
              <td className="py-2 pr-3">{w.reached_text}</td>
              <td className="py-2 pr-3">
                <span className="flex gap-1">
                  <Mark shape={STARTS[w.run.starts]} size={12} />
                  {w.starts_text}
                </span>
              </td>
              <td className="py-2 pr-3">
                <span className="flex gap-1">
                  <Mark shape={w.can_flatten ? "mind" : "done"} size={12} />
                  {w.flatten_text}
                </span>
                {w.mind.map((m) => (
                  <p key={m} className="text-soft">
                    {m}
                  </p>
                ))}
              </td>
              <td className="py-2">
                {w.is_used ? (
                  "in use"
                ) : w.isolation == null && !w.can_flatten ? (
                  "by the wish, under Switch"
                ) : (
                  <Button onClick={() => use(w)}>Use this</Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
