import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, TextField } from "../../ui/fields";
import { Group } from "../../ui/Panel";

/** A ready-made harness for the circuit: what its box and parts say goes in, and is judged. */
export function KitForm() {
  const { job, circuit, answers, edit } = useDesk();
  const here = job.circuits?.[circuit];
  if (!here) return null;
  const at = `circuits[${circuit}].kit` as const;
  if (!here.kit)
    return (
      <Button
        kind="quiet"
        className="!px-0"
        onClick={() => edit((j) => setAt(j, at, { name: "harness" }))}
      >
        Use a harness from a box
      </Button>
    );
  const sizes = answers?.circuits.find((c) => c.id === here.id)?.wire_menu ?? [];
  const held = here.kit.wire;
  const isOther = held && !sizes.some((s) => s.value === held);
  const menu = isOther ? [{ value: held, label: held }, ...sizes] : sizes;
  return (
    <Group title="Harness from a box">
      <TextField path={`${at}.name`} label="Name on the box" />
      <div className="grid grid-cols-2 items-end gap-2">
        <ChoiceField
          path={`${at}.wire`}
          label="Its wire"
          options={[{ value: "", label: "not read yet" }, ...menu]}
          write={(v) => v || undefined}
        />
        <NumberField path={`${at}.fuse_a`} label="Its fuse" unit="A" />
        <NumberField path={`${at}.relay_a`} label="Its relay" unit="A" />
        <NumberField path={`${at}.switch_a`} label="Its switch" unit="A" />
        <NumberField path={`${at}.length_m`} label="Battery to farthest lamp" unit="m" />
      </div>
      <Button kind="quiet" className="!px-0" onClick={() => edit((j) => setAt(j, at, undefined))}>
        Make the harness instead
      </Button>
    </Group>
  );
}
