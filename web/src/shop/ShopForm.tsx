import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";
import { ChoiceField, NumberField, TextField } from "../ui/fields";
import { usePlace } from "../ui/form";
import { Group } from "../ui/Panel";
import { KeptRatings } from "./KeptRatings";
import { KeptWires } from "./KeptWires";

/** How much the conductors of a circuit may lose. */
export const DROPS = [
  { value: "lamp_needs", label: "what the lamps need" },
  { value: "three_percent", label: "3 %" },
  { value: "ten_percent", label: "10 %" },
  { value: "half_volt", label: "0.5 V (1 V at 24 V)" },
];

/** Where good people disagree: the shop says which school it follows. */
export function ShopForm({ title = "The shop's habits, for this job" }: { title?: string }) {
  const catalog = useCatalog().data?.data;
  const shop = usePlace<Schemas["Shop"]>("shop").held;
  return (
    <Group title={title}>
      <div className="grid grid-cols-2 items-end gap-2">
        <ChoiceField
          path="shop.units.lengths"
          label="Lengths"
          options={[
            { value: "metric", label: "metres, mm" },
            { value: "us", label: "feet, inches" },
          ]}
          read={(held) => String(held ?? "metric")}
        />
        <ChoiceField
          path="shop.units.temperatures"
          label="Temperatures"
          options={[
            { value: "celsius", label: "°C" },
            { value: "fahrenheit", label: "°F" },
          ]}
          read={(held) => String(held ?? "celsius")}
        />
        <ChoiceField
          path="shop.wire_system"
          label="Wire on the shelf"
          options={[
            { value: "metric", label: "metric, mm²" },
            { value: "awg", label: "AWG" },
            { value: "sae", label: "SAE gauge" },
          ]}
        />
        <ChoiceField path="shop.drop" label="Drop in the copper" options={DROPS} />
        <ChoiceField
          path="shop.ampacity"
          label="Ampacity table"
          options={[
            { value: "iso10133", label: "ISO 10133" },
            { value: "abyc_e11", label: "ABYC E-11" },
            { value: "vde0298", label: "VDE 0298-4" },
          ]}
        />
        <ChoiceField
          path="shop.bundle"
          label="Bundled wires"
          options={[
            { value: "iec_bunched", label: "IEC, bunched" },
            { value: "nfpa_steps", label: "NFPA 70 steps" },
            { value: "aerospace", label: "aerospace" },
            { value: "none", label: "no factor" },
          ]}
        />
        <ChoiceField
          path="shop.insulation"
          label="Insulation kept"
          write={(v) => v || undefined}
          options={[
            { value: "", label: "what each job needs" },
            { value: "pvc80", label: "PVC 80 °C" },
            { value: "pvc105", label: "PVC 105 °C" },
            { value: "xlpe125", label: "cross-linked 125 °C" },
          ]}
        />
        <ChoiceField
          path="shop.fuse"
          label="Fuse"
          options={[
            { value: "down_to_load", label: "down to the load" },
            { value: "wire_only", label: "protects the wire only" },
          ]}
        />
        <ChoiceField
          path="shop.colours"
          label="Colours of wires"
          options={[
            { value: "ground_brown", label: "DIN-like, ground brown" },
            { value: "ground_black", label: "North American, ground black" },
            { value: "own", label: "the shop's own" },
          ]}
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
          options={[
            { value: "local_stud", label: "local stud" },
            { value: "battery_negative", label: "back to battery negative" },
            { value: "distribution_stud", label: "shared ground bus" },
          ]}
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
          options={[
            { value: "", label: "a fuse and feed each" },
            { value: "live", label: "one fuse block" },
            { value: "keyed", label: "one fuse block, keyed relay" },
          ]}
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
