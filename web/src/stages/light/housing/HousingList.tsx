import type { Schemas } from "../../../api/client";
import { useDesk } from "../../../sheet/desk";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import { ChoiceField, NumberField, TextField } from "../../../ui/fields";
import { nextId } from "../../../ui/newParts";
import { type Lamp, lampsOf } from "./lamps";

/** Housings with several functions: which lamps sit together, and the ground that they share. */
export function HousingList() {
  const { job, edit, circuit } = useDesk();
  const housings = job.housings ?? [];
  const lamps = lampsOf(job);
  const free = lamps.filter((l) => !housings.some((h) => holds(h, l)));
  // The lamp in hand begins it.
  const here = job.circuits?.[circuit]?.id;
  const first = free.find((l) => l.circuit === here) ?? free[0];
  const add = () =>
    first &&
    edit((j) =>
      setAt(j, `housings[${housings.length}]`, {
        id: nextId(
          housings.map((h) => h.id),
          "h",
        ),
        name: "Rear lamp",
        lamps: [{ light: first.light, number: first.number }],
        ground: { by: "chassis_stud" },
      }),
    );
  return (
    <section aria-label="Housings" className="space-y-2 border-t border-line pt-2">
      {housings.map((h, k) => (
        <HousingForm key={h.id} index={k} housing={h} lamps={lamps} />
      ))}
      {first && lamps.length > 1 && (
        <Button kind="quiet" className="!px-0" onClick={add}>
          Several functions in one housing
        </Button>
      )}
    </section>
  );
}

/** Ways in which the ground of a housing gets back: on its plug there is one, and its own is kept by what stays. */
function grounds(returns: Schemas["ValueLabel"][], isOnPlug: boolean, stays: boolean) {
  if (isOnPlug) return [{ value: "chassis_stud", label: "one for all, that of its plug" }];
  return returns
    .filter((r) => stays || r.value !== "factory_ground")
    .map((r) => ({
      ...r,
      label:
        r.value === "factory_ground"
          ? "one for all, its own, which stays"
          : `one for all, ${r.label}`,
    }));
}

type Housing = Schemas["Housing"];

function holds(housing: Housing, lamp: Lamp): boolean {
  return housing.lamps.some((h) => h.light === lamp.light && (h.number ?? 0) === lamp.number);
}

function HousingForm({
  index,
  housing,
  lamps,
}: {
  index: number;
  housing: Housing;
  lamps: Lamp[];
}) {
  const { job, edit, catalog } = useDesk();
  const at = `housings[${index}]` as const;
  const own = lamps.filter((l) => holds(housing, l));
  const isOnPlug = own.some((l) => l.isOnPlug);
  const stays = own.every((l) => l.stays);
  const free = lamps.filter((l) => !(job.housings ?? []).some((h) => holds(h, l)));
  const put = (picked: string) => {
    const lamp = picked === "" ? undefined : free[Number(picked)];
    if (lamp)
      edit((j) =>
        setAt(j, `${at}.lamps[${housing.lamps.length}]`, {
          light: lamp.light,
          number: lamp.number,
        }),
      );
  };
  return (
    <fieldset className="card space-y-2 p-3">
      <legend className="sr-only">{housing.name}</legend>
      <TextField path={`${at}.name`} label="Housing" />
      <ul aria-label={`In ${housing.name}`} className="space-y-2">
        {housing.lamps.map((h, k) => {
          const lamp = lamps.find((l) => l.light === h.light && l.number === (h.number ?? 0));
          const name = lamp?.label ?? h.light;
          return (
            <li
              key={`${h.light}${h.number}`}
              className="grid grid-cols-[1fr_7rem_auto] items-end gap-2"
            >
              <span className="pb-2.5">{name}</span>
              <TextField path={`${at}.lamps[${k}].lead_colour`} label="Its lead" />
              <Button
                kind="quiet"
                className="!px-1"
                aria-label={`Take ${name} out of ${housing.name}`}
                // The last one stays: a housing without a lamp is none.
                disabled={housing.lamps.length === 1}
                onClick={() => edit((j) => setAt(j, `${at}.lamps[${k}]`, undefined))}
              >
                ×
              </Button>
            </li>
          );
        })}
      </ul>
      {free.length > 0 && (
        <label className="block text-sm text-soft">
          Put in
          <select className="field text-ink" value="" onChange={(e) => put(e.target.value)}>
            <option value="">another lamp ...</option>
            {free.map((l, k) => (
              <option key={`${l.light}${l.number}`} value={k}>
                {l.label}
              </option>
            ))}
          </select>
        </label>
      )}
      <ChoiceField
        path={`${at}.ground`}
        label="Ground"
        options={[
          { value: "", label: "each function has its own lead" },
          ...grounds(catalog.choices.returns, isOnPlug, stays),
        ]}
        read={(held) => {
          const by = (held as { by?: string } | undefined | null)?.by ?? "";
          return by && isOnPlug ? "chassis_stud" : by;
        }}
        write={(by) => (by ? { ...housing.ground, by } : undefined)}
      />
      {housing.ground && !isOnPlug && housing.ground.by !== "factory_ground" && (
        <NumberField path={`${at}.ground.length_m`} label="Ground wire" unit="m" />
      )}
      <Button kind="quiet" className="!px-0" onClick={() => edit((j) => setAt(j, at, undefined))}>
        They are separate lamps
      </Button>
    </fieldset>
  );
}
