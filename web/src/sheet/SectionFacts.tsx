import type { Schemas } from "../api/client";
import { ChoiceField, NumberField } from "../ui/fields";
import { useWithUnit } from "../ui/units";
import { useDesk } from "./desk";
import { getAt } from "./path";

/** The facts of the wire that was touched in the picture: its sections as they were measured, changed on the spot. */
export function SectionFacts({ paths }: { paths: string[] }) {
  const { job, catalog } = useDesk();
  const withUnit = useWithUnit();
  return (
    <ul aria-label="What was touched" className="no-print mb-3 space-y-2">
      {paths.map((path) => {
        const section = getAt(job, path) as Schemas["Section"] | undefined;
        if (!section) return null;
        return (
          <li
            key={path}
            className="figures grid items-end gap-2 rounded border border-line p-2 sm:grid-cols-[1fr_1fr_2fr_1fr]"
          >
            <span className="self-center font-semibold">{section.name}</span>
            <NumberField path={`${path}.length_m`} label="Length" unit="m" />
            <ChoiceField
              path={`${path}.zone`}
              label="Zone"
              options={catalog.zones.map((z) => ({
                value: z.zone,
                label: `${z.label}, ${withUnit(z.ambient_c, "°C")}`,
              }))}
            />
            <NumberField path={`${path}.ambient_c`} label="Hot there" unit="°C" />
          </li>
        );
      })}
    </ul>
  );
}
