import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { useAddWork } from "../../sheet/useAddWork";
import { Group } from "../../ui/Panel";

/** What is to be done on this vehicle, and what is added to it. */
export function WorkList() {
  const { job, catalog } = useDesk();
  const { add, fault } = useAddWork();
  const kinds = job.kinds ?? [];
  const label = (kind: string) => catalog.kinds.find((k) => k.kind === kind)?.label ?? kind;
  return (
    <Group title="Work">
      {kinds.length > 0 && (
        <ul className="list-disc pl-5 text-sm" aria-label="Kinds of work of this job">
          {kinds.map((kind) => (
            <li key={kind}>{label(kind)}</li>
          ))}
        </ul>
      )}
      <label className="block text-sm text-soft">
        Add work
        <select
          className="field text-ink"
          value=""
          onChange={(e) => e.target.value && add(e.target.value as Schemas["WorkKind"])}
        >
          <option value="">choose what is to be done ...</option>
          {catalog.kinds.map((k) => (
            <option key={k.kind} value={k.kind}>
              {k.label}
            </option>
          ))}
        </select>
      </label>
      {fault && (
        <p role="alert" className="text-sm text-rust">
          {fault}
        </p>
      )}
    </Group>
  );
}
