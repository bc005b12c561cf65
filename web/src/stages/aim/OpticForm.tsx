import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { LightPath, OpticPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, TextField } from "../../ui/fields";
import { BeamFields } from "./BeamFields";

type Light = Schemas["Light"];

const COVERS = ["", "clear", "yellow", "amber", "red", "blue"].map((value) => ({
  value,
  label: value || "none",
}));

/** Beam, place and adjuster of a light. */
export function OpticForm({ path, light }: { path: LightPath; light: Light }) {
  const at = `${path}.optic` as const;
  const { edit, catalog } = useDesk();
  const mounts = light.optic?.mounts ?? [];
  const last = mounts.at(-1);
  const addMount = () =>
    edit((j) =>
      setAt(
        j,
        `${at}.mounts[${mounts.length}]`,
        // The next one stands on the other side.
        last ? { ...last, at: { ...last.at, left_m: -last.at.left_m } } : catalog.fresh.mount,
      ),
    );
  return (
    <fieldset className="space-y-2">
      <legend className="sr-only">{light.name}</legend>
      <BeamFields at={at} held={light.optic?.file?.name} bare />
      <div className="grid grid-cols-2 gap-2">
        <NumberField path={`${at}.kelvin`} label="Colour" unit="K" />
        <ChoiceField
          path={`${at}.cover`}
          label="Cover in front"
          options={COVERS}
          write={(v) => v || undefined}
        />
      </div>
      {light.role === "warning" && (
        <ChoiceField
          path={`${at}.class`}
          label="Class on the lens"
          options={catalog.choices.warning_classes}
          write={(v) => v || undefined}
        />
      )}
      {mounts.map((_, k) => (
        <div key={k} className="space-y-1">
          <p className="flex items-center justify-between text-sm">
            Lamp {k + 1}
            <Button
              kind="quiet"
              className="!px-0"
              onClick={() => edit((j) => setAt(j, `${at}.mounts[${k}]`, undefined))}
            >
              Remove
            </Button>
          </p>
          <div className="figures grid gap-2">
            <NumberField path={`${at}.mounts[${k}].at.up_m`} label="High" unit="m" required />
            <NumberField path={`${at}.mounts[${k}].at.left_m`} label="Left" unit="m" required />
            <NumberField path={`${at}.mounts[${k}].at.along_m`} label="Behind" unit="m" required />
            <NumberField path={`${at}.mounts[${k}].down_deg`} label="Down" unit="°" required />
            <NumberField path={`${at}.mounts[${k}].faces_deg`} label="Faces" unit="°" required />
          </div>
        </div>
      ))}
      {mounts.length < light.count && (
        <Button onClick={addMount}>Say where lamp {mounts.length + 1} stands</Button>
      )}
      {light.optic?.adjuster ? (
        <>
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              path={`${at}.adjuster.pitch_mm`}
              label="Screw, a turn"
              unit="mm"
              required
            />
            <NumberField path={`${at}.adjuster.arm_mm`} label="Screw to pivot" unit="mm" required />
          </div>
          <TextField path={`${at}.adjuster.reach`} label="Which side reaches it, with what" />
        </>
      ) : (
        <Button
          kind="quiet"
          className="!px-0"
          onClick={() => edit((j) => setAt(j, `${at}.adjuster`, catalog.fresh.adjuster))}
        >
          It has an adjusting screw
        </Button>
      )}
      <Candidate at={`${at}.instead`} held={light.optic?.instead ?? undefined} />
    </fieldset>
  );
}

/** Another lamp for the same place, to lay beside this one. */
function Candidate({
  at,
  held,
}: {
  at: `${OpticPath}.instead`;
  held: Schemas["Instead"] | undefined;
}) {
  const { edit, catalog } = useDesk();
  if (!held)
    return (
      <Button
        kind="quiet"
        className="!px-0"
        onClick={() => edit((j) => setAt(j, at, { name: "Another lamp", beam: {} }))}
      >
        Compare it with another lamp
      </Button>
    );
  return (
    <fieldset className="space-y-2 border-t border-line pt-2">
      <legend className="pr-2 text-sm font-semibold">Beside it</legend>
      <div className="grid grid-cols-2 items-end gap-2">
        <TextField path={`${at}.name`} label="Candidate" />
        <ChoiceField
          path={`${at}.colour`}
          label="Its colour"
          options={[{ value: "", label: "the same" }, ...catalog.choices.lamp_colours]}
          write={(v) => v || undefined}
        />
      </div>
      <BeamFields at={at} held={held.file?.name} />
      <Button kind="quiet" className="!px-0" onClick={() => edit((j) => setAt(j, at, undefined))}>
        Remove the candidate
      </Button>
    </fieldset>
  );
}
