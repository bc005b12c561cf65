import type { Schemas } from "../../../api/client";
import { useDesk } from "../../../sheet/desk";
import { setAt } from "../../../sheet/path";
import { useAddWork } from "../../../sheet/useAddWork";
import { Button } from "../../../ui/Button";
import { ChoiceField, NumberField, TextField } from "../../../ui/fields";
import { Mark } from "../../../ui/Mark";

type Link = Schemas["LinkReport"];

/** A lamp at the hitch on a lead between socket and plug. */
export function HitchSheet({ link }: { link: Link }) {
  const { edit, catalog } = useDesk();
  const { add, fault } = useAddWork();
  const plan = () => add("hitch_lamp");
  const told = fault && (
    <p role="alert" className="text-sm text-rust">
      {fault}
    </p>
  );
  const hitch = link.hitch;
  if (!hitch)
    return (
      <div className="card space-y-3 p-4">
        <p>
          A lamp at the hitch takes tail, stop and reverse from the socket and passes every pin on.
          Nothing is cut.
        </p>
        <Button onClick={plan}>Put a lamp on the lead</Button>
        {told}
      </div>
    );
  return (
    <>
      <section aria-label="Hitch lamp" className="card no-print space-y-3 p-3">
        <div className="grid gap-2 sm:grid-cols-4">
          <TextField path="trailer.hitch.name" label="Name" />
          {!hitch.is_planned && (
            <>
              <NumberField path="trailer.hitch.tail_w" label="Tail" unit="W" />
              <NumberField path="trailer.hitch.stop_w" label="Stop" unit="W" />
              <NumberField path="trailer.hitch.reverse_w" label="Reverse" unit="W" />
            </>
          )}
          <ChoiceField
            path="trailer.hitch.left_means"
            label="Loop left means"
            options={catalog.choices.stop_lights}
          />
          <ChoiceField
            path="trailer.hitch.loop_wire"
            label="Loop wire"
            options={catalog.choices.loop_wires}
          />
          {hitch.is_combined && (
            <ChoiceField
              path="trailer.hitch.stop_from"
              label="Stop lit by"
              options={catalog.choices.stops_from}
            />
          )}
        </div>
        <div className="flex flex-wrap gap-2">
          {(hitch.is_off_plan || !hitch.is_planned) && (
            <Button onClick={plan}>
              {hitch.is_planned ? "Plan it anew" : "Plan its leads and lights"}
            </Button>
          )}
          <Button kind="quiet" onClick={() => edit((j) => setAt(j, "trailer.hitch", undefined))}>
            Remove the lamp
          </Button>
        </div>
        {told}
      </section>
      <section aria-label="What it takes" className="card p-3">
        <h2 className="text-base">What it takes</h2>
        <ul className="text-sm">
          {hitch.taps.map((t) => (
            <li key={t.pin} className="grid grid-cols-[5rem_1fr_auto] border-t border-line py-1">
              <span className="font-reading">{t.pin}</span>
              <span>
                {t.says}, {t.colour}
              </span>
              <span className="font-reading">
                {t.current_a.toFixed(2)} A{t.is_assumed && ", assumed"}
              </span>
            </li>
          ))}
        </ul>
        {hitch.is_planned && (
          <p className="text-sm text-soft">Enter its watts under Light, light by light.</p>
        )}
        <p className="text-sm text-soft">{hitch.through}</p>
      </section>
      <section aria-label="Stop light" className="card p-3">
        <h2 className="text-base">{hitch.loop_text}</h2>
        <ul className="text-sm">
          {hitch.states.map((s) => (
            <li key={s.on} className="flex flex-wrap gap-2 border-t border-line py-1">
              <Mark shape={s.wrong ? "fix" : "done"} />
              <span className="w-36">{s.on}</span>
              <span className="font-semibold">{s.shows}</span>
              {s.wrong && <span className="text-ochre">{s.wrong}</span>}
            </li>
          ))}
        </ul>
      </section>
      {[hitch.seen_text, ...hitch.mind].filter(Boolean).map((m) => (
        <p key={m} className="card flex gap-2 p-3">
          <Mark shape="mind" /> <span>{m}</span>
        </p>
      ))}
    </>
  );
}
