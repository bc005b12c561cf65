import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";
import { setAt } from "../sheet/path";
import { useForm } from "../ui/form";

const PATH = "shop.keeps";

/** The sizes of wire that the shop keeps: only these are proposed. None said stands for the usual ones. */
export function KeptWires({ shop }: { shop: Schemas["Shop"] | undefined }) {
  const form = useForm();
  const system = shop?.wire_system ?? "metric";
  const shelf = useCatalog().data?.data.shop_wires.find((s) => s.system === system);
  if (!shelf) return null;
  const said = (shop?.keeps ?? []).filter((w) => shelf.wires.some((s) => s.wire === w));
  const kept = said.length > 0 ? said : shelf.usual;
  const turn = (wire: string) => {
    const turned = kept.includes(wire) ? kept.filter((w) => w !== wire) : [...kept, wire];
    form.edit((tree) => setAt(tree, PATH, turned.length > 0 ? turned : undefined));
  };
  return (
    <fieldset>
      <legend className="text-sm text-soft">Sizes kept</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {shelf.wires.map(({ wire, label }) => (
          <label key={wire} className="flex min-h-9 items-center gap-1.5 font-reading text-sm">
            <input type="checkbox" checked={kept.includes(wire)} onChange={() => turn(wire)} />
            {label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
