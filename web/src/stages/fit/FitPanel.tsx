import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Group, Panel } from "../../ui/Panel";
import { useWork } from "./useWork";

export function FitPanel() {
  const { data } = useWork();
  return (
    <Panel title="Fit" says="One step after the other; what has to come first is held back.">
      {data && <p className="font-reading max-lg:hidden">{data.text}</p>}
      <p className="text-sm text-soft">
        Battery negative off before any joint, on again last. Nothing is closed before its test,
        nothing loads an adhesive before it has cured. Minutes are common practice until this shop's
        own are known.
      </p>
      <Repairs />
    </Panel>
  );
}

/** Corroded connectors that are met along the way: each brings its own steps. */
function Repairs() {
  const { job, edit } = useDesk();
  const repairs = job.repairs ?? [];
  return (
    <Group title="Corroded connectors">
      {repairs.map((_, i) => (
        // They are told apart by their place in the list.
        <div key={`repairs[${i}]`} className="flex items-end gap-2">
          <div className="flex-1">
            <TextField path={`repairs[${i}]`} label="Connector" />
          </div>
          <Button
            kind="quiet"
            aria-label={`Remove connector ${i + 1}`}
            onClick={() => edit((j) => ({ ...j, repairs: repairs.filter((__, k) => k !== i) }))}
          >
            Remove
          </Button>
        </div>
      ))}
      <Button onClick={() => edit((j) => ({ ...j, repairs: [...repairs, "Connector"] }))}>
        Add a repair
      </Button>
    </Group>
  );
}
