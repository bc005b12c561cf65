import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, TextField } from "../../ui/fields";
import { nextId } from "../../ui/newParts";
import { Group } from "../../ui/Panel";

/** Switches that several circuits may share. */
export function SwitchList() {
  const { job, edit, catalog } = useDesk();
  const switches = job.switches ?? [];
  const used = (id: string) => JSON.stringify(job.circuits ?? []).includes(`"id":"${id}"`);
  const add = () => {
    const id = nextId(
      switches.map((s) => s.id),
      "s",
    );
    edit((j) =>
      setAt({ ...j, switches }, `switches[${switches.length}]`, {
        id,
        name: `switch ${switches.length + 1}`,
        kind: "on_off",
      }),
    );
  };
  return (
    <Group title="Shared switches">
      {switches.map((s, i) => (
        <div key={s.id} className="grid grid-cols-[2fr_2fr_auto] items-end gap-2">
          <TextField path={`switches[${i}].name`} label="Name" hideLabel={i > 0} />
          <ChoiceField
            path={`switches[${i}].kind`}
            label="Kind"
            hideLabel={i > 0}
            options={catalog.choices.switch_kinds}
          />
          <Button
            kind="quiet"
            className="!px-1"
            aria-label={`Remove ${s.name}`}
            disabled={used(s.id)}
            title={used(s.id) ? "A circuit is lit by it" : undefined}
            onClick={() => edit((j) => setAt(j, `switches[${i}]`, undefined))}
          >
            ×
          </Button>
        </div>
      ))}
      <Button onClick={add}>Add a switch</Button>
    </Group>
  );
}
