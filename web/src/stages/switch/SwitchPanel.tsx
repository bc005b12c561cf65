import { useDesk } from "../../sheet/desk";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { ChoiceField, NumberField } from "../../ui/fields";
import { Panel } from "../../ui/Panel";

export function SwitchPanel() {
  const { answers, job, circuit } = useDesk();
  const at = `circuits[${circuit}].control`;
  const here = job.circuits?.[circuit];
  const answer = answers.circuits.find((c) => c.id === here?.id);
  const followsSource = answer?.feeds.some((f) => f.is_used && f.feed.from === "tie_in");
  return (
    <Panel title="Switch" says="What carries the lamp current, and where the hand finds it.">
      <CircuitPicker />
      {followsSource ? (
        <p>This circuit follows its factory lamp and needs no switch.</p>
      ) : (
        <>
          <ChoiceField
            path={`${at}.kind`}
            label="Control"
            options={[
              { value: "", label: "Jovek decides" },
              { value: "switch", label: "switch alone" },
              { value: "relay", label: "relay with switch" },
            ]}
            write={(v) => v || undefined}
          />
          <NumberField path={`${at}.switch_lead_m`} label="Relay to switch, one way" unit="m" />
        </>
      )}
      {answer?.choices
        .filter((c) => c.part === "control" || c.part === "switch")
        .map((c) => (
          <p key={c.part} className="card p-3 text-sm">
            <strong className="font-reading">{c.label}</strong>
            <br />
            {c.says}
          </p>
        ))}
      <p className="text-sm text-soft">
        Lit at night, in a blank panel rather than a new hole. Wire it before it is pushed in.
      </p>
    </Panel>
  );
}
