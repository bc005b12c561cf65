import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { LightPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, TextField } from "../../ui/fields";
import { BeamFields } from "../aim/BeamFields";
import { MeasureForm } from "./MeasureForm";

/** The lamp that comes off for a light: what it drew, what it looked like, where it is kept. */
export function OldLampForm({ at, light }: { at: LightPath; light: Schemas["Light"] }) {
  const { edit, catalog } = useDesk();
  const old = light.replaces;
  if (!old)
    return (
      <Button
        kind="quiet"
        className="!px-0"
        onClick={() => edit((j) => setAt(j, `${at}.replaces`, { name: "Old lamp" }))}
      >
        It replaces a lamp
      </Button>
    );
  return (
    <fieldset className="space-y-2 border-t border-line pt-2">
      <legend className="pr-2 text-sm font-semibold">In the place of</legend>
      <div className="grid grid-cols-2 items-end gap-2">
        <TextField path={`${at}.replaces.name`} label="Old lamp" />
        <ChoiceField
          path={`${at}.replaces.condition`}
          label="Condition"
          options={catalog.choices.conditions}
          read={(held) => String(held ?? "sound")}
        />
        <ChoiceField
          path={`${at}.replaces.draws`}
          label="It was"
          options={catalog.choices.draws}
          read={(held) => (held as { kind: string } | undefined)?.kind ?? "incandescent"}
          write={(kind) => ({ kind })}
        />
        <NumberField path={`${at}.replaces.label_w`} label="Old label, one lamp" unit="W" />
      </div>
      {old.measured ? (
        <div className="grid grid-cols-2 items-end gap-2">
          <NumberField
            path={`${at}.replaces.measured.amps`}
            label="Old lamp measured"
            unit="A"
            required
          />
          <NumberField path={`${at}.replaces.measured.volts`} label="at" unit="V" required />
        </div>
      ) : (
        <details>
          <summary className="text-sm text-spruce">Measured before it came off</summary>
          <MeasureForm at={`${at}.replaces.measured`} />
        </details>
      )}
      <TextField path={`${at}.replaces.kept_at`} label="Kept at" />
      <details>
        <summary className="text-sm text-spruce">Its light, to lay beside the new</summary>
        <BeamFields at={`${at}.replaces.optic`} held={old.optic?.file?.name} />
      </details>
      <Button
        kind="quiet"
        className="!px-0"
        onClick={() => edit((j) => setAt(j, `${at}.replaces`, undefined))}
      >
        It is added, nothing comes off
      </Button>
    </fieldset>
  );
}
