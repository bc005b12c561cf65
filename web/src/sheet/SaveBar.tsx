import { useState } from "react";
import { type Problem, setWho, who } from "../api/client";
import { useOthersHere } from "../app/useLive";
import { useMe } from "../people/useMe";
import { Button } from "../ui/Button";
import { useNarrow } from "../ui/useMedia";
import { useDesk } from "./desk";

const WORDS = {
  saved: "Saved",
  waiting: "Typing ...",
  sending: "Saving ...",
  refused: "Not saved",
  signed: "Not saved, taken back",
  offline: "No connection: kept here, sent later",
  conflict: "Not saved: changed by somebody else",
};

/** Which figure is wrong, or why nothing of it is saved. */
function why(problem: Problem | undefined): string {
  return problem?.faults?.[0]?.at ?? problem?.detail ?? "see the figure";
}

/** Whether everything is saved. */
export function SaveState() {
  const desk = useDesk();
  const isOpen = desk.saveState === "offline" || WORDS[desk.saveState].startsWith("Not");
  return (
    <span role="status" className={`text-sm ${isOpen ? "font-semibold text-rust" : "text-soft"}`}>
      {WORDS[desk.saveState]}
      {desk.saveState === "refused" && `: ${why(desk.problem)}`}
    </span>
  );
}

/** Who works here, whether everything is saved, undo and redo, and what to do in a conflict. */
export function SaveBar() {
  const desk = useDesk();
  const isNarrow = useNarrow();
  const [name, setName] = useState(who());
  const me = useMe();
  const others = useOthersHere();
  const conflict = desk.problem?.conflict;
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 text-sm">
        {!isNarrow && <SaveState />}
        <Button kind="quiet" className="!px-1" disabled={!desk.canUndo} onClick={desk.undo}>
          Undo
        </Button>
        <Button kind="quiet" className="!px-1" disabled={!desk.canRedo} onClick={desk.redo}>
          Redo
        </Button>
        {others.length > 0 && (
          <span className="rounded border border-line px-2 text-soft">
            Also here: {others.join(", ")}
          </span>
        )}
        {!me?.person && (
          <label className="flex items-center gap-1 text-soft">
            by
            <input
              className="field !w-24"
              placeholder="your name"
              aria-label="Your name"
              maxLength={40}
              value={name}
              onChange={(e) => {
                setName(e.target.value);
                setWho(e.target.value);
              }}
            />
          </label>
        )}
      </div>
      {desk.saveState === "signed" && (
        <p role="alert" className="card order-1 w-full border-2 !border-rust p-3">
          {desk.problem?.detail}
        </p>
      )}
      {conflict && (
        <div role="alert" className="card w-full border-2 !border-rust p-3 order-1">
          <p className="font-semibold">{desk.problem?.detail}</p>
          <ul className="my-2 max-h-40 overflow-auto text-sm">
            {conflict.changes.map((c) => (
              <li key={c.path}>
                {c.place}: {c.before ?? "nothing"} became {c.after ?? "nothing"}
              </li>
            ))}
          </ul>
          <div className="flex gap-2">
            <Button kind="main" onClick={desk.takeTheirs}>
              Take theirs
            </Button>
            <Button onClick={desk.keepMine}>Save mine over it</Button>
          </div>
        </div>
      )}
    </>
  );
}
