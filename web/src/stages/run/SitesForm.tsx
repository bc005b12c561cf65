import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { Group } from "../../ui/Panel";
import { PlaceField } from "../../ui/PlaceField";

const PARTS = [
  { key: "fuse", label: "Fuse" },
  { key: "control", label: "Relay, or switch that carries" },
  { key: "switch", label: "Switch" },
  { key: "ground", label: "Ground" },
] as const;

/** Where the parts of a circuit sit; left alone, where such parts usually do. */
export function SitesForm() {
  const { job, answers, circuit, edit } = useDesk();
  const here = job.circuits?.[circuit];
  if (!here?.sites) return null;
  const at = `circuits[${circuit}].sites` as const;
  const count = (here.lights ?? []).reduce((sum, l) => sum + l.count, 0);
  const lamps = here.sites.lamps ?? [];
  const shown = Math.min(Math.max(lamps.length, 1), count);
  const pinned = here.sites.pinned ?? [];
  return (
    <Group title="Where its parts sit">
      <div className="grid grid-cols-2 items-end gap-2">
        {PARTS.map((p) => (
          <PlaceField key={p.key} path={`${at}.${p.key}`} label={p.label} />
        ))}
        {Array.from({ length: shown }, (_, k) => (
          <PlaceField
            key={k}
            path={`${at}.lamps[${k}]`}
            label={
              k + 1 === lamps.length && count > lamps.length
                ? `Lamp ${k + 1} and on`
                : `Lamp ${k + 1}`
            }
          />
        ))}
      </div>
      {lamps.length > 0 && lamps.length < count && (
        <Button
          kind="quiet"
          className="!px-0"
          onClick={() => edit((j) => setAt(j, `${at}.lamps[${lamps.length}]`, lamps.at(-1)))}
        >
          Lamp {lamps.length + 1} sits elsewhere
        </Button>
      )}
      {pinned.map((id, k) => (
        <p key={id} className="flex items-center gap-2 text-sm">
          Must take: {answers.route?.ways.find((w) => w.id === id)?.name ?? id}
          <Button
            kind="quiet"
            className="!px-1"
            aria-label={`No longer pinned to ${id}`}
            onClick={() => edit((j) => setAt(j, `${at}.pinned[${k}]`, undefined))}
          >
            ×
          </Button>
        </p>
      ))}
    </Group>
  );
}
