import { useMemo, useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { NumberField, TextField } from "../../ui/fields";
import { FormContext } from "../../ui/form";
import {
  addPlace,
  addWay,
  type PlaceFact,
  placeFact,
  problemAt,
  withoutPlace,
  withPlace,
} from "./facts";

type Route = Schemas["RouteAnswer"];

/** Places: named, moved, added, and joined by new ways. */
export function PlaceCard({
  route,
  chosen,
  onChoose: setChosen,
}: {
  route: Route;
  chosen: string;
  onChoose: (place: string) => void;
}) {
  const { job, edit, problem } = useDesk();
  const [other, setOther] = useState("");
  const place = route.places.find((p) => p.id === chosen);
  const fact = placeFact(job, chosen);
  const number = job.skeleton?.places?.findIndex((p) => p.id === chosen) ?? -1;
  // A place of the body has no facts until something is said of it.
  const form = useMemo(
    () => ({
      tree: {
        name: fact.name ?? place?.name,
        at: fact.at ?? {
          along_m: tidy(place?.along_m),
          left_m: tidy(place?.left_m),
          up_m: tidy(place?.up_m),
        },
      },
      edit: (change: (tree: unknown) => unknown) =>
        edit((j) => {
          const held = placeFact(j, chosen);
          const before = {
            name: held.name ?? place?.name,
            at: held.at ?? {
              along_m: tidy(place?.along_m),
              left_m: tidy(place?.left_m),
              up_m: tidy(place?.up_m),
            },
          };
          const next = change(before) as { name?: string; at?: PlaceFact["at"] };
          const moved = JSON.stringify(next.at) !== JSON.stringify(before.at);
          return withPlace(j, {
            ...held,
            name: next.name === place?.name ? held.name : next.name,
            at: moved ? next.at : held.at,
          });
        }),
      problem: problemAt(problem, `skeleton.places[${number}]`),
      assumptions: [],
    }),
    [fact, place, chosen, edit, problem, number],
  );
  const isAdded = job.skeleton?.places?.some((p) => p.id === chosen && p.at);
  return (
    <section aria-label="Places" className="card no-print space-y-3 p-4">
      <h2 className="text-base">Places</h2>
      <div className="flex flex-wrap items-end gap-3">
        <label className="text-sm text-soft">
          Place
          <select
            className="field text-ink"
            value={place ? chosen : ""}
            onChange={(e) => setChosen(e.target.value)}
          >
            <option value="">choose one to name or move it ...</option>
            {route.places.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </select>
        </label>
        <Button
          onClick={() => {
            const made = addPlace(job, route, chosen);
            setChosen(made.id);
            edit(() => made.job);
          }}
        >
          {place ? `Add a place beside ${place.name}` : "Add a place"}
        </Button>
      </div>
      {place && (
        <FormContext.Provider value={form}>
          <div key={chosen} className="grid grid-cols-2 items-end gap-2 md:grid-cols-4">
            <TextField path="name" label="Name" />
            <NumberField path="at.along_m" label="Behind the front" unit="m" required />
            <NumberField path="at.left_m" label="Left of the middle" unit="m" required />
            <NumberField path="at.up_m" label="Above the ground" unit="m" required />
          </div>
        </FormContext.Provider>
      )}
      {place && (
        <div className="flex flex-wrap items-end gap-3">
          <label className="text-sm text-soft">
            New way to
            <select
              className="field text-ink"
              value={other}
              onChange={(e) => setOther(e.target.value)}
            >
              <option value="">choose a place ...</option>
              {route.places
                .filter((p) => p.id !== chosen)
                .map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
            </select>
          </label>
          <Button
            disabled={!other}
            onClick={() => {
              edit((j) => addWay(j, route, chosen, other));
              setOther("");
            }}
          >
            Add the way
          </Button>
          {isAdded && (
            <Button kind="quiet" onClick={() => edit((j) => withoutPlace(j, chosen))}>
              Undo the changes to it
            </Button>
          )}
        </div>
      )}
      {place && place.holds.length > 0 && (
        <p className="text-sm text-soft">Here: {place.holds.join("; ")}</p>
      )}
    </section>
  );
}

function tidy(metres: number | undefined): number {
  return Math.round((metres ?? 0) * 1000) / 1000;
}
