import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { ShopForm } from "../../shop/ShopForm";
import { Button } from "../../ui/Button";
import { CheckField, ChoiceField, NumberField, TextField } from "../../ui/fields";
import { nextId } from "../../ui/newParts";
import { Group, Panel } from "../../ui/Panel";
import { AuxiliaryForm } from "./AuxiliaryForm";
import { FactoryForm } from "./FactoryForm";
import { WorkList } from "./WorkList";

const MAY_HAVE = [
  { value: "", label: "not known" },
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
];
const yesNoRead = (held: unknown) => (held === true ? "yes" : held === false ? "no" : "");
const yesNoWrite = (v: string) => (v === "" ? undefined : v === "yes");

export function LookPanel() {
  const { job, answers, edit, catalog } = useDesk();
  const factory = job.factory ?? [];
  // What a wish waits for is what is probed and added next.
  const missing = answers.circuits.find((c) => c.missing_wire)?.missing_wire;
  const add = () =>
    edit((j) =>
      setAt(j, `factory[${factory.length}]`, {
        ...catalog.fresh.factory,
        ...(missing ?? {}),
        id: nextId(
          factory.map((f) => f.id),
          "f",
        ),
      }),
    );
  return (
    <Panel title="Look" says="What is on the vehicle. Leave empty what was not measured.">
      <WorkList />
      <Group title="Vehicle">
        <div className="grid grid-cols-[1fr_2fr] items-end gap-2">
          <TextField path="unit" label="Unit" />
          <TextField path="title" label="Job" />
        </div>
        <div className="grid grid-cols-[2fr_1fr] items-end gap-2">
          <TextField path="vehicle.name" label="Vehicle" />
          <ChoiceField
            path="vehicle.system"
            label="System"
            options={[
              { value: "12V", label: "12 V" },
              { value: "24V", label: "24 V" },
            ]}
          />
        </div>
        <CheckField path="vehicle.low_stays_with_high" label="Low beam stays on with high beam" />
        <div className="grid grid-cols-2 items-end gap-2">
          <ChoiceField
            path="vehicle.airbags"
            label="Airbags"
            read={yesNoRead}
            write={yesNoWrite}
            options={MAY_HAVE}
          />
          <ChoiceField
            path="vehicle.radio_code"
            label="Radio with a code"
            read={yesNoRead}
            write={yesNoWrite}
            options={MAY_HAVE}
          />
        </div>
      </Group>
      <Group title="Battery">
        <div className="grid grid-cols-2 items-end gap-2">
          <NumberField path="supply.battery.capacity_ah" label="Capacity" unit="Ah" />
          <ChoiceField
            path="supply.battery.chemistry"
            label="Type"
            options={catalog.choices.chemistries}
          />
        </div>
        <NumberField path="supply.battery.internal_mohm" label="Internal resistance" unit="mohm" />
      </Group>
      <Group title="Alternator">
        <div className="figures grid items-end gap-2">
          <NumberField path="supply.alternator.regulated_v" label="Charging" unit="V" />
          <NumberField path="supply.alternator.rated_a" label="Rated" unit="A" />
          <NumberField path="supply.alternator.idle_a" label="At idle" unit="A" />
        </div>
      </Group>
      <AuxiliaryForm />
      <Group title="Factory circuits">
        {factory.map((f, i) => (
          <FactoryForm key={f.id} index={i} />
        ))}
        <Button onClick={add}>Add a factory circuit</Button>
      </Group>
      <ShopForm />
      <p className="text-sm text-soft">
        Airbag and orange high-voltage cables: stop, trained staff only. The vehicle maker's
        body-builder instructions and local rules come first.
      </p>
    </Panel>
  );
}
