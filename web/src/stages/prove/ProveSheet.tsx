import { useState } from "react";
import { ApiError, type Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { readNumber } from "../../ui/fields";
import { Mark } from "../../ui/Mark";
import { ProveTips } from "./ProveTips";

type Check = Schemas["Check"];

const WORDS = { waiting: "to read", good: "Good", low: "Too low", high: "Too high" } as const;
const SHAPES = { waiting: "open", good: "done", low: "fix", high: "fix" } as const;

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** The readings to expect, each with its window and the box where the reading goes. */
export function ProveSheet() {
  const { answers } = useDesk();
  if (answers.checks.length <= 2)
    return <p className="card p-4">Nothing to prove yet: add a light first.</p>;
  return (
    <>
      <ol className="space-y-2" aria-label="Readings">
        {answers.checks.map((c) => (
          <CheckRow key={c.id} check={c} />
        ))}
      </ol>
      <ProveTips className="lg:hidden" />
    </>
  );
}

function CheckRow({ check }: { check: Check }) {
  const { addReading } = useDesk();
  const [text, setText] = useState("");
  const [fault, setFault] = useState<string>();
  const { verdict, reading, says } = check.judgement;
  const keep = async () => {
    const value = readNumber(text, check.quantity);
    if (typeof value !== "number") {
      setFault(value === "empty" ? "Type the reading." : value);
      return;
    }
    try {
      await addReading(check.id, value);
      setText("");
      setFault(undefined);
    } catch (error) {
      setFault(error instanceof ApiError ? error.problem.detail : "The reading was not kept.");
    }
  };
  return (
    <li
      className="card grid items-center gap-x-4 gap-y-2 p-3 md:grid-cols-[minmax(0,1fr)_9rem_13rem_minmax(0,14rem)]"
      data-check={check.id}
    >
      <div>
        <p className="font-semibold">{check.name}</p>
        <p className="text-sm text-soft">{check.how}</p>
      </div>
      <div>
        <p className="font-reading text-lg">{check.expected_text}</p>
        <p className="font-reading text-xs text-soft">{check.window_text}</p>
      </div>
      <form
        className="flex items-start gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <div className="flex-1">
          <label>
            <span className="sr-only">{check.name}, reading</span>
            <input
              className="field min-h-[44px] font-reading text-lg"
              inputMode="decimal"
              placeholder={check.quantity}
              value={text}
              aria-invalid={!!fault}
              onChange={(e) => setText(e.target.value)}
            />
          </label>
        </div>
        <Button kind="main" type="submit" className="min-h-[44px]">
          Keep
        </Button>
      </form>
      <div className="text-sm" role="status">
        {fault ? (
          <span className="text-rust">{fault}</span>
        ) : (
          <>
            <span className="flex items-center gap-2 font-semibold">
              <Mark shape={SHAPES[verdict]} />
              {WORDS[verdict]}
              {reading && (
                <span className="font-reading">
                  {reading.value} {check.quantity}
                </span>
              )}
            </span>
            {says && <span className="block">{says}</span>}
            {reading && (
              <span className="block text-xs text-soft">
                {WHEN.format(new Date(reading.at))}, {reading.by}
              </span>
            )}
          </>
        )}
      </div>
    </li>
  );
}
