import { createContext, type ReactNode, useState } from "react";
import { Button } from "./Button";

/** True within the one thing that is shown: its keys are there at once. */
export const OneByOne = createContext(false);

/**
 * One thing at a time, as it is done with a tool in one hand: it stands in the first screen, back and next at the thumb.
 * It opens at the first that is left, and stays there with its verdict until somebody goes on.
 */
export function OneAtATime({
  what,
  rows,
  firstOpen,
  all,
}: {
  /** What one of them is, such as `Reading`. */
  what: string;
  rows: ReactNode[];
  /** Number of the first that is left; below zero where none is. */
  firstOpen: number;
  /** Shows all of them. */
  all: { label: string; show: () => void };
}) {
  const [at, setAt] = useState(firstOpen < 0 ? 0 : firstOpen);
  const here = Math.min(at, rows.length - 1);
  return (
    <section aria-label={what} className="one-reading space-y-2">
      <p className="text-sm text-soft">
        {what}{" "}
        <span className="font-reading text-ink">
          {here + 1} of {rows.length}
        </span>
      </p>
      <OneByOne.Provider value={true}>
        <ol>{rows[here]}</ol>
      </OneByOne.Provider>
      <div className="at-thumb flex gap-3 !bg-ground">
        <Button className="flex-1" disabled={here === 0} onClick={() => setAt(here - 1)}>
          Back
        </Button>
        <Button onClick={all.show}>{all.label}</Button>
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

/** Whether this device shows all of some things, or one at a time; it remembers. */
export function useListed(key: string): [boolean, (listed: boolean) => void] {
  const [isList, setList] = useState(() => localStorage.getItem(key) !== null);
  return [
    isList,
    (listed) => {
      setList(listed);
      if (listed) localStorage.setItem(key, "1");
      else localStorage.removeItem(key);
    },
  ];
}
