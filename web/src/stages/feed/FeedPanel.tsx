import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { Mark } from "../../ui/Mark";
import { Panel } from "../../ui/Panel";

const SHAPES = { good: "done", mind: "mind", no: "blocked" } as const;
const WORDS = { good: "Good", mind: "Works, with something to mind", no: "Not fit" } as const;

/** The feeds of a circuit, the advised one first, each with its reasons. */
export function FeedPanel() {
  const { job, answers, circuit, edit } = useDesk();
  const here = job.circuits?.[circuit];
  const feeds = answers.circuits.find((c) => c.id === here?.id)?.feeds ?? [];
  const at = `circuits[${circuit}].feed`;
  return (
    <Panel title="Feed" says="Where the power comes from. Factory circuits are added under Look.">
      <CircuitPicker />
      {feeds.map((f) => (
        <section
          key={f.label}
          className={`card p-3 ${f.is_used ? "ring-2 ring-spruce" : ""}`}
          aria-label={f.label}
        >
          <h3 className="flex items-start gap-2">
            <Mark shape={SHAPES[f.verdict]} />
            <span>
              {f.label}
              <span className="block text-sm font-normal text-soft">
                {WORDS[f.verdict]}
                {f.is_advised && ", advised"}
                {f.is_used && ", in use"}
              </span>
            </span>
          </h3>
          <ul className="my-2 space-y-1 text-sm">
            {f.reasons.map((r) => (
              <li key={r.says} className="flex gap-2">
                <span className="mt-0.5">
                  <Mark shape={SHAPES[r.weighs]} size={12} />
                </span>
                {r.says}
              </li>
            ))}
          </ul>
          {!f.is_used && (
            <Button onClick={() => edit((j) => setAt(j, at, f.feed))}>Use this</Button>
          )}
        </section>
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
