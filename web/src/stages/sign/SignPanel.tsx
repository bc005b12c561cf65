import type { ReactNode } from "react";
import type { Job, Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { getAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, TextField, WholeTextField } from "../../ui/fields";
import { Group, Panel } from "../../ui/Panel";
import { SeriesPinsForm } from "../light/swap/SeriesPinsForm";

type Record = Schemas["Record"];
type Lists = {
  otherwise: Schemas["Otherwise"];
  fuse_places: Schemas["FusePlace"];
  slack: Schemas["Slack"];
  cut: string;
  coding: Schemas["Coding"];
  lux: Schemas["Lux"];
  aim: Schemas["Aim"];
};

/** What a person has to tell of the work, list by list. */
export function SignPanel() {
  const { job, edit, catalog } = useDesk();
  const record = job.record ?? {};
  const put = <K extends keyof Lists>(key: K, list: Lists[K][]) =>
    edit((j: Job) => ({ ...j, record: { ...j.record, [key]: list } as Record }));
  const circuit = job.circuits?.[0]?.id ?? "";
  const circuits = (job.circuits ?? []).map((c) => ({ value: c.id, label: c.name }));
  const list = <K extends keyof Lists>(key: K) => (record[key] ?? []) as Lists[K][];
  const rows = <K extends keyof Lists>(
    key: K,
    title: string,
    add: Lists[K],
    row: (at: `record.${K}[${number}]`) => ReactNode,
  ) => (
    <Group title={title}>
      {list(key).map((_, i) => (
        // Rows have no name of their own: they are told apart by their place.
        <div key={`${key}[${i}]`} className="flex items-end gap-2">
          <div className="grid flex-1 gap-2">{row(`record.${key}[${i}]`)}</div>
          <Button
            kind="quiet"
            aria-label={`Remove ${title.toLowerCase()} ${i + 1}`}
            onClick={() =>
              put(
                key,
                list(key).filter((__, k) => k !== i),
              )
            }
          >
            Remove
          </Button>
        </div>
      ))}
      <Button onClick={() => put(key, [...list(key), add])}>Add: {title.toLowerCase()}</Button>
    </Group>
  );
  return (
    <Panel title="Sign" says="What a stranger needs in two years. A signed job stays as it is.">
      {rows("fuse_places", "Place of a fuse", { circuit, place: "" }, (at) => (
        <>
          <ChoiceField path={`${at}.circuit`} label="Fuse of" options={circuits} />
          <TextField path={`${at}.place`} label="Sits at" />
        </>
      ))}
      {rows("cut", "Cut or taken off", "", (at) => (
        <TextField path={at} label="What, and where it is kept" />
      ))}
      {rows("slack", "Left coiled", catalog.fresh.slack, (at) => (
        <>
          <TextField path={`${at}.place`} label="Where" />
          <NumberField path={`${at}.length_m`} label="Length" unit="m" required />
        </>
      ))}
      {rows("coding", "Coding value", catalog.fresh.coding, (at) => (
        <>
          <TextField path={`${at}.module`} label="Module and what it turns on" />
          <WholeTextField path={`${at}.before`} label="Value before: number or bytes" required />
          <NumberField path={`${at}.byte`} label="Byte from 0, if it has several" unit="" whole />
          <NumberField path={`${at}.bit`} label="Bit from 0" unit="" whole required />
          <ChoiceField
            path={`${at}.is_set`}
            label="Done"
            options={[
              { value: "set", label: "set" },
              { value: "cleared", label: "cleared" },
            ]}
            read={(v) => (v === false ? "cleared" : "set")}
            write={(v) => v === "set"}
          />
          <SeriesPinsForm path={at} pins={(getAt(job, at) as Schemas["Coding"]).pins ?? []} />
        </>
      ))}
      {rows("lux", "Light at a spot", { spot: "" }, (at) => (
        <>
          <TextField path={`${at}.spot`} label="Spot" />
          <NumberField path={`${at}.before_lx`} label="Before" unit="lx" />
          <NumberField path={`${at}.after_lx`} label="After" unit="lx" />
        </>
      ))}
      {rows("aim", "Aim of a lamp", { lamp: "", how: "" }, (at) => (
        <>
          <TextField path={`${at}.lamp`} label="Lamp" />
          <TextField path={`${at}.how`} label="How it is aimed" />
        </>
      ))}
      {rows("otherwise", "Otherwise than planned", { what: "", planned: "", is: "" }, (at) => (
        <>
          <ChoiceField
            path={`${at}.circuit`}
            label="Circuit"
            options={[{ value: "", label: "vehicle" }, ...circuits]}
            write={(v) => v || undefined}
          />
          <TextField path={`${at}.what`} label="What" />
          <TextField path={`${at}.planned`} label="Planned" />
          <TextField path={`${at}.is`} label="As built" />
        </>
      ))}
    </Panel>
  );
}
