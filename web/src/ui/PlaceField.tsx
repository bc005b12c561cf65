import { useDesk } from "../sheet/desk";
import type { JobPath } from "../sheet/jobPath";
import { ChoiceField } from "./fields";

/** A place on the vehicle's skeleton; left alone, where such parts usually are. Nothing where wires are measured. */
export function PlaceField({ path, label }: { path: JobPath; label: string }) {
  const { answers } = useDesk();
  if (!answers.route) return null;
  return (
    <ChoiceField
      path={path}
      label={label}
      read={(held) => String(held ?? "")}
      write={(v) => v || undefined}
      options={[
        { value: "", label: "as usual" },
        ...answers.route.places.map((p) => ({ value: p.id, label: p.name })),
      ]}
    />
  );
}
