import { useState } from "react";
import { ApiError, api, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { BeamPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CheckField, NumberField } from "../../ui/fields";

/** The beam of a lamp: its measured file, else a few figures. */
export function BeamFields({
  at,
  held,
  bare,
}: {
  at: BeamPath;
  held?: string | undefined;
  bare?: boolean;
}) {
  return (
    <>
      <PhotometricFile path={at} held={held} />
      {!held && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <NumberField path={`${at}.beam.flux_lm`} label="Lumens per lamp" unit="lm" />
            <NumberField path={`${at}.beam.peak_cd`} label="Peak" unit="cd" />
            <NumberField path={`${at}.beam.wide_deg`} label="Beam, wide" unit="°" />
            <NumberField path={`${at}.beam.high_deg`} label="Beam, high" unit="°" />
          </div>
          <div className="grid grid-cols-2 gap-2">
            <CheckField path={`${at}.beam.has_cut_off`} label="Sharp upper edge" />
            {bare && <CheckField path={`${at}.is_bare_flux`} label="Lumens of the bare LED" />}
          </div>
        </>
      )}
    </>
  );
}

/** A photometric file in place of the description. */
function PhotometricFile({ path, held }: { path: BeamPath; held: string | undefined }) {
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
