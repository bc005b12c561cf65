import { useMemo } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { NumberField, TextField } from "../../ui/fields";
import { FormContext } from "../../ui/form";
import { useWithUnit } from "../../ui/units";
import { problemAt, type WayFact, wayFact, withWay } from "./facts";

/** Says something else of a way. */
export function useSayOfWay(id: string): (next: Partial<WayFact>) => void {
  const { edit } = useDesk();
  return (next) => edit((j) => withWay(j, { ...wayFact(j, id), ...next }));
}

/** What is told of a way: its name, its length, what it is like there. */
export function WayFields({ way }: { way: Schemas["RouteWay"] }) {
  const { job, catalog, edit, problem } = useDesk();
  const withUnit = useWithUnit();
  const fact = wayFact(job, way.id);
  const say = useSayOfWay(way.id);
  const number = job.skeleton?.ways?.findIndex((w) => w.id === way.id) ?? -1;
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
  return (
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
            {catalog.choices.passages.map((p) => (
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
  );
}
