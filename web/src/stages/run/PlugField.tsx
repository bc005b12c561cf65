import { useDesk } from "../../sheet/desk";
import type { SectionPath } from "../../sheet/jobPath";
import { ChoiceField } from "../../ui/fields";
import { nextId } from "../../ui/newParts";

/** Which connector a section ends at: one of its own, or one that other wires go through too. */
export function PlugField({ path }: { path: SectionPath }) {
  const { job } = useDesk();
  // Every connector of the job that somebody has named, with the sections that end at it.
  const found = new Map<string, string[]>();
  for (const circuit of job.circuits ?? []) {
    for (const section of [...(circuit.run?.supply ?? []), ...(circuit.run?.back ?? [])]) {
      if (section.ends_at === "connector" && section.plug) {
        const names = found.get(section.plug) ?? [];
        found.set(section.plug, names.includes(section.name) ? names : [...names, section.name]);
      }
    }
  }
  const next = nextId([...found.keys()], "plug-");
  return (
    <ChoiceField
      path={`${path}.plug`}
      label="Connector"
      options={[
        { value: "", label: "its own" },
        ...[...found].map(([id, names]) => ({ value: id, label: `shared: ${names.join(", ")}` })),
        { value: next, label: "new, to be shared" },
      ]}
      write={(plug) => plug || undefined}
    />
  );
}
