import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { ChoiceField, NumberField } from "../../ui/fields";
import { OptionCard } from "../../ui/OptionCard";
import { Panel } from "../../ui/Panel";
import { WishEditor } from "../../wish/WishEditor";
import { SwitchList } from "./SwitchList";

export function SwitchPanel() {
  const { answers, job, circuit, edit } = useDesk();
  const at = `circuits[${circuit}].control`;
  const here = job.circuits?.[circuit];
  const answer = answers.circuits.find((c) => c.id === here?.id);
  const ways = answer?.ways ?? [];
  const hangsOnItsWire =
    ways.length > 0 &&
    !ways.some((w) => w.is_used) &&
    answer?.feeds.some((f) => f.is_used && f.feed.from === "tie_in");
  return (
    <Panel title="Switch" says="When it is lit, and the relays and diodes that make it so.">
      <CircuitPicker />
      <WishEditor circuit={circuit} />
      {here?.lit === "own_switch" || here?.lit === undefined ? (
        <ChoiceField
          path={`${at}.kind`}
          label="Control"
          options={[
            { value: "", label: "Jovek decides" },
            { value: "switch", label: "switch alone" },
            { value: "relay", label: "relay with switch" },
            { value: "controller", label: "controller box with remote" },
          ]}
          write={(v) => v || undefined}
        />
      ) : hangsOnItsWire ? (
        <p>It hangs on the wire that it follows and needs no switch, relay or diode.</p>
      ) : (
        <>
          {ways.map((w) => (
            <OptionCard
              key={w.kind}
              option={w}
              use={() => edit((j) => setAt(j, `${at}.kind`, w.kind))}
            />
          ))}
          {here?.control?.kind && (
            <Button
              kind="quiet"
              className="!px-0"
              onClick={() => edit((j) => setAt(j, `${at}.kind`, undefined))}
            >
              Follow the advice again
            </Button>
          )}
        </>
      )}
      <div className="grid grid-cols-2 items-end gap-2">
        <NumberField path={`${at}.switch_lead_m`} label="Relay to switch, one way" unit="m" />
        <NumberField path={`${at}.signal_lead_m`} label="Signal to relay or diode" unit="m" />
      </div>
      {answer?.choices
        .filter((c) => c.part === "control" || c.part === "switch")
        .map((c) => (
          <p key={c.part} className="card p-3 text-sm">
            <strong className="font-reading">{c.label}</strong>
            <br />
            {c.says}
          </p>
        ))}
      <SwitchList />
      <p className="text-sm text-soft">
        Lit at night, in a blank panel rather than a new hole. Wire it before it is pushed in.
      </p>
    </Panel>
  );
}
