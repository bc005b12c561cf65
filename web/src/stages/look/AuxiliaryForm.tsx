import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField } from "../../ui/fields";
import { Group } from "../../ui/Panel";
import { PlaceField } from "../../ui/PlaceField";

/** A second battery for the added lights, and what keeps it apart from the starting battery. */
export function AuxiliaryForm() {
  const { job, edit, catalog } = useDesk();
  const auxiliary = job.supply?.auxiliary;
  return (
    <Group title="Auxiliary battery">
      {auxiliary ? (
        <>
          <div className="grid grid-cols-2 items-end gap-2">
            <NumberField path="supply.auxiliary.battery.capacity_ah" label="Capacity" unit="Ah" />
            <ChoiceField
              path="supply.auxiliary.battery.chemistry"
              label="Type"
              options={catalog.choices.chemistries}
            />
            <ChoiceField
              path="supply.auxiliary.isolation"
              label="Isolated by"
              options={catalog.choices.isolations}
            />
            <label className="col-span-2 flex min-h-9 items-center gap-2 text-sm">
              <input
                type="checkbox"
                data-path="supply.auxiliary.fitted"
                checked={!!auxiliary.fitted}
                onChange={(e) =>
                  edit((j) =>
                    setAt(j, "supply.auxiliary.fitted", e.target.checked ? {} : undefined),
                  )
                }
              />
              We fit battery, isolator and cable
            </label>
            {auxiliary.fitted && (
              <NumberField
                path="supply.auxiliary.fitted.length_m"
                label="Cable, one way"
                unit="m"
              />
            )}
            <NumberField
              path="supply.auxiliary.cable_mohm"
              label="Measured, both ways"
              unit="mohm"
            />
            <PlaceField path="supply.auxiliary.site" label="It stands" />
            {auxiliary.isolation === "dc_dc" && (
              <NumberField path="supply.auxiliary.charger_a" label="Charger" unit="A" />
            )}
          </div>
          <Button
            kind="quiet"
            className="!px-0"
            onClick={() => edit((j) => setAt(j, "supply.auxiliary", undefined))}
          >
            Remove
          </Button>
        </>
      ) : (
        <Button
          onClick={() =>
            edit((j) =>
              setAt(j, "supply.auxiliary", { battery: {}, isolation: job.shop?.isolation }),
            )
          }
        >
          Add a second battery
        </Button>
      )}
    </Group>
  );
}
