import { useEffect, useRef } from "react";
import { Mark } from "../ui/Mark";
import { useNarrow } from "../ui/useMedia";
import { useDesk } from "./desk";
import { ON_THE_FLOOR, STAGES, type Stage } from "./stages";

/** The stages in working order, each with its state as word and shape. */
export function StageTabs({ stage, go }: { stage: Stage; go: (stage: Stage) => void }) {
  const { answers } = useDesk();
  const bar = useRef<HTMLElement>(null);
  const isNarrow = useNarrow();
  // On a narrow page the tabs scroll: the one that is open must be seen, also once the page has narrowed.
  useEffect(() => {
    bar.current
      ?.querySelector("[aria-current]")
      ?.scrollIntoView({ inline: "center", block: "nearest" });
  }, [stage, isNarrow]);
  const isAside = (of: Stage) =>
    of !== stage && !!answers.stages.find((a) => a.stage === of)?.is_aside;
  const aside = STAGES.filter((s) => isAside(s.stage));
  return (
    <nav
      ref={bar}
      aria-label="Stages"
      className="stage-bar no-print flex overflow-x-auto border-b-2 border-head px-2 [scrollbar-width:none]"
    >
      {STAGES.filter((s) => !isAside(s.stage)).map((s) => {
        const state = answers.stages.find((a) => a.stage === s.stage);
        const here = s.stage === stage;
        return (
          <button
            key={s.stage}
            type="button"
            aria-current={here ? "page" : undefined}
            onClick={() => go(s.stage)}
            className={`flex min-h-11 shrink-0 items-center gap-1 px-1.5 ${here ? "bg-head text-on-head" : "text-ink"} ${ON_THE_FLOOR.includes(s.stage) ? "max-md:order-first" : ""}`}
          >
            <kbd className="rounded border border-current px-1 text-xs opacity-80">{s.key}</kbd>
            {s.label}
            {state && (
              <span className={`flex items-center gap-1 text-xs ${here ? "" : "text-soft"}`}>
                <span className={here ? "rounded bg-panel p-0.5" : ""}>
                  <Mark shape={state.state} size={12} />
                </span>
                <span className="max-xl:sr-only">{state.word}</span>
              </span>
            )}
          </button>
        );
      })}
      {aside.length > 0 && (
        <span className="ml-auto flex shrink-0 items-center gap-1 pl-4 text-xs text-soft">
          not needed:
          {aside.map((s) => (
            <button
              key={s.stage}
              type="button"
              onClick={() => go(s.stage)}
              className="min-h-11 px-1.5 text-sm underline underline-offset-2"
            >
              {s.label}
            </button>
          ))}
        </span>
      )}
    </nav>
  );
}
