import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CheckField, ChoiceField, NumberField, TextField } from "../../ui/fields";
import { Mark } from "../../ui/Mark";
import { PlaceField } from "../../ui/PlaceField";

const SHAPES = {
  usable: "done",
  not_usable: "blocked",
  unfinished: "open",
  not_probed: "open",
} as const;

const WORDS = {
  usable: "Usable",
  not_usable: "Not usable",
  unfinished: "Go on",
  not_probed: "Not probed",
} as const;

/** One factory circuit: what it follows, what it carries, what the meter says of it. */
export function FactoryForm({ index }: { index: number }) {
  const { job, answers, catalog, edit } = useDesk();
  const circuit = job.factory?.[index];
  const answer = answers.factory.find((f) => f.id === circuit?.id);
  const at = `factory[${index}]` as const;
  const isUsed = job.circuits?.some(
    (c) => c.feed && "factory" in c.feed && c.feed.factory === circuit?.id,
  );
  const isGrounded = circuit?.switched === "minus";
  return (
    <section className="card space-y-2 p-3" aria-label={circuit?.name}>
      <TextField path={`${at}.name`} label="Name" />
      <div className="grid grid-cols-2 items-end gap-2">
        <ChoiceField
          path={`${at}.follows`}
          label="Follows"
          options={catalog.signals.map((s) => ({ value: s.signal, label: s.label }))}
        />
        {circuit?.kind !== "fuse_position" && (
          <ChoiceField
            path={`${at}.also`}
            label="Live with as well"
            options={[
              { value: "", label: "nothing else" },
              ...catalog.signals
                .filter((s) => s.signal !== circuit?.follows)
                .map((s) => ({ value: s.signal, label: s.label })),
            ]}
            read={(held) => (held as string[] | undefined)?.[0] ?? ""}
            write={(v) => (v ? [v] : undefined)}
          />
        )}
        <ChoiceField path={`${at}.output`} label="Output" options={catalog.choices.outputs} />
        <NumberField path={`${at}.fuse_a`} label="Fuse" unit="A" />
        <NumberField path={`${at}.existing_a`} label="Carries already" unit="A" />
        <NumberField path={`${at}.output_a`} label="Module gives at most" unit="A" />
        <ChoiceField
          path={`${at}.wire`}
          label="Wire"
          options={[
            { value: "", label: "not known" },
            ...catalog.factory_wires.map((w) => ({ value: w.wire, label: w.label })),
          ]}
          write={(v) => v || undefined}
        />
        <TextField path={`${at}.colour`} label="Colour as found" />
        {circuit?.kind !== "fuse_position" && (
          <NumberField
            path={`${at}.length_m`}
            label={isGrounded ? "Joint to its switch" : "Fuse box to joint"}
            unit="m"
          />
        )}
        <ChoiceField
          path={`${at}.kind`}
          label="What it is"
          options={catalog.choices.factory_kinds}
          read={(held) => String(held ?? "lamp")}
        />
        {(circuit?.kind ?? "lamp") === "lamp" && (
          <ChoiceField
            path={`${at}.switched`}
            label="Its switch sits in"
            options={catalog.choices.switched_sides}
            read={(held) => String(held ?? "plus")}
          />
        )}
        <ChoiceField
          path={`${at}.of`}
          label="Belongs to"
          options={catalog.choices.vehicle_sides}
          read={(held) => String(held ?? "own")}
        />
        <PlaceField path={`${at}.site`} label="Joint sits" />
        {circuit?.kind === "fuse_position" ? (
          <>
            <NumberField path={`${at}.survey.first_key_on_v`} label="First side, key on" unit="V" />
            <NumberField
              path={`${at}.survey.first_key_off_v`}
              label="First side, key off"
              unit="V"
            />
            <CheckField
              path={`${at}.survey.has_no_second`}
              label="The second side has no terminal"
            />
            {!circuit.survey?.has_no_second && (
              <>
                <NumberField
                  path={`${at}.survey.second_key_on_v`}
                  label="Second side, key on"
                  unit="V"
                />
                <NumberField
                  path={`${at}.survey.second_key_off_v`}
                  label="Second side, key off"
                  unit="V"
                />
              </>
            )}
          </>
        ) : (
          <>
            <NumberField path={`${at}.probe.on_v`} label="Probe, function on" unit="V" />
            <NumberField path={`${at}.probe.off_v`} label="Probe, function off" unit="V" />
          </>
        )}
      </div>
      {answer?.survey && (
        <p className="flex gap-2 text-sm" role="status">
          <Mark shape={answer.survey.is_usable ? "done" : "open"} />
          <span>
            {answer.survey.says}
            <br />
            {answer.headroom_text}
          </span>
        </p>
      )}
      {answer && !answer.survey && (
        <p className="flex gap-2 text-sm" role="status">
          <Mark shape={SHAPES[answer.probe.verdict]} />
          <span>
            <strong>{WORDS[answer.probe.verdict]}.</strong> {answer.probe.says}
            <br />
            {answer.headroom_text}
          </span>
        </p>
      )}
      <Button
        kind="quiet"
        className="!px-0"
        disabled={isUsed}
        title={isUsed ? "A circuit is tied to it" : undefined}
        onClick={() => edit((j) => setAt(j, at, undefined))}
      >
        Remove
      </Button>
    </section>
  );
}
