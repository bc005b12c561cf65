import { useDesk } from "../../sheet/desk";
import { ChoiceField, NumberField } from "../../ui/fields";
import { Group } from "../../ui/Panel";
import { lampsOf } from "../light/housing/lamps";

const SPREADS = [
  { value: "", label: "side by side, short leads" },
  { value: "star", label: "each its own wire from one splice" },
  { value: "chain", label: "from lamp to lamp" },
];

/** The wires from the end of the path to each of several lamps. */
export function ToLampsForm() {
  const { job, circuit, catalog } = useDesk();
  const here = job.circuits?.[circuit];
  if (!here) return null;
  const lamps = lampsOf(job).filter((l) => l.circuit === here.id);
  if (lamps.length < 2) return null;
  const at = `circuits[${circuit}].run.to_lamps` as const;
  const to = here.run?.to_lamps;
  const isChain = to?.spread === "chain";
  return (
    <Group title="To each lamp">
      <ChoiceField
        path={at}
        label="From the end of the path"
        options={SPREADS}
        read={() => (to ? (to.spread ?? "star") : "")}
        write={(spread) => (spread ? { ...to, spread } : undefined)}
      />
      {to && (
        <>
          <div className="grid grid-cols-2 items-end gap-2">
            {lamps.map((lamp, n) =>
              isChain && n === 0 ? null : (
                <NumberField
                  key={`${lamp.light} ${lamp.number}`}
                  path={`${at}.each[${n}].length_m`}
                  label={isChain ? `On to ${lamp.name}` : `To ${lamp.name}`}
                  unit="m"
                />
              ),
            )}
          </div>
          <ChoiceField
            path={`${at}.zone`}
            label="Zone of these wires"
            options={catalog.zones.map((z) => ({ value: z.zone, label: z.label }))}
            read={(held) => String(held ?? "exterior")}
          />
        </>
      )}
    </Group>
  );
}
