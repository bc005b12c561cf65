import { useRef } from "react";
import type { Schemas } from "../../../api/client";
import { useDesk } from "../../../sheet/desk";
import type { SwapPath } from "../../../sheet/jobPath";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import { Mark } from "../../../ui/Mark";

type Answer = Schemas["SwapAnswer"];

const SHAPES = {
  fine: "done",
  ghost_glow: "mind",
  flickers: "fix",
  double_rate: "fix",
  no_flash: "fix",
  fault_message: "fix",
} as const;
const WORDS: Record<Answer["result"], string> = {
  fine: "Fine",
  ghost_glow: "Ghost glow",
  flickers: "Flickers or dims",
  double_rate: "Flashes twice as fast",
  no_flash: "Does not flash",
  fault_message: "Fault message",
};

/** What the watcher makes of a function, what was done about it and what can be. */
export function Verdict({ answer, path }: { answer: Answer; path: SwapPath }) {
  const { edit } = useDesk();
  const head = useRef<HTMLHeadingElement>(null);
  const become = (function_: Schemas["SwapFunction"]) => {
    edit((j) => setAt(j, path, function_));
    // The button that was pressed goes: who works by keys stays at this function.
    head.current?.focus();
  };
  return (
    <div className="space-y-2">
      <h2 ref={head} tabIndex={-1} className="flex flex-wrap items-center gap-2 text-base">
        <Mark shape={SHAPES[answer.result]} /> {answer.name}: {WORDS[answer.result]}
        {answer.per_minute != null && (
          <span className="font-reading text-sm text-soft">
            {answer.per_minute.toFixed(0)} a minute
          </span>
        )}
      </h2>
      <p>{answer.says}</p>
      {answer.in_place && (
        <div className="flex flex-wrap items-start gap-x-4 gap-y-1 border-l-4 border-spruce pl-3">
          <p className="min-w-60 flex-1 text-sm">
            <strong className="block">With {answer.in_place.what.join("; ")}</strong>
            Without: {answer.in_place.else_says}
          </p>
          <Button
            kind="quiet"
            aria-label={`Take it back: ${answer.name}`}
            onClick={() => answer.in_place && become(answer.in_place.taken_back)}
          >
            Take it back
          </Button>
        </div>
      )}
      {answer.light_text && <p className="font-reading text-sm">{answer.light_text}</p>}
      {answer.remedies.length > 0 && (
        <ol className="list-decimal space-y-2 pl-5" aria-label="Remedies">
          {answer.remedies.map((r) => (
            <li key={r.title}>
              <div className="flex flex-wrap items-start gap-x-4">
                <div className="min-w-60 flex-1">
                  <strong>{r.title}</strong>
                  <span className="block text-sm">{r.text}</span>
                  {r.mind.map((m) => (
                    <span key={m} className="flex gap-2 text-sm text-ochre">
                      <Mark shape="mind" size={14} /> {m}
                    </span>
                  ))}
                  {r.then !== "fine" && (
                    <span className="flex gap-2 text-sm">
                      <Mark shape={SHAPES[r.then]} size={14} /> Not enough alone: {WORDS[r.then]}
                    </span>
                  )}
                </div>
                <Button
                  aria-label={`Do this: ${answer.name}: ${r.title}`}
                  onClick={() => become(r.applied)}
                >
                  Do this
                </Button>
              </div>
            </li>
          ))}
        </ol>
      )}
      {answer.notes.length > 0 && (
        <ul className="list-disc pl-5 text-sm">
          {answer.notes.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
