import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { NumberField, TextField } from "../../ui/fields";
import { FormContext } from "../../ui/form";
import { useWithUnit } from "../../ui/units";
import { HAZARDS, PASSAGES } from "../../ui/words";
import { problemAt, type WayFact, wayFact, withWay } from "./facts";

type Way = Schemas["RouteWay"];

/** What a trial would cost, asked when the way is looked at. */
function useCost(trial: Schemas["OptionTrial"] | undefined) {
  const { job } = useDesk();
  return useQuery<Schemas["Cost"], ApiError>({
    queryKey: ["cost", identity(job), trial],
    enabled: trial !== undefined,
    retry: false,
    queryFn: async () =>
      unwrap(
        api.POST("/api/route/cost", { body: { job, trial: trial as Schemas["OptionTrial"] } }),
      ),
  });
}

/** One way: its length, what it passes, what lies on it, and what it costs to go without. */
export function WayCard({ way }: { way: Way }) {
  const { job, catalog, circuit, edit, problem } = useDesk();
  const withUnit = useWithUnit();
  const here = job.circuits?.[circuit];
  const fact = wayFact(job, way.id);
  const number = job.skeleton?.ways?.findIndex((w) => w.id === way.id) ?? -1;
  const say = (next: Partial<WayFact>) =>
    edit((j) => withWay(j, { ...wayFact(j, way.id), ...next }));
  // The fields of a way that nothing is said of yet have no place in the job: they get one when typed in.
  const form = useMemo(
    () => ({
      tree: { name: way.name, ...fact },
      edit: (change: (tree: unknown) => unknown) =>
        edit((j) => {
          const held = wayFact(j, way.id);
          const next = change({ name: way.name, ...held }) as WayFact;
          // The body's own name is no fact.
          return withWay(
            j,
            next.name === way.name && !held.name ? { ...next, name: undefined } : next,
          );
        }),
      problem: problemAt(problem, `skeleton.ways[${number}]`),
      assumptions: [],
    }),
    [fact, edit, problem, way.id, way.name, number],
  );
  const used = way.circuits.length > 0;
  const without = useCost(used && !way.is_forbidden ? { try: "forbid", way: way.id } : undefined);
  const mayPin =
    here?.sites &&
    !way.circuits.includes(here.id) &&
    !here.sites.pinned?.includes(way.id) &&
    !way.is_forbidden;
  const pinned = useCost(
    mayPin && here ? { try: "pin", circuit: here.id, way: way.id } : undefined,
  );
  const hazards = way.hazards;
  return (
    <section aria-label={`Way: ${way.name}`} className="card space-y-3 p-4">
      <h2 className="text-base">{way.name}</h2>
      <p className="font-reading text-sm">
        {way.length_text}, {way.zone_text}
        {way.passage_text && `, ${way.passage_text}`}
      </p>
      {way.bundle_text && <p className="font-reading text-sm text-copper">{way.bundle_text}</p>}
      <FormContext.Provider value={form}>
        <div key={way.id} className="grid grid-cols-2 items-end gap-2 sm:grid-cols-4">
          <TextField path="name" label="Name" />
          <NumberField path="length_m" label="Measured" unit="m" />
          <NumberField path="ambient_c" label="Hot there" unit="°C" />
          <label className="text-sm text-soft">
            Surroundings
            <select
              className="field text-ink"
              value={way.zone}
              onChange={(e) => say({ zone: e.target.value as Schemas["Zone"] })}
            >
              {catalog.zones.map((z) => (
                <option key={z.zone} value={z.zone}>
                  {z.label}, {withUnit(z.ambient_c, "°C")}
                </option>
              ))}
            </select>
          </label>
          <label className="text-sm text-soft">
            Passage
            <select
              className="field text-ink"
              value={way.passage.kind}
              onChange={(e) => say({ passage: { kind: e.target.value } as Schemas["Passage"] })}
            >
              {PASSAGES.map((p) => (
                <option key={p.value} value={p.value}>
                  {p.label}
                </option>
              ))}
            </select>
          </label>
          {way.passage.kind === "grommet" && (
            <NumberField path="passage.bore_mm" label="Bore" unit="mm" />
          )}
        </div>
      </FormContext.Provider>
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        <legend className="sr-only">What can hurt a wire there</legend>
        {HAZARDS.map((h) => (
          <label key={h.value} className="flex min-h-9 items-center gap-2">
            <input
              type="checkbox"
              checked={hazards.includes(h.value)}
              onChange={(e) =>
                say({
                  hazards: e.target.checked
                    ? [...hazards, h.value]
                    : hazards.filter((x) => x !== h.value),
                })
              }
            />
            {h.label}
          </label>
        ))}
      </fieldset>
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => say({ is_forbidden: way.is_forbidden ? undefined : true })}>
          {way.is_forbidden ? "Allow this way again" : "Forbid this way"}
        </Button>
        {without.data && <Costs title="Without it" says={without.data.says} />}
      </div>
      {mayPin && (
        <div className="flex flex-wrap items-center gap-3">
          <Button
            onClick={() =>
              edit((j) =>
                setAt(j, `circuits[${circuit}].sites.pinned`, [
                  ...(here?.sites?.pinned ?? []),
                  way.id,
                ]),
              )
            }
          >
            Pin {here?.name} to it
          </Button>
          {pinned.data && <Costs title="Pinned" says={pinned.data.says} />}
        </div>
      )}
    </section>
  );
}

function Costs({ title, says }: { title: string; says: string[] }) {
  return (
    <p className="text-sm" role="status">
      {title}: {says.join("; ")}
    </p>
  );
}
