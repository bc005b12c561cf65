import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { OptionCard } from "../../ui/OptionCard";
import { Panel } from "../../ui/Panel";

/** The feeds of a circuit, the advised one first, each with its reasons. */
export function FeedPanel() {
  const { job, answers, circuit, edit } = useDesk();
  const here = job.circuits?.[circuit];
  const feeds = answers.circuits.find((c) => c.id === here?.id)?.feeds ?? [];
  const at = `circuits[${circuit}].feed` as const;
  return (
    <Panel title="Feed" says="Where the power comes from. Factory circuits are added under Look.">
      <CircuitPicker />
      {feeds.map((f) => (
        <OptionCard key={f.label} option={f} use={() => edit((j) => setAt(j, at, f.feed))} />
      ))}
      {here?.feed && (
        <Button kind="quiet" className="!px-0" onClick={() => edit((j) => setAt(j, at, undefined))}>
          Follow the advice again
        </Button>
      )}
      <p className="text-sm text-soft">
        Fuse at the battery end, negative terminal off before joining. A tie-in must never become a
        second source.
      </p>
    </Panel>
  );
}
