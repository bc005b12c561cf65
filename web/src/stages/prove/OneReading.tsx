import { type ReactNode, useState } from "react";
import { Button } from "../../ui/Button";

/**
 * One reading at a time, as it is taken with a meter in one hand: the reading in the first screen, back and next at the
 * thumb. It opens at the first that nobody took, and stays there with its verdict until somebody goes on.
 */
export function OneReading({
  rows,
  firstOpen,
  all,
}: {
  rows: ReactNode[];
  firstOpen: number;
  all: () => void;
}) {
  const [at, setAt] = useState(firstOpen < 0 ? 0 : firstOpen);
  const here = Math.min(at, rows.length - 1);
  return (
    <section aria-label="Reading" className="one-reading space-y-2">
      <p className="text-sm text-soft">
        Reading{" "}
        <span className="font-reading text-ink">
          {here + 1} of {rows.length}
        </span>
      </p>
      <ol>{rows[here]}</ol>
      <div className="at-thumb flex gap-3 !bg-ground">
        <Button className="flex-1" disabled={here === 0} onClick={() => setAt(here - 1)}>
          Back
        </Button>
        <Button onClick={all}>All readings</Button>
        <Button
          kind="main"
          className="flex-1"
          disabled={here === rows.length - 1}
          onClick={() => setAt(here + 1)}
        >
          Next
        </Button>
      </div>
    </section>
  );
}
