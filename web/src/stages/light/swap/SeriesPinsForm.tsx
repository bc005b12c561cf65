import type { Schemas } from "../../../api/client";
import { useDesk } from "../../../sheet/desk";
import type { CodingPath } from "../../../sheet/jobPath";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";

/** Pins of the module, which are others in each model series. */
export function SeriesPinsForm({
  path,
  pins,
}: {
  path: CodingPath;
  pins: Schemas["SeriesPins"][];
}) {
  const { edit, catalog } = useDesk();
  const add = () =>
    edit((j) => setAt(j, `${path}.pins[${pins.length}]`, catalog.fresh.series_pins));
  return (
    <fieldset className="space-y-2">
      <legend className="sr-only">Pins by series</legend>
      <div className="grid items-end gap-2 sm:grid-cols-3">
        <TextField path={`${path}.series`} label="Series" />
        <Button className="justify-self-start" onClick={add}>
          Add pins of a series
        </Button>
      </div>
      {pins.map((_, k) => (
        <div key={k} className="grid grid-cols-[1fr_2fr_auto] items-end gap-2">
          <TextField path={`${path}.pins[${k}].series`} label="Of series" />
          <TextField path={`${path}.pins[${k}].pins`} label="Connector and pins" />
          <Button
            kind="quiet"
            aria-label={`Remove pins ${k + 1}`}
            onClick={() => edit((j) => setAt(j, `${path}.pins[${k}]`, undefined))}
          >
            ×
          </Button>
        </div>
      ))}
    </fieldset>
  );
}
