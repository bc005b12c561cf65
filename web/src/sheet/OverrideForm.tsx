import { Popover } from "radix-ui";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../ui/Button";
import { useDesk } from "./desk";
import { getAt, setAt } from "./path";

/** Choosing another wire or fuse than the proposed one, with the reason. It is still checked. */
export function OverrideForm({
  circuit,
  index,
  part,
}: {
  circuit: Schemas["CircuitAnswer"];
  index: number;
  part: "wire" | "fuse";
}) {
  const desk = useDesk();
  const [open, setOpen] = useState(false);
  const path = `circuits[${index}].overrides.${part === "wire" ? "wire" : "fuse_a"}` as const;
  const held = getAt(desk.job, path) as { value: string | number; reason: string } | undefined;
  const fuses = circuit.fuse_menu.map((a) => ({ value: String(a), label: `${a} A` }));
  const menu = part === "wire" ? circuit.wire_menu : fuses;
  const [value, setValue] = useState(String(held?.value ?? menu[0]?.value ?? ""));
  const [reason, setReason] = useState(held?.reason ?? "");
  if (held)
    return (
      <Button
        kind="quiet"
        className="!px-0"
        onClick={() => desk.edit((job) => setAt(job, path, undefined))}
      >
        Back to the proposal
      </Button>
    );
  // Where wire and fuse are the factory's own there is none to choose.
  if (circuit.fuse_menu.length === 0) return null;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button kind="quiet" className="!px-0">
          Take another {part}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          aria-label={`Another ${part}`}
          className="card z-30 w-72 p-3 shadow-lg"
        >
          <form
            className="space-y-2"
            onSubmit={(e) => {
              e.preventDefault();
              const typed = part === "wire" ? value : Number(value);
              desk.edit((job) => setAt(job, path, { value: typed, reason }));
              setOpen(false);
            }}
          >
            <label className="block text-sm text-soft">
              Another {part}
              <select
                className="field text-ink"
                value={value}
                onChange={(e) => setValue(e.target.value)}
              >
                {menu.map((m) => (
                  <option key={m.value} value={m.value}>
                    {m.label}
                  </option>
                ))}
              </select>
            </label>
            <label className="block text-sm text-soft">
              Why
              <input
                className="field text-ink"
                value={reason}
                maxLength={200}
                onChange={(e) => setReason(e.target.value)}
              />
            </label>
            <Button kind="main" type="submit" disabled={reason.trim() === ""}>
              Take it
            </Button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
