import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CheckField, ChoiceField, NumberField, TextField } from "../../ui/fields";

type Light = Schemas["Light"];

const COVERS = ["", "clear", "yellow", "amber", "red", "blue"].map((value) => ({
  value,
  label: value || "none",
}));

const CLASSES = [
  { value: "", label: "not read yet" },
  { value: "one", label: "1, emergency" },
  { value: "two", label: "2, service" },
  { value: "three", label: "3, identification" },
];

/** Beam, place and adjuster of a light. */
export function OpticForm({ path, light }: { path: string; light: Light }) {
  const at = `${path}.optic`;
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
      <PhotometricFile path={at} held={light.optic?.file?.name} />
      {!light.optic?.file && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <NumberField path={`${at}.beam.flux_lm`} label="Light of one" unit="lm" />
            <NumberField path={`${at}.beam.peak_cd`} label="Peak" unit="cd" />
            <NumberField path={`${at}.beam.wide_deg`} label="Beam, wide" unit="°" />
            <NumberField path={`${at}.beam.high_deg`} label="Beam, high" unit="°" />
          </div>
          <div className="grid grid-cols-2 gap-2">
            <CheckField path={`${at}.beam.has_cut_off`} label="Sharp upper edge" />
            <CheckField path={`${at}.is_bare_flux`} label="Lumens of the bare LED" />
          </div>
        </>
      )}
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
          options={CLASSES}
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
              Take out
            </Button>
          </p>
          <div className="grid grid-cols-3 gap-2">
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
    </fieldset>
  );
}

/** A photometric file in place of the description. */
function PhotometricFile({ path, held }: { path: string; held: string | undefined }) {
  const { edit } = useDesk();
  const [says, setSays] = useState<string>();
  const [fault, setFault] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    const text = await file.text();
    try {
      const read = await unwrap(api.POST("/api/ies", { body: { text } }));
      edit((j) => setAt(j, `${path}.file`, { name: file.name, text }));
      const [wide = 0, high = 0] = read.beam_deg;
      setSays(
        [
          `${read.kind}: ${Math.round(read.flux_lm)} lm, ${Math.round(read.peak_cd)} cd, ${wide.toFixed(0)}° × ${high.toFixed(0)}°.`,
          ...read.warnings,
        ].join(" "),
      );
      setFault(undefined);
    } catch (e) {
      setFault(`${file.name}: ${e instanceof ApiError ? e.problem.detail : "it was not read."}`);
    }
  };
  return (
    <div>
      <label className="block text-sm text-soft">
        Photometric file (IES LM-63){held && <span className="text-ink">: {held}</span>}
        <input
          type="file"
          accept=".ies,.IES"
          className="field"
          onChange={(e) => take(e.target.files?.[0])}
        />
      </label>
      {held && (
        <Button
          kind="quiet"
          className="!px-0"
          onClick={() => edit((j) => setAt(j, `${path}.file`, undefined))}
        >
          Describe it instead
        </Button>
      )}
      {says && <p className="text-sm">{says}</p>}
      {fault && (
        <p role="alert" className="text-sm text-rust">
          {fault}
        </p>
      )}
    </div>
  );
}
