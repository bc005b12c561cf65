import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { LightPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { NumberField } from "../../ui/fields";

const USUAL = { openings: 6, opening_mm: 60, bar_mm: 12, height_mm: 40, depth_mm: 50 };

/** Modules behind a row of openings: a grille or an emblem. */
export function BacklightForm({
  at,
  light,
  says,
}: {
  at: LightPath;
  light: Schemas["Light"];
  says: string[];
}) {
  const { edit } = useDesk();
  const path = `${at}.backlight` as const;
  if (!light.backlight) {
    if (light.role !== "accent") return null;
    return (
      <Button
        kind="quiet"
        className="no-print !px-0"
        onClick={() => edit((j) => setAt(j, path, USUAL))}
      >
        Modules behind a row of openings, {light.name}
      </Button>
    );
  }
  return (
    <section className="card space-y-3 p-4" aria-label={`${light.name}: behind openings`}>
      <div className="flex items-baseline">
        <h2 className="text-base">{light.name}: behind openings</h2>
        <Button
          kind="quiet"
          className="no-print ml-auto"
          onClick={() => edit((j) => setAt(j, path, undefined))}
        >
          Not behind openings
        </Button>
      </div>
      <div role="status">
        <ul className="list-disc space-y-1 pl-4 text-sm">
          {says.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ul>
      </div>
      <div className="no-print grid grid-cols-2 items-end gap-2 md:grid-cols-4">
        <NumberField path={`${path}.openings`} label="Openings" unit="" whole required />
        <NumberField path={`${path}.opening_mm`} label="Width of one" unit="mm" required />
        <NumberField path={`${path}.bar_mm`} label="Bar between" unit="mm" required />
        <NumberField path={`${path}.height_mm`} label="Height" unit="mm" required />
        <NumberField path={`${path}.depth_mm`} label="Space behind" unit="mm" required />
        <NumberField path={`${path}.module_mm`} label="Lit face of a module" unit="mm" />
        <NumberField path={`${path}.beam_deg`} label="Its beam" unit="°" />
      </div>
    </section>
  );
}
