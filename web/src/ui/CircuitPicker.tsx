import { useDesk } from "../sheet/desk";
import { setAt } from "../sheet/path";
import { Button } from "./Button";
import { newCircuit, nextId } from "./newParts";

/** Which circuit the facts on the left are about. */
export function CircuitPicker() {
  const { job, answers, circuit, selectCircuit, edit } = useDesk();
  const circuits = job.circuits ?? [];
  const add = () => {
    const id = nextId(circuits.map((c) => c.id));
    edit((j) => setAt(j, `circuits[${circuits.length}]`, newCircuit(answers.new_circuit, id)));
    selectCircuit(circuits.length);
  };
  return (
    <div className="flex items-end gap-2">
      <label className="min-w-0 flex-1 text-sm text-soft">
        Circuit
        <select
          className="field text-ink"
          value={circuit}
          onChange={(e) => selectCircuit(Number(e.target.value))}
        >
          {circuits.map((c, i) => (
            <option key={c.id} value={i}>
              {c.name || `Circuit ${i + 1}`}
            </option>
          ))}
        </select>
      </label>
      <Button onClick={add}>Add circuit</Button>
    </div>
  );
}
