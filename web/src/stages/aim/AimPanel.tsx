import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { ChoiceField, NumberField, TextField } from "../../ui/fields";
import { Panel } from "../../ui/Panel";
import { OpticForm } from "./OpticForm";
import { useLight } from "./useLight";

/** Beams, places and marked spots: what a person says of the light. */
export function AimPanel() {
  const { job, circuit, edit, catalog } = useDesk();
  const spots = job.lighting?.spots ?? [];
  const lights = job.circuits?.[circuit]?.lights ?? [];
  const { data: light } = useLight({});
  const addSpot = () =>
    edit((j) =>
      setAt(j, `lighting.spots[${spots.length}]`, {
        ...catalog.fresh.spot,
        at: light?.next_spot ?? catalog.fresh.spot.at,
        name: `Spot ${spots.length + 1}`,
      }),
    );
  return (
    <Panel title="Aim" says="Where the light falls, and where it must not.">
      <ChoiceField
        path="lighting.region"
        label="Rules of the road"
        options={[{ value: "", label: "both" }, ...catalog.choices.regions]}
        write={(v) => v || undefined}
      />
      <Permits />
      <NumberField path="lighting.wall_m" label="Wall from the lamps" unit="m" />
      <CircuitPicker />
      {lights.map((l, k) => (
        <details key={l.id} className="border-t border-line pt-1">
          <summary className="min-h-11 cursor-pointer content-center font-semibold">
            {l.name}: beam and place
          </summary>
          <OpticForm path={`circuits[${circuit}].lights[${k}]`} light={l} />
        </details>
      ))}
      <h3 className="border-t border-line pt-2 font-semibold">Marked spots</h3>
      {spots.map((s, k) => (
        <fieldset key={k} className="space-y-2 border-t border-line pt-2">
          <legend className="sr-only">{s.name}</legend>
          <TextField path={`lighting.spots[${k}].name`} label="Name" />
          <div className="figures grid gap-2">
            <NumberField
              path={`lighting.spots[${k}].at.along_m`}
              label="Behind the front"
              unit="m"
              required
            />
            <NumberField path={`lighting.spots[${k}].at.left_m`} label="Left" unit="m" required />
            <NumberField path={`lighting.spots[${k}].at.up_m`} label="High" unit="m" required />
          </div>
          <ChoiceField
            path={`lighting.spots[${k}].held`}
            label="Meter"
            options={[
              { value: "up", label: "lying, facing up" },
              { value: "to_vehicle", label: "upright, facing the vehicle" },
            ]}
          />
          <Button
            kind="quiet"
            className="!px-0"
            onClick={() => edit((j) => setAt(j, `lighting.spots[${k}]`, undefined))}
          >
            Remove
          </Button>
        </fieldset>
      ))}
      <Button onClick={addSpot}>Mark a spot</Button>
    </Panel>
  );
}

/** Warning colours that somebody permitted: without, the rule book says no. */
function Permits() {
  const { job, edit, catalog } = useDesk();
  const permits = job.lighting?.permits ?? [];
  const add = () =>
    edit((j) => setAt(j, `lighting.permits[${permits.length}]`, catalog.fresh.permit));
  return (
    <>
      {permits.map((p, k) => (
        <fieldset key={k} className="grid grid-cols-[1fr_2fr_auto] items-end gap-2">
          <legend className="sr-only">Permit for {p.colour}</legend>
          <ChoiceField
            path={`lighting.permits[${k}].colour`}
            label="Permitted"
            options={catalog.choices.lamp_colours}
          />
          <TextField path={`lighting.permits[${k}].by`} label="By whom, number" />
          <Button
            kind="quiet"
            className="!px-1"
            aria-label={`Remove the permit for ${p.colour}`}
            onClick={() => edit((j) => setAt(j, `lighting.permits[${k}]`, undefined))}
          >
            ×
          </Button>
        </fieldset>
      ))}
      <Button kind="quiet" className="!px-0" onClick={add}>
        Add a permit for a warning colour
      </Button>
    </>
  );
}
