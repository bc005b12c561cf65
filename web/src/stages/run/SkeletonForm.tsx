import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField } from "../../ui/fields";
import { Group } from "../../ui/Panel";

/** Body and dimensions: typed once, they move every place and way. */
export function SkeletonForm() {
  const { job, edit, catalog } = useDesk();
  const begin = () =>
    edit((j) => ({
      ...j,
      skeleton: { body: "chassis_cab" },
      circuits: (j.circuits ?? []).map((c) => ({ ...c, sites: c.sites ?? {} })),
    }));
  if (!job.skeleton)
    return (
      <Group title="Skeleton">
        <p className="text-sm text-soft">
          Type the vehicle's dimensions once; the paths, bundles and lengths follow.
        </p>
        <Button onClick={begin}>Lay the wires on a skeleton</Button>
      </Group>
    );
  return (
    <Group title="Skeleton">
      <div className="grid grid-cols-2 items-end gap-2">
        <ChoiceField path="skeleton.body" label="Body" options={catalog.choices.bodies} />
        <ChoiceField
          path="skeleton.school"
          label="Route"
          read={(held) => String(held ?? "inside_rail")}
          options={catalog.choices.route_practices}
        />
      </div>
      <div className="figures grid items-end gap-2">
        <NumberField path="skeleton.length_m" label="Length" unit="m" />
        <NumberField path="skeleton.width_m" label="Width" unit="m" />
        <NumberField path="skeleton.height_m" label="Height" unit="m" />
      </div>
      <div className="figures grid items-end gap-2">
        <NumberField path="shop.hinge_m" label="Loop at a hinge" unit="m" />
        <NumberField path="shop.connector_m" label="At a connector" unit="m" />
        <NumberField path="shop.drip_loop_m" label="Drip loop" unit="m" />
        <NumberField path="shop.end_allowance_m" label="At each end" unit="m" />
        <NumberField path="shop.strain_relief_m" label="Strain relief" unit="m" />
        <NumberField path="shop.spare_percent" label="Spare" unit="%" />
      </div>
      <p className="text-xs text-soft">Grey figures apply until you enter your own.</p>
      <Button
        kind="quiet"
        className="!px-0"
        onClick={() => edit((j) => setAt(j, "skeleton", undefined))}
      >
        Back to sections measured one by one
      </Button>
    </Group>
  );
}
