import type { Schemas } from "../api/client";
import { Button } from "./Button";
import { Mark } from "./Mark";

const SHAPES = { good: "done", mind: "mind", no: "blocked" } as const;
const WORDS = { good: "Good", mind: "Works, with a caution", no: "Not fit" } as const;

/** One of several ways, with its reasons, the worst first. */
export function OptionCard({
  option,
  use,
}: {
  option: Pick<Schemas["FeedOption"], "label" | "verdict" | "reasons" | "is_advised" | "is_used">;
  use: () => void;
}) {
  return (
    <section
      className={`card p-3 ${option.is_used ? "ring-2 ring-spruce" : ""}`}
      aria-label={option.label}
    >
      <h3 className="flex items-start gap-2">
        <Mark shape={SHAPES[option.verdict]} />
        <span>
          {option.label}
          <span className="block text-sm font-normal text-soft">
            {WORDS[option.verdict]}
            {option.is_advised && ", advised"}
            {option.is_used && ", in use"}
          </span>
        </span>
      </h3>
      <ul className="my-2 space-y-1 text-sm">
        {option.reasons.map((r) => (
          <li key={r.says} className="flex gap-2">
            <span className="mt-0.5">
              <Mark shape={SHAPES[r.weighs]} size={12} />
            </span>
            {r.says}
          </li>
        ))}
      </ul>
      {!option.is_used && <Button onClick={use}>Use this</Button>}
    </section>
  );
}
