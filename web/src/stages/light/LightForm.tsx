import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { LightPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CheckField, ChoiceField, NumberField, TextField } from "../../ui/fields";
import { withoutGone } from "./housing/lamps";
import { OldLampForm } from "./OldLampForm";
import { Readings } from "./Readings";

/** One group of equal lights: label and meter side by side. */
export function LightForm({ circuit, index }: { circuit: number; index: number }) {
  const { job, answers, edit, catalog } = useDesk();
  const at = `circuits[${circuit}].lights[${index}]` as const;
  const light = job.circuits?.[circuit]?.lights?.[index];
  if (!light) return null;
  const whole = answers.circuits.find((c) => c.id === job.circuits?.[circuit]?.id);
  const answer = whole?.lights.find((l) => l.id === light.id);
  const wires = whole?.wire_menu ?? [];
  return (
    <section className="card space-y-2 p-3" aria-label={light.name}>
      <div className="grid grid-cols-[3fr_1fr] items-end gap-2">
        <TextField path={`${at}.name`} label="Light" />
        <NumberField path={`${at}.count`} label="How many" unit="" whole required />
      </div>
      <div className="grid grid-cols-2 items-end gap-2">
        <ChoiceField
          path={`${at}.draws`}
          label="Kind"
          options={catalog.choices.draws}
          read={(held) => (held as { kind: string } | undefined)?.kind ?? "regulated"}
          write={(kind) => ({ kind })}
        />
        <ChoiceField path={`${at}.made_for`} label="Made for" options={catalog.choices.made_for} />
        <NumberField path={`${at}.label_w`} label="Label, one lamp" unit="W" />
        {light.draws.kind === "regulated" && (
          <NumberField path={`${at}.draws.cut_in_v`} label="Full power from" unit="V" />
        )}
        <NumberField path={`${at}.least_v`} label="Must work down to" unit="V" />
        {light.draws.kind === "strip" && (
          <NumberField path={`${at}.draws.forward_v`} label="Forward voltage" unit="V" />
        )}
      </div>
      <div className="grid grid-cols-2 items-end gap-2">
        <ChoiceField
          path={`${at}.role`}
          label="Purpose"
          options={catalog.choices.lamp_roles}
          write={(v) => v || undefined}
        />
        <ChoiceField
          path={`${at}.colour`}
          label="Colour"
          options={catalog.choices.lamp_colours}
          read={(held) => String(held ?? "white")}
        />
        <ChoiceField
          path={`${at}.place`}
          label="Place"
          options={catalog.choices.lamp_places}
          write={(v) => v || undefined}
        />
        <ChoiceField
          path={`${at}.flash`}
          label="Lit"
          options={[
            { value: "", label: "steady" },
            { value: "flash", label: "flashing" },
          ]}
          read={(held) => (held ? "flash" : "")}
          write={(v) => (v ? catalog.fresh.flash : undefined)}
        />
        {light.flash && (
          <>
            <NumberField path={`${at}.flash.hz`} label="Flashes" unit="Hz" required />
            <NumberField path={`${at}.flash.duty`} label="Lit part" unit="" required />
          </>
        )}
      </div>
      {(light.flash || light.has_sync_lead || light.has_pattern_lead) && (
        <div className="flex flex-wrap gap-x-6">
          <CheckField path={`${at}.has_sync_lead`} label="has a sync lead: joined, all in step" />
          <CheckField
            path={`${at}.has_pattern_lead`}
            label="has a pattern lead: set, then capped"
          />
        </div>
      )}
      <Readings at={at} light={light} curve={answer?.curve} />
      <OldLampForm at={at} light={light} />
      <Held at={at} light={light} screw={answer?.screw_text} wires={wires} />
      {answer && (
        <p className="text-sm" role="status">
          {answer.power_text}; {answer.current_text} together at a low battery.{" "}
          {answer.difference_text && <strong>{answer.difference_text}.</strong>} {answer.day_text}
        </p>
      )}
      <div className="flex gap-4">
        <Button
          kind="quiet"
          className="!px-0"
          onClick={() => edit((j) => withoutGone(setAt(j, at, undefined)))}
        >
          Remove
        </Button>
      </div>
    </section>
  );
}

/** How it is held and plugged: screws against the skin behind, the pins of its plug. */
function Held({
  at,
  light,
  screw,
  wires,
}: {
  at: LightPath;
  light: Schemas["Light"];
  screw: string | null | undefined;
  /** Sizes on the shelf. */
  wires: Schemas["WireChoice"][];
}) {
  const { edit, catalog } = useDesk();
  return (
    <details
      open={
        !!light.screw ||
        !!light.is_reversed ||
        !!light.is_stuck ||
        !!light.held_by ||
        !!light.spacer_mm ||
        !!light.hidden ||
        !!light.stays ||
        !!light.lead
      }
    >
      <summary className="text-sm text-spruce">How it is held, its lead and plug</summary>
      <div className="mt-2 space-y-2">
        {light.screw ? (
          <>
            <div className="figures grid items-end gap-2">
              <NumberField path={`${at}.screw.length_mm`} label="Screw" unit="mm" required />
              <NumberField
                path={`${at}.screw.through_mm`}
                label="Goes through"
                unit="mm"
                required
              />
              <NumberField path={`${at}.screw.behind_mm`} label="Space behind" unit="mm" />
            </div>
            <p className="text-sm" role="status">
              {screw}
            </p>
            <Button
              kind="quiet"
              className="!px-0"
              onClick={() => edit((j) => setAt(j, `${at}.screw`, undefined))}
            >
              No screws
            </Button>
          </>
        ) : (
          <Button
            kind="quiet"
            className="!px-0"
            onClick={() => edit((j) => setAt(j, `${at}.screw`, catalog.fresh.screw))}
          >
            Check the depth of its screws
          </Button>
        )}
        {light.draws.kind !== "strip" && (
          <CheckField path={`${at}.is_stuck`} label="held by adhesive: strain relief at its lead" />
        )}
        {(light.is_stuck || light.draws.kind === "strip") && (
          <ChoiceField
            path={`${at}.adhesive`}
            label="Stuck with"
            options={catalog.choices.adhesives}
            write={(v) => v || undefined}
          />
        )}
        {light.draws.kind !== "strip" && !light.is_stuck && (
          <ChoiceField
            path={`${at}.held_by`}
            label="Held by"
            options={catalog.choices.held_by}
            read={(held) => String(held ?? "")}
            write={(v) => v || undefined}
          />
        )}
        <NumberField path={`${at}.spacer_mm`} label="Spacers under its foot" unit="mm" />
        {light.hidden ? (
          <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
            <NumberField
              path={`${at}.hidden.behind_mm`}
              label="Behind its stop"
              unit="mm"
              required
            />
            <NumberField
              path={`${at}.hidden.stop_mm`}
              label="Height of the stop"
              unit="mm"
              required
            />
            <Button
              kind="quiet"
              className="!px-0"
              onClick={() => edit((j) => setAt(j, `${at}.hidden`, undefined))}
            >
              Not hidden
            </Button>
          </div>
        ) : (
          <Button
            kind="quiet"
            className="!px-0"
            onClick={() => edit((j) => setAt(j, `${at}.hidden`, catalog.fresh.hidden))}
          >
            Hide the source behind a stop
          </Button>
        )}
        <div className="grid grid-cols-2 items-end gap-2">
          <ChoiceField
            path={`${at}.lead.ends`}
            label="Its lead ends in"
            options={catalog.choices.lamp_ends}
            read={(held) => String(held ?? "plug")}
          />
          <NumberField path={`${at}.lead.length_m`} label="Length" unit="m" />
          <ChoiceField
            path={`${at}.lead.wire`}
            label="Size"
            options={[{ value: "", label: "not known" }, ...wires]}
            write={(w) => w || undefined}
          />
        </div>
        {!light.replaces && (
          <CheckField
            path={`${at}.stays`}
            label="it is on the vehicle already: not bought, not mounted"
          />
        )}
        <CheckField path={`${at}.is_reversed`} label="its own plug has minus on 1: swap the pins" />
      </div>
    </details>
  );
}
