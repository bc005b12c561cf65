import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, unwrap } from "../api/client";
import { identity } from "../api/identity";
import { Button } from "../ui/Button";
import { useReader } from "../ui/reader";
import { bareUnit, useFieldUnit } from "../ui/units";
import { useDesk } from "./desk";
import { setAt } from "./path";
import { STAGES, type Stage } from "./stages";

/** The place of the question is kept while it is sought: what stands below must not move under a finger. */
const PLAIN =
  "no-print card flex flex-wrap items-center gap-x-3 gap-y-2 border-l-4 !border-l-spruce px-3 py-1.5";
const CARD = `${PLAIN} min-h-44 sm:min-h-20 xl:min-h-14`;

/** One question at a time: the fact on which the work turns, then the unmeasured figure that matters most. */
export function NextQuestion({ stage, go }: { stage: Stage; go: (to: Stage) => void }) {
  const { answers } = useDesk();
  const [later, setLater] = useState<string>();
  const open = answers.undecided;
  if (!open || open.asks === later) return <NextFigure />;
  return (
    <div className={PLAIN}>
      <p className="min-w-56 flex-1 text-sm leading-5 text-soft">
        This work turns on: <strong className="text-ink">{open.asks}</strong> {open.matters}
      </p>
      {stage !== open.stage && (
        <Button kind="main" onClick={() => go(open.stage)}>
          To {STAGES.find((s) => s.stage === open.stage)?.label}
        </Button>
      )}
      <Button kind="quiet" onClick={() => setLater(open.asks)}>
        Later
      </Button>
    </div>
  );
}

function NextFigure() {
  const desk = useDesk();
  const reader = useReader();
  const fieldUnit = useFieldUnit();
  const [text, setText] = useState("");
  const [skipped, setSkipped] = useState<string>();
  const settled = desk.saveState === "saved";
  const query = useQuery({
    queryKey: ["question", identity(desk.job)],
    queryFn: () => unwrap(api.POST("/api/question", { body: desk.job })),
    enabled: settled && desk.answers.assumptions.length > 0,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  const question = query.data?.question;
  const stillAsked = desk.answers.assumptions.some((a) => a.path === question?.path);
  if (desk.answers.assumptions.length === 0) return null;
  if (question && skipped === question.path) return null;
  if (!question || !stillAsked)
    return query.isFetching || !settled ? (
      <div className={CARD}>
        <p className="text-sm text-soft">The figure that matters most now ...</p>
      </div>
    ) : null;
  const bare = bareUnit(question.unit, fieldUnit(question.unit));
  const read = reader(text, question.unit);
  const bad = typeof read === "string" && read !== "empty" ? read : undefined;
  const fault = bad ?? desk.problem?.faults?.find((f) => f.path === question.path)?.what;
  const set = (value: number) => {
    desk.edit((job) => setAt(job, question.path, value));
    setText("");
  };
  return (
    <form
      className={CARD}
      onSubmit={(e) => {
        e.preventDefault();
        if (typeof read === "number") set(read);
      }}
    >
      <p className="min-w-56 flex-1 text-sm leading-5 text-soft">
        Measure next: <strong className="text-ink">{question.asks}</strong>. Assumed{" "}
        {question.assumed_text}. {question.matters}
      </p>
      <label className="w-28">
        <span className="sr-only">Measured, in {bare}</span>
        <input
          className="field font-reading"
          placeholder={bare}
          inputMode="decimal"
          value={text}
          aria-invalid={!!fault}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <Button kind="main" type="submit" disabled={typeof read !== "number"}>
        Set
      </Button>
      <Button onClick={() => set(question.assumed)}>Confirm</Button>
      <Button kind="quiet" onClick={() => setSkipped(question.path)}>
        Later
      </Button>
      {fault && (
        <p role="alert" className="w-full text-sm text-rust">
          {fault}
        </p>
      )}
    </form>
  );
}
