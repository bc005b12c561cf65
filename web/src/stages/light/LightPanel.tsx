import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { TextField } from "../../ui/fields";
import { nextId } from "../../ui/newParts";
import { Panel } from "../../ui/Panel";
import { WishEditor } from "../../wish/WishEditor";
import { HousingList } from "./housing/HousingList";
import { withoutGone } from "./housing/lamps";
import { LightForm } from "./LightForm";

export function LightPanel() {
  const { job, catalog, circuit, edit, selectCircuit } = useDesk();
  const here = job.circuits?.[circuit];
  const at = `circuits[${circuit}]` as const;
  if (!here)
    return (
      <Panel title="Light" says="What to fit, and when it is lit.">
        <CircuitPicker />
      </Panel>
    );
  const lights = here.lights ?? [];
  const addFrom = (key: string) => {
    const found = catalog.lights.find((l) => l.key === key);
    if (!found) return;
    const taken = job.circuits?.flatMap((c) => c.lights?.map((l) => l.id) ?? []) ?? [];
    edit((j) =>
      setAt(j, `${at}.lights[${lights.length}]`, {
        id: nextId(taken, "l"),
        name: found.name,
        count: 1,
        draws: found.draws,
        made_for: found.made_for,
        label_w: found.label_w,
      }),
    );
  };
  return (
    <Panel title="Light" says="What to fit, and when it is lit.">
      <CircuitPicker />
      <TextField path={`${at}.name`} label="Name of the circuit" />
      <WishEditor circuit={circuit} />
      {lights.map((light, k) => (
        <LightForm key={light.id} circuit={circuit} index={k} />
      ))}
      <label className="block text-sm text-soft">
        Add a light
        <select className="field text-ink" value="" onChange={(e) => addFrom(e.target.value)}>
          <option value="">from the catalog ...</option>
          {catalog.lights.map((l) => (
            <option key={l.key} value={l.key}>
              {l.name}
            </option>
          ))}
        </select>
      </label>
      <HousingList />
      <Button
        kind="quiet"
        className="!px-0"
        onClick={() => {
          edit((j) => withoutGone(setAt(j, at, undefined)));
          selectCircuit(0);
        }}
      >
        Remove this circuit
      </Button>
      <p className="text-sm text-soft">
        Driving and work lamps stay off on the road; which lamp may be where, and its colour, is
        local law.
      </p>
    </Panel>
  );
}
