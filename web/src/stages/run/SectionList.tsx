import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { SectionsPath } from "../../sheet/jobPath";
import { getAt, setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CheckField, ChoiceField, NumberField, TextField } from "../../ui/fields";
import { Group } from "../../ui/Panel";
import { useWithUnit } from "../../ui/units";
import { PlugField } from "./PlugField";

/** The sections of a path: length and zone at once, the rest on touch. */
export function SectionList({
  path,
  title,
  waypoints,
}: {
  path: SectionsPath;
  title: string;
  waypoints: { value: string; label: string }[];
}) {
  const { job, catalog, edit } = useDesk();
  const withUnit = useWithUnit();
  const [open, setOpen] = useState<number>();
  const sections = (getAt(job, path) as Schemas["Section"][] | undefined) ?? [];
  const zone = (section: Schemas["Section"]) => catalog.zones.find((z) => z.zone === section.zone);
  const add = () => {
    edit((j) =>
      setAt(j, `${path}[${sections.length}]`, {
        ...catalog.fresh.section,
        name: `${catalog.fresh.section.name} ${sections.length + 1}`,
      }),
    );
    setOpen(sections.length);
  };
  const move = (from: number, to: number) =>
    edit((j) => {
      const list = [...sections];
      const [taken] = list.splice(from, 1);
      if (taken) list.splice(to, 0, taken);
      return setAt(j, path, list);
    });
  return (
    <Group title={title}>
      <ul className="space-y-2">
        {sections.map((section, i) => {
          const at = `${path}[${i}]` as const;
          return (
            <li key={i} className="card p-2">
              <div className="grid grid-cols-[minmax(0,1fr)_6.2rem_2.5rem] items-end gap-2">
                <div className="min-w-0">
                  <span className="block truncate font-semibold">{section.name}</span>
                  <span className="block text-xs text-soft">
                    {zone(section)?.label}{" "}
                    {withUnit(section.ambient_c ?? zone(section)?.ambient_c ?? 0, "°C")}
                    {section.ambient_c == null && " assumed"}
                    {section.beside ? `, beside ${section.beside}` : ""}
                    {section.flexes && ", bends in use"}
                    {section.ends_at === "fuse" && ", to fuse"}
                    {section.ends_at === "control" && ", to relay or switch"}
                    {section.ends_at === "connector" && ", to a connector"}
                  </span>
                </div>
                <NumberField
                  path={`${at}.length_m`}
                  label={`${section.name}, length`}
                  unit="m"
                  hideLabel
                />
                <Button
                  kind="quiet"
                  className="!px-0"
                  aria-expanded={open === i}
                  onClick={() => setOpen(open === i ? undefined : i)}
                >
                  {open === i ? "less" : "more"}
                  <span className="sr-only"> of {section.name}</span>
                </Button>
              </div>
              {open === i && (
                <div className="mt-2 space-y-2">
                  <TextField path={`${at}.name`} label="Name" />
                  <div className="grid grid-cols-2 items-end gap-2">
                    <ChoiceField
                      path={`${at}.zone`}
                      label="Zone"
                      options={catalog.zones.map((z) => ({
                        value: z.zone,
                        label: `${z.label}, ${withUnit(z.ambient_c, "°C")}`,
                      }))}
                    />
                    <NumberField path={`${at}.ambient_c`} label="Hot there" unit="°C" />
                    <NumberField path={`${at}.beside`} label="Wires beside" unit="" whole />
                    <ChoiceField
                      path={`${at}.ends_at`}
                      label="At its end"
                      options={waypoints}
                      read={(held) => String(held ?? "pass")}
                    />
                    {section.ends_at === "connector" && <PlugField path={at} />}
                  </div>
                  <CheckField path={`${at}.flexes`} label="Bends in use, as at a hinge" />
                  <div className="flex gap-4">
                    <Button
                      kind="quiet"
                      className="!px-0"
                      disabled={i === 0}
                      onClick={() => {
                        move(i, i - 1);
                        setOpen(i - 1);
                      }}
                    >
                      Up
                    </Button>
                    <Button
                      kind="quiet"
                      className="!px-0"
                      disabled={i === sections.length - 1}
                      onClick={() => {
                        move(i, i + 1);
                        setOpen(i + 1);
                      }}
                    >
                      Down
                    </Button>
                    <Button
                      kind="quiet"
                      className="!px-0"
                      onClick={() => {
                        setOpen(undefined);
                        edit((j) => setAt(j, at, undefined));
                      }}
                    >
                      Remove
                    </Button>
                  </div>
                </div>
              )}
            </li>
          );
        })}
      </ul>
      <Button onClick={add}>Add a section</Button>
    </Group>
  );
}
