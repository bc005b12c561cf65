import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";
import { ChoiceField, NumberField, TextField } from "../ui/fields";
import { usePlace } from "../ui/form";
import { Group } from "../ui/Panel";
import { KeptRatings } from "./KeptRatings";
import { KeptWires } from "./KeptWires";

/** Where good people disagree: the shop says which school it follows. */
export function ShopForm({ title = "The shop's habits, for this job" }: { title?: string }) {
  const catalog = useCatalog().data?.data;
  const shop = usePlace<Schemas["Shop"]>("shop").held;
  return (
    <Group title={title}>
      <div className="grid items-end gap-2 sm:grid-cols-2">
        <ChoiceField
          path="shop.units.lengths"
          label="Lengths"
          options={catalog?.choices.lengths ?? []}
          read={(held) => String(held ?? "metric")}
        />
        <ChoiceField
          path="shop.units.temperatures"
          label="Temperatures"
          options={catalog?.choices.temperatures ?? []}
          read={(held) => String(held ?? "celsius")}
        />
        <ChoiceField
          path="shop.wire_system"
          label="Wire on the shelf"
          options={catalog?.choices.wire_systems ?? []}
        />
        <ChoiceField
          path="shop.drop"
          label="Drop in the copper"
          options={catalog?.choices.drops ?? []}
        />
        <ChoiceField
          path="shop.ampacity"
          label="Ampacity table"
          options={catalog?.choices.ampacities ?? []}
        />
        <ChoiceField
          path="shop.bundle"
          label="Bundled wires"
          options={catalog?.choices.bundles ?? []}
        />
        <ChoiceField
          path="shop.insulation"
          label="Insulation kept"
          write={(v) => v || undefined}
          options={catalog?.choices.insulations ?? []}
        />
        <ChoiceField
          path="shop.fuse"
          label="Fuse"
          options={catalog?.choices.fuse_practices ?? []}
        />
        <ChoiceField
          path="shop.colours"
          label="Colours of wires"
          options={catalog?.choices.colour_schemes ?? []}
        />
        <ChoiceField
          path="shop.joint"
          label="Joints"
          read={(held) => String(held ?? "crimp")}
          options={catalog?.choices.joints ?? []}
        />
        <ChoiceField
          path="shop.ground"
          label="Ground of a new circuit"
          read={(held) => String(held ?? "local_stud")}
          options={catalog?.choices.ground_practices ?? []}
        />
        <ChoiceField
          path="shop.isolation"
          label="Second battery isolated by"
          read={(held) => String(held ?? "voltage_sensing")}
          options={catalog?.choices.isolations ?? []}
        />
        <ChoiceField
          path="shop.silicon_diodes"
          label="Diodes for lamps"
          read={(held) => (held ? "silicon" : "schottky")}
          write={(v) => (v === "silicon" ? true : undefined)}
          options={[
            { value: "schottky", label: "Schottky" },
            { value: "silicon", label: "silicon" },
          ]}
        />
        <ChoiceField
          path="shop.suppression"
          label="Across relay coils"
          read={(held) => String(held ?? "diode")}
          options={catalog?.choices.suppressions ?? []}
        />
        <ChoiceField
          path="shop.fuse_family"
          label="Fuse family"
          read={(held) => String(held ?? "regular_blade")}
          options={catalog?.choices.fuse_families ?? []}
        />
        <ChoiceField
          path="shop.fuse_block"
          label="From the battery"
          read={(held) => String(held ?? "")}
          write={(v) => v || undefined}
          options={catalog?.choices.fuse_blocks ?? []}
        />
        <ChoiceField
          path="shop.jacketed"
          label="Wires outside"
          read={(held) => (held ? "jacketed" : "loom")}
          write={(v) => (v === "jacketed" ? true : undefined)}
          options={[
            { value: "loom", label: "single, in loom" },
            { value: "jacketed", label: "jacketed cable" },
          ]}
        />
        {(shop?.drop ?? "lamp_needs") === "lamp_needs" && (
          <NumberField path="shop.margin_v" label="Kept above the cut-in" unit="V" />
        )}
        <NumberField path="shop.unfused_m" label="Wire before the fuse" unit="m" />
        <NumberField path="shop.tie_in_a" label="Most from a lamp wire" unit="A" />
        <NumberField path="shop.smallest_fuse_a" label="Smallest fuse" unit="A" />
        <NumberField path="shop.hourly_rate" label="An hour of work" unit="" />
        <NumberField path="shop.end_allowance_m" label="Spare at each end" unit="m" />
      </div>
      <KeptWires shop={shop} />
      {catalog && (
        <>
          <KeptRatings
            path="shop.keeps_fuses_a"
            legend="Fuses kept"
            ratings={catalog.shop_fuses_a}
            said={shop?.keeps_fuses_a ?? []}
          />
          <KeptRatings
            path="shop.keeps_relays_a"
            legend="Relays kept"
            ratings={catalog.shop_relays_a}
            said={shop?.keeps_relays_a ?? []}
          />
        </>
      )}
      {shop?.colours === "own" && (
        <div className="grid grid-cols-2 items-end gap-2">
          <TextField path="shop.own_colours.ground" label="Ground" />
          <TextField path="shop.own_colours.feed" label="Live without a switch" />
          <div className="col-span-2">
            <TextField
              path="shop.own_colours.circuits"
              label="Circuits in turn, with commas between"
            />
          </div>
        </div>
      )}
    </Group>
  );
}
