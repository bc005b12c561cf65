import { type ComponentProps, useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { OutboxNote } from "../../sheet/OutboxNote";
import { isSigned } from "../../sheet/stages";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { PictureRow, TakePicture } from "../sign/PictureList";
import { usePictures } from "../sign/usePictures";
import { PlacePicture } from "./PlacePicture";
import { useWork } from "./useWork";
import { type State, type StepNow, withWaiting } from "./withWaiting";

type NewMark = Schemas["NewMark"];

type StepAnswer = Schemas["StepAnswer"];

const WORDS: Record<State, string> = {
  blocked: "not yet",
  resting: "rests",
  ready: "ready",
  running: "begun",
  paused: "left",
  done: "done",
};
const SHAPES = {
  blocked: "wait",
  resting: "mind",
  ready: "open",
  running: "fix",
  paused: "fix",
  done: "done",
} as const;

/** When a rest is over, in the clock of this place. */
function clock(at: string): string {
  return new Date(at).toLocaleString(undefined, {
    weekday: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
}

/** The step to do now, large enough for a glove, and the whole list below it. */
export function FitSheet() {
  const { data, error, isOld } = useWork();
  const { outbox, answers } = useDesk();
  const [pressed, setPressed] = useState<NewMark>();
  const sent = outbox.waiting.flatMap((w) => ("mark" in w ? [w.mark] : []));
  // A mark counts until the order that holds it is here: between the two the step does not fall back.
  const waiting = pressed ? [...sent, pressed] : sent;
  const isHere = !isOld && sent.length === 0;
  useEffect(() => {
    if (isHere) setPressed(undefined);
  }, [isHere]);
  const press = (step: string, what: NewMark["mark"], why: string) => {
    const mark = { step, mark: what, at: new Date().toISOString(), why };
    setPressed(mark);
    outbox.put({ mark });
  };
  const [chosen, setChosen] = useState<string>();
  if (!data)
    return (
      <p className="card p-4">
        {error
          ? `${error.problem.detail} Marks that were set are kept here.`
          : "Ordering the steps ..."}
      </p>
    );
  if (data.steps.length === 0)
    return <p className="card p-4">Nothing to fit yet: add a light first.</p>;
  const now = Date.now();
  const nows = new Map(
    data.steps.map((s) => [s.step.id, withWaiting(s, data.steps, waiting, now)]),
  );
  const state = (s: StepAnswer): State => nows.get(s.step.id)?.state ?? s.state;
  const first = (...states: State[]) =>
    states.map((is) => data.steps.find((s) => state(s) === is)).find((s) => s);
  const next =
    data.steps.find((s) => s.step.id === chosen) ??
    (waiting.length > 0 ? undefined : data.steps.find((s) => s.step.id === data.next)) ??
    first("running", "paused", "ready", "resting", "blocked");
  const nextNow = next && nows.get(next.step.id);
  return (
    <div className="space-y-4">
      <OutboxNote />
      {next && nextNow && (
        <NextStep
          answer={next}
          now={nextNow}
          number={data.steps.indexOf(next) + 1}
          count={data.steps.length}
          press={(mark, why = "") => {
            press(next.step.id, mark, why);
            if (mark === "done") setChosen(undefined);
          }}
        />
      )}
      {data.is_done && (
        <p className="card p-4 font-semibold">
          {isSigned(answers) ? "All done." : "All done. Sign comes next."}
        </p>
      )}
      <section aria-label="All steps" className="card p-2">
        <p className="p-2 font-reading text-sm">{data.text}</p>
        <ol>
          {data.steps.map((s, k) => (
            <li key={s.step.id} className="border-t border-line">
              <button
                type="button"
                className="flex min-h-11 w-full items-center gap-3 px-2 text-left"
                aria-pressed={s === next}
                onClick={() => {
                  setChosen(s.step.id);
                  window.scrollTo({ top: 0 });
                }}
              >
                <span className="w-7 text-right font-reading text-soft">{k + 1}</span>
                <Mark shape={SHAPES[state(s)]} />
                <span className="min-w-0 flex-1">
                  {s.step.what}
                  {s.step.place_text && (
                    <span className="block text-xs text-soft">{s.step.place_text}</span>
                  )}
                </span>
                <span className="text-right text-sm text-soft">
                  {WORDS[state(s)]}
                  <span className="block font-reading text-xs">
                    {s.used_min != null
                      ? `${s.used_min} of ${s.step.minutes.toFixed(0)} min`
                      : `${s.step.minutes.toFixed(0)} min`}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ol>
      </section>
    </div>
  );
}

/** What is open at a step, and the reason for which it counts as done all the same. */
function DoneThough({ open, done }: { open: string[]; done: (why: string) => void }) {
  const [why, setWhy] = useState("");
  const [asked, setAsked] = useState(false);
  return (
    <form
      aria-label="Open here"
      className="space-y-2 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        setAsked(true);
        if (why.trim()) done(why.trim());
      }}
    >
      <p className="font-semibold">Open here:</p>
      <ul className="list-disc space-y-1 pl-5 text-sm">
        {open.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <label className="block text-sm text-soft">
        Reason for doing it anyway
        <input
          className="field min-h-12 text-ink"
          autoComplete="off"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
        />
      </label>
      {asked && !why.trim() && (
        <p role="alert" className="text-sm text-rust">
          Take the readings under Prove, or say why not.
        </p>
      )}
      <Button type="submit" kind="main" className="min-h-[56px] w-full text-lg">
        Done
      </Button>
    </form>
  );
}

/** A button for a glove. */
function Big(props: ComponentProps<typeof Button>) {
  return <Button className="min-h-[56px] flex-1 text-lg" {...props} />;
}

function NextStep({
  answer,
  now,
  number,
  count,
  press,
}: {
  answer: StepAnswer;
  now: StepNow;
  number: number;
  count: number;
  press: (mark: NewMark["mark"], why?: string) => void;
}) {
  const { step } = answer;
  const { state } = now;
  const { id } = useDesk();
  const pictures = usePictures(id);
  const isDoable = state === "ready" || state === "running" || state === "paused";
  return (
    <section
      aria-label="Step"
      className="card space-y-3 border-2 !border-spruce p-4"
      data-step={step.id}
    >
      <p className="flex items-center gap-2 text-sm text-soft">
        <Mark shape={SHAPES[state]} /> Step {number} of {count}, {WORDS[state]}
      </p>
      <h2 className="text-xl">{step.what}</h2>
      <p>
        {step.place_text && (
          <>
            At <strong>{step.place_text}</strong>.{" "}
          </>
        )}
        {step.tool && <>With: {step.tool}. </>}
        <span className="font-reading">{step.minutes.toFixed(0)} min</span>
      </p>
      {step.place && <PlacePicture place={step.place} />}
      {step.cautions.length > 0 && (
        <ul className="space-y-1">
          {step.cautions.map((c) => (
            <li key={c} className="flex gap-2 font-semibold text-ochre">
              <Mark shape="fix" />
              {c}
            </li>
          ))}
        </ul>
      )}
      <ol className="list-decimal space-y-1 pl-5">
        {step.how.map((h) => (
          <li key={h}>{h}</li>
        ))}
      </ol>
      {state === "blocked" && (
        <ul className="text-sm text-soft">
          {now.holds.map((h) => (
            <li key={h}>{h}</li>
          ))}
        </ul>
      )}
      {state === "resting" && now.restsUntil && (
        <p className="font-semibold">Rests until {clock(now.restsUntil)}.</p>
      )}
      <div className="at-thumb flex flex-wrap gap-3">
        {state === "running" && <Big onClick={() => press("pause")}>Pause</Big>}
        {isDoable && state !== "running" && (
          <Big onClick={() => press("start")}>{state === "paused" ? "Go on" : "Start"}</Big>
        )}
        {isDoable && answer.open.length === 0 && (
          <Big kind="main" onClick={() => press("done")}>
            Done
          </Big>
        )}
        <TakePicture shows={step.what} add={pictures.add} className="min-h-[56px] text-lg">
          Picture
        </TakePicture>
      </div>
      {isDoable && answer.open.length > 0 && (
        <DoneThough key={step.id} open={answer.open} done={(why) => press("done", why)} />
      )}
      <PictureRow {...pictures} shows={step.what} />
    </section>
  );
}
